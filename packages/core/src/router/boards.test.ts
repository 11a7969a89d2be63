/** Plans with boards, several supplies and narrow cloth, whose answers are known by hand or follow from their parts (worked out for this project). */
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { countFindings, openFindings } from '../checks/check-plan.ts';
import { CHECK_RULES } from '../checks/check-rules.ts';
import { CheckSession } from '../checks/check-session.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan } from '../formats/plan-file.ts';
import { deriveNets } from '../joining/nets.ts';
import type { Plan } from '../plan/schema.ts';
import { cleanPart } from './clean-part.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { previewProposal } from './proposal.ts';
import { route } from './route.ts';
import { USUAL_REQUEST } from './route-request.ts';

function routed(name: string): { readonly plan: Plan; readonly lengthMm: number; readonly patches: number } {
  const text = readFileSync(new URL(`../testing/boards/${name}.sashiko.json`, import.meta.url), 'utf8');
  const bare = expectOk(parsePlan(text));
  const problem = expectOk(routingProblemOf(bare, USUAL_REQUEST));
  const search = route(problem, { seed: 1 });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem, step.value);
  expect(leftOut).toEqual([]);
  const plan = expectOk(previewProposal(bare, problem, solution));
  // Which side of the cloth a half of a closure looks to is not the router's matter.
  const rules = CHECK_RULES.filter(({ id }) => id !== 'closure-face');
  expect(countFindings(openFindings(plan, new CheckSession(rules, false).update(plan))).stop).toBe(0);
  return { plan, lengthMm: solution.lengthMm, patches: Object.keys(plan.patches).length };
}

/** Whether two holes, as `part.terminal` by names, are one conductor. */
function areJoined(plan: Plan, one: string, other: string): boolean {
  const nets = deriveNets(plan);
  const [a, b] = [one, other].map((place) => {
    const [name, terminal = ''] = place.split('.');
    const part = Object.values(plan.parts).find((each) => each.name === name);
    return nets.ofTerminal({ partId: part?.id ?? '', terminal }).id;
  });
  return a === b;
}

test.each([
  ['long-board-and-lights', 0, 420],
  ['long-board-sensor-six-addressable', 2, 3600],
  ['round-board-ring-of-twelve', 0, 1800],
  ['round-board-row-of-eight', 0, 1650],
  ['round-board-row-of-eight-pins-by-hand', 0, 1580],
  ['strip-with-snap', 0, 160],
  ['two-boards-two-packs', 0, 2800],
  ['two-holders-two-lights', 0, 200],
])('%s: nothing left out, no stop by the drawing, at most %i patches, %i mm', (name, mostPatches, mostMm) => {
  const { lengthMm, patches } = routed(name);
  expect(patches).toBeLessThanOrEqual(mostPatches);
  expect(lengthMm).toBeLessThanOrEqual(mostMm);
});

test('the pack goes to the input of a board, never to its regulated output; the sensor goes there', () => {
  const { plan } = routed('long-board-sensor-six-addressable');
  expect(areJoined(plan, 'pack.plus', 'board.supply')).toBe(true);
  expect(areJoined(plan, 'pack.plus', 'board.regulated')).toBe(false);
  expect(areJoined(plan, 'acc.plus', 'board.regulated')).toBe(true);
  expect(areJoined(plan, 'px1.plus', 'pack.plus')).toBe(true);
});
