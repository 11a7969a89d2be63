import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { tickStep } from '@sashiko/core/plan/edits/progress-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { keptTogether } from '@sashiko/core/sewing/sheet-names';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { memo } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { StepPicture } from './StepPicture.tsx';

interface StepRowProps {
  readonly plan: Plan;
  readonly step: SewingStep;
  readonly number: number;
  /** Something is being dragged that cannot come here. */
  readonly isOutOfRange: boolean;
}

/** One step: its box, its words, a handle to drag it by; chosen, its drawing and why it stands where it does. */
export const StepRow = memo(function StepRow({ plan, step, number, isOutOfRange }: StepRowProps) {
  const commit = usePlanStore((state) => state.commit);
  const setSpotlight = useViewStore((state) => state.setSpotlight);
  const isChosen = useViewStore((state) => state.spotlight?.key === step.id);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: step.id });
  const isDone = plan.ticks[step.id] === true;
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
        onChange={(event) => commit(tickStep(plan, step.id, event.target.checked, Date.now()))}
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
            <StepPicture plan={plan} step={step} widthMm={76} heightMm={44} />
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
