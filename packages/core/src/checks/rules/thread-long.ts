import { longestPieceMm, loopAtMm } from '../../pieces/piece-length.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { copiesOf, loopsAt, pinOfRun, sumRun } from '../../plan/run-way.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import type { CheckRule } from '../check-rule.ts';

export const threadLong: CheckRule = {
  id: 'thread-long',
  title: 'Longer than an arm',
  severity: 'note',
  touching: null,
  better: 'less',
  help: 'A piece of thread much longer than an arm tangles and frays as it is pulled through (common practice, no source: about 600 mm). Sashiko splits pieces at holes, once they are a tenth longer; this single run is too long by itself. Splice it on the way, or take it over a part in between.',
  example: 'A run goes from the collar to the hem, 800 mm without a part on the way.',
  sees: ['panels', 'habits', 'spools'],
  checkRun({ plan }, run) {
    if (run.prewired === true || maybeThreadKind(run.threadId)?.form !== 'thread') return [];
    // What is wound on a bobbin does not tangle.
    if (maybeStitchKind(run.stitchId)?.byMachine === true) return [];
    const { knotMm, spareMm } = plan.habits;
    const mostMm = longestPieceMm(plan);
    const loopedMm = [run.from, run.to].reduce(
      (sum, ref) => sum + loopsAt(plan, ref, run.threadId) * loopAtMm(plan, ref),
      0,
    );
    const netMm = (sumRun(plan, run).threadMm + loopedMm) * copiesOf(run);
    const pieces = (run.splicesMm?.length ?? 0) + 1;
    const longMm = netMm / pieces + 2 * knotMm + spareMm;
    if (longMm <= mostMm) return [];
    return [
      {
        key: `thread-long:${run.id}`,
        ruleId: 'thread-long',
        severity: 'note' as const,
        ...pinOfRun(plan, run, sumRun(plan, run).pathMm / 2),
        message: `The thread ${runName(plan, run)} takes a piece of ${Math.ceil(longMm / 10) * 10} mm.`,
        step: 'Splice it on the way, or take it over a part in between.',
        found: { value: longMm, unit: 'mm' as const },
        wanted: { value: mostMm, unit: 'mm' as const },
        partIds: [],
        runIds: [run.id],
      },
    ];
  },
};
