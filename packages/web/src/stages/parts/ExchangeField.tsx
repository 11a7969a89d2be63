import { harmedByExchange } from '@sashiko/core/advice/harmed-by';
import { hasElement } from '@sashiko/core/parts/part-element';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import { PART_KINDS } from '@sashiko/core/parts/part-kinds';
import { exchangePart, goesWithExchange, mayExchange } from '@sashiko/core/plan/edits/exchange-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Part } from '@sashiko/core/plan/records';
import { runsAtParts } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { useMemo } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Choice } from '../../ui/Choice.tsx';

/** Another kind of part in the place of this one: its threads go to the holes that do the same. */
export function ExchangeField({ plan, part }: { readonly plan: Plan; readonly part: Part }) {
  const { commit, tell } = usePlanStore.getState();
  const threads = runsAtParts(plan, [part.id]);
  const kind = kindOf(plan, part);
  const [kinds, harmed] = useMemo(() => {
    const alike = PART_KINDS.filter((other) => isLike(kind, other) && mayExchange(plan, part, other));
    const harms = new Map(alike.map((other) => [other.id, harmedByExchange(plan, part, other)]));
    const isHarmless = ({ id }: PartKind): boolean => harms.get(id)?.length === 0;
    return [alike.filter(isHarmless), [...new Set([...harms.values()].flat().map(({ name }) => name))]];
  }, [plan, part, kind]);
  if (kinds.length === 0 || part.locked === true) return null;
  return (
    <>
      <Choice
        label="Exchange for"
        value={part.kindId}
        options={[
          { value: part.kindId, label: 'as it is' },
          ...kinds.map(({ id, title }) => ({ value: id, label: title })),
        ]}
        onChange={(kindId) => {
          const other = kinds.find(({ id }) => id === kindId);
          if (other === undefined) return;
          const gone = goesWithExchange(plan, part, other);
          if (commit(exchangePart(plan, part.id, kindId)) && gone.length > 0)
            tell(`${part.name} is exchanged; ${gone.join(', ')} went with what it was.`);
        }}
      />
      {harmed.length > 0 && (
        <p className="quiet">What would give {harmed.join(', ')} too many volts is not offered.</p>
      )}
      {threads > 0 && (
        <p className="quiet">
          Exchanged, {threads === 1 ? 'its thread goes' : `its ${threads} threads go`} to the holes that do
          the same.
        </p>
      )}
    </>
  );
}

/** Whether a kind is for the same thing: of the same drawer, or a source for a source. Halves stay with their halves. */
function isLike(kind: PartKind, other: PartKind): boolean {
  if (other.id === kind.id || other.threadEnd !== undefined || kind.threadEnd !== undefined) return false;
  if (hasElement(kind, 'half') || hasElement(other, 'half')) return false;
  return other.drawer === kind.drawer || (hasElement(kind, 'cell') && hasElement(other, 'cell'));
}
