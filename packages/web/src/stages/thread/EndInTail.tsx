import type { EndUse } from '@sashiko/core/parts/part-kind';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { useState } from 'react';
import { endInTail } from '../../canvas/thread-tool.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

/** A tail that is tied or sewn on is about a hand long at first, mm. */
const USUAL_TAIL_MM = 120;

/** What a free end is for. */
const USES: ReadonlyArray<{ readonly value: EndUse; readonly label: string }> = [
  { value: 'tied', label: 'tied: a switch' },
  { value: 'later', label: 'kept for a later part' },
  { value: 'joined', label: 'joined by hand later' },
];

/** While a run is drawn: it may end on bare cloth, where its thread stays. */
export function EndInTail({ plan }: { readonly plan: Plan }) {
  const tool = useViewStore((state) => state.tool);
  const [use, setUse] = useState<EndUse>('tied');
  const [lengthMm, setLengthMm] = useState(USUAL_TAIL_MM);
  if (tool.kind !== 'draw') return null;
  return (
    <section aria-label="A free end">
      <h2>It may end on bare cloth</h2>
      <p className="quiet">Click where it should end, then say what its end is for.</p>
      <Choice label="Its end is" value={use} options={[...USES]} onChange={setUse} />
      <LengthField label="It stays" valueMm={lengthMm} unit={plan.habits.unit} onChange={setLengthMm} />
      <Button onClick={() => endInTail(use, lengthMm)} disabled={tool.bends.length === 0}>
        End it here in a tail
      </Button>
    </section>
  );
}
