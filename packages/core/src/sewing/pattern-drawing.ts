/** The pattern at full size: what is drawn for the maker to sew along. */
import { asSeen, clothOutline } from '../cloth/cloth.ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { placePointExactly } from '../geometry/transform.ts';
import { deriveSides } from '../nets/sides.ts';
import {
  holeKey,
  holePoint,
  kindOf,
  placedOutline,
  poseOf,
  runsByHole,
  signMark,
  sumRun,
} from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import type { DrawItem } from './sheet-drawing.ts';

/** The whole pattern as seen on the worked face, unclipped, in cloth millimetres. */
export function patternDrawing(plan: Plan): readonly DrawItem[] {
  const face = plan.cloth.workedFace;
  const seen = (p: Point): Point => asSeen(plan.cloth, face, p);
  const sides = deriveSides(plan);
  const items: DrawItem[] = [
    { kind: 'line', points: clothOutline(plan.cloth).map(seen), widthMm: 0.5, closed: true },
  ];
  for (const mark of plan.cloth.marks) {
    items.push({ kind: 'line', points: mark.points.map(seen), widthMm: 0.2, closed: mark.closed, grey: 0.6 });
  }
  for (const run of Object.values(plan.runs)) {
    const sum = sumRun(plan, run);
    for (const span of sum.spans) {
      const worked = span.face === face;
      items.push({
        kind: 'line',
        points: [seen(span.a), seen(span.b)],
        widthMm: worked ? 0.7 : 0.2,
        ...(worked ? {} : { grey: 0.45, dashMm: [0.8, 0.8] as const }),
      });
    }
    const side = sides.of(sides.nets.ofRun(run.id));
    const middle = sum.spans[Math.floor(sum.spans.length / 2)];
    if (middle !== undefined && (side === '+' || side === '-')) {
      items.push(...signBeside(seen(middle.a), seen(middle.b), signMark(side)));
    }
  }
  const used = runsByHole(plan);
  for (const part of Object.values(plan.parts)) {
    items.push({
      kind: 'line',
      points: placedOutline(part).map(seen),
      widthMm: 0.25,
      closed: true,
      ...(part.face === face ? {} : { dashMm: [2, 1.5] as const }),
    });
    for (const hole of kindOf(part).holes) {
      const ref = { partId: part.id, holeId: hole.id };
      const at = seen(holePoint(plan, ref));
      items.push({
        kind: 'circle',
        at,
        radiusMm: hole.plated ? hole.padRadiusMm : hole.diameterMm / 2,
        widthMm: used.has(holeKey(ref)) ? 0.4 : 0.15,
      });
      items.push(...cross(at, 1));
      if (hole.sign !== 'none') {
        // Beside the hole, on the far side from the middle of the part.
        const away = subtract(at, seen(part.at));
        const far = Math.max(distance(at, seen(part.at)), 1e-9);
        const spot = add(at, scale(away, (hole.padRadiusMm + 3) / far));
        items.push({
          kind: 'text',
          at: { x: spot.x, y: spot.y + 1.4 },
          text: signMark(hole.sign),
          sizeMm: 5,
          bold: true,
          anchor: 'middle',
        });
      }
    }
    const [labelX, labelY] = labelSpot(placedOutline(part).map(seen));
    items.push({
      kind: 'text',
      at: { x: labelX, y: labelY + 3.6 },
      text: part.name,
      sizeMm: 3.2,
      anchor: 'middle',
    });
    for (const shape of kindOf(part).shapes) {
      if (shape.form !== 'line') continue;
      const points = shape.points.map((p) => seen(placePointExactly(poseOf(part), p)));
      items.push({ kind: 'line', points, widthMm: 0.25 });
    }
  }
  return items;
}

function labelSpot(outline: readonly Point[]): readonly [number, number] {
  const x = outline.reduce((sum, p) => sum + p.x, 0) / outline.length;
  return [x, Math.max(...outline.map((p) => p.y))];
}

/** A small upright cross about a point. */
export function cross(at: Point, arm: number): readonly DrawItem[] {
  return [
    {
      kind: 'line',
      points: [
        { x: at.x - arm, y: at.y },
        { x: at.x + arm, y: at.y },
      ],
      widthMm: 0.15,
    },
    {
      kind: 'line',
      points: [
        { x: at.x, y: at.y - arm },
        { x: at.x, y: at.y + arm },
      ],
      widthMm: 0.15,
    },
  ];
}

function signBeside(a: Point, b: Point, text: string): readonly DrawItem[] {
  const length = distance(a, b);
  if (length === 0) return [];
  const across = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length };
  const at = add({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 + 1.1 }, scale(across, 3));
  return [{ kind: 'text', at, text, sizeMm: 4, bold: true, anchor: 'middle' }];
}
