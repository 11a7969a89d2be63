/** Rules that do not judge the drawing but what it is for: one finding where the plan's facts call for it. */

import { clothBox } from '../cloth/cloth.ts';
import { firstPanel } from '../plan/panels.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { CheckRule } from './check-rule.ts';
import type { Severity } from './finding.ts';

/** What the facts of a plan call for. */
export interface FactVerdict {
  readonly severity: Severity;
  readonly message: string;
  readonly step: string;
  /** The parts it is about; it is pinned to the first of them, or to the middle of the piece. */
  readonly parts?: readonly Part[];
}

/** A rule that gives one finding, where `judge` says so. */
export function cautionRule(
  caution: Pick<CheckRule, 'id' | 'title' | 'help' | 'example' | 'severity' | 'byHand' | 'sees'> & {
    readonly judge: (plan: Plan) => FactVerdict | null;
  },
): CheckRule {
  const { id, title, help, example, severity, byHand, sees, judge } = caution;
  return {
    id,
    title,
    severity,
    touching: null,
    better: 'none',
    help: `${help} Local rules and qualified people come first.`,
    example,
    ...(byHand === undefined ? {} : { byHand }),
    // What it is pinned to has its place on a panel.
    sees: ['facts', 'panels', ...sees],
    checkWhole({ plan }) {
      const verdict = judge(plan);
      if (verdict === null) return [];
      const { widthMm, heightMm, left, top } = clothBox(firstPanel(plan));
      const { parts = [], ...words } = verdict;
      return [
        {
          key: id,
          ruleId: id,
          at: parts[0]?.at ?? { x: left + widthMm / 2, y: top + heightMm / 2 },
          ...words,
          ...(parts[0] === undefined ? {} : { panelId: parts[0].panelId }),
          found: null,
          wanted: null,
          partIds: parts.map((part) => part.id),
          runIds: [],
        },
      ];
    },
  };
}
