/** Two lights that are wished joined crosswise to two others: with nothing turned, one line goes over the other or a long way round. */
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from './plan-builder.ts';

const SIDE_MM = 220;

/** The lights lie so far from the edges, mm; at 14 mm no thread finds a way round them. */
export function crosswise(fromEdgeMm: number): Plan {
  const [middle, far] = [SIDE_MM / 2, SIDE_MM - fromEdgeMm];
  const build = new PlanBuilder('Crosswise', SIDE_MM, SIDE_MM)
    .light('west', fromEdgeMm, middle, 90)
    .light('east', far, middle, 90)
    .light('north', middle, fromEdgeMm, 0)
    .light('south', middle, far, 0);
  const wish = (id: string, a: string, b: string) => ({
    id,
    title: `${a} to ${b}`,
    terminals: [a, b].map((name) => ({ partId: build.part(name).id, terminal: 'plus' })),
  });
  return { ...build.plan, wishes: { w1: wish('w1', 'west', 'east'), w2: wish('w2', 'north', 'south') } };
}
