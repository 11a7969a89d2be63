/** Changing what should be joined. The first change makes the derived wishes the maker's own. */
import { fail, type Result } from '../errors/problem.ts';
import { terminalKey, terminalOfHole } from '../joining/nets.ts';
import type { Edit } from '../plan/edit.ts';
import { checkEdit } from '../plan/edits/check-edit.ts';
import { holeName } from '../plan/hole-names.ts';
import { holeProblem } from '../plan/problems/part-problem.ts';
import type { HoleRef, WishRecord } from '../plan/records.ts';
import { LONGEST_NAME } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { withEnding } from '../units/letters.ts';
import { wishAt } from './wish-difference.ts';
import type { Wish } from './wish-list.ts';
import { wishesOf } from './wishes.ts';

function put(plan: Plan, label: string, wishes: readonly Wish[]): Result<Edit> {
  const after = Object.fromEntries(
    wishes
      .filter((wish) => wish.terminals.length > 0)
      .map(({ id, title, terminals }): [string, WishRecord] => [id, { id, title, terminals }]),
  );
  return checkEdit(plan, label, [{ field: 'wishes', before: plan.wishes, after }]);
}

function present(plan: Plan): readonly Wish[] {
  const wishes = wishesOf(plan);
  return wishes.ok ? wishes.value : [];
}

/** Wishes two holes joined: their groups become one, or the free one joins the other's group, or both a new one. Fails where that would change nothing. */
export function wishTogether(plan: Plan, from: HoleRef, to: HoleRef): Result<Edit> {
  const problem = holeProblem(plan, from, 'from') ?? holeProblem(plan, to, 'to');
  if (problem !== null) return { ok: false, problem };
  const [a, b] = [terminalOfHole(plan, from), terminalOfHole(plan, to)];
  const wishes = present(plan);
  const [one, other] = [wishAt(wishes, a), wishAt(wishes, b)];
  if (terminalKey(a) === terminalKey(b) || (one !== undefined && one === other)) return fail('wish-nothing');
  const label = `wish ${holeName(plan, from)} joined with ${holeName(plan, to)}`;
  if (one === undefined && other === undefined) {
    const number = 1 + Math.max(0, ...wishes.map(({ id }) => Number(id.slice(1)) || 0));
    const fresh: Wish = {
      id: `w${number}`,
      side: 'none',
      title: withEnding(`${holeName(plan, from)} and ${holeName(plan, to)}`, '', LONGEST_NAME),
      terminals: [a, b],
    };
    return put(plan, label, [...wishes, fresh]);
  }
  const kept = (one ?? other) as Wish;
  const added = one === undefined ? [a] : other === undefined ? [b] : other.terminals;
  return put(
    plan,
    label,
    wishes
      .filter((wish) => wish !== other || kept === other)
      .map((wish) => (wish === kept ? { ...wish, terminals: [...wish.terminals, ...added] } : wish)),
  );
}

/** Takes a hole out of its group; a group of one that is left goes too. Fails where that would change nothing. */
export function unwish(plan: Plan, hole: HoleRef): Result<Edit> {
  const problem = holeProblem(plan, hole, 'hole');
  if (problem !== null) return { ok: false, problem };
  const terminal = terminalOfHole(plan, hole);
  const wishes = present(plan);
  const own = wishAt(wishes, terminal);
  if (own === undefined) return fail('wish-nothing');
  const left = own.terminals.filter((one) => terminalKey(one) !== terminalKey(terminal));
  return put(
    plan,
    `wish ${holeName(plan, hole)} joined with nothing`,
    wishes.flatMap((wish) =>
      wish === own ? (left.length < 2 ? [] : [{ ...wish, terminals: left }]) : [wish],
    ),
  );
}

/** Back to what Sashiko derives from the parts. Never fails on a sound plan. */
export function deriveWishesAgain(plan: Plan): Result<Edit> {
  return checkEdit(plan, 'derive the wishes anew', [{ field: 'wishes', before: plan.wishes, after: null }]);
}
