/** Parts and runs as buttons inside the drawing, for pointer, keyboard and screen readers. */
import { asSeen } from '@sashiko/core/cloth/cloth';
import { withGroups } from '@sashiko/core/plan/arrange/group';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';
import { memo } from 'react';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { PartByDetail, RunByDetail } from './ByDetail.tsx';
import type { PartLook, RunLook } from './looks.ts';
import { linePath } from './seen.ts';

/** Adds a part to those that are chosen, or takes it out again. */
function addToChoice(id: string): void {
  const { selection, select } = useViewStore.getState();
  const has = selection.partIds.includes(id);
  select({ partIds: has ? selection.partIds.filter((other) => other !== id) : [...selection.partIds, id] });
}

/** What a press on a part needs to know beside how it looks. */
interface PartButtonProps extends PartLook {
  readonly unit: LengthUnit;
  readonly isFocusable: boolean;
  readonly onPart: ((partId: string) => void) | undefined;
}

/** A part as a button: chosen by click and Enter, with its whole group. */
export const PartButton = memo(function PartButton({ unit, isFocusable, onPart, ...look }: PartButtonProps) {
  const { part, kind, isChosen } = look;
  const { id } = part;
  const drawing = <PartByDetail {...look} />;
  if (!isFocusable)
    return (
      <g data-part={id} data-thing={id}>
        {drawing}
      </g>
    );
  const where = `${formatLength(part.at.x, unit)} from the left, ${formatLength(part.at.y, unit)} from the top, turned ${Math.round(part.turnDeg)} degrees`;
  const act = (): void =>
    onPart === undefined
      ? useViewStore.getState().select({ partIds: withGroups(currentPlan(), [id]) })
      : onPart(id);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
    <g
      data-part={id}
      data-thing={id}
      role="button"
      tabIndex={-1}
      aria-pressed={isChosen}
      aria-label={`${part.name}, ${kind.title}, ${where}${part.locked === true ? ', locked' : ''}`}
      style={{ cursor: 'pointer' }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        // Held on what is chosen already, Space pulls the view.
        if (event.key === ' ' && isChosen && !event.shiftKey && onPart === undefined) return;
        event.preventDefault();
        if (event.shiftKey && onPart === undefined) addToChoice(id);
        else act();
      }}
    >
      {drawing}
    </g>
  );
});

/** The same for a thread. */
interface RunButtonProps extends RunLook {
  readonly from: string;
  readonly to: string;
  readonly unit: LengthUnit;
  readonly isFocusable: boolean;
}

/** A run as a button; threads are thin, so it has a wide grip. */
export const RunButton = memo(function RunButton({ from, to, unit, isFocusable, ...look }: RunButtonProps) {
  const { run, sum, cloth, face, isChosen } = look;
  if (!isFocusable) {
    return (
      <g data-thing={run.id} pointerEvents="none">
        <RunByDetail {...look} />
      </g>
    );
  }
  const { spans, pathMm } = sum;
  const first = spans[0];
  const corners =
    first === undefined ? [] : [first.a, ...spans.map((span) => span.b)].map((p) => asSeen(cloth, face, p));
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
    <g
      data-run={run.id}
      data-thing={run.id}
      role="button"
      tabIndex={-1}
      aria-pressed={isChosen}
      aria-label={`thread ${from} to ${to}, ${formatLength(pathMm, unit, 0)}`}
      style={{ cursor: 'pointer' }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        useViewStore.getState().select({ runId: run.id });
      }}
    >
      <RunByDetail {...look} />
      <path
        d={linePath(corners)}
        stroke="transparent"
        strokeWidth={12}
        vectorEffect="non-scaling-stroke"
        fill="none"
      />
    </g>
  );
});
