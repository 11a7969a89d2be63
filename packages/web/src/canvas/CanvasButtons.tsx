/** Parts and runs as buttons inside the drawing, for pointer, keyboard and screen readers. */
import { asSeen } from '@sashiko/core/cloth/cloth';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import { kindOf, sumRun } from '@sashiko/core/plan/placed';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import type { ReactNode } from 'react';
import { useViewStore } from '../stores/view-store.ts';

/** Adds a part to those that are chosen, or takes it out again. */
function addToChoice(id: string): void {
  const { selection, select } = useViewStore.getState();
  const has = selection.partIds.includes(id);
  select({ partIds: has ? selection.partIds.filter((other) => other !== id) : [...selection.partIds, id] });
}

interface PartButtonProps {
  readonly plan: Plan;
  readonly id: string;
  readonly drawing: ReactNode;
  readonly isFocusable: boolean;
  readonly onPart: ((partId: string) => void) | undefined;
}

/** A part as a button: chosen by click, Tab and Enter. */
export function PartButton({ plan, id, drawing, isFocusable, onPart }: PartButtonProps) {
  const part = plan.parts[id];
  const isChosen = useViewStore((state) => state.selection.partIds.includes(id));
  if (part === undefined) return drawing;
  if (!isFocusable) return <g data-part={id}>{drawing}</g>;
  const { unit } = plan.habits;
  const where = `${formatLength(part.at.x, unit)} from the left, ${formatLength(part.at.y, unit)} from the top, turned ${Math.round(part.turnDeg)} degrees`;
  const act = (): void =>
    onPart === undefined ? useViewStore.getState().select({ partIds: [id] }) : onPart(id);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
    <g
      data-part={id}
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={`${part.name}, ${kindOf(part).title}, ${where}`}
      style={{ cursor: 'pointer' }}
      onFocus={(event) => {
        if (event.currentTarget.matches(':focus-visible') && onPart === undefined) act();
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        if (event.shiftKey && onPart === undefined) addToChoice(id);
        else act();
      }}
    >
      {drawing}
    </g>
  );
}

interface RunButtonProps {
  readonly plan: Plan;
  readonly id: string;
  readonly drawing: ReactNode;
  readonly scale: number;
  readonly isFocusable: boolean;
}

/** A run as a button; threads are thin, so it has a wide grip. */
export function RunButton({ plan, id, drawing, scale, isFocusable }: RunButtonProps) {
  const run = plan.runs[id];
  const face = useViewStore((state) => state.face);
  const isChosen = useViewStore((state) => state.selection.runId === id);
  if (run === undefined) return drawing;
  const { spans, pathMm } = sumRun(plan, run);
  const first = spans[0];
  const corners =
    first === undefined
      ? []
      : [first.a, ...spans.map((span) => span.b)].map((p) => asSeen(plan.cloth, face, p));
  // A wide, unseen line to take hold of: threads are thin.
  const grip = (
    <path
      d={corners.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join('')}
      stroke="transparent"
      strokeWidth={Math.max(3, 12 / scale)}
      fill="none"
    />
  );
  if (!isFocusable) return <g pointerEvents="none">{drawing}</g>;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
    <g
      data-run={id}
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={`thread ${runName(plan, run)}, ${formatLength(pathMm, plan.habits.unit, 0)}`}
      style={{ cursor: 'pointer' }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        useViewStore.getState().select({ runId: id });
      }}
    >
      {drawing}
      {grip}
    </g>
  );
}
