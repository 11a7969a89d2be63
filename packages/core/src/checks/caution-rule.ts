/** Rules that do not judge the drawing but bring up a caution of this plan: one note each. */
import { clothBox } from '../cloth/cloth.ts';
import type { Plan } from '../plan/schema.ts';
import type { CheckRule } from './check-rule.ts';

/** A rule that gives one note, in the middle of the piece, where the plan's facts call for it. */
export function cautionRule(
  caution: Pick<CheckRule, 'id' | 'title' | 'help' | 'example'> & {
    readonly message: string;
    readonly appliesTo: (plan: Plan) => boolean;
  },
): CheckRule {
  const { id, title, help, example, message, appliesTo } = caution;
  return {
    id,
    title,
    severity: 'note',
    touching: null,
    help: `${help} Local rules and qualified people come first.`,
    example,
    sees: ['facts', 'cloth'],
    checkWhole({ plan }) {
      if (!appliesTo(plan)) return [];
      const { widthMm, heightMm } = clothBox(plan.cloth);
      return [
        {
          key: id,
          ruleId: id,
          severity: 'note',
          at: { x: widthMm / 2, y: heightMm / 2 },
          message,
          step: 'Keep it in mind; the sheet prints it.',
          found: null,
          wanted: null,
          partIds: [],
          runIds: [],
        },
      ];
    },
  };
}
