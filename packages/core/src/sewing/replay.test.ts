import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan } from '../formats/plan-file.ts';
import { applyEdit } from '../plan/edit.ts';
import { renamePart } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { holeKey } from '../plan/placed.ts';
import type { Habits } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { joint, replaySteps } from '../testing/replay-steps.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { sewingSheet } from './sewing-sheet.ts';
import { sheetNames } from './sheet-names.ts';

const demo = new URL('../../../../demo/', import.meta.url);
const DEMOS = readdirSync(demo).map((file): readonly [string, Plan] => [
  file,
  expectOk(parsePlan(readFileSync(new URL(file, demo), 'utf8'))),
]);
const RANDOM = Array.from({ length: 40 }, (_, i) => 51 + i).map((seed): readonly [string, Plan] => [
  `random ${seed}`,
  editedAtRandom(smallLantern().plan, seed, 130).plan,
]);

/** What the plan joins, by the names of the sheet. */
function wantedJoints(plan: Plan): readonly string[] {
  const names = sheetNames(plan);
  return Object.values(plan.runs)
    .filter((run) => run.prewired !== true)
    .flatMap((run) => {
      // Wire and tape are laid once, so many lengths side by side; thread is sewn pass by pass.
      const passes = maybeThreadKind(run.threadId)?.form === 'thread' ? (run.lines ?? 1) : 1;
      return Array.from({ length: passes }, () => joint(names.hole(run.from), names.hole(run.to)));
    })
    .sort();
}

const texts = (plan: Plan): readonly string[] => sewingSheet(plan).steps.map((step) => step.text);

describe.each([...DEMOS, ...RANDOM])('the sheet of %s, sewn from its words alone', (_name, plan) => {
  const inMm = applyEdit(plan, expectOk(changeHabits(plan, { unit: 'mm' })));

  test('joins exactly what the plan joins', () => {
    expect(replaySteps(texts(inMm)).joints).toEqual(wantedJoints(inMm));
  });

  test('takes no more thread than was cut', () => {
    for (const { cutMm, linesMm } of replaySteps(texts(inMm)).pieces) expect(cutMm).toBeGreaterThan(linesMm);
  });

  test.each([
    { pieces: 'each-part', knots: 'caught', firstSide: '+' },
    { pieces: 'spliced', knots: 'each-hole', firstSide: 'power', longestPieceMm: 400 },
  ] as const satisfies readonly Partial<Habits>[])('and so it does with other habits: %o', (habits) => {
    const other = applyEdit(inMm, expectOk(changeHabits(inMm, habits)));
    expect(replaySteps(texts(other)).joints).toEqual(wantedJoints(other));
  });
});

test('two parts of one name are told apart, and a name that is taken is not given twice', () => {
  const build = smallLantern();
  build.edit(renamePart(build.plan, 'p4', 'left')).light('left no. 2', 170, 140);
  const names = sheetNames(build.plan);
  const parts = Object.keys(build.plan.parts).map((id) => names.part(id));
  expect(new Set(parts).size).toBe(parts.length);
  expect(replaySteps(texts(build.plan)).joints).toEqual(wantedJoints(build.plan));
  expect(new Set(Object.values(build.plan.runs).map((run) => holeKey(run.from))).size).toBeGreaterThan(3);
});

test('the replay notices a sheet that leaves a line out, or names another hole', () => {
  const { plan } = smallLantern();
  const all = texts(plan);
  const line = all.findIndex((text) => text.startsWith('Sew ') && text.includes('mm ('));
  expect(replaySteps(all.filter((_, i) => i !== line)).joints).not.toEqual(wantedJoints(plan));
  const wrong = all.map((text, i) => (i === line ? text.replace('−', '+') : text));
  expect(replaySteps(wrong).joints).not.toEqual(wantedJoints(plan));
  expect(() => replaySteps(all.filter((text) => !text.startsWith('Take ')))).toThrow(RangeError);
});
