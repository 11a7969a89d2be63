import { between } from '../../geometry/point.ts';
import { overlappingBodies } from '../../plan/overlaps.ts';
import type { Plan } from '../../plan/schema.ts';
import { bareName, betweenLegsKey } from '../../spacing/bare-things.ts';
import { type NearPair, pairKey } from '../../spacing/near-pairs.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import { facesOfPair, partsOfPair, runsOfPair } from '../pair-words.ts';

export const gap: CheckRule = {
  id: 'gap',
  title: 'Threads too close',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'more',
  help: 'Stitches of two threads that are not meant to be joined lie closer than a hand can keep apart. Makers stop one stitch short of the other thread; Sashiko also counts the thread itself, the wander of a hand, stray hairs and the give of the cloth. Where these overlap it is a stop, where little room is left a mend. Move one line aside.',
  example:
    'Two lines of 5 mm running stitch lie 3 mm apart: the room they take up, 1.7 mm to each side, overlaps.',
  sees: ['parts'],
  checkPair({ plan }, pair, has) {
    const { worst, first, other } = pair;
    // What is told as a crossing, as a thread on two pads, as a wrap or as parts on each other is not told again.
    if (
      worst === null ||
      pair.crossings.length > 0 ||
      pair.onMetal !== null ||
      isWrapped(pair, has) ||
      areOnEachOther(plan, pair)
    )
      return [];
    return [
      {
        key: `gap:${pair.key}`,
        ruleId: 'gap',
        severity: worst.verdict ?? 'mend',
        at: between(worst.at.onFirst, worst.at.onSecond, 0.5),
        faces: facesOfPair(pair),
        message: `${capital(bareName(plan, first))} comes too close to ${bareName(plan, other)}.`,
        step: `Move one of them ${(worst.wantedMm - worst.gapMm).toFixed(1)} mm or more aside.`,
        found: { value: worst.gapMm, unit: 'mm' },
        wanted: { value: worst.wantedMm, unit: 'mm' },
        partIds: partsOfPair(pair),
        runIds: runsOfPair(pair),
      },
    ];
  },
};

/** Metal of two parts that lie on each other is near of course. */
function areOnEachOther(plan: Plan, { first, other }: NearPair): boolean {
  const [one, two] = [first, other].map((thing) => (thing.runId === null ? thing.partId : null));
  if (!one || !two || one === two) return false;
  return overlappingBodies(plan).some((pair) => new Set([one, two, pair.first.id, pair.other.id]).size === 2);
}

/** A thread between a light's legs is near to them of course. */
function isWrapped({ first, other }: NearPair, has: (key: string) => boolean): boolean {
  const [line, leg] = first.role === 'line' ? [first, other] : [other, first];
  return leg.role === 'leg' && has(pairKey(line.key, betweenLegsKey(leg.partId ?? '')));
}
