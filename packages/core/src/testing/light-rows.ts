/** Rows of lights one after the other on two rails: plans of any size for benchmarks and tests of the sheet. */
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from './plan-builder.ts';

/** A holder and so many lights, twenty to a row, each joined to the next on both sides. */
export function lightRows(lights: number): Plan {
  const build = new PlanBuilder('Rows of lights', 2000, 1200).holder(40, 40, 90);
  let before = 'holder';
  for (let i = 0; i < lights; i += 1) {
    const name = `light ${i + 1}`;
    build.light(name, 120 + (i % 20) * 90, 80 + Math.floor(i / 20) * 100, 90);
    build.sew(`${before}.plus`, `${name}.plus`).sew(`${before}.minus`, `${name}.minus`);
    before = name;
  }
  return build.plan;
}
