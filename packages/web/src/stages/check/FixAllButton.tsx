import { maybeCheckRule } from '@sashiko/core/checks/check-rules';
import { succeed } from '@sashiko/core/errors/problem';
import { type Edit, squashEdits } from '@sashiko/core/plan/edit';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { currentPlan, useCommittedPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useJob } from '../../workers/use-job.ts';

/** Mends all findings of a kind that can be mended, as one step that can be undone. It may take a while, and can be stopped. */
export function FixAllButton({ ruleId, count }: { readonly ruleId: string; readonly count: number }) {
  const plan = useCommittedPlan();
  const { ask, share, cancel } = useJob('fixAll', { plan, ruleId });
  const mend = async (): Promise<void> => {
    const outcome = await ask();
    if (outcome.kind === 'answered') take(plan, ruleId, outcome.answer);
    else if (outcome.kind === 'failed') usePlanStore.getState().tell(outcome.problem, 'problem');
  };
  if (share !== null)
    return (
      <Button size="small" onClick={cancel}>
        Stop mending ({Math.round(share * 100)} %)
      </Button>
    );
  return (
    <Button size="small" onClick={mend}>
      Mend all {count} of this kind
    </Button>
  );
}

/** Takes the edits, unless the plan went on meanwhile: they are those of the plan as it was. */
function take(plan: Plan, ruleId: string, edits: readonly Edit[]): void {
  const { commit, tell } = usePlanStore.getState();
  const [first, ...rest] = edits;
  if (first === undefined) {
    tell('No fix holds for any of them: mend them by hand.');
    return;
  }
  if (currentPlan() !== plan) {
    tell('The plan has changed meanwhile: nothing was mended.');
    return;
  }
  const title = maybeCheckRule(ruleId)?.title ?? ruleId;
  const label = `mend ${edits.length} of “${title}”`;
  commit(succeed({ ...rest.reduce(squashEdits, first), label }));
}
