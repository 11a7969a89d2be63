import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { PAPERS } from '@sashiko/core/sewing/papers';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { printFiles } from '../../ui/print-files.ts';
import type { WorkerMessages } from '../../workers/messages.ts';
import { ask } from '../../workers/workshop.ts';

/** Everything that can be printed or taken out. */
export function PrintPanel({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const prints = usePrintList();
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

function usePrintList(): WorkerMessages['printList'][1] {
  const [prints, setPrints] = useState<WorkerMessages['printList'][1]>([]);
  useEffect(() => {
    const job = ask('printList', null);
    job.answer.then(setPrints, () => undefined);
    return () => job.cancel();
  }, []);
  return prints;
}
