import { cutPieces, kitFactor } from '../../pieces/pieces.ts';
import { holePoint } from '../../plan/placed.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const threadStock: CheckRule = {
  id: 'thread-stock',
  title: 'Not enough on the spool',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'The pieces of this plan, with loops, knots and spare, need more thread than you said is left on the spool. Get more, or draw the lines closer.',
  example: 'The plan needs 3.2 m of steel thread, and 2.5 m are left.',
  byHand: 'Only you can get more thread; *Pull tight* and *Route for me* may need less of it.',
  sees: ['parts', 'runs', 'patches', 'spools', 'habits', 'panels', 'kits'],
  checkWhole({ plan }) {
    const spools = Object.values(plan.spools).filter((spool) => spool.leftMm !== undefined);
    if (spools.length === 0) return [];
    const pieces = cutPieces(plan);
    return spools.flatMap(({ threadId, leftMm = 0 }): readonly Finding[] => {
      const own = pieces.filter((piece) => piece.threadId === threadId);
      const neededMm = own.reduce((sum, piece) => sum + piece.cutMm, 0) * kitFactor(plan.kits);
      const first = own[0]?.runs[0];
      if (neededMm <= leftMm || first === undefined) return [];
      return [
        {
          key: `thread-stock:${threadId}`,
          ruleId: 'thread-stock',
          severity: 'mend',
          at: holePoint(plan, first.from),
          message: `${maybeThreadKind(threadId)?.title ?? threadId}: ${Math.ceil(neededMm / 10)} cm are needed${plan.kits.count === 1 ? '' : ` for ${plan.kits.count} kits`}, ${Math.floor(leftMm / 10)} cm are left.`,
          step: 'Get more of it, or draw the lines closer.',
          found: { value: leftMm, unit: 'mm' },
          wanted: { value: neededMm, unit: 'mm' },
          partIds: [],
          runIds: own.flatMap((piece) => piece.runs.map(({ run }) => run.id)),
        },
      ];
    });
  },
};
