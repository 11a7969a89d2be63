import { type BenchTest, OPEN_READING } from '@sashiko/core/bench/bench-test';
import { type Judgement, judgeReading } from '@sashiko/core/bench/judge-reading';
import { writeReading } from '@sashiko/core/plan/edits/progress-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatVolt } from '@sashiko/core/units/electrical';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LongList } from '../../ui/LongList.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Row } from '../../ui/Row.tsx';
import type { BenchSheet } from '../../workers/messages.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { clickPart } from '../click-part.ts';
import { useLight } from '../light/use-light.ts';
import { StateLeaf, standNotes } from '../StateLeaf.tsx';
import { titleOf } from '../stages.ts';
import { WhatNext } from '../WhatNext.tsx';

/** In the order of safety: without power first. */
const GROUPS = [
  { kind: 'lights', title: 'Each light, before sewing' },
  { kind: 'ohms', title: 'Along each run, without power' },
  { kind: 'open', title: 'Between conductors, without power' },
  { kind: 'volts', title: 'With power' },
] as const;

/** A press on the cloth puts a switch the other way; nothing else can be done there. */
const PUTS_SWITCHES = { movesParts: false, drawsThread: false, onPart: clickPart };

/** Tests in order, what the meter should show, and what it showed. */
export function BenchStage() {
  const plan = useShownPlan();
  const { answer: sheet, problem } = useAnswer('bench', { plan });
  const stands = useMemo(() => standNotes(plan), [plan]);
  return (
    <>
      <StageCloth abilities={PUTS_SWITCHES} notes={stands} />
      <aside className="tray" aria-label={titleOf('bench')}>
        <WhatNext stage="bench" />
        <p>
          No power while you measure ohms. Write down what the meter shows; Sashiko says whether it is in
          order and where to look.
        </p>
        <StateLeaf plan={plan} />
        <SeenNow plan={plan} />
        {problem !== null && <p role="alert">{problem}</p>}
        {sheet === null ? (
          problem === null && <p className="quiet">Reckoning …</p>
        ) : (
          <Tests plan={plan} sheet={sheet} />
        )}
      </aside>
    </>
  );
}

/** The tests, group by group; what must not get power is said before them. */
function Tests({ plan, sheet: { tests, staysOut } }: { readonly plan: Plan; readonly sheet: BenchSheet }) {
  // What must not get power is said even where there is nothing to measure yet.
  if (tests.length === 0 && staysOut.length === 0)
    return <p>Nothing to test yet: place lights and sew them first.</p>;
  return GROUPS.map(({ kind, title }) => {
    const group = tests.filter((test) => test.kind === kind);
    const out = kind === 'volts' ? staysOut : [];
    if (group.length === 0 && out.length === 0) return null;
    return (
      <section key={kind}>
        <h2>{title}</h2>
        {out.map((text) => (
          <p key={text} className="verdict bad" role="alert">
            ✗ {text}
          </p>
        ))}
        {kind === 'volts' && group.length > 0 && <BeforePower plan={plan} tests={tests} />}
        <LongList items={group} keyOf={({ id }) => id} aboutPx={96} gapPx={8}>
          {(test) => <TestCard key={test.id} plan={plan} test={test} />}
        </LongList>
      </section>
    );
  });
}

/** What is to be seen and measured with the power in, as switches, buttons and closures stand. */
function SeenNow({ plan }: { readonly plan: Plan }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details className="more" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>What it shows like that, with the power in</summary>
      {isOpen && <Seen plan={plan} />}
    </details>
  );
}

/** What should be seen with the power on, as computed. */
function Seen({ plan }: { readonly plan: Plan }) {
  const { answer: now, problem } = useLight(plan);
  if (problem !== null) return <p role="alert">{problem}</p>;
  if (now === null) return <p className="quiet">Reckoning …</p>;
  return (
    <>
      {now.answer.lights.map(({ id, partId, isLit, volt }) => (
        <Row
          key={id}
          label={plan.parts[partId]?.name ?? id}
          value={`${isLit ? 'lit' : 'dark'}, ${formatVolt(volt)}`}
        />
      ))}
      {now.answer.supplies.map(({ partId, volt }) => (
        <Row key={partId} label={`${plan.parts[partId]?.name ?? partId}, + to −`} value={formatVolt(volt)} />
      ))}
    </>
  );
}

/** A test with its expected reading, the maker's, and what that says. */
function TestCard({ plan, test }: { readonly plan: Plan; readonly test: BenchTest }) {
  const setSpotlight = useViewStore((state) => state.setSpotlight);
  const reading = plan.readings[test.id];
  const judgement = reading === undefined ? null : judgeReading(plan, test, reading.value);
  const isGood = judgement?.verdict === 'in order';
  return (
    <div
      className={`test${judgement === null || judgement.verdict === 'unsettled' ? '' : isGood ? ' good' : ' bad'}`}
    >
      <button
        type="button"
        className="linkish"
        onClick={() => setSpotlight({ key: test.id, partIds: test.partIds, runIds: test.runIds })}
      >
        {test.text}
      </button>
      <p className="figure">{test.wanted}</p>
      <Answer plan={plan} test={test} value={reading?.value ?? null} />
      {judgement !== null && (
        <div role="status">
          <p className={`verdict ${isGood ? 'good' : judgement.verdict === 'unsettled' ? '' : 'bad'}`}>
            {verdictWords(judgement)}
          </p>
          {judgement.causes.length > 0 && (
            <ul>
              {judgement.causes.map((cause) => (
                <li key={cause}>{cause}</li>
              ))}
            </ul>
          )}
        </div>
      )}
    </div>
  );
}

/** What a reading says, in words and by a sign. */
function verdictWords({ verdict, fault }: Judgement): string {
  if (verdict === 'in order') return '✓ in order';
  if (verdict === 'unsettled') return '? not settled by this reading';
  return `✗ ${verdict}${fault === null ? '' : `: ${fault}`}`;
}

/** No power goes in before + and − of every source are known to be apart. */
function BeforePower({ plan, tests }: { readonly plan: Plan; readonly tests: readonly BenchTest[] }) {
  const proofs = tests.filter(({ isProof }) => isProof === true);
  const verdicts = proofs.map((test) => {
    const reading = plan.readings[test.id];
    return reading === undefined ? null : judgeReading(plan, test, reading.value).verdict;
  });
  if (verdicts.length > 0 && verdicts.every((verdict) => verdict === 'in order'))
    return <p className="verdict good">✓ + and − are apart: power may go in where a test asks for it.</p>;
  return verdicts.some((verdict) => verdict === 'too low') ? (
    <p className="verdict bad" role="alert">
      ✗ + and − touch: no power goes in before that is mended.
    </p>
  ) : (
    <p className="before-power">
      No power goes in before the tests between + and − above are made and in order.
    </p>
  );
}

/** A reading that is still typed is none: it goes into the log once. */
const READING_RESTS_MS = 700;

/** Where the maker's reading is typed or ticked. */
function Answer({
  plan,
  test,
  value,
}: {
  readonly plan: Plan;
  readonly test: BenchTest;
  readonly value: number | null;
}) {
  const commit = usePlanStore((state) => state.commit);
  const write = (next: number | null): void => {
    commit(writeReading(plan, test.id, next, Date.now()));
  };
  if (test.kind === 'lights') {
    return (
      <div className="answer">
        <Button
          size="small"
          type={value === 1 ? 'primary' : 'default'}
          aria-pressed={value === 1}
          onClick={() => write(value === 1 ? null : 1)}
        >
          It lights
        </Button>
        <Button
          size="small"
          type={value === 0 ? 'primary' : 'default'}
          aria-pressed={value === 0}
          onClick={() => write(value === 0 ? null : 0)}
        >
          It stays dark
        </Button>
      </div>
    );
  }
  const isOpen = value === OPEN_READING;
  return (
    <div className="answer">
      <NumberField
        size="small"
        style={{ width: 120 }}
        aria-label={`Reading: ${test.text}`}
        placeholder="reading"
        suffix={test.unit}
        restMs={READING_RESTS_MS}
        value={isOpen ? null : value}
        onChange={(next) => write(next)}
      />
      {test.unit === 'Ω' && (
        <Button
          size="small"
          type={isOpen ? 'primary' : 'default'}
          aria-pressed={isOpen}
          onClick={() => write(isOpen ? null : OPEN_READING)}
        >
          shows open
        </Button>
      )}
    </div>
  );
}
