/** The lengths of thread to cut, as the prints say them: equal ones once. */
import type { Piece } from '../pieces/piece.ts';
import { signMark } from '../plan/hole-names.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { groupBy } from '../units/group-by.ts';
import { formatLength } from '../units/length.ts';
import { listed } from '../units/words.ts';

export interface CutLine {
  /** `Piece 3`, `Pieces 2 and 4, − side`. */
  readonly title: string;
  /** `510 mm of Steel, 3-ply each`. */
  readonly length: string;
  readonly inCloth: string;
  /** What the length is made up of, in mm. */
  readonly sum: string;
}

/** All pieces in the order in which the first of each sort is sewn. */
export function cutList(plan: Plan, pieces: readonly Piece[]): readonly CutLine[] {
  const { unit } = plan.habits;
  const lines = pieces.map((piece, i) => {
    const thread = maybeThreadKind(piece.threadId)?.title ?? piece.threadId;
    const lengths = piece.lengthsMm.map((mm) => formatLength(mm, unit, 0)).join(' + ');
    return {
      number: String(i + 1),
      side: piece.side === '+' || piece.side === '-' ? `, ${signMark(piece.side)} side` : '',
      length: `${lengths} of ${thread}${piece.manner === 'machine' ? ', wound on the bobbin' : ''}`,
      inCloth: formatLength(piece.netMm, unit, 0),
      sum: piece.addends.map(({ what, mm }) => `${what} ${Math.round(mm)}`).join(' + '),
    };
  });
  const sorts = groupBy(lines, ({ side, length, inCloth, sum }) => [side, length, inCloth, sum].join('|'));
  return [...sorts.values()].flatMap((same) => {
    const [first] = same;
    if (first === undefined) return [];
    const { side, length, inCloth, sum } = first;
    const numbers = listed(same.map(({ number }) => number));
    return same.length === 1
      ? [{ title: `Piece ${numbers}${side}`, length, inCloth, sum }]
      : [{ title: `Pieces ${numbers}${side}`, length: `${length} each`, inCloth: `${inCloth} each`, sum }];
  });
}
