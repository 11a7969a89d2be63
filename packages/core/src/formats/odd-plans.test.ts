/** What is drawn oddly is told, and breaks nothing off: neither check, light, sheet and tests nor what is written. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { benchTests } from '../bench/bench-tests.ts';
import { checkPlan } from '../checks/check-plan.ts';
import { solvePlan } from '../circuit/faded.ts';
import { expectOk } from '../errors/problem.ts';
import type { Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { routingProblemOf } from '../router/problem-of-plan.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { parsePlan, serializePlan } from './plan-file.ts';
import { planNetlist } from './spice.ts';

const lantern = smallLantern().plan;
const light = Object.values(lantern.parts).find(({ colourId }) => colourId !== undefined) as Part;
const [line] = Object.values(lantern.runs) as [Run];
const withRun = (plan: Plan, run: Run): Plan => ({ ...plan, runs: { ...plan.runs, [run.id]: run } });
const inOnePlace: Plan = {
  ...lantern,
  nextNumber: 1000,
  parts: { ...lantern.parts, p900: { ...light, id: 'p900', name: 'twin' } },
};
const at = { x: 60, y: 60 };

/** A thread of the pouch that goes over a seam and comes back where it went. */
function overAndBack(): Plan {
  const file = new URL('../../../../demo/harbour-pouch.sashiko.json', import.meta.url);
  const pouch = expectOk(parsePlan(readFileSync(file, 'utf8')));
  const run = Object.values(pouch.runs).find(({ passes }) => passes === undefined) as Run;
  const seam = Object.values(pouch.seams).find(({ a, b }) =>
    [a, b].some(({ panelId }) => panelId === run.panelId),
  );
  if (seam === undefined) throw new Error('no seam');
  const [leaves, back] = seam.a.panelId === run.panelId ? (['a', 'b'] as const) : (['b', 'a'] as const);
  const pass = { seamId: seam.id, share: 0.5, bends: 0 };
  return withRun(pouch, {
    ...run,
    bends: [],
    passes: [
      { ...pass, leaves },
      { ...pass, leaves: back },
    ],
  });
}

describe.each([
  ['two parts in one place', inOnePlace],
  ['bends in one place', withRun(lantern, { ...line, bends: [at, at, at] })],
  [
    'smoothly through bends in one place',
    withRun(lantern, { ...line, bends: [at, at], curved: true, lines: 3 }),
  ],
  ['over a seam and back at one place', overAndBack()],
])('%s', (_what, plan) => {
  test('is read, checked, lit, sewn, measured and routed', () => {
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
    expect(checkPlan(plan).length).toBeGreaterThan(0);
    expect(solvePlan(plan).ok).toBe(true);
    expect(sewingSheet(plan).steps.length).toBeGreaterThan(0);
    expect(benchTests(plan).ok).toBe(true);
    expect(planNetlist(plan).ok).toBe(true);
    expect(routingProblemOf(plan, USUAL_REQUEST).ok).toBe(true);
  });
});

test('two parts in one place are named', () => {
  const overlap = checkPlan(inOnePlace).find(({ ruleId }) => ruleId === 'parts-overlap');
  expect(overlap?.message).toContain(`${light.name} and twin lie on each other`);
});

test('a line without length is refused with its spot', () => {
  const ends = { from: { partId: light.id, holeId: 'plus' }, to: { partId: 'p900', holeId: 'plus' } };
  const plan = withRun(inOnePlace, { ...line, id: 'r901', ...ends, bends: [] });
  expect(parsePlan(serializePlan(plan))).toMatchObject({ ok: false, problem: { path: 'runs.r901' } });
});
