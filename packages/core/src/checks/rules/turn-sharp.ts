import { distance, type Point } from '../../geometry/point.ts';
import { polylineLengthMm, walkAlong } from '../../geometry/polyline.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { pinOfRun, runPath } from '../../plan/run-way.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { GAP_SLACK_MM } from '../../units/tolerances.ts';
import type { CheckRule } from '../check-rule.ts';

export const turnSharp: CheckRule = {
  id: 'turn-sharp',
  title: 'Corner tighter than a stitch',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'The line turns so sharply that the stitches before and after the corner end nearer to each other than one stitch: the cloth puckers and the thread lies on itself. Round the corner, or sew shorter stitches there.',
  example: 'A line of 5 mm stitches doubles back at a bend of 30°.',
  sees: [],
  checkRun({ plan }, run) {
    if (maybeThreadKind(run.threadId)?.form !== 'thread' || run.bends.length === 0) return [];
    const path = runPath(plan, run);
    const length = polylineLengthMm(path);
    const [before, after] = [walkAlong(path), walkAlong(path)];
    let doneMm = 0;
    let worst: { readonly alongMm: number; readonly apartMm: number } | null = null;
    for (let i = 1; i < path.length - 1; i += 1) {
      const at = path[i] as Point;
      doneMm += distance(path[i - 1] as Point, at);
      // Near the ends of a line the loops at the hole hold the stitch.
      const stitchMm = Math.min(run.stitchMm, doneMm, length - doneMm);
      if (stitchMm < run.stitchMm / 2) continue;
      const apartMm = distance(before(doneMm - stitchMm), after(doneMm + stitchMm));
      if (apartMm < stitchMm - GAP_SLACK_MM && (worst === null || apartMm < worst.apartMm))
        worst = { alongMm: doneMm, apartMm };
    }
    if (worst === null) return [];
    return [
      {
        key: `turn-sharp:${run.id}`,
        ruleId: 'turn-sharp',
        severity: 'mend' as const,
        ...pinOfRun(plan, run, worst.alongMm),
        message: `The thread ${runName(plan, run)} turns too sharply.`,
        step: 'Move the bend, or add another to round the corner.',
        found: { value: worst.apartMm, unit: 'mm' as const },
        wanted: { value: run.stitchMm, unit: 'mm' as const },
        partIds: [],
        runIds: [run.id],
      },
    ];
  },
};
