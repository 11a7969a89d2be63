import type { Face } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { faceUp, panelOf, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { offBoard } from '@sashiko/core/router/laid-out';
import type { PlanProblem } from '@sashiko/core/router/problem-of-plan';
import type { RoutedTrace } from '@sashiko/core/router/routing-problem';
import { memo } from 'react';
import { PartByDetail } from '../../canvas/ByDetail.tsx';
import { NEAR_FROM_SCALE } from '../../canvas/detail.ts';
import { clothPath } from '../../canvas/Ground.tsx';
import { PatchDrawing } from '../../canvas/PatchDrawing.tsx';
import { linePath, tableTransform } from '../../canvas/seen.ts';
import { seer } from '../../canvas/table.ts';
import type { ShownThreads } from '../../stores/jobs-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { INK } from '../../ui/ink.ts';
import { useArriving } from '../../ui/use-arriving.ts';

/** The proposed threads over the present ones, which pale under a veil: gold with a dark rim, with the lights as they would be turned and the patches there would be. */
export const ProposalOverlay = memo(function ProposalOverlay({
  result,
  scale,
}: {
  readonly result: ShownThreads;
  readonly scale: number;
}) {
  const face = useViewStore((state) => state.face);
  const { plan, problem, solution, preview } = result;
  const overPatches = new Set(solution.patches?.map(({ over }) => over));
  const firstKept = solution.traces.length - problem.kept.length;
  const lines = solution.traces.map((trace, i) => ({
    data: linePath(seenTrace(plan, problem, trace, face)),
    isOver: overPatches.has(i),
    isKept: i >= firstKept,
    isPlus: problem.nets[trace.net]?.title.startsWith('+') === true,
  }));
  const parts = useArriving(Object.values(preview?.parts ?? {}));
  return (
    <g pointerEvents="none" fill="none" strokeLinejoin="round" strokeLinecap="round">
      {panelsOf(plan).map((panel) => (
        <path
          key={panel.id}
          transform={tableTransform(panel, face)}
          d={clothPath(panel, faceUp(panel, face))}
          fillRule="evenodd"
          fill={INK.paper}
          opacity={0.62}
        />
      ))}
      <ProposedLines lines={lines.filter(({ isOver }) => !isOver)} scale={scale} />
      {preview !== null &&
        Object.values(preview.patches)
          .filter((patch) => patch !== plan.patches[patch.id])
          .map((patch) => {
            const panel = panelOf(plan, patch);
            return (
              <g key={patch.id} transform={tableTransform(panel, face)}>
                <PatchDrawing patch={patch} cloth={panel} face={faceUp(panel, face)} />
              </g>
            );
          })}
      <ProposedLines lines={lines.filter(({ isOver }) => isOver)} scale={scale} />
      <g strokeWidth={1 / scale}>
        {parts.map((part) => {
          const panel = panelOf(plan, part);
          return (
            <g key={part.id} transform={tableTransform(panel, face)}>
              <PartByDetail
                part={part}
                kind={kindOf(plan, part)}
                cloth={panel}
                face={faceUp(panel, face)}
                isChosen={part !== plan.parts[part.id]}
                isLit={false}
                detail={scale < NEAR_FROM_SCALE ? 'far' : 'near'}
              />
            </g>
          );
        })}
      </g>
    </g>
  );
});

/** A trace where it is seen: the board of the problem is not the table. */
function seenTrace(
  plan: Plan,
  problem: PlanProblem,
  { from, points }: RoutedTrace,
  face: Face,
): readonly Point[] {
  const part = plan.parts[problem.parts[from.part]?.id ?? ''];
  if (part === undefined) return [];
  const seen = seer(plan, part, face);
  return points.map((p) => seen(offBoard(problem, part, p)));
}

interface ProposedLine {
  readonly data: string;
  readonly isKept: boolean;
  readonly isPlus: boolean;
}

/** All that look alike are one path. */
function ProposedLines({
  lines,
  scale,
}: {
  readonly lines: readonly ProposedLine[];
  readonly scale: number;
}) {
  // Far out it is no thinner than can be told from its rim.
  const gold = Math.max(3.4, 6 / scale);
  const path = (which: (line: ProposedLine) => boolean): string =>
    lines
      .filter(which)
      .map(({ data }) => data)
      .join('');
  return (
    <>
      <path d={path(({ isKept }) => isKept)} stroke={INK.ash} strokeWidth={2.2} />
      <path d={path(({ isKept }) => !isKept)} stroke={INK.night} strokeWidth={gold + 2 / scale} />
      <path d={path(({ isKept }) => !isKept)} stroke={INK.candle} strokeWidth={gold} />
      <g strokeWidth={Math.max(1.1, 1.6 / scale)}>
        <path d={path(({ isPlus }) => isPlus)} stroke={INK.rust} strokeDasharray="4 3" />
        <path d={path(({ isPlus }) => !isPlus)} stroke={INK.night} strokeDasharray="4 2 1 2" />
      </g>
    </>
  );
}
