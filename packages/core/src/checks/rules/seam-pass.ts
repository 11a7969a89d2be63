import { runName } from '../../plan/edits/run-edits.ts';
import { runLegs } from '../../plan/run-way.ts';
import { seamLetter } from '../../plan/seams.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const seamPass: CheckRule = {
  id: 'seam-pass',
  title: 'Thread over a seam',
  severity: 'mend',
  touching: null,
  better: 'none',
  help: 'A thread leads from one panel to another. Over a seam that is sewn before the circuit it simply goes on, through the layers that lie there. Where the seam is closed afterwards, the thread ends on each panel, and the two ends are sewn over each other when it is closed: one joint more that may fail. One school keeps every panel a circuit of its own; your house style can say so.',
  example: 'The + side leads from the back over a side seam that is closed last.',
  byHand:
    'Sew the seam before the circuit, give each panel power of its own, or let the house style allow it.',
  sees: ['seams', 'panels', 'habits', 'parts'],
  checkRun({ plan }, run) {
    const never = plan.habits.seamPasses === 'never';
    return (run.passes ?? []).flatMap((pass, i): readonly Finding[] => {
      const isLater = plan.seams[pass.seamId]?.sewn === 'after';
      const leg = runLegs(plan, run)[i];
      const at = leg?.path.at(-1);
      if ((!never && !isLater) || leg === undefined || at === undefined) return [];
      const letter = seamLetter(plan, pass.seamId);
      const name = runName(plan, run);
      return [
        {
          key: `seam-pass:${run.id}:${i}`,
          ruleId: 'seam-pass',
          severity: never ? 'mend' : 'note',
          at,
          panelId: leg.panelId,
          message: never
            ? `The thread ${name} passes seam ${letter}; by your house style each panel is a circuit of its own.`
            : `The thread ${name} passes seam ${letter}, which is closed only after it is sewn.`,
          step: never
            ? 'Give each panel power of its own, or let threads pass seams in the house style.'
            : 'Sew the seam first, or join the two ends when it is closed: the sheet has a step for it.',
          found: null,
          wanted: null,
          partIds: [],
          runIds: [run.id],
        },
      ];
    });
  },
};
