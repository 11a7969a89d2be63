import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';

import { useId } from 'react';
import { usePlanStore } from '../stores/plan-store.ts';
import { NumberField } from './NumberField.tsx';

/** How many loops this maker sews at each hole. */
export function LoopsField({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>Loops at each hole</label>
      <NumberField
        id={id}
        style={{ width: '100%' }}
        min={3}
        max={20}
        precision={0}
        value={plan.habits.loops}
        onChange={(loops) => {
          if (loops !== null) commit(changeHabits(plan, { loops }), 'loops');
        }}
      />
    </div>
  );
}
