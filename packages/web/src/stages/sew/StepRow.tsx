import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { tickStep } from '@sashiko/core/plan/edits/progress-edits';
import { keptTogether } from '@sashiko/core/sewing/sheet-names';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { memo } from 'react';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { StepPicture } from './StepPicture.tsx';

interface StepRowProps {
  readonly step: SewingStep;
  readonly number: number;
  readonly isDone: boolean;
  /** Something is being dragged that cannot come here. */
  readonly isOutOfRange: boolean;
}

/** One step: its box, its words, a handle to drag it by; chosen, its drawing and why it stands where it does. */
export const StepRow = memo(function StepRow({ step, number, isDone, isOutOfRange }: StepRowProps) {
  const commit = usePlanStore((state) => state.commit);
  const setSpotlight = useViewStore((state) => state.setSpotlight);
  const isChosen = useViewStore((state) => state.spotlight?.key === step.id);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: step.id });
  const look = [isChosen ? 'chosen' : '', isOutOfRange ? 'out' : '', isDragging ? 'dragged' : ''];
  return (
    <li
      ref={setNodeRef}
      className={look.filter((word) => word !== '').join(' ')}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
    >
      <input
        type="checkbox"
        checked={isDone}
        aria-label={`Step ${number} done`}
        onChange={(event) => commit(tickStep(currentPlan(), step.id, event.target.checked, Date.now()))}
      />
      <div>
        {step.lastChance !== null && <p className="last-chance">{step.lastChance}</p>}
        <button
          type="button"
          className="linkish"
          onClick={() =>
            setSpotlight(isChosen ? null : { key: step.id, partIds: step.partIds, runIds: step.runIds })
          }
        >
          <span className="figure">{number}. </span>
          <span className={isDone ? 'done' : ''}>{keptTogether(step.text)}</span>
        </button>
        {isChosen && (
          <>
            <OwnPicture step={step} />
            <Reasons step={step} />
          </>
        )}
      </div>
      <button
        type="button"
        ref={setActivatorNodeRef}
        className="step-handle"
        {...attributes}
        {...listeners}
        aria-label={`Move step ${number}`}
      >
        <span aria-hidden="true">⠿</span>
      </button>
    </li>
  );
});

function OwnPicture({ step }: { readonly step: SewingStep }) {
  return <StepPicture plan={useShownPlan()} step={step} widthMm={76} heightMm={44} />;
}

/** Why the step comes where it does, each reason once. */
function Reasons({ step }: { readonly step: SewingStep }) {
  const reasons = [...new Map(step.needs.map(({ why, kind }) => [why, kind])).entries()];
  if (reasons.length === 0) return null;
  return (
    <ul className="reasons">
      {reasons.map(([why, kind]) => (
        <li key={why}>
          {kind === 'habit' ? 'By habit: ' : ''}
          {why}.
        </li>
      ))}
    </ul>
  );
}
