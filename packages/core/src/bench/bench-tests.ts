/** The tests of a plan, in the order they are made, with what the meter should show. */
import { type LightAnswer, willItLight } from '../circuit/will-it-light.ts';
import { type Result, succeed } from '../errors/problem.ts';
import { deriveNets, type Net } from '../joining/nets.ts';
import { lightsOf } from '../joining/sides.ts';
import { type ApartPair, apartProofs, pairJudge } from '../meter/apart.ts';
import { type LineReader, lineReader, type OhmReading } from '../meter/line-reading.ts';
import { trialFinder } from '../meter/try-light.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { cutPieces } from '../pieces/pieces.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf, mergedWith } from '../power/circuits.ts';
import { closedState, openState } from '../power/contact-words.ts';
import { contactsOf } from '../power/contacts.ts';
import { withContactsClosed } from '../power/operating-states.ts';
import { cellWords, powerWords, sourceEnds } from '../power/source-words.ts';
import { sourcesOf } from '../power/sources.ts';
import { apartClauses } from '../sewing/apart-words.ts';
import { onStates } from '../sewing/power-on-words.ts';
import { type SheetNames, sheetNames } from '../sewing/sheet-names.ts';
import { tryWords } from '../sewing/try-words.ts';
import { formatOhm, formatVolt } from '../units/electrical.ts';
import { capital, listed } from '../units/words.ts';
import { type BenchTest, OPEN_AT_LEAST_OHM } from './bench-test.ts';

/** Lights and cells differ by this share in volts (assumption). */
const VOLT_SPREAD = 0.12;
/** Fewer volts than this at a light say nothing that could be told from none. */
const LEAST_VOLT = 0.5;

interface Bench {
  readonly plan: Plan;
  readonly names: SheetNames;
  readonly read: LineReader;
  /** `Coin cell out`; nothing where there is no source. */
  readonly out: string | null;
}

/** All tests: lights before sewing, ohms along each run, conductors apart, volts with the power in. Fails where the circuit has no answer. */
export function benchTests(plan: Plan): Result<readonly BenchTest[]> {
  // What a sound piece reads: nothing touches that should not.
  const answer = willItLight(withContactsClosed(plan), { touchOhm: null });
  if (!answer.ok) return answer;
  const bench: Bench = {
    plan,
    names: sheetNames(plan),
    read: lineReader(plan),
    out: powerWords(sourcesOf(plan))?.out ?? null,
  };
  return succeed([
    ...lightTests(bench),
    ...runTests(bench),
    ...openTests(bench),
    ...patchTests(bench),
    ...voltTests(bench, answer.value),
  ]);
}

/** What stands before the colon of a test: the power out, and how contacts stand. */
function state(out: string | null, others: readonly string[] = []): string {
  const all = [...(out === null ? [] : [out]), ...others];
  return all.length === 0 ? '' : `${capital(listed(all))}: `;
}

function lightTests({ plan, names }: Bench): readonly BenchTest[] {
  const trials = trialFinder(plan);
  return Object.values(plan.parts).flatMap((part) => {
    const text = tryWords(plan, part, names.part(part.id), trials);
    if (text === null) return [];
    return [
      {
        id: `lights:${part.id}`,
        kind: 'lights',
        text,
        wanted: lightsOf(plan, part).length > 1 ? 'Each of its lights lights.' : 'It lights.',
        unit: 'yes or no',
        expected: 1,
        low: 1,
        high: 1,
        partIds: [part.id],
        runIds: [],
      },
    ];
  });
}

/** An ohms test with the range that the sheet has too. */
function ohmsTest(
  id: string,
  text: string,
  { expected, low, high }: OhmReading,
  ids: Pick<BenchTest, 'partIds' | 'runIds'>,
): BenchTest {
  const wanted = `About ${formatOhm(expected)} (${formatOhm(low)} to ${formatOhm(high)}).`;
  return { id, kind: 'ohms', text, wanted, unit: 'Ω', expected, low, high, ...ids };
}

function runTests({ plan, names, read, out }: Bench): readonly BenchTest[] {
  return cutPieces(plan)
    .flatMap((piece) => piece.runs)
    .map(({ run, from, to }) =>
      ohmsTest(
        `ohms:${run.id}`,
        `${state(out)}ohms from ${names.hole(from)} to ${names.hole(to)}.`,
        read.reading([run], from, to),
        { partIds: [from.partId, to.partId], runIds: [run.id] },
      ),
    )
    .map((test) => ({ ...test, text: capital(test.text) }));
}

/** Conductors that must not touch: first the + and − of every source, then every other pair that is sewn. */
function openTests(bench: Bench): readonly BenchTest[] {
  const { plan, names } = bench;
  const name = (partId: string): string => names.part(partId);
  const proofs = apartProofs(plan).flatMap(({ circuit, pairs, closed }) =>
    pairs.map((pair, i): BenchTest => {
      const states = closed.map((contact) => closedState(contact, name));
      const runIds = [...circuit.plus, ...circuit.minus].flatMap((net) => net.runIds);
      return {
        ...apartTest(
          bench,
          `apart:${circuit.source.part.id}${i === 0 ? '' : `:${i + 1}`}`,
          pair,
          states,
          runIds,
        ),
        isProof: true,
      };
    }),
  );
  const proved = new Set(proofs.flatMap(({ pair }) => (pair === undefined ? [] : [pairKey(pair)])));
  const sewn = deriveNets(plan).all.filter((net) => net.runIds.length > 0);
  const contacts = contactsOf(plan);
  const judge = pairJudge(plan);
  const tests: BenchTest[] = [];
  for (const [i, one] of sewn.entries()) {
    for (const other of sewn.slice(i + 1)) {
      const whatever = judge.closed([one], [other]);
      const pair = whatever ?? judge.open([one], [other]);
      if (pair === null || proved.has(pairKey(pair))) continue;
      const states = whatever === null ? contacts.map((contact) => openState(contact, name)) : [];
      const id = `open:${testName(one)}:${testName(other)}`;
      tests.push(apartTest(bench, id, pair, states, [...one.runIds, ...other.runIds]));
    }
  }
  return [...proofs, ...tests];
}

function pairKey({ a, b }: ApartPair): string {
  return [`${a.partId}.${a.holeId}`, `${b.partId}.${b.holeId}`].sort().join(' ');
}

function apartTest(
  { names, out }: Bench,
  id: string,
  pair: ApartPair,
  states: readonly string[],
  runIds: readonly string[],
): BenchTest {
  const clauses = apartClauses([pair], names).join('; ');
  const isOpen = pair.across === 'nothing' || pair.across === 'lights';
  return {
    id,
    kind: 'open',
    text: capital(`${state(out, states)}${clauses}.`),
    wanted: isOpen
      ? `Open: more than ${formatOhm(OPEN_AT_LEAST_OHM)}.`
      : `More than ${formatOhm(pair.shortOhm)}.`,
    unit: 'Ω',
    expected: Number.POSITIVE_INFINITY,
    low: isOpen ? OPEN_AT_LEAST_OHM : pair.shortOhm,
    high: Number.POSITIVE_INFINITY,
    partIds: [pair.a.partId, pair.b.partId],
    runIds,
    pair,
  };
}

/** The two tests of a patch: the lines do not touch there, and the upper one is whole across it. */
function patchTests(bench: Bench): readonly BenchTest[] {
  const { plan, names, read, out } = bench;
  const nets = deriveNets(plan);
  const judge = pairJudge(plan);
  return Object.values(plan.patches).flatMap((patch): readonly BenchTest[] => {
    const [under, over] = [plan.runs[patch.underRunId], plan.runs[patch.overRunId]];
    if (under === undefined || over === undefined) return [];
    const runIds = [under.id, over.id];
    const [one, other] = [[nets.ofRun(under.id)], [nets.ofRun(over.id)]] as const;
    const whatever = judge.closed(one, other);
    const pair = whatever ?? judge.open(one, other);
    const states =
      whatever === null ? contactsOf(plan).map((contact) => openState(contact, (id) => names.part(id))) : [];
    const apart = pair === null ? [] : [apartTest(bench, `patch-apart:${patch.id}`, pair, states, runIds)];
    const whole = ohmsTest(
      `patch-whole:${patch.id}`,
      capital(
        `${state(out)}the line over the patch is whole: ohms from ${names.hole(over.from)} to ${names.hole(over.to)}.`,
      ),
      read.reading([over], over.from, over.to),
      { partIds: [over.from.partId, over.to.partId], runIds },
    );
    return [...apart.map((test) => ({ ...test, text: `Press on the patch. ${test.text}` })), whole];
  });
}

/** The nets of a test as one word. */
function testName(net: Net): string {
  return net.id.replace('/', '.');
}

/** Volts at every source and at every light that hangs on one, with the power in and every contact on the way closed. */
function voltTests({ plan, names }: Bench, answer: LightAnswer): readonly BenchTest[] {
  const test = (
    id: string,
    text: string,
    volt: number,
    partId: string,
    voltsOf: NonNullable<BenchTest['voltsOf']>,
  ): BenchTest => ({
    id,
    kind: 'volts',
    text: capital(text),
    wanted: `About ${formatVolt(volt)} (${formatVolt(volt * (1 - VOLT_SPREAD))} to ${formatVolt(volt * (1 + VOLT_SPREAD))}).`,
    unit: 'V',
    expected: volt,
    low: volt * (1 - VOLT_SPREAD),
    high: volt * (1 + VOLT_SPREAD),
    partIds: [partId],
    runIds: [],
    voltsOf,
  });
  const done = new Set<string>();
  const circuits = circuitsOf(plan);
  return circuits.flatMap((circuit) => {
    // Of sources side by side none goes in: the sheet says so.
    if (mergedWith(circuits, circuit).length > 0) return [];
    const { source, lights, pinLights } = circuit;
    const put = `${cellWords(source)} ${source.cellKind.isPlugged === true ? 'plugged in' : 'in'}`;
    const on = listed([put, ...onStates(names, circuit)]);
    const isSewn = [...circuit.plus, ...circuit.minus].some(({ runIds }) => runIds.length > 0);
    const supply = answer.supplies.find(({ partId }) => isSewn && partId === source.part.id);
    const ofSource =
      supply === undefined || supply.volt < LEAST_VOLT
        ? []
        : [
            test(
              `volts:${source.part.id}`,
              `${on}: volts ${sourceEnds(source, (id) => names.part(id))}, red tip to +.`,
              supply.volt,
              source.part.id,
              'source',
            ),
          ];
    const ofLights = [
      ...lights.map((light) => ({ light, pin: null })),
      ...pinLights.map(({ light, pin }) => ({ light, pin })),
    ].flatMap(({ light: { id, part, light }, pin }) => {
      const volt = answer.lights.find((one) => one.id === id)?.volt ?? 0;
      if (done.has(id) || volt < LEAST_VOLT) return [];
      done.add(id);
      const colour =
        light.colourId === undefined
          ? ''
          : `, ${maybeLightColour(light.colourId)?.title.toLowerCase() ?? ''}`;
      const program =
        pin === null
          ? ''
          : `, the program of ${names.part(pin.partId)} holding ${pin.terminal.toUpperCase()} on`;
      return [
        test(
          `volts:${id}`,
          `${on}${program}: volts from + to − of ${names.part(part.id)}${colour}, red tip to +.`,
          volt,
          part.id,
          'light',
        ),
      ];
    });
    return [...ofSource, ...ofLights];
  });
}
