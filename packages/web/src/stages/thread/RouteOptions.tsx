import { partsThatAre } from '@sashiko/core/joining/sides';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import type { Freedom, RouteScope } from '@sashiko/core/router/route-request';
import { SEWN_STITCHES } from '@sashiko/core/thread/stitch-kinds';
import { wishesOf } from '@sashiko/core/wishes/wishes';
import { Checkbox, Segmented } from 'antd';
import { useJobsStore } from '../../stores/jobs-store.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Field } from '../../ui/Field.tsx';
import type { RoutePatience } from '../../workers/messages.ts';

const PATIENCE: ReadonlyArray<{ readonly value: RoutePatience; readonly label: string }> = [
  { value: 'usual', label: 'a few seconds' },
  { value: 30, label: 'half a minute' },
  { value: 120, label: 'two minutes' },
];

const FREEDOMS: ReadonlyArray<{ readonly value: Freedom; readonly label: string }> = [
  { value: 'fixed', label: 'not at all' },
  { value: 'half', label: 'by half turns' },
  { value: 'quarter', label: 'by quarter turns' },
  { value: 'eighth', label: 'by eighths' },
];

/** What is led anew, how far lights may turn, and the house style. */
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
      <Choice label="It may look for" value={patience} options={[...PATIENCE]} onChange={setPatience} />
      <details className="more">
        <summary>House style</summary>
        <HouseStyle plan={plan} />
      </details>
    </>
  );
}

function HouseStyle({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const request = useJobsStore((state) => state.request);
  const setRequest = useJobsStore((state) => state.setRequest);
  const { habits } = plan;
  const change = (changes: Partial<Plan['habits']>, label: string): void => {
    commit(changeHabits(plan, changes, label));
  };
  const hasBoard = partsThatAre(plan, 'pin').length > 0;
  return (
    <>
      <Choice
        label="Strands"
        value={habits.strandStyle}
        options={[
          { value: 'chain', label: 'one through each side' },
          { value: 'branch', label: 'a new one at any part' },
          { value: 'star', label: 'one of its own for each light' },
        ]}
        onChange={(strandStyle) => change({ strandStyle }, 'change how strands join')}
      />
      {habits.strandStyle === 'chain' && (
        <Choice
          label="Rows are fed"
          value={habits.feed}
          options={[
            { value: 'any', label: 'wherever is shortest' },
            { value: 'same', label: '+ and − from the same end' },
            { value: 'opposite', label: '+ and − from opposite ends' },
            { value: 'middle', label: 'into their middle' },
          ]}
          onChange={(feed) => change({ feed }, 'change where rows are fed')}
        />
      )}
      {partsThatAre(plan, 'switch').length > 0 && (
        <Field label="Switch in the" shape="roomy">
          <Segmented
            size="small"
            value={habits.switchSide}
            options={[
              { value: '+', label: '+ side' },
              { value: '-', label: '− side' },
            ]}
            onChange={(side) =>
              change({ switchSide: side as '+' | '-' }, 'put the switch into the other side')
            }
          />
        </Field>
      )}
      <Choice
        label="Supply lines"
        value={habits.supplyLines}
        options={[
          { value: 1, label: 'sewn once' },
          { value: 2, label: 'sewn twice' },
          { value: 3, label: 'sewn three times' },
        ]}
        onChange={(supplyLines) => change({ supplyLines }, 'change how supply lines are sewn')}
      />
      <Choice
        label="Their stitch"
        value={habits.supplyStitchId ?? ''}
        options={[
          { value: '', label: 'the stitch of the others' },
          ...SEWN_STITCHES.map(({ id, title }) => ({ value: id, label: title })),
        ]}
        onChange={(id) =>
          change({ supplyStitchId: id === '' ? null : id }, 'change how supply lines are sewn')
        }
      />
      <Checkbox
        checked={request.anyEqualHole}
        onChange={(event) => setRequest({ anyEqualHole: event.target.checked })}
      >
        Of several holes of one sign any may serve
      </Checkbox>
      {hasBoard && (
        <Checkbox
          checked={request.exchangePins}
          onChange={(event) => setRequest({ exchangePins: event.target.checked })}
        >
          Pins that do the same may be exchanged
        </Checkbox>
      )}
    </>
  );
}

const SIDES = { '+': 'the + side', '-': 'the − side' } as const;

function scopeKey(scope: RouteScope): string {
  if (scope.kind === 'side') return `side:${scope.side}`;
  if (scope.kind === 'net') return `net:${scope.wishId}`;
  return scope.kind === 'parts' ? 'parts' : 'all';
}

function scopeOf(key: string, chosen: readonly string[]): RouteScope {
  const [kind, rest = ''] = key.split(/:(.*)/s);
  if (kind === 'side') return { kind, side: rest === '+' ? '+' : '-' };
  if (kind === 'net') return { kind, wishId: rest };
  return kind === 'parts' ? { kind, partIds: chosen } : { kind: 'all' };
}

function scopeOptions(plan: Plan, chosen: readonly string[], scope: RouteScope) {
  const found = wishesOf(plan);
  const wishes = found.ok ? found.value : [];
  const names = (scope.kind === 'parts' ? scope.partIds : chosen)
    .map((id) => plan.parts[id]?.name ?? '')
    .join(', ');
  return [
    { value: 'all', label: 'everything' },
    { value: 'side:+', label: SIDES['+'] },
    { value: 'side:-', label: SIDES['-'] },
    {
      value: 'parts',
      label: names === '' ? 'at the chosen parts' : `at ${names}`,
      disabled: chosen.length === 0,
    },
    ...wishes.map(({ id, side, title }) => ({
      value: `net:${id}`,
      label: `${side === 'none' ? '' : side === '-' ? '− ' : '+ '}${title}`,
    })),
  ];
}
