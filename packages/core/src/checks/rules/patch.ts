import { runName } from '../../plan/edits/run-edits.ts';
import type { Run } from '../../plan/records.ts';
import { crossingAngleDeg, patchSizeMm } from '../../spacing/patches.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const patch: CheckRule = {
  id: 'patch',
  title: 'Patch too small, or for nothing',
  severity: 'mend',
  touching: 'touching that should not',
  better: 'more',
  help: 'An insulating patch carries one line over another. It must reach so far that the upper line comes off it no nearer to the lower one than the wanted gap. A patch where nothing crosses only makes the cloth stiff.',
  example: 'A 6 mm patch lies under a crossing of two lines that want 5 mm to either side.',
  counted: () => 'No line crosses on it; one should.',
  sees: ['patches', 'runs', 'parts', 'panels', 'habits'],
  checkWhole: ({ plan }) =>
    Object.values(plan.patches).flatMap((one): readonly Finding[] => {
      const under = plan.runs[one.underRunId] as Run;
      const over = plan.runs[one.overRunId] as Run;
      const angleDeg = crossingAngleDeg(plan, one);
      const shared = {
        ruleId: 'patch',
        severity: 'mend' as const,
        at: one.at,
        partIds: [],
        runIds: [under.id, over.id],
      };
      if (angleDeg === null)
        return [
          {
            ...shared,
            key: `patch:${one.id}:idle`,
            message: `Nothing crosses on the patch between ${runName(plan, under)} and ${runName(plan, over)}.`,
            step: 'Take it away, or move it to where they cross.',
            found: { value: 0, unit: 'crossings' },
            wanted: { value: 1, unit: 'crossings' },
          },
        ];
      const needed = patchSizeMm(plan, under, over, angleDeg);
      const missing = Math.max(needed.lengthMm - one.lengthMm, needed.widthMm - one.widthMm);
      if (missing <= 0) return [];
      return [
        {
          ...shared,
          key: `patch:${one.id}:small`,
          message: `The patch must be ${needed.lengthMm} mm along ${runName(plan, over)} and ${needed.widthMm} mm across.`,
          step: 'Make it larger.',
          found: { value: Math.min(one.lengthMm, one.widthMm), unit: 'mm' },
          wanted: { value: one.lengthMm < needed.lengthMm ? needed.lengthMm : needed.widthMm, unit: 'mm' },
        },
      ];
    }),
};
