import { markingsFor } from '@sashiko/core/cloth/cloth';
import { changeHabits, changeLegSign } from '@sashiko/core/plan/edits/plan-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Field } from '../../ui/Field.tsx';
import { habitChoice } from '../../ui/habit-choices.ts';
import { LoopsField } from '../../ui/LoopsField.tsx';
import { More } from '../../ui/More.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { StitchFields, StitchSelect, ThreadSelect } from './StitchFields.tsx';

/** How + and − of bare legs are told apart: asked beside the stitch, because it is sewn at the same hole. */
const legs = habitChoice('legSign');

/** The two ways a run can be drawn. */
const STRAIGHT = 'straight';
const CURVED = 'curved';

/** What the next run is sewn with, and how it goes. */
export function NextRun({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const way = useViewStore((state) => state.drawingWay);
  const { habits } = plan;
  const form = maybeThreadKind(habits.threadId)?.form ?? 'thread';
  const marks = panelsOf(plan).flatMap((panel) => markingsFor(panel, 'mark'));
  const alongId = marks.some((mark) => mark.id === way.alongId) ? way.alongId : null;
  const hasBareLegs = Object.values(plan.parts).some((part) =>
    kindOf(plan, part).options.some((option) => option.id === 'plusSquare'),
  );
  return (
    <section aria-label="Next run">
      <More
        id="next-run"
        title={form === 'thread' ? 'How the next thread is sewn' : `The next line: ${form}, laid`}
      >
        <ThreadSelect
          value={habits.threadId}
          onChange={(threadId) => commit(changeHabits(plan, { threadId }, 'change the thread for new runs'))}
        />
        {form === 'thread' && (
          <StitchSelect
            value={habits.stitchId}
            onChange={(stitchId) =>
              commit(changeHabits(plan, { stitchId }, 'change the stitch for new runs'))
            }
          />
        )}
        <Field label="It goes">
          <OptionSelect
            value={alongId ?? (way.curved ? CURVED : STRAIGHT)}
            options={[
              { value: STRAIGHT, label: 'straight' },
              { value: CURVED, label: 'in curves' },
              ...marks.map((mark) => ({ value: mark.id, label: `along ${mark.name}` })),
            ]}
            onChange={(value) =>
              useViewStore.getState().setDrawingWay({
                curved: value === CURVED,
                alongId: value === STRAIGHT || value === CURVED ? null : value,
              })
            }
          />
        </Field>
        <StitchFields
          sewn={habits}
          unit={habits.unit}
          onChange={(change) => commit(changeHabits(plan, change))}
        />
        {hasBareLegs && (
          <Choice
            label={legs.label}
            value={habits.legSign}
            options={legs.options}
            onChange={(legSign) => commit(changeLegSign(plan, legSign as typeof habits.legSign))}
          />
        )}
        <LoopsField plan={plan} />
      </More>
    </section>
  );
}
