import { moveIntoWindows, windowsFor } from '@sashiko/core/plan/arrange/into-windows';
import { looksOut } from '@sashiko/core/plan/layers';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';

/** Moves chosen lights and sensors under the windows of what lies over them; nothing where there are none. */
export function IntoWindows({ plan, ids }: { readonly plan: Plan; readonly ids: readonly string[] }) {
  const canMove = ids
    .flatMap((id) => plan.parts[id] ?? [])
    .some((part) => looksOut(plan, part) && windowsFor(plan, part).length > 0);
  if (!canMove) return null;
  return (
    <div className="buttons">
      <Button
        size="small"
        onClick={() => usePlanStore.getState().commit(moveIntoWindows(currentPlan(), ids))}
      >
        Move into the nearest {ids.length === 1 ? 'window' : 'windows'}
      </Button>
    </div>
  );
}
