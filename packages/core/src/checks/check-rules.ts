/** The rules, in the order findings are listed. A new rule is one file in `rules/` and one line here. */
import type { CheckRule } from './check-rule.ts';
import { crossing } from './rules/crossing.ts';
import { edge } from './rules/edge.ts';
import { gap } from './rules/gap.ts';
import { keepOut } from './rules/keep-out.ts';
import { open } from './rules/open.ts';
import { opening } from './rules/opening.ts';
import { reach } from './rules/reach.ts';
import { reversed } from './rules/reversed.ts';
import { series } from './rules/series.ts';
import { shortNet } from './rules/short-net.ts';
import { switchNone } from './rules/switch-none.ts';
import { weight } from './rules/weight.ts';

export const CHECK_RULES: readonly CheckRule[] = [
  shortNet,
  crossing,
  gap,
  reversed,
  series,
  open,
  switchNone,
  edge,
  opening,
  keepOut,
  reach,
  weight,
];

if (new Set(CHECK_RULES.map((rule) => rule.id)).size !== CHECK_RULES.length) {
  throw new RangeError('check-rules: two rules have the same id');
}

/** The rule with this id, or undefined. */
export function maybeCheckRule(id: string): CheckRule | undefined {
  return CHECK_RULES.find((rule) => rule.id === id);
}
