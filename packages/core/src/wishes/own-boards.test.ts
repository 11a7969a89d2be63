/** Boards, sensors and lights that a maker described: every role is saved, wished and routed as those of the drawer are. */

import { expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePart, serializePart } from '../formats/part-file.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { deriveNets } from '../joining/nets.ts';
import { kindOfOwnPart, ownPartProblem } from '../parts/own-part.ts';
import type { OwnHole, OwnPart } from '../parts/own-part-schema.ts';
import { elementsOf } from '../parts/part-element.ts';
import { applyEdit } from '../plan/edit.ts';
import { keepOwnPart } from '../plan/edits/own-part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { cleanPart } from '../router/clean-part.ts';
import { routingProblemOf } from '../router/problem-of-plan.ts';
import { previewProposal } from '../router/proposal.ts';
import { route } from '../router/route.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { wishesOf } from './wishes.ts';

const hole = (
  id: string,
  x: number,
  y: number,
  role: OwnHole['role'],
  more: Partial<OwnHole> = {},
): OwnHole => ({
  id,
  x,
  y,
  diameterMm: 2,
  padMm: 3.6,
  role,
  label: id.toUpperCase(),
  joinedAs: '',
  abilities: [],
  ...more,
});

/** A board with power in, raw, a steady 3.3 V, two bus pins, a reading pin and three plain ones. */
const BOARD: OwnPart = {
  id: 'own-lantern-board',
  title: 'Lantern board',
  outline: { form: 'round', acrossMm: 60 },
  massG: 8,
  holes: [
    ['vin', 'plus'],
    ['raw', 'raw'],
    ['v33', 'regulated'],
    ['gnd', 'minus'],
    ['d', 'pin', 'bus'],
    ['c', 'pin', 'bus'],
    ['a', 'pin', 'analogue'],
    ['one', 'pin'],
    ['two', 'pin'],
    ['three', 'pin'],
  ].map(([id, role, ability], i) =>
    hole(
      id as string,
      Math.round(260 * Math.cos((i * Math.PI) / 5)) / 10,
      Math.round(260 * Math.sin((i * Math.PI) / 5)) / 10,
      role as OwnHole['role'],
      ability === undefined ? {} : { abilities: [ability as OwnHole['abilities'][number]] },
    ),
  ),
  model: { kind: 'board', volt: 5, mostMa: 120, steadyV: 3.3 },
};

const SENSOR: OwnPart = {
  id: 'own-bus-sensor',
  title: 'Tilt sensor',
  outline: { form: 'box', widthMm: 40, heightMm: 16 },
  massG: 2,
  holes: [
    hole('plus', -15, 4, 'plus'),
    hole('minus', -5, 4, 'minus'),
    hole('clock', 5, 4, 'bus-clock'),
    hole('data', 15, 4, 'bus-data'),
  ],
  model: { kind: 'load', volt: 3.3, ma: 1 },
};

const EYE: OwnPart = {
  id: 'own-eye',
  title: 'Eye',
  outline: { form: 'box', widthMm: 40, heightMm: 16 },
  massG: 2,
  holes: [hole('minus', -12, 4, 'minus'), hole('s', 0, 4, 'sense'), hole('plus', 12, 4, 'plus')],
  model: { kind: 'load', volt: 3.3, ma: 1 },
};

const PIXEL: OwnPart = {
  id: 'own-pixel',
  title: 'Pixel',
  outline: { form: 'round', acrossMm: 20 },
  massG: 1,
  holes: [
    hole('plus', -7, 0, 'plus'),
    hole('minus', 7, 0, 'minus'),
    hole('in', 0, 7, 'data-in'),
    hole('out', 0, -7, 'data-out'),
  ],
  model: { kind: 'load', volt: 5, ma: 20, glows: true },
};

function own(plan: Plan, part: OwnPart): Plan {
  return applyEdit(plan, expectOk(keepOwnPart(plan, part)));
}

test('own parts of every role are sound and come back from their files as they were', () => {
  for (const part of [BOARD, SENSOR, EYE, PIXEL]) {
    expect(ownPartProblem(part, 'part')).toBeNull();
    expect(expectOk(parsePart(serializePart(part)))).toEqual(part);
  }
  const kind = kindOfOwnPart(BOARD);
  expect(elementsOf(kind, 'regulator')).toEqual([
    { kind: 'regulator', input: 'supply', output: 'regulated', ground: 'ground', volt: 3.3 },
  ]);
  expect(kind.holes.filter(({ terminal }) => terminal === 'supply').map(({ id }) => id)).toEqual([
    'vin',
    'raw',
  ]);
  expect(kindOfOwnPart(PIXEL).elements).toContainEqual(expect.objectContaining({ glows: true }));
});

/** The ends of the wish that a hole belongs to, as `part/terminal` by names. */
function withEnd(plan: Plan, end: string): readonly string[] {
  const all = expectOk(wishesOf(plan)).map(({ terminals }) =>
    terminals.map(({ partId, terminal }) => `${plan.parts[partId]?.name}/${terminal}`),
  );
  return all.find((ends) => ends.includes(end)) ?? [];
}

test('they are wished by their roles, and routed', () => {
  const build = new PlanBuilder('Lantern', 500, 400);
  for (const part of [BOARD, SENSOR, EYE, PIXEL]) build.plan = own(build.plan, part);
  build
    .place('power-board', 'pack', 250, 340)
    .place('own-lantern-board', 'board', 250, 180)
    .place('own-bus-sensor', 'tilt', 90, 300)
    .place('own-pixel', 'p1', 420, 80)
    .place('own-pixel', 'p2', 420, 160);
  const { plan } = build;
  expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  expect(withEnd(plan, 'tilt/bus-data')).toEqual(['board/pin-d', 'tilt/bus-data']);
  expect(withEnd(plan, 'tilt/bus-clock')).toEqual(['board/pin-c', 'tilt/bus-clock']);
  expect(withEnd(plan, 'tilt/supply')).toEqual(['board/regulated', 'tilt/supply']);
  expect([...withEnd(plan, 'pack/plus')].sort()).toEqual([
    'board/supply',
    'p1/supply',
    'p2/supply',
    'pack/plus',
  ]);
  expect(withEnd(plan, 'p1/data-in')[0]).toMatch(/^(?:board\/pin|p2\/data-out)/u);
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const search = route(problem, { seed: 1 });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem, step.value);
  expect(leftOut).toEqual([]);
  const nets = deriveNets(expectOk(previewProposal(plan, problem, solution)));
  const netOf = (name: string, terminal: string): string =>
    nets.ofTerminal({
      partId: Object.values(plan.parts).find((part) => part.name === name)?.id ?? '',
      terminal,
    }).id;
  expect(netOf('pack', 'plus')).toBe(netOf('board', 'supply'));
  expect(netOf('pack', 'plus')).not.toBe(netOf('board', 'regulated'));
  expect(netOf('tilt', 'bus-data')).toBe(netOf('board', 'pin-d'));
});

test('two sensors on a bus share its lines; a sensor that is read gets the reading pin', () => {
  const build = new PlanBuilder('Two on a bus', 600, 400);
  for (const part of [BOARD, SENSOR, EYE]) build.plan = own(build.plan, part);
  const { plan } = build
    .place('power-board', 'pack', 300, 340)
    .place('own-lantern-board', 'board', 300, 180)
    .place('own-bus-sensor', 'left', 90, 300)
    .place('sensor-movement-bus', 'right', 500, 300)
    .place('own-eye', 'eye', 300, 60);
  expect(withEnd(plan, 'left/bus-data')).toEqual(['board/pin-d', 'left/bus-data', 'right/data']);
  expect(withEnd(plan, 'right/clock')).toEqual(['board/pin-c', 'left/bus-clock', 'right/clock']);
  expect(withEnd(plan, 'eye/sense')).toEqual(['board/pin-a', 'eye/sense']);
});

test('a board with cells of its own is its own source: nothing is sewn from it to itself', () => {
  const withCell: OwnPart = {
    ...BOARD,
    model: {
      kind: 'board',
      volt: 3,
      mostMa: 120,
      steadyV: 3,
      cell: { cellId: 'coin-20x3.2', count: 1, switched: true },
    },
  };
  const build = new PlanBuilder('Brooch', 300, 300);
  build.plan = own(build.plan, withCell);
  const { plan } = build.place('own-lantern-board', 'board', 150, 180).light('a', 90, 60).light('b', 210, 60);
  const wishes = expectOk(wishesOf(plan));
  expect(wishes.map(({ side }) => side)).toEqual(['none', 'none', '-']);
  for (const { terminals } of wishes)
    expect(new Set(terminals.map(({ partId, terminal }) => `${partId}/${terminal}`)).size).toBe(
      terminals.length,
    );
  // It gives at its + and −, and needs nothing there.
  const board = build.part('board').id;
  expect(
    checkPlan(plan).filter(({ ruleId, partIds }) => ruleId === 'open' && partIds.includes(board)),
  ).toEqual([]);
});
