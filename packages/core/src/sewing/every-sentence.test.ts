import { describe, expect, test } from 'vitest';
import { benchTests } from '../bench/bench-tests.ts';
import { cautionsFor } from '../checks/cautions.ts';
import { expectOk } from '../errors/problem.ts';
import { ownPartProblem } from '../parts/own-part.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { randomOwnPart } from '../testing/random-own-part.ts';
import { joint, replaySteps } from '../testing/replay-steps.ts';
import { seeds, tries } from '../testing/seeds.ts';
import { untrueWords } from '../testing/sentence-guard.ts';
import { HABIT_VALUES, randomFacts, randomHabits, wiredPiece } from '../testing/wired-pieces.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { type SewingSheet, sewingSheet } from './sewing-sheet.ts';
import { sheetNames } from './sheet-names.ts';
import { labelLines } from './wash-label.ts';

/** Every sentence a plan puts before its maker, with where it stands. */
function sentences(
  plan: Plan,
  { steps, unfollowed }: SewingSheet,
): ReadonlyArray<readonly [where: string, text: string]> {
  return [
    ...steps.map(({ id, text }) => [id, text] as const),
    ...steps.flatMap(({ id, lastChance }) =>
      lastChance === null ? [] : [[`${id} last chance`, lastChance] as const],
    ),
    ...unfollowed.map(({ ruleId, text }) => [ruleId, text] as const),
    // These forbid in general what the piece need not have.
    ...cautionsFor(plan)
      .filter(({ id }) => !['small-child', 'implant', 'tools', 'closed-toy'].includes(id))
      .map(({ id, text }) => [`caution ${id}`, text] as const),
    ...labelLines(plan).map((text, i) => [`label ${i}`, text] as const),
    ...expectOk(benchTests(plan)).flatMap(({ id, text, wanted }) => [
      [`bench ${id}`, text] as const,
      [`bench ${id} wanted`, wanted] as const,
    ]),
  ];
}

function untrue(plan: Plan, sheet: SewingSheet): readonly string[] {
  return sentences(plan, sheet).flatMap(([where, text]) =>
    untrueWords(plan, text).map((problem) => `${where}: ${problem} in “${text}”`),
  );
}

/** What the sheet joins when it is sewn from its words, and what the plan joins: a line for every pass. */
function expectSewn(plan: Plan, { steps }: SewingSheet): void {
  const names = sheetNames(plan);
  const wanted = Object.values(plan.runs)
    .flatMap((run) => {
      const passes = maybeThreadKind(run.threadId)?.form === 'thread' ? (run.lines ?? 1) : 1;
      return Array.from({ length: passes }, () => joint(names.hole(run.from), names.hole(run.to)));
    })
    .sort();
  const replay = replaySteps(steps.map(({ text }) => text));
  expect(replay.joints).toEqual(wanted);
  for (const { cutMm, linesMm } of replay.pieces) expect(cutMm).toBeGreaterThan(linesMm);
}

const IDS = PART_KINDS.map(({ id }) => id);
const CELL = 'coin-cell-holder';

describe('every sentence is true for what the plan holds', () => {
  test.each(IDS)('%s alone, with a coin cell, and with a board and a pack', (id) => {
    for (const [i, others] of [[], [CELL], ['power-board', 'lithium-pack', 'board-round']].entries()) {
      const random = seededRandom(i + 1);
      const plan = wiredPiece([...others, id], {
        random,
        habits: randomHabits(random),
        facts: randomFacts(random),
      });
      const sheet = sewingSheet(plan);
      expect(untrue(plan, sheet), `with ${others.join(', ')}`).toEqual([]);
      expectSewn(plan, sheet);
    }
  });

  test.each(IDS)('%s beside every other part', (id) => {
    const from = IDS.indexOf(id);
    for (const [i, other] of IDS.slice(from).entries()) {
      // Usually a third of all pairs, each part in some of them.
      if ((from + i) % tries(3, 1) !== 0) continue;
      const random = seededRandom(1000 * from + i);
      const sources = [CELL, 'aaa-holder-2', 'power-board'] as const;
      const plan = wiredPiece([sources[i % 3] as string, id, other], {
        random,
        habits: randomHabits(random),
        facts: randomFacts(random),
      });
      const sheet = sewingSheet(plan);
      expect(untrue(plan, sheet), `beside ${other}`).toEqual([]);
      expectSewn(plan, sheet);
    }
  });

  test.each(seeds(24, 60))('a part of one’s own, seed %s', (seed) => {
    const random = seededRandom(seed);
    let own = randomOwnPart(random);
    while (ownPartProblem(own, '') !== null) own = randomOwnPart(random);
    for (const others of [[], [CELL], ['aaa-holder-2', 'sew-on-light'], ['power-board', 'lithium-pack']]) {
      const plan = wiredPiece([...others, own.id], {
        random,
        habits: randomHabits(random),
        facts: randomFacts(random),
        ownParts: [own],
      });
      const sheet = sewingSheet(plan);
      expect(untrue(plan, sheet), `${own.model.kind} with ${others.join(', ')}`).toEqual([]);
      expectSewn(plan, sheet);
    }
  });

  test.each(
    Object.entries(HABIT_VALUES).flatMap(([field, values]) => values.map((value) => [field, value] as const)),
  )('with the habit %s: %s', (field, value) => {
    for (const kinds of [
      [CELL, 'bare-leg-light-5', 'slide-switch', 'sew-on-light'],
      ['aaa-holder-2-boost', 'snap-ball', 'snap-socket', 'bare-leg-light-two-colour'],
      ['power-board', 'board-long', 'sensor-touch', 'addressable-light', 'push-switch'],
    ]) {
      const random = seededRandom(kinds.length);
      const plan = wiredPiece(kinds, { random, habits: { [field]: value }, facts: randomFacts(random) });
      const sheet = sewingSheet(plan);
      expect(untrue(plan, sheet)).toEqual([]);
      expectSewn(plan, sheet);
    }
  });

  test('cautions name what is there: no cell, pack, magnet, leg or machine where there is none', () => {
    for (const id of IDS) {
      const random = seededRandom(7);
      const plan = wiredPiece([id], { random, facts: randomFacts(random) });
      const ids = new Set(cautionsFor(plan).map((caution) => caution.id));
      const kinds = Object.values(plan.parts).map((part) => kindOf(plan, part));
      const has = (is: (kind: (typeof kinds)[number]) => boolean): boolean => kinds.some(is);
      const isBare = has(({ elements }) => elements.some(({ kind }) => kind === 'light'));
      expect(ids.has('magnets'), id).toBe(has(({ magnetism }) => magnetism === 'magnet'));
      expect(ids.has('legs'), id).toBe(has(({ holes }) => holes.some(({ form }) => form.endsWith('curl'))));
      if (ids.has('swallow'))
        expect(isBare || has(({ elements }) => elements.some((one) => one.kind === 'cell')), id).toBe(true);
      for (const { text } of cautionsFor(plan)) expect(text, id).not.toMatch(/undefined|\s\s|null/);
    }
  });

  test('the guard notices what is not there', () => {
    const plan = wiredPiece([CELL, 'sew-on-light'], { random: seededRandom(1) });
    for (const text of [
      'Put the coin cell in, and turn gate on.',
      'Unplug the pack.',
      'Curl the legs.',
      'Sew to the + hole of lamp 9.',
      'Hold it to undefined.',
      'Dab hot glue on it.',
    ])
      expect(untrueWords(plan, text), text).not.toEqual([]);
    expect(untrueWords(plan, 'Put the coin cell into holder 1, + to +: light 1 must light.')).toEqual([]);
  });
});
