/**
 * The tests of a plan, in the order they are made, with what the meter should show. Ids are made of the ids
 * of parts and runs, so a reading stays with its test when the plan is edited.
 */
import { type LightAnswer, ohmsBetween, willItLight } from '../circuit/will-it-light.ts';
import { type Result, succeed } from '../errors/problem.ts';
import { deriveNets, holesOf, type Net } from '../nets/nets.ts';
import { cutPieces } from '../nets/pieces.ts';
import { lightsIn, partsThatAre } from '../nets/sides.ts';
import { holeKey, holeName, runsByHole } from '../plan/placed.ts';
import type { HoleRef, Plan } from '../plan/schema.ts';
import { THREAD_SPREAD } from '../thread/thread-sums.ts';

export type BenchKind = 'lights' | 'ohms' | 'open' | 'volts';

export interface BenchTest {
  readonly id: string;
  readonly kind: BenchKind;
  /** What to do, in a sentence. */
  readonly text: string;
  readonly unit: 'Ω' | 'V' | 'yes or no';
  /** What the meter should show; Infinity for open, 1 for yes. */
  readonly expected: number;
  /** Readings from `low` to `high` are in order. */
  readonly low: number;
  readonly high: number;
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
}

/** Two contacts may each be this much worse than loops well sewn, Ω (assumption). */
const CONTACT_ALLOWANCE_OHM = 2;
/** A good gap reads at least this, Ω: dry cloth is far above, a hair of thread far below (assumption). */
export const OPEN_AT_LEAST_OHM = 1e6;
/** Lights and cells differ by this share in volts (assumption). */
const VOLT_SPREAD = 0.12;
/** What is written down when the meter shows "open". */
export const OPEN_READING = 1e12;

/** All tests: lights before sewing, ohms along each run, open between the sides, volts with the cell in. */
export function benchTests(plan: Plan): Result<readonly BenchTest[]> {
  const answer = willItLight(withSwitchesOn(plan));
  if (!answer.ok) return answer;
  return succeed([
    ...lightTests(plan),
    ...runTests(plan),
    ...openTests(plan),
    ...patchTests(plan),
    ...voltTests(plan, answer.value),
  ]);
}

/** The plan with every switch on: how it is tested with the cell in. */
function withSwitchesOn(plan: Plan): Plan {
  const parts = Object.fromEntries(
    Object.entries(plan.parts).map(([id, part]) => [
      id,
      part.switchedOn === false ? { ...part, switchedOn: true } : part,
    ]),
  );
  return { ...plan, parts };
}

function lightTests(plan: Plan): readonly BenchTest[] {
  return partsThatAre(plan, 'light').map((light) => ({
    id: `lights:${light.id}`,
    kind: 'lights',
    text: `Before sewing: ${light.name} lights when it is held to the cell, + to +.`,
    unit: 'yes or no',
    expected: 1,
    low: 1,
    high: 1,
    partIds: [light.id],
    runIds: [],
  }));
}

function runTests(plan: Plan): readonly BenchTest[] {
  return cutPieces(plan)
    .flatMap((piece) => piece.runs)
    .map(({ run, from, to }) => {
      const measured = ohmsBetween(plan, from, to);
      const expected = measured.ok ? measured.value : 0;
      return {
        id: `ohms:${run.id}`,
        kind: 'ohms',
        text: `Cell out: ohms from ${holeName(plan, from)} to ${holeName(plan, to)}.`,
        unit: 'Ω',
        expected,
        low: expected * (1 - THREAD_SPREAD),
        high: expected * (1 + THREAD_SPREAD) + CONTACT_ALLOWANCE_OHM,
        partIds: [from.partId, to.partId],
        runIds: [run.id],
      };
    });
}

function openTests(plan: Plan): readonly BenchTest[] {
  const sewn = deriveNets(plan).all.filter((net) => net.runIds.length > 0);
  const tests: BenchTest[] = [];
  for (const [i, one] of sewn.entries()) {
    for (const other of sewn.slice(i + 1)) {
      const a = probeHole(plan, one);
      const b = probeHole(plan, other);
      tests.push({
        id: `open:${testName(one)}:${testName(other)}`,
        kind: 'open',
        text: `Cell out, switch off: nothing between ${holeName(plan, a)} and ${holeName(plan, b)} (try both ways round).`,
        unit: 'Ω',
        expected: Number.POSITIVE_INFINITY,
        low: OPEN_AT_LEAST_OHM,
        high: Number.POSITIVE_INFINITY,
        partIds: [a.partId, b.partId],
        runIds: [...one.runIds, ...other.runIds],
      });
    }
  }
  return tests;
}

/** The two tests of a patch: the lines do not touch there, and the upper one is whole across it. */
function patchTests(plan: Plan): readonly BenchTest[] {
  return Object.values(plan.patches).flatMap((patch): readonly BenchTest[] => {
    const [under, over] = [plan.runs[patch.underRunId], plan.runs[patch.overRunId]];
    if (under === undefined || over === undefined) return [];
    const measured = ohmsBetween(plan, over.from, over.to);
    const expected = measured.ok ? measured.value : 0;
    const ids = { runIds: [under.id, over.id] };
    return [
      {
        ...ids,
        id: `patch-apart:${patch.id}`,
        kind: 'open',
        text: `Press on the patch, cell out: nothing between ${holeName(plan, under.from)} and ${holeName(plan, over.from)}.`,
        unit: 'Ω',
        expected: Number.POSITIVE_INFINITY,
        low: OPEN_AT_LEAST_OHM,
        high: Number.POSITIVE_INFINITY,
        partIds: [under.from.partId, over.from.partId],
      },
      {
        ...ids,
        id: `patch-whole:${patch.id}`,
        kind: 'ohms',
        text: `The line over the patch is whole: ohms from ${holeName(plan, over.from)} to ${holeName(plan, over.to)}.`,
        unit: 'Ω',
        expected,
        low: expected * (1 - THREAD_SPREAD),
        high: expected * (1 + THREAD_SPREAD) + CONTACT_ALLOWANCE_OHM,
        partIds: [over.from.partId, over.to.partId],
      },
    ];
  });
}

/** The first hole of a net that has thread: where to put the tip of the meter. */
function probeHole(plan: Plan, net: Net): HoleRef {
  const used = runsByHole(plan);
  const holes = net.terminals.flatMap((terminal) => holesOf(plan, terminal));
  return holes.find((hole) => used.has(holeKey(hole))) ?? (holes[0] as HoleRef);
}

function testName(net: Net): string {
  return net.id.replace('/', '.');
}

function voltTests(plan: Plan, answer: LightAnswer): readonly BenchTest[] {
  const test = (id: string, text: string, volt: number, partId: string): BenchTest => ({
    id,
    kind: 'volts',
    text,
    unit: 'V',
    expected: volt,
    low: volt * (1 - VOLT_SPREAD),
    high: volt * (1 + VOLT_SPREAD),
    partIds: [partId],
    runIds: [],
  });
  const nameOf = (partId: string): string => plan.parts[partId]?.name ?? partId;
  return [
    ...answer.supplies.map(({ partId, volt }) =>
      test(
        `volts:${partId}`,
        `Cell in, switch on: volts between + and − of ${nameOf(partId)}.`,
        volt,
        partId,
      ),
    ),
    ...lightsIn(plan).map(({ id, part, light }) => {
      const volt = answer.lights.find((state) => state.id === id)?.volt ?? 0;
      const colour = light.colourId === undefined ? '' : `, ${light.colourId}`;
      return test(
        `volts:${id}`,
        `Cell in, switch on: volts from + to − of ${part.name}${colour}.`,
        volt,
        part.id,
      );
    }),
  ];
}
