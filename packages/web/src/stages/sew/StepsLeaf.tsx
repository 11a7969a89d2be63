import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { orderSteps } from '@sashiko/core/plan/edits/sewing-edits';
import { isTicked } from '@sashiko/core/plan/progress';
import type { Plan } from '@sashiko/core/plan/schema';
import { expectedSeconds, formatWorkTime } from '@sashiko/core/sewing/pace';
import { isRoundDone, isTickDone, type Round, roundsOf } from '@sashiko/core/sewing/rounds';
import type { SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { maybeStepRange, movedOrder, placeAmong } from '@sashiko/core/sewing/step-order';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMakerStore } from '../../stores/maker-store.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useArriving } from '../../ui/use-arriving.ts';
import { SittingNote } from './SittingNote.tsx';
import { StepRow } from './StepRow.tsx';

/** Longer sheets open only the section the maker is at. */
const ALL_OPEN_UP_TO = 150;
/** A row of a step has a handle, a box and a picture. */
const ROWS_AT_ONCE = 12;

interface Section {
  readonly title: string;
  readonly from: number;
  readonly rounds: readonly Round[];
}

/** Steps under their headings: a heading comes again where the work comes back to it. */
function sectionsOf(rounds: readonly Round[]): readonly Section[] {
  const sections: { title: string; from: number; rounds: Round[] }[] = [];
  for (const [i, round] of rounds.entries()) {
    const last = sections.at(-1);
    if (last?.title === round.heading) last.rounds.push(round);
    else sections.push({ title: round.heading, from: i, rounds: [round] });
  }
  return sections;
}

/** Sections are known by their first step. */
function sectionKey({ title, rounds }: Section): string {
  return `${title} ${rounds[0]?.id ?? ''}`;
}

/** All steps in order, to tick, to look at, to drag. */
export function StepsLeaf({ plan, sheet }: { readonly plan: Plan; readonly sheet: SewingSheet }) {
  const { steps } = sheet;
  const commit = usePlanStore((state) => state.commit);
  const pace = useMakerStore((state) => state.pace);
  const navigate = useNavigate();
  const [dragged, setDragged] = useState<string | null>(null);
  const rounds = useMemo(() => roundsOf(steps), [steps]);
  const sections = useMemo(() => sectionsOf(rounds), [rounds]);
  const next = rounds.find((round) => !isRoundDone(plan, round));
  const [opened, setOpened] = useState<ReadonlyMap<string, boolean>>(new Map());
  // Sections that are closed are not drawn at all: a sheet of two hundred parts has over a thousand steps.
  const isOpen = sections.map(
    (section) =>
      opened.get(sectionKey(section)) ??
      (rounds.length <= ALL_OPEN_UP_TO || section.rounds.some((round) => round === next)),
  );
  const shown = sections.flatMap((section, i) =>
    isOpen[i] === true ? section.rounds.map(({ id }) => id) : [],
  );
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const idsOf = (roundId: string): readonly string[] =>
    rounds.find(({ id }) => id === roundId)?.ticks.flatMap((tick) => tick.steps.map(({ id }) => id)) ?? [];
  const own = dragged === null ? [] : idsOf(dragged);
  const range = dragged === null ? undefined : maybeStepRange(steps, own);
  const isOut = (round: Round): boolean => {
    if (range === undefined || round.id === dragged) return false;
    const to = placeAmong(steps, own, idsOf(round.id));
    return to < range.first || to > range.last;
  };
  const done = rounds.filter((round) => isRoundDone(plan, round)).length;
  const left = steps
    .filter((step) => !isTicked(plan, step.id))
    .reduce((sum, step) => sum + expectedSeconds(step.work, pace), 0);
  const drop = ({ active, over }: DragEndEvent): void => {
    setDragged(null);
    if (over === null || over.id === active.id) return;
    const moved = idsOf(String(active.id));
    const order = movedOrder(steps, moved, placeAmong(steps, moved, idsOf(String(over.id))));
    commit(order.ok ? orderSteps(plan, order.value) : order);
  };
  return (
    <>
      <div className="row">
        <span>
          <span className="figure">
            {done} of {rounds.length}
          </span>{' '}
          done
        </span>
        <span className="quiet">{left === 0 ? 'nothing left to do' : `${formatWorkTime(left)} left`}</span>
      </div>
      <div className="buttons">
        <Button onClick={() => void navigate(`/plan/${plan.id}/sew/table`)}>At the table</Button>
        {plan.stepOrder.length > 0 && (
          <Button onClick={() => commit(orderSteps(plan, []))}>Usual order</Button>
        )}
      </div>
      <SittingNote plan={plan} steps={steps} />
      <Cautions sheet={sheet} />
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragStart={({ active }) => setDragged(String(active.id))}
        onDragCancel={() => setDragged(null)}
        onDragEnd={drop}
      >
        <SortableContext items={shown} strategy={verticalListSortingStrategy}>
          {sections.map((section, i) => (
            <details
              key={sectionKey(section)}
              className="step-section"
              open={isOpen[i] === true}
              onToggle={(event) => {
                const { open } = event.currentTarget;
                if (open !== isOpen[i]) setOpened(new Map(opened).set(sectionKey(section), open));
              }}
            >
              <summary>
                <h2>{section.title}</h2>
                <span className="quiet">{section.rounds.length}</span>
              </summary>
              {isOpen[i] === true && <Rows section={section} plan={plan} isOut={isOut} />}
            </details>
          ))}
        </SortableContext>
      </DndContext>
    </>
  );
}

/** The steps of a section; of a long one some at once and the rest a moment later. */
function Rows({
  section,
  plan,
  isOut,
}: {
  readonly section: Section;
  readonly plan: Plan;
  /** Whether the step that is being dragged cannot take the place of this one. */
  readonly isOut: (round: Round) => boolean;
}) {
  return (
    <ol className="steps">
      {useArriving(section.rounds, ROWS_AT_ONCE).map((round, k) => (
        <StepRow
          key={round.id}
          round={round}
          number={section.from + k + 1}
          ticked={round.ticks.map((tick) => (isTickDone(plan, tick) ? 'x' : '-')).join('')}
          isOutOfRange={isOut(round)}
        />
      ))}
    </ol>
  );
}

/** The gravest caution is always in sight; the others are one click away. */
function Cautions({ sheet }: { readonly sheet: SewingSheet }) {
  const [first, ...more] = sheet.cautions;
  return (
    <section aria-label="Cautions">
      <p className="last-chance">{first?.text}</p>
      {more.length > 0 && (
        <details className="more">
          <summary>{more.length} more cautions</summary>
          <ul className="cautions">
            {more.map((caution) => (
              <li key={caution.id}>{caution.text}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
