import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { usePlanStore } from '../stores/plan-store.ts';
import { Field } from './Field.tsx';
import { NumberField } from './NumberField.tsx';

/** How many loops this maker sews at each hole. */
export function LoopsField({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  return (
    <Field label="Loops at each hole">
      <NumberField
        style={{ width: '100%' }}
        min={3}
        max={20}
        precision={0}
        value={plan.habits.loops}
        onChange={(loops) => {
          if (loops !== null) commit(changeHabits(plan, { loops }), 'loops');
        }}
      />
    </Field>
  );
}
