/** Whom another kind in the place of a part would give too many volts: nothing like that is ever proposed. */
import { isTooMuchFor } from '../parts/bears.ts';
import { freshVolt } from '../parts/cells.ts';
import { elementsOf } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { voltBeside } from '../parts/steady-supply.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { voltFor, wishedCircuits } from '../wishes/wished-circuits.ts';

/**
 * The parts that would get more volts than they bear if a part were of another kind: what a stronger source feeds, or the part itself where it
 * bears less than its source gives. In plan order; none for a part that is in no circuit.
 */
export function harmedByExchange(plan: Plan, part: Part, other: PartKind): readonly Part[] {
  const circuits = wishedCircuits(plan);
  const own = circuits.find(({ source }) => source.id === part.id);
  const [cell] = elementsOf(other, 'cell');
  if (own !== undefined && cell !== undefined) {
    const volt = freshVolt(cell, assumedIn(plan));
    const boards = own.boards.map((board) => kindOf(plan, board));
    return [...own.boards, ...own.consumers].filter((fed) => {
      const kind = kindOf(plan, fed);
      return fed.id !== part.id && isTooMuchFor(kind, voltBeside(kind, volt, boards));
    });
  }
  const feeding = circuits.find(({ boards, consumers }) => [...boards, ...consumers].includes(part));
  if (feeding === undefined) return [];
  const volt = voltFor(plan, part, feeding.source, feeding.boards);
  return isTooMuchFor(other, volt) ? [part] : [];
}
