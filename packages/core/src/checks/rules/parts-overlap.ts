import type { Point } from '../../geometry/point.ts';
import { closestOfSegments } from '../../geometry/segment.ts';
import { edgesThroughBody, overlappingBodies } from '../../plan/overlaps.ts';
import type { Part } from '../../plan/records.ts';
import { type PlacedThing, thingsOfPart } from '../../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../../spacing/clearance.ts';
import { touchingGapMm } from '../../thread/required-gap.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** Parts that lie on each other tip and shift: metal nearer than this can touch, mm (assumption, as halves that meet play). */
const PLAY_MM = 2;

export const partsOverlap: CheckRule = {
  id: 'parts-overlap',
  title: 'Parts on top of each other',
  severity: 'mend',
  touching: 'touching that should not',
  better: 'less',
  help: 'Two parts cannot lie in one place: one of them cannot be sewn flat, its stitches pull, and where the metal of both comes together they short. Move one aside, or to the other face of the cloth. The edge of a pocket or another layer has to go round a part or over the whole of it, never through it.',
  example: 'The board was dropped onto the edge of the battery holder.',
  counted: (found) => `They lie ${found.toFixed(1)} mm over each other; they must not.`,
  sees: ['parts', 'panels', 'layers'],
  checkWhole: (context) =>
    overlappingBodies(context.plan).map(({ first, other, depthMm, at }): Finding => {
      const isShort = metalMeets(context, first, other);
      return {
        ...SHARED,
        key: `parts-overlap:${first.id}:${other.id}`,
        severity: isShort ? 'stop' : 'mend',
        at,
        message: isShort
          ? `${first.name} and ${other.name} lie on each other, and metal of both that must stay apart can touch.`
          : `${first.name} and ${other.name} lie on each other.`,
        step: 'Move one of them aside, or to the other face of the cloth.',
        found: { value: depthMm, unit: 'mm' },
        wanted: { value: 0, unit: 'mm' },
        partIds: [first.id, other.id],
      };
    }),
  checkPart: ({ plan }, part) =>
    edgesThroughBody(plan, part).map(
      (layer): Finding => ({
        ...SHARED,
        key: `parts-overlap:${part.id}:${layer.id}`,
        severity: 'mend',
        at: part.at,
        message: `The edge of ${layer.name} goes through ${part.name}.`,
        step: 'Let it go round the part or over the whole of it, or move the part.',
        found: null,
        wanted: null,
        partIds: [part.id],
      }),
    ),
};

const SHARED = { ruleId: 'parts-overlap', runIds: [] } as const;

/** Whether bare metal of two parts, on different threads, comes so near that it can touch: with what is looped to it, and as parts shift. */
function metalMeets({ plan, nets }: CheckContext, first: Part, other: Part): boolean {
  const metal = (part: Part): readonly PlacedThing[] =>
    thingsOfPart(plan, nets, part).filter(({ thing }) => thing.role === 'hole' || thing.role === 'leg');
  const others = metal(other);
  const rules = spacingRules(plan);
  return metal(first).some((a) =>
    others.some(
      (b) =>
        a.thing.netId !== b.thing.netId &&
        apartMm(a.path, b.path) - a.thing.radiusMm - b.thing.radiusMm <
          Math.max(PLAY_MM, touchingGapMm(a.thing.conductor, b.thing.conductor, FLAT, rules)),
    ),
  );
}

/** How far two lines are apart, mm; a line of one point is that point. */
function apartMm(one: readonly Point[], other: readonly Point[]): number {
  const legs = (path: readonly Point[]): ReadonlyArray<readonly [Point, Point]> =>
    path.length === 1
      ? [[path[0] as Point, path[0] as Point]]
      : path.slice(1).map((b, i) => [path[i] as Point, b] as const);
  return Math.min(
    ...legs(one).flatMap(([a, b]) => legs(other).map(([c, d]) => closestOfSegments(a, b, c, d).distanceMm)),
  );
}
