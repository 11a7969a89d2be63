import type { Plan } from '@sashiko/core/plan/schema';
import { Checkbox } from 'antd';
import { useJobsStore } from '../../stores/jobs-store.ts';

/** Whether threads are led anew where moving a part breaks a rule. Asked only where there are threads. */
export function ThreadsFollow({ plan }: { readonly plan: Plan }) {
  const threadsFollow = useJobsStore((state) => state.threadsFollow);
  const setThreadsFollow = useJobsStore((state) => state.setThreadsFollow);
  if (Object.keys(plan.runs).length === 0) return null;
  return (
    <Checkbox checked={threadsFollow} onChange={(event) => setThreadsFollow(event.target.checked)}>
      Moved, draw threads anew that would come too close
    </Checkbox>
  );
}
