import { hasElement } from '@sashiko/core/parts/part-element';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Plan } from '@sashiko/core/plan/schema';
import type { Freedom } from '@sashiko/core/router/route-request';
import { formatLength } from '@sashiko/core/units/length';
import { Segmented } from 'antd';
import { useJobsStore } from '../../stores/jobs-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Field } from '../../ui/Field.tsx';
import type { RoutePatience } from '../../workers/messages.ts';
import { scopeKey, scopeOf, scopeOptions } from './route-scope.ts';

/** How long it may take. */
const PATIENCE: ReadonlyArray<{ readonly value: RoutePatience; readonly label: string }> = [
  { value: 'usual', label: 'a few seconds' },
  { value: 30, label: 'half a minute' },
  { value: 60, label: 'a minute' },
];

/** How far lights may be turned. */
const FREEDOMS: ReadonlyArray<{ readonly value: Freedom; readonly label: string }> = [
  { value: 'fixed', label: 'not at all' },
  { value: 'half', label: 'by half turns' },
  { value: 'quarter', label: 'by quarter turns' },
  { value: 'eighth', label: 'by eighths' },
];

/** How far holders, boards, sensors and switches may be moved for shorter or uncrossed threads. */
const MOVES_MM = [0, 10, 20];

/** Whether there is a part that turns otherwise than lights do. */
function hasLargeParts(plan: Plan): boolean {
  return Object.values(plan.parts).some((part) => {
    const kind = kindOf(plan, part);
    return !hasElement(kind, 'light') && !hasElement(kind, 'half');
  });
}

/** What is led anew, how far lights may turn, how long it may take. */
export function RouteOptions({ plan }: { readonly plan: Plan }) {
  const request = useJobsStore((state) => state.request);
  const setRequest = useJobsStore((state) => state.setRequest);
  const patience = useJobsStore((state) => state.patience);
  const setPatience = useJobsStore((state) => state.setPatience);
  const chosen = useViewStore((state) => state.selection.partIds);
  const hasRuns = Object.keys(plan.runs).length > 0;
  return (
    <>
      <Choice
        label="Lead"
        value={scopeKey(request.scope)}
        options={scopeOptions(plan, chosen, request.scope)}
        onChange={(key) => setRequest({ scope: scopeOf(key, chosen) })}
      />
      {hasRuns && (
        <Field label="Old threads" shape="roomy">
          <Segmented
            size="small"
            value={request.existing}
            options={[
              { value: 'give-up', label: 'give way' },
              { value: 'keep', label: 'stay' },
            ]}
            onChange={(existing) => setRequest({ existing: existing as 'keep' | 'give-up' })}
          />
        </Field>
      )}
      <Choice
        label="Lights turn"
        value={request.freedom}
        options={[...FREEDOMS]}
        onChange={(freedom) => setRequest({ freedom })}
      />
      {hasLargeParts(plan) && (
        <Choice
          label="Other parts move"
          value={String(request.mayMoveMm)}
          options={MOVES_MM.map((mm) => ({
            value: String(mm),
            label: mm === 0 ? 'not at all' : `up to ${formatLength(mm, plan.habits.unit, 0)}`,
          }))}
          onChange={(mm) => setRequest({ mayMoveMm: Number(mm) })}
        />
      )}
      <Choice label="It may look for" value={patience} options={[...PATIENCE]} onChange={setPatience} />
    </>
  );
}
