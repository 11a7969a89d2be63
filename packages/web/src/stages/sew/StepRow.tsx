import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { tickSteps } from '@sashiko/core/plan/edits/progress-edits';
import type { Round, RoundTick } from '@sashiko/core/sewing/rounds';
import { keptTogether } from '@sashiko/core/sewing/sheet-names';
import { memo, useMemo } from 'react';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { useArriving } from '../../ui/use-arriving.ts';
import { StepPicture } from '../StepPicture.tsx';

interface StepRowProps {
  readonly round: Round;
  readonly number: number;
  /** For each of its ticks, in order, `x` where it is set. */
  readonly ticked: string;
  /** Something is being dragged that cannot come here. */
  readonly isOutOfRange: boolean;
}

/** One step: its box or boxes, its words, a handle to drag it by; chosen, its drawing and why it stands where it does. */
export const StepRow = memo(function StepRow({ round, number, ticked, isOutOfRange }: StepRowProps) {
  const setSpotlight = useViewStore((state) => state.setSpotlight);
  const isChosen = useViewStore((state) => state.spotlight?.key === round.id);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: round.id });
  const look = [isChosen ? 'chosen' : '', isOutOfRange ? 'out' : '', isDragging ? 'dragged' : ''];
  const isDone = !ticked.includes('-');
  return (
    <li
      ref={setNodeRef}
      className={look.filter((word) => word !== '').join(' ')}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
    >
      <Box
        steps={round.ticks.flatMap(({ steps }) => steps)}
        isDone={isDone}
        aria-label={`Step ${number} done`}
      />
      <div>
        {round.lastChance !== null && <p className="last-chance">{round.lastChance}</p>}
        <button
          type="button"
          className="linkish"
          onClick={() =>
            setSpotlight(isChosen ? null : { key: round.id, partIds: round.partIds, runIds: round.runIds })
          }
        >
          <span className="figure">{number}. </span>
          <span className={isDone ? 'done' : ''}>{keptTogether(round.text)}</span>
        </button>
        {round.ticks.length > 1 && <Ticks round={round} ticked={ticked} />}
        {isChosen && (
          <>
            <OwnPicture round={round} />
            <Reasons round={round} />
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

/** A round of two hundred lights has two hundred boxes: they come in slices. */
const TICKS_AT_ONCE = 20;

/** The boxes of a step: one for each part of it. */
function Ticks({ round, ticked }: { readonly round: Round; readonly ticked: string }) {
  const ticks = useMemo(
    () =>
      round.ticks.map((tick, i) => ({ id: `tick ${tick.steps[0]?.id}`, tick, isDone: ticked[i] === 'x' })),
    [round, ticked],
  );
  return (
    <ul className="round-ticks">
      {useArriving(ticks, TICKS_AT_ONCE).map(({ id, tick, isDone }) => (
        <li key={id}>
          <Box id={id} steps={tick.steps} isDone={isDone} /> <label htmlFor={id}>{tick.words}</label>
        </li>
      ))}
    </ul>
  );
}

/** Ticks all of some steps, or takes their ticks back. Its words are beside it, or it has a name that is only heard. */
function Box({
  steps,
  isDone,
  ...named
}: {
  readonly steps: RoundTick['steps'];
  readonly isDone: boolean;
  readonly id?: string;
  readonly 'aria-label'?: string;
}) {
  const ids = steps.map(({ id }) => id);
  return (
    <input
      type="checkbox"
      checked={isDone}
      onChange={(event) =>
        usePlanStore.getState().commit(tickSteps(currentPlan(), ids, event.target.checked, Date.now()))
      }
      {...named}
    />
  );
}

/** The small drawing of a step. */
function OwnPicture({ round }: { readonly round: Round }) {
  return <StepPicture plan={useShownPlan()} step={round} widthMm={46} heightMm={30} />;
}

/** Why the step comes where it does, each reason once. */
function Reasons({ round }: { readonly round: Round }) {
  const reasons = [...new Map(round.needs.map(({ why, kind }) => [why, kind])).entries()];
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
