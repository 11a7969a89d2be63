import { partsThatAre } from '@sashiko/core/joining/sides';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { SEWN_STITCHES } from '@sashiko/core/thread/stitch-kinds';
import { THREAD_KINDS } from '@sashiko/core/thread/thread-kinds';
import { Checkbox, Segmented } from 'antd';
import { useJobsStore } from '../stores/jobs-store.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { Choice } from '../ui/Choice.tsx';
import { Field } from '../ui/Field.tsx';

/** How threads go: one choice for each habit of it. */
export function LeadingStyle({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const request = useJobsStore((state) => state.request);
  const setRequest = useJobsStore((state) => state.setRequest);
  const { habits } = plan;
  const change = (changes: Partial<Plan['habits']>, label: string): void => {
    commit(changeHabits(plan, changes, label));
  };
  const hasBoard = partsThatAre(plan, 'pin').length > 0;
  const hasOwnWishes = plan.wishes !== null;
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
        label="Made of"
        value={habits.supplyThreadId ?? ''}
        options={[
          { value: '', label: 'as the others' },
          ...THREAD_KINDS.map(({ id, title }) => ({ value: id, label: title })),
        ]}
        onChange={(id) =>
          change({ supplyThreadId: id === '' ? null : id }, 'change what supply lines are of')
        }
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
          checked={request.exchangePins === 'always' || (request.exchangePins === 'derived' && !hasOwnWishes)}
          onChange={(event) => setRequest({ exchangePins: event.target.checked ? 'always' : 'never' })}
        >
          Pins that can do the same may be exchanged
        </Checkbox>
      )}
    </>
  );
}
