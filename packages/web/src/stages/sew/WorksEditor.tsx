import { addWork, changeWork, deleteWork } from '@sashiko/core/plan/edits/sewing-edits';
import { ofPanel, panelsOf } from '@sashiko/core/plan/panels';
import type { Work } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

/** What other work does to the piece. */
const KINDS: ReadonlyArray<{ readonly value: Work['kind']; readonly label: string }> = [
  { value: 'open', label: 'opens a way in' },
  { value: 'do', label: 'comes first' },
  { value: 'close', label: 'closes it for good' },
];

/** What a zip closes is not closed for good. */
const CLOSES = { value: 'close', label: 'closes it' } as const;

/** Work besides the circuit: what is opened or drilled first, what closes when. The order of steps follows from it. */
export function WorksEditor({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const [title, setTitle] = useState('');
  const add = (): void => {
    if (title.trim() !== '' && commit(addWork(plan, { title, kind: 'close', place: 'piece' }))) setTitle('');
  };
  return (
    <section aria-label="Other work">
      <h2>Other work on the piece</h2>
      <p className="quiet">
        A pocket opened, a hole punched, a seam or lining closed: the sheet warns before the last chance
        passes.
      </p>
      {Object.values(plan.works).map((work) => (
        <WorkRow key={work.id} plan={plan} work={work} />
      ))}
      <div className="work-row">
        <Input
          size="small"
          aria-label="New work"
          placeholder="such as: sew the side seam shut"
          maxLength={120}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          onPressEnter={add}
        />
        <Button size="small" onClick={add} disabled={title.trim() === ''}>
          Add
        </Button>
      </div>
    </section>
  );
}

/** Other work: what it does, where, and whether it sews in a zip. */
function WorkRow({ plan, work }: { readonly plan: Plan; readonly work: Work }) {
  const commit = usePlanStore((state) => state.commit);
  const places = [
    { value: 'piece', label: 'the whole piece' },
    { value: 'right', label: 'the right side' },
    { value: 'wrong', label: 'the wrong side' },
    { value: 'nowhere', label: 'nothing is hidden by it' },
    ...panelsOf(plan).flatMap((panel) =>
      Object.values(panel.markings)
        .filter(({ closed }) => closed)
        .map(({ id, name }) => ({ value: id, label: `${name}${ofPanel(plan, { panelId: panel.id })}` })),
    ),
  ];
  return (
    <div className="work-card">
      <div className="row">
        <strong>{work.title}</strong>
        <button
          type="button"
          className="linkish"
          aria-label={`Leave out: ${work.title}`}
          onClick={() => commit(deleteWork(plan, work.id))}
        >
          ✕
        </button>
      </div>
      <OptionSelect
        size="small"
        aria-label={`What it does: ${work.title}`}
        value={work.kind}
        options={KINDS.map((kind) => (work.zip === true && kind.value === 'close' ? CLOSES : kind))}
        onChange={(kind) => commit(changeWork(plan, work.id, { kind }))}
      />
      <OptionSelect
        size="small"
        aria-label={`Where: ${work.title}`}
        value={work.place}
        options={places}
        onChange={(place) => commit(changeWork(plan, work.id, { place }))}
      />
      <Checkbox
        aria-label={`It sews in a zip, which opens again: ${work.title}`}
        checked={work.zip === true}
        onChange={(event) => commit(changeWork(plan, work.id, { zip: event.target.checked }))}
      >
        It sews in a zip, which opens again
      </Checkbox>
    </div>
  );
}
