import { distance } from '../../geometry/point.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { sumRun } from '../../plan/run-way.ts';
import { maybeStitchKind, STITCH_RANGE_MM } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { GAP_SLACK_MM } from '../../units/tolerances.ts';
import type { CheckRule } from '../check-rule.ts';

export const stitchLong: CheckRule = {
  id: 'stitch-long',
  title: 'Stitch too long',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'Stitches over 10 mm catch on things and work loose (common practice, no source). Make them about 5 mm.',
  example: 'A line of 10 mm stitches is stretched to 11 mm so that it ends at its hole.',
  sees: ['panels', 'spools', 'habits'],
  checkRun({ plan }, run) {
    if (maybeThreadKind(run.threadId)?.form !== 'thread') return [];
    // A laid line is tied down as often as one likes, and what lies doubled underneath is held in its middle.
    if (maybeStitchKind(run.stitchId)?.takesStep !== true) return [];
    const { spans } = sumRun(plan, run);
    let longest = spans[0];
    for (const span of spans)
      if (longest === undefined || distance(span.a, span.b) > distance(longest.a, longest.b)) longest = span;
    if (longest === undefined) return [];
    const longMm = distance(longest.a, longest.b);
    if (longMm <= STITCH_RANGE_MM.largest + GAP_SLACK_MM) return [];
    return [
      {
        key: `stitch-long:${run.id}`,
        ruleId: 'stitch-long',
        severity: 'mend' as const,
        at: longest.a,
        message: `A stitch of the thread ${runName(plan, run)} is ${longMm.toFixed(1)} mm long.`,
        step: 'Make the stitches shorter, about 5 mm.',
        found: { value: longMm, unit: 'mm' as const },
        wanted: { value: STITCH_RANGE_MM.largest, unit: 'mm' as const },
        partIds: [],
        runIds: [run.id],
      },
    ];
  },
};
