/** What rules say of pairs: which faces, parts and runs they concern. */
import type { Face } from '../cloth/cloth.ts';
import type { NearPair } from '../spacing/near-pairs.ts';

const BOTH: readonly Face[] = ['right', 'wrong'];

/** The faces on which the two may touch. Through cloth that does not keep its faces apart, on both. */
export function facesOfPair({ first, other }: NearPair): readonly Face[] {
  const [a, b] = [first.conductor.faces, other.conductor.faces];
  if (a === 'both') return b === 'both' ? BOTH : [b];
  return b === 'both' || a === b ? [a] : BOTH;
}

export function partsOfPair({ first, other }: NearPair): readonly string[] {
  return [first, other].flatMap((thing) =>
    thing.runId === null && thing.partId !== null ? [thing.partId] : [],
  );
}

export function runsOfPair({ first, other }: NearPair): readonly string[] {
  return [first, other].flatMap((thing) => (thing.runId === null ? [] : [thing.runId]));
}
