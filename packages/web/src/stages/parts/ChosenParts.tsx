import { alignParts, distributeParts } from '@sashiko/core/plan/arrange/align';
import { groupParts, numberParts, ungroupParts } from '@sashiko/core/plan/arrange/group';
import { deleteParts, lockParts } from '@sashiko/core/plan/edits/part-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { GoesAlong, mirrorAtMiddle } from './ChosenPart.tsx';
import { copyParts } from './copy-parts.ts';
import { IntoWindows } from './IntoWindows.tsx';
import { ThreadsFollow } from './ThreadsFollow.tsx';
import { WiringFields } from './WiringFields.tsx';

/** What can be done with several parts together. */
export function ChosenParts({ plan, ids }: { readonly plan: Plan; readonly ids: readonly string[] }) {
  const commit = usePlanStore((state) => state.commit);
  const select = useViewStore((state) => state.select);
  const first = plan.parts[ids[0] ?? ''];
  const [word, setWord] = useState<string | null>(null);
  const groups = new Set(ids.map((id) => plan.parts[id]?.groupId));
  const isGroup = groups.size === 1 && !groups.has(undefined);
  const isLocked = ids.every((id) => plan.parts[id]?.locked === true);
  const named = word ?? (first === undefined ? '' : kindOf(plan, first).noun);
  return (
    <section aria-label="Chosen parts">
      <h2>{ids.length} parts chosen</h2>
      <div className="buttons">
        <Button size="small" onClick={() => commit(alignParts(plan, ids, 'y'))}>
          Line up side by side
        </Button>
        <Button size="small" onClick={() => commit(alignParts(plan, ids, 'x'))}>
          Line up one below the other
        </Button>
        <Button
          size="small"
          disabled={ids.length < 3}
          onClick={() => commit(distributeParts(plan, ids, 'x'))}
        >
          Space evenly across
        </Button>
        <Button
          size="small"
          disabled={ids.length < 3}
          onClick={() => commit(distributeParts(plan, ids, 'y'))}
        >
          Space evenly down
        </Button>
      </div>
      <IntoWindows plan={plan} ids={ids} />
      <ThreadsFollow plan={plan} />
      <WiringFields plan={plan} ids={ids} />
      <div className="buttons">
        <Button
          size="small"
          onClick={() => commit(isGroup ? ungroupParts(plan, ids) : groupParts(plan, ids))}
        >
          {isGroup ? 'Ungroup' : 'Group'}
        </Button>
        <Button size="small" onClick={() => mirrorAtMiddle(plan, ids)}>
          Mirror
        </Button>
        <Button size="small" onClick={() => commit(lockParts(plan, ids, !isLocked))}>
          {isLocked ? 'Unlock' : 'Lock'}
        </Button>
        <Button size="small" onClick={() => copyParts(plan, ids)}>
          Copy beside
        </Button>
        <Button
          size="small"
          danger
          onClick={() => {
            if (commit(deleteParts(plan, ids))) select({});
          }}
        >
          Take away
        </Button>
      </div>
      <div className="field">
        <Input
          size="small"
          aria-label="Word to number them by"
          value={named}
          maxLength={100}
          onChange={(event) => setWord(event.target.value)}
        />
        <Button size="small" onClick={() => commit(numberParts(plan, ids, named))}>
          Number them
        </Button>
      </div>
      <GoesAlong plan={plan} ids={ids} />
    </section>
  );
}
