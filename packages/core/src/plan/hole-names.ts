/** What a maker calls a hole. */
import { type Hole, maybeHole } from '../parts/part-kind.ts';
import { kindOf } from './kind-of.ts';
import { holeOf, partOf } from './placed.ts';
import type { HoleRef } from './records.ts';
import type { Plan } from './schema.ts';

const PLACE_WORDS: Readonly<Record<Hole['form'], string>> = {
  eyelet: 'hole',
  curl: 'loop',
  'square-curl': 'square loop',
  tape: 'tape joint',
  end: 'root',
};

/** What a maker calls a hole: `the + hole of holder 1`, or `hole a of switch 1` where it has no sign. */
export function holeName(plan: Plan, ref: HoleRef): string {
  const part = partOf(plan, ref.partId);
  const hole = holeOf(plan, ref);
  if (hole.label !== undefined) return `hole ${hole.label} of ${part.name}`;
  if (hole.form === 'end') return `the root of ${part.name}`;
  if (hole.sign === 'none')
    return `${hole.plated ? '' : 'holding '}${PLACE_WORDS[hole.form]} ${bareId(hole.id)} of ${part.name}`;
  const twins = kindOf(plan, part).holes.filter((other) => other.sign === hole.sign);
  const which = twins.length > 1 ? ` ${twins.indexOf(hole) + 1}` : '';
  const place = PLACE_WORDS[hole.form];
  return `the ${signMark(hole.sign)} ${place}${which} of ${part.name}`;
}

/** A hole within its part, as short as it can be told: `+`, `− 2`, `P3`, `a`. */
export function shortHoleName(plan: Plan, ref: HoleRef): string {
  const hole = maybeHole(kindOf(plan, partOf(plan, ref.partId)), ref.holeId);
  if (hole === undefined) return ref.holeId;
  if (hole.label !== undefined) return hole.label;
  if (hole.sign === 'none') return bareId(hole.id);
  const twins = kindOf(plan, partOf(plan, ref.partId)).holes.filter(({ sign }) => sign === hole.sign);
  return twins.length > 1 ? `${signMark(hole.sign)} ${twins.indexOf(hole) + 1}` : signMark(hole.sign);
}

/** The telling end of a hole's id: `2` of `hole-2`, `end-1` as it is. */
function bareId(id: string): string {
  return id.replace(/^(?:hole|hold)-/, '');
}

/** The printed form of a sign: a true minus, not a hyphen. */
export function signMark(sign: '+' | '-' | 'none'): string {
  return sign === '-' ? '−' : sign === '+' ? '+' : '';
}
