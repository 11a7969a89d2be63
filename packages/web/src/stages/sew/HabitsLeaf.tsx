import { changeHabits, changeLegSign } from '@sashiko/core/plan/edits/plan-edits';
import { areSameHabits, takeHabits } from '@sashiko/core/plan/house-style';
import type { Habits } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import type { Unfollowed } from '@sashiko/core/sewing/step-order';
import { Button } from 'antd';
import { useMakerStore } from '../../stores/maker-store.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { HABIT_CHOICES } from '../../ui/habit-choices.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { LoopsField } from '../../ui/LoopsField.tsx';
import { LeadingStyle } from '../LeadingStyle.tsx';
import { PaceSection } from './PaceSection.tsx';
import { WorksEditor } from './WorksEditor.tsx';

/** How this maker works: one choice for each habit, kept as a house style; and other work on the piece. */
export function HabitsLeaf({
  plan,
  unfollowed,
}: {
  readonly plan: Plan;
  readonly unfollowed: readonly Unfollowed[];
}) {
  const commit = usePlanStore((state) => state.commit);
  const { habits } = plan;
  const change = (changes: Partial<Habits>): void => {
    commit(
      changes.legSign === undefined ? changeHabits(plan, changes) : changeLegSign(plan, changes.legSign),
    );
  };
  const length = (label: string, field: 'knotMm' | 'spareMm' | 'longestPieceMm') => (
    <LengthField
      label={label}
      valueMm={habits[field]}
      unit={habits.unit}
      onChange={(mm) => change({ [field]: mm })}
    />
  );
  return (
    <>
      {unfollowed.map(({ ruleId, text }) => (
        <p key={ruleId} className="sitting">
          {text}
        </p>
      ))}
      <section aria-label="Habits">
        <h2>Habits of this plan</h2>
        {HABIT_CHOICES.map(({ field, label, options }) => (
          <Choice
            key={field}
            label={label}
            value={habits[field] ?? ''}
            options={options}
            onChange={(value) => change({ [field]: value } as Partial<Habits>)}
          />
        ))}
        <LoopsField plan={plan} />
        {length('Knot at each end', 'knotMm')}
        {length('Spare to hold', 'spareMm')}
        {length('Longest piece', 'longestPieceMm')}
        <Choice
          label="Lengths in"
          value={habits.unit}
          options={[
            { value: 'mm', label: 'millimetres' },
            { value: 'in', label: 'inches' },
          ]}
          onChange={(unit) => change({ unit })}
        />
      </section>
      <section aria-label="How threads go">
        <h2>How threads go</h2>
        <LeadingStyle plan={plan} />
      </section>
      <HouseStyle plan={plan} />
      <WorksEditor plan={plan} />
      <PaceSection />
    </>
  );
}

/** Habits kept for all plans, and taken from there. */
function HouseStyle({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const tell = usePlanStore((state) => state.tell);
  const houseStyle = useMakerStore((state) => state.houseStyle);
  const keep = useMakerStore((state) => state.keepHouseStyle);
  const isSame = houseStyle !== null && areSameHabits(plan.habits, houseStyle);
  return (
    <section aria-label="House style">
      <h2>House style</h2>
      <p className="quiet">
        {houseStyle === null
          ? 'Keep these habits as your house style: new plans begin with them.'
          : isSame
            ? 'This plan follows your house style.'
            : 'This plan has habits of its own.'}
      </p>
      <div className="buttons">
        <Button
          size="small"
          disabled={isSame}
          onClick={() =>
            void keep(plan.habits).then(
              () => tell('Kept: new plans begin with these habits.'),
              () => tell('This browser refuses to keep it.', 'problem'),
            )
          }
        >
          Keep as house style
        </Button>
        {houseStyle !== null && !isSame && (
          <Button size="small" onClick={() => commit(takeHabits(plan, houseStyle))}>
            Take the house style
          </Button>
        )}
      </div>
    </section>
  );
}
