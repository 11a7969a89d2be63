import { lonelyTails, pairTails } from '@sashiko/core/plan/edits/tail-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Choice } from '../../ui/Choice.tsx';

/** Which other free end this one is tied or joined to, where there is a choice. */
export function TailMate({ plan, part }: { readonly plan: Plan; readonly part: Part }) {
  const commit = usePlanStore((state) => state.commit);
  const use = kindOf(plan, part).threadEnd?.use;
  if (use === undefined || use === 'later') return null;
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  const others = lonelyTails(plan, use).filter(({ id }) => id !== part.id && id !== mate?.id);
  if (others.length === 0) return null;
  return (
    <Choice
      label={use === 'tied' ? 'Tied to' : 'Joined to'}
      value={mate?.id ?? ''}
      options={[
        ...(mate === undefined
          ? [{ value: '', label: 'no other end yet' }]
          : [{ value: mate.id, label: mate.name }]),
        ...others.map(({ id, name }) => ({ value: id, label: name })),
      ]}
      onChange={(id) => {
        if (id !== '') commit(pairTails(plan, part.id, id));
      }}
    />
  );
}
