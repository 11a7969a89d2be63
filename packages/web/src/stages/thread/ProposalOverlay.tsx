import { asSeen } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { panelOf } from '@sashiko/core/plan/panels';
import { memo } from 'react';
import { clothPath } from '../../canvas/Ground.tsx';
import { PartDrawing } from '../../canvas/PartDrawing.tsx';
import { PatchDrawing } from '../../canvas/PatchDrawing.tsx';
import { linePath } from '../../canvas/seen.ts';
import type { ShownThreads } from '../../stores/jobs-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { INK } from '../../ui/ink.ts';

/** The proposed threads over the present ones: gold, with the lights as they would be turned and the patches there would be. */
export const ProposalOverlay = memo(function ProposalOverlay({
  result,
  scale,
}: {
  readonly result: ShownThreads;
  readonly scale: number;
}) {
  const face = useViewStore((state) => state.face);
  const { plan, problem, solution, preview } = result;
  const seen = (p: Point): Point => asSeen(panelOf(plan), face, p);
  const overPatches = new Set(solution.patches?.map(({ over }) => over));
  const drawTraces = (isOver: boolean) =>
    solution.traces.map((trace, i) => {
      if (overPatches.has(i) !== isOver) return null;
      const data = linePath(trace.points.map(seen));
      return (
        <ProposedLine
          key={data}
          data={data}
          isKept={i >= solution.traces.length - problem.kept.length}
          isPlus={problem.nets[trace.net]?.title.startsWith('+') === true}
        />
      );
    });
  return (
    <g pointerEvents="none" fill="none" strokeLinejoin="round" strokeLinecap="round">
      <path d={clothPath(panelOf(plan), face)} fillRule="evenodd" fill={INK.dark} opacity={0.26} />
      {drawTraces(false)}
      {preview !== null &&
        Object.values(preview.patches)
          .filter((patch) => patch !== plan.patches[patch.id])
          .map((patch) => <PatchDrawing key={patch.id} patch={patch} cloth={panelOf(plan)} face={face} />)}
      {drawTraces(true)}
      {preview !== null &&
        Object.values(preview.parts).map((part) => (
          <g key={part.id} strokeWidth={1 / scale}>
            <PartDrawing
              part={part}
              kind={kindOf(plan, part)}
              cloth={panelOf(plan)}
              face={face}
              isChosen={part !== plan.parts[part.id]}
              isLit={false}
            />
          </g>
        ))}
    </g>
  );
});

function ProposedLine({
  data,
  isKept,
  isPlus,
}: {
  readonly data: string;
  readonly isKept: boolean;
  readonly isPlus: boolean;
}) {
  return (
    <g>
      <path d={data} stroke={isKept ? INK.ash : INK.candle} strokeWidth={isKept ? 2.2 : 3.4} />
      <path
        d={data}
        stroke={isPlus ? INK.rust : INK.night}
        strokeWidth={1.3}
        strokeDasharray={isPlus ? '4 3' : '4 2 1 2'}
      />
    </g>
  );
}
