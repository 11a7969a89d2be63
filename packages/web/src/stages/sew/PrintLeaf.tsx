import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { PAPERS } from '@sashiko/core/sewing/papers';
import { Button } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { printFiles } from '../../ui/print-files.ts';
import { useAnswer } from '../../workers/use-answer.ts';

/** Everything that can be printed or taken out. */
export function PrintLeaf({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const prints = useAnswer('printList', {}).answer ?? [];
  return (
    <>
      <Choice
        label="Paper"
        value={plan.habits.paper}
        options={PAPERS.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={(paper) => commit(changeHabits(plan, { paper }, 'print on another paper'))}
      />
      {prints.map(({ id, title, help }, i) => (
        <div key={id} className="print-row">
          <Button type={i < 2 ? 'primary' : 'default'} onClick={() => void printFiles(plan, id, title)}>
            {title}
          </Button>
          <p className="quiet">{help}</p>
        </div>
      ))}
    </>
  );
}
