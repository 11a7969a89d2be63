import { changePatch, deletePatch } from '@sashiko/core/plan/edits/patch-edits';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Hard } from '../../ui/Hard.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

/** The insulating patches: which line goes under, which over, and how large they are. */
export function PatchLeaf({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const patches = Object.values(plan.patches);
  if (patches.length === 0) return null;
  const { unit } = plan.habits;
  return (
    <section aria-label="Patches">
      <h2>
        Patches <Hard term="patch" />
      </h2>
      {patches.map((patch) => {
        const [under, over] = [plan.runs[patch.underRunId], plan.runs[patch.overRunId]];
        if (under === undefined || over === undefined) return null;
        return (
          <div key={patch.id}>
            <p>
              First {runName(plan, under)}, then the patch, then {runName(plan, over)} over it.
            </p>
            <LengthField
              label="Along the upper line"
              valueMm={patch.lengthMm}
              unit={unit}
              onChange={(lengthMm) => commit(changePatch(plan, patch.id, { lengthMm }), `patch ${patch.id}`)}
            />
            <LengthField
              label="Across"
              valueMm={patch.widthMm}
              unit={unit}
              onChange={(widthMm) => commit(changePatch(plan, patch.id, { widthMm }), `patch ${patch.id}`)}
            />
            <div className="buttons">
              <Button
                size="small"
                onClick={() =>
                  commit(
                    changePatch(plan, patch.id, {
                      underRunId: patch.overRunId,
                      overRunId: patch.underRunId,
                    }),
                  )
                }
              >
                Exchange the two
              </Button>
              <Button size="small" danger onClick={() => commit(deletePatch(plan, patch.id))}>
                Take it away
              </Button>
            </div>
          </div>
        );
      })}
    </section>
  );
}
