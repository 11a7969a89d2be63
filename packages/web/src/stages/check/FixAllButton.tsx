import { maybeCheckRule } from '@sashiko/core/checks/check-rules';
import { fixAll } from '@sashiko/core/checks/fix';
import { succeed } from '@sashiko/core/errors/problem';
import { squashEdits } from '@sashiko/core/plan/edit';
import { Button } from 'antd';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';

/** Mends all findings of a kind that can be mended, as one step that can be undone. */
export function FixAllButton({ ruleId, count }: { readonly ruleId: string; readonly count: number }) {
  const title = maybeCheckRule(ruleId)?.title ?? ruleId;
  return (
    <Button
      size="small"
      onClick={() => {
        const { commit, tell } = usePlanStore.getState();
        const edits = fixAll(currentPlan(), ruleId);
        const [first, ...rest] = edits;
        if (first === undefined) {
          tell('No fix holds for any of them: mend them by hand.');
          return;
        }
        const label = `mend ${edits.length} of “${title}”`;
        commit(succeed({ ...rest.reduce(squashEdits, first), label }));
      }}
    >
      Mend all {count} of this kind
    </Button>
  );
}
