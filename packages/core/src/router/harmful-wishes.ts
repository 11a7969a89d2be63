/** Wishes that lead a source to what it would damage: the maker may write them down, and no thread is proposed for them. */
import { UnionFind } from '../joining/union-find.ts';
import { bears, intakesOf } from '../parts/bears.ts';
import { freshVolt } from '../parts/cells.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from '../power/contacts.ts';
import { sourcesOf } from '../power/sources.ts';
import type { Wish } from '../wishes/wish-list.ts';

/** Which sources would be too much for which parts if all wishes were sewn, in words; '' where none is. O(parts + wishes). */
export function harmedByWishes(plan: Plan, wishes: readonly Wish[]): string {
  const joined = new UnionFind();
  const at = (partId: string, terminal: string): string => joined.find(`${partId}.${terminal}`);
  for (const { terminals } of wishes)
    for (const { partId, terminal } of terminals) {
      const [first] = terminals;
      if (first !== undefined) joined.join(at(first.partId, first.terminal), at(partId, terminal));
    }
  for (const { a, b } of contactsOf(plan)) joined.join(at(a.partId, a.terminal), at(b.partId, b.terminal));
  const words = sourcesOf(plan).flatMap(({ part: source, cell }) => {
    const volt = freshVolt(cell, assumedIn(plan));
    const harmed = Object.values(plan.parts).filter((part) =>
      intakesOf(kindOf(plan, part)).some(
        (intake) =>
          bears(intake, volt) === 'no' &&
          at(part.id, intake.plus) === at(source.id, cell.plus) &&
          at(part.id, intake.minus) === at(source.id, cell.minus),
      ),
    );
    return harmed.length === 0 ? [] : [`${source.name} for ${harmed.map(({ name }) => name).join(', ')}`];
  });
  return words.length === 0 ? '' : `(${words.join('; ')})`;
}
