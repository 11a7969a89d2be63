/** What is laid over the cloth while threads are drawn: the run under way, bend handles, holes as buttons. */

import type { Point } from '@sashiko/core/geometry/point';
import { deriveSides } from '@sashiko/core/joining/sides';
import { addBend, sewingByHabit } from '@sashiko/core/plan/edits/run-edits';
import { holeName } from '@sashiko/core/plan/hole-names';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { faceUp, panelOf } from '@sashiko/core/plan/panels';
import { spansOnLeg } from '@sashiko/core/plan/passes';
import { holeKey, holePoint } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { type KeyboardEvent, memo } from 'react';
import { usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { INK } from '../ui/ink.ts';
import { bendHandles, type Handle } from './bend-handles.ts';
import { CATCH_PX } from './gestures/gesture.ts';
import { draftLegs, draftPanelId, draftPath, measureDraft } from './live-measure.ts';
import { nearestHole } from './nearest-hole.ts';
import { isDarkCloth } from './panel-items.ts';
import { RunDrawing } from './RunDrawing.tsx';
import { linePath, tableTransform } from './seen.ts';
import { onTable, seer } from './table.ts';
import { chooseHole, seamCaught } from './thread-tool.ts';

/** What is laid over the cloth while threads are drawn. */
interface OverlayProps {
  readonly plan: Plan;
  readonly scale: number;
}

/** The run under way, stitches and all. */
export function DraftRun({ plan, scale }: OverlayProps) {
  const tool = useViewStore((state) => state.tool);
  const pointer = useViewStore((state) => (state.tool.kind === 'draw' ? state.pointer : null));
  const face = useViewStore((state) => state.face);
  if (tool.kind !== 'draw') return null;
  const panel = panelOf(plan, { panelId: draftPanelId(plan, tool) });
  const target = pointer === null ? null : nearestHole(plan, panel.id, pointer, CATCH_PX / scale);
  const over = target === null && pointer !== null ? seamCaught(plan, panel.id, pointer, scale) : null;
  const path = draftPath(plan, tool, pointer, target);
  const { sum, gap } = measureDraft(plan, tool, target, path);
  const sides = deriveSides(plan);
  const seen = (p: Point): Point => onTable(panel, face, p);
  return (
    <g pointerEvents="none">
      {sum !== null &&
        draftLegs(plan, tool, path).map((leg, i) => {
          const on = panelOf(plan, leg);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: legs are known by their order
            <g key={i} transform={tableTransform(on, face)}>
              <RunDrawing
                run={{
                  ...sewingByHabit(plan, leg),
                  id: 'draft',
                  from: tool.from,
                  to: target ?? tool.from,
                  bends: [],
                }}
                sum={{ ...sum, spans: spansOnLeg(leg, sum.spans) }}
                side={sides.of(sides.nets.ofHole(tool.from))}
                cloth={on}
                face={faceUp(on, face)}
                isDark={isDarkCloth(on)}
                isChosen
              />
            </g>
          );
        })}
      {over !== null && (
        <circle
          {...centre(seen(over.at))}
          r={CATCH_PX / scale}
          fill="none"
          stroke={INK.lamp}
          strokeWidth={2 / scale}
          strokeDasharray={`${4 / scale} ${3 / scale}`}
        />
      )}
      {gap !== null && gap.gapMm < gap.wantedMm * 2 && (
        <path
          d={linePath([seen(gap.at.onFirst), seen(gap.at.onSecond)])}
          stroke={gap.verdict === null ? INK.mint : INK.blush}
          strokeWidth={1.6 / scale}
          strokeDasharray={`${3 / scale} ${3 / scale}`}
        />
      )}
      {target !== null && (
        <circle
          {...centre(seen(holePoint(plan, target)))}
          r={CATCH_PX / scale}
          fill="none"
          stroke={INK.lamp}
          strokeWidth={2 / scale}
        />
      )}
    </g>
  );
}

/** What Enter or Space does on a handle or a hole. */
function onEnter(event: KeyboardEvent, act: () => void): void {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  event.stopPropagation();
  act();
}

/** Puts a bend into the middle of a leg and chooses it. */
function pullBend(plan: Plan, runId: string, { index, at, leg }: Handle): void {
  if (usePlanStore.getState().commit(addBend(plan, runId, index, at, leg)))
    useViewStore.getState().select({ runId, bend: index });
}

/** A place as attributes of a circle. */
function centre(p: Point): { readonly cx: number; readonly cy: number } {
  return { cx: p.x, cy: p.y };
}

/** Round handles on the bends of the chosen run; small ones in the middle of its legs to pull new bends from. */
export function BendHandles({ plan, scale }: OverlayProps) {
  const { runId, bend } = useViewStore((state) => state.selection);
  const face = useViewStore((state) => state.face);
  const run = runId === null ? undefined : plan.runs[runId];
  if (runId === null || run === undefined) return null;
  const handles = bendHandles(plan, runId);
  const seen = ({ at, ...of }: Handle): Point => seer(plan, of, face)(at);
  return (
    <g data-run={runId}>
      {handles.legs.map((handle, i) => (
        // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: legs are known by their place
          key={`leg${i}`}
          data-leg={`${handle.index}.${handle.leg}`}
          role="button"
          tabIndex={0}
          aria-label={`add a bend in leg ${i + 1}`}
          onKeyDown={(event) => onEnter(event, () => pullBend(plan, runId, handle))}
          {...centre(seen(handle))}
          r={5 / scale}
          fill={INK.paper}
          fillOpacity={0.75}
          stroke={INK.indigo}
          strokeWidth={1.2 / scale}
          strokeDasharray={`${2 / scale}`}
          style={{ cursor: 'copy' }}
        />
      ))}
      {handles.bends.map((handle, i) => (
        // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: bends are known by their place
          key={`bend${i}`}
          data-bend={i}
          role="button"
          tabIndex={0}
          aria-label={`bend ${i + 1}: arrow keys move it, Delete removes it`}
          aria-pressed={bend === i}
          onFocus={() => useViewStore.getState().select({ runId, bend: i })}
          onKeyDown={(event) => onEnter(event, () => useViewStore.getState().select({ runId, bend: i }))}
          {...centre(seen(handle))}
          r={7 / scale}
          fill={bend === i ? INK.lamp : INK.paper}
          stroke={INK.indigo}
          strokeWidth={2 / scale}
          style={{ cursor: 'move' }}
        />
      ))}
    </g>
  );
}

/** The holes that can be pressed, and the one a thread comes from. */
interface HoleButtonsProps extends OverlayProps {
  readonly onHole?: (hole: HoleRef) => void;
}

/** Every metal hole as a button, for the keyboard and for screen readers. */
export const HoleButtons = memo(function HoleButtons({ plan, scale, onHole = chooseHole }: HoleButtonsProps) {
  const face = useViewStore((state) => state.face);
  return (
    <g>
      {Object.values(plan.parts).flatMap((part) => {
        const seen = seer(plan, part, face);
        return kindOf(plan, part).holes.flatMap((hole) => {
          if (!hole.plated) return [];
          const ref = { partId: part.id, holeId: hole.id };
          return [
            // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
            <circle
              key={holeKey(ref)}
              role="button"
              tabIndex={-1}
              aria-label={holeName(plan, ref)}
              data-hole={holeKey(ref)}
              {...centre(seen(holePoint(plan, ref)))}
              r={Math.max(hole.padRadiusMm, 9 / scale)}
              fill="transparent"
              style={{ cursor: 'crosshair' }}
              onKeyDown={(event) => onEnter(event, () => onHole(ref))}
            />,
          ];
        });
      })}
    </g>
  );
}, sameHoles);

/** Holes are drawn anew only when a part, a panel or the zoom is another: threads do not move them. */
function sameHoles(before: HoleButtonsProps, after: HoleButtonsProps): boolean {
  return (
    before.plan.parts === after.plan.parts &&
    before.plan.panels === after.plan.panels &&
    before.plan.ownParts === after.plan.ownParts &&
    before.scale === after.scale &&
    before.onHole === after.onHole
  );
}
