import { cautionsFor } from '@sashiko/core/checks/cautions';
import { stateFacts } from '@sashiko/core/plan/edits/plan-edits';
import type { Facts } from '@sashiko/core/plan/records';
import { Segmented } from 'antd';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Field } from '../../ui/Field.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

/** For whom it is made: cautions follow from it. */
const PEOPLE: ReadonlyArray<{ readonly value: NonNullable<Facts['forWhom']>; readonly label: string }> = [
  { value: 'adult', label: 'a grown-up' },
  { value: 'child', label: 'a child of 3 or more' },
  { value: 'small-child', label: 'a child under 3' },
  { value: 'animal', label: 'an animal' },
  { value: 'nobody', label: 'nobody: it hangs or stands' },
];

/** The plan's facts as questions. */
const QUESTIONS: ReadonlyArray<{
  readonly id: Exclude<keyof Facts, 'forWhom' | 'asked'>;
  readonly words: string;
}> = [
  { id: 'worn', words: 'Is it worn?' },
  { id: 'onSkin', words: 'Does it touch skin?' },
  { id: 'washed', words: 'Will it be washed?' },
  { id: 'rainedOn', words: 'May it get wet?' },
  { id: 'unattended', words: 'Left on with nobody near?' },
  { id: 'implantsNear', words: 'Near an implanted device?' },
  { id: 'flashingFine', words: 'Are flashing lights fine?' },
];

/** What the piece is for: asked once, every question may be left open. Cautions follow from it. */
export function FactsLeaf() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const { facts } = plan;
  return (
    <>
      <section>
        <h2>What the piece is for</h2>
        <p className="quiet">Answer what you know, skip the rest: the cautions follow from it.</p>
        <Field label="It is for">
          <OptionSelect
            placeholder="not said"
            value={facts.forWhom}
            options={PEOPLE}
            onChange={(forWhom) => commit(stateFacts(plan, { forWhom }))}
            onClear={() => commit(stateFacts(plan, { forWhom: null }))}
          />
        </Field>
        {QUESTIONS.map(({ id, words }) => (
          <div className="field" key={id}>
            <span id={`fact-${id}`}>{words}</span>
            <Segmented
              aria-labelledby={`fact-${id}`}
              size="small"
              value={facts[id] === null ? '?' : facts[id] ? 'yes' : 'no'}
              options={['yes', 'no', '?']}
              onChange={(answer) =>
                commit(stateFacts(plan, { [id]: answer === '?' ? null : answer === 'yes' }))
              }
            />
          </div>
        ))}
      </section>
      <section>
        <h2>Cautions for this piece</h2>
        <ul className="cautions">
          {cautionsFor(plan).map(({ id, text }) => (
            <li key={id}>{text}</li>
          ))}
        </ul>
      </section>
    </>
  );
}
