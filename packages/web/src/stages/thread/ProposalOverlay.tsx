import { asSeen } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { kindOf } from '@sashiko/core/plan/placed';
import { previewProposal } from '@sashiko/core/router/proposal';
import { memo, useMemo } from 'react';
import { clothPath } from '../../canvas/Ground.tsx';
import { PartDrawing } from '../../canvas/PartDrawing.tsx';
import { linePath } from '../../canvas/seen.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { RouteJobResult } from '../../workers/messages.ts';

/** The proposed threads over the present ones: gold, with the lights as they would be turned. */
export const ProposalOverlay = memo(function ProposalOverlay({
  result,
  scale,
}: {
  readonly result: Pick<RouteJobResult, 'plan' | 'problem' | 'solution'>;
  readonly scale: number;
}) {
  const face = useViewStore((state) => state.face);
  const { plan, problem, solution } = result;
  const preview = useMemo(() => previewProposal(plan, problem, solution), [plan, problem, solution]);
  const seen = (p: Point): Point => asSeen(plan.cloth, face, p);
  return (
    <g pointerEvents="none" fill="none" strokeLinejoin="round" strokeLinecap="round">
      <path d={clothPath(plan.cloth, face)} fillRule="evenodd" fill="#10162a" opacity={0.26} />
      {solution.traces.map((trace, i) => {
        const isKept = i >= solution.traces.length - problem.kept.length;
        const data = linePath(trace.points.map(seen));
        const isPlus = problem.nets[trace.net]?.title.startsWith('+') === true;
        return (
          <g key={data}>
            <path d={data} stroke={isKept ? '#cfc9bb' : '#ffd98a'} strokeWidth={isKept ? 2.2 : 3.4} />
            <path
              d={data}
              stroke={isPlus ? '#a8301f' : '#1d2a4d'}
              strokeWidth={1.3}
              strokeDasharray={isPlus ? '4 3' : '4 2 1 2'}
            />
          </g>
        );
      })}
      {preview.ok &&
        Object.values(preview.value.parts).map((part) => (
          <g key={part.id} strokeWidth={1 / scale}>
            <PartDrawing
              part={part}
              kind={kindOf(plan, part)}
              cloth={plan.cloth}
              face={face}
              isChosen={part !== plan.parts[part.id]}
              isLit={false}
            />
          </g>
        ))}
    </g>
  );
});
