import { describeToMaker } from '@sashiko/core/errors/problem';
import type { Piece } from '@sashiko/core/pieces/piece';
import { runName } from '@sashiko/core/plan/edits/run-edits';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { type Mishap, repairWays } from '@sashiko/core/sewing/repair-plan';
import { formatLength } from '@sashiko/core/units/length';
import { Slider } from 'antd';
import { useState } from 'react';
import { useViewStore } from '../../stores/view-store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { WayCard } from './WayCard.tsx';

/** What can go wrong at the table. */
const KINDS: ReadonlyArray<{ readonly value: Mishap['kind']; readonly label: string }> = [
  { value: 'ran-out', label: 'The thread ran out' },
  { value: 'broke', label: 'A thread broke' },
  { value: 'short', label: 'Two threads touch' },
  { value: 'part-replaced', label: 'A part must be replaced' },
];

/** What to do when something goes wrong with a thread or a part, the least work first. */
export function MendLeaf({ plan, pieces }: { readonly plan: Plan; readonly pieces: readonly Piece[] }) {
  const runs = pieces.flatMap((piece) => piece.runs.map(({ run }) => run));
  const [kind, setKind] = useState<Mishap['kind']>('ran-out');
  const [chosenRun, setRunId] = useState<string | null>(null);
  const [chosenOther, setOther] = useState<string | null>(null);
  const [chosenPart, setPartId] = useState<string | null>(null);
  const [share, setShare] = useState(50);
  const run = runs.find(({ id }) => id === chosenRun) ?? runs[0];
  const part = plan.parts[chosenPart ?? ''] ?? Object.values(plan.parts)[0];
  if (run === undefined || part === undefined)
    return <p>There is no thread to mend yet: draw or route threads first.</p>;
  const other = runs.find(({ id }) => id === chosenOther && id !== run.id) ?? runs.find((one) => one !== run);
  const pathMm = sumRun(plan, run).pathMm;
  const alongMm = (pathMm * share) / 100;
  const mishap = mishapOf(kind, run.id, other?.id ?? '', part.id, alongMm);
  const ways = repairWays(plan, mishap);
  const options = runs.map((one) => ({ value: one.id, label: runName(plan, one) }));
  const look = (runId: string): void =>
    useViewStore.getState().setSpotlight({ key: `mend:${runId}`, partIds: [], runIds: [runId] });
  return (
    <>
      <Choice label="What happened" value={kind} options={[...KINDS]} onChange={setKind} />
      {kind === 'part-replaced' ? (
        <Choice
          label="Which part"
          value={part.id}
          options={Object.values(plan.parts).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setPartId}
        />
      ) : (
        <>
          <Choice
            label="Which thread"
            value={run.id}
            options={options}
            onChange={(id) => {
              setRunId(id);
              look(id);
            }}
          />
          {kind === 'short' && other !== undefined && (
            <Choice
              label="It touches"
              value={other.id}
              options={options.filter(({ value }) => value !== run.id)}
              onChange={setOther}
            />
          )}
          <div className="field roomy">
            <span id="mend-along">How far along</span>
            <Slider
              ariaLabelledByForHandle="mend-along"
              value={share}
              onChange={setShare}
              tooltip={{ formatter: () => formatLength(alongMm, plan.habits.unit, 0) }}
            />
          </div>
          <p className="quiet">
            {formatLength(alongMm, plan.habits.unit, 0)} of {formatLength(pathMm, plan.habits.unit, 0)} from
            where it starts.
          </p>
        </>
      )}
      {ways.ok ? (
        ways.value.map((way, i) => <WayCard key={way.id} plan={plan} way={way} isFirst={i === 0} />)
      ) : (
        <p>{describeToMaker(ways.problem)}</p>
      )}
    </>
  );
}

/** What went wrong, from the fields. */
function mishapOf(
  kind: Mishap['kind'],
  runId: string,
  otherRunId: string,
  partId: string,
  alongMm: number,
): Mishap {
  if (kind === 'part-replaced') return { kind, partId };
  return kind === 'short' ? { kind, runId, otherRunId, alongMm } : { kind, runId, alongMm };
}
