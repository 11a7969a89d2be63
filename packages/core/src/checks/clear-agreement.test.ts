/**
 * *Clear* is one thing: nothing to stop or mend means that what is meant to be lit is lit and within what it bears, that a hand gets to every cell
 * and switch, and that nothing lies on top of anything. Sound pieces are changed at random; what is wrong with them is found here by other means
 * than the rules use, and then Check must not call them clear.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { lightStates } from '../circuit/will-it-light.ts';
import type { Result } from '../errors/problem.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan } from '../formats/plan-file.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf, insideDistanceMm, type Polygon } from '../geometry/polygon.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import { exchangePart, exchangeSource } from '../plan/edits/exchange-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { changePanel } from '../plan/edits/panel-edits.ts';
import { moveParts, turnPart, turnPartOver } from '../plan/edits/part-edits.ts';
import { deleteRuns } from '../plan/edits/run-edits.ts';
import { addWork } from '../plan/edits/sewing-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf, panelsOf } from '../plan/panels.ts';
import { placedOutline } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { pinsAt } from '../power/pins-at.ts';
import { sourcesOf } from '../power/sources.ts';
import { type Random, randomIndex, seededRandom } from '../random/random.ts';
import { tries } from '../testing/seeds.ts';
import { checkPlan } from './check-plan.ts';
import { currentsOf } from './currents.ts';

const at = (path: string): URL => new URL(`../../../../${path}`, import.meta.url);
const isClear = (plan: Plan): boolean => checkPlan(plan).every(({ severity }) => severity === 'note');
/** The plans that come with Sashiko and have nothing to put right. */
const sound: readonly Plan[] = ['demo', 'starts', 'packages/core/src/testing/boards']
  .flatMap((folder) => readdirSync(at(folder)).map((name) => `${folder}/${name}`))
  .filter((path) => path.endsWith('.sashiko.json'))
  .map((path) => expectOk(parsePlan(readFileSync(at(path), 'utf8'))))
  .filter(isClear);

/** Every light that shines for a source of its own, not by the will of a program, and does not, or gets more than it bears. */
function lightsAmiss(plan: Plan): readonly string[] {
  const currents = currentsOf(plan);
  if (currents === null) return ['no answer'];
  return lightStates(currents.on, currents.apart).flatMap(({ partId, isLit }) => {
    const part = plan.parts[partId] as Part;
    const terminals = kindOf(plan, part).holes.map(({ terminal }) => terminal);
    const byPin = terminals.some((terminal) => pinsAt(plan)(part, terminal).length > 0);
    return isLit || byPin ? [] : [`${part.name} is dark`];
  });
}

/** Bodies that share a place: by a grid of places, a fifth of a millimetre within both. */
function bodiesAmiss(plan: Plan): readonly string[] {
  const bodies = Object.values(plan.parts).filter((part) => {
    const { threadEnd, isLoose } = kindOf(plan, part);
    return threadEnd === undefined && isLoose !== true;
  });
  return bodies.flatMap((one, i) =>
    bodies
      .slice(i + 1)
      .filter((other) => other.panelId === one.panelId && other.face === one.face)
      .filter((other) => haveInCommon(placedOutline(plan, one), placedOutline(plan, other)))
      .map((other) => `${one.name} lies on ${other.name}`),
  );
}

function haveInCommon(one: Polygon, other: Polygon): boolean {
  const [a, b] = [boundsOf(one), boundsOf(other)];
  const [left, top] = [Math.max(a[0], b[0]), Math.max(a[1], b[1])];
  const [right, bottom] = [Math.min(a[2], b[2]), Math.min(a[3], b[3])];
  for (let x = left; x <= right; x += 0.5)
    for (let y = top; y <= bottom; y += 0.5)
      if ([one, other].every((outline) => insideDistanceMm(outline, { x, y }) > 0.3)) return true;
  return false;
}

/** Cells and switches of a flat piece that lie under a layer which is fastened all round, or on a side that work closes, with no zone for a hand. */
function reachAmiss(plan: Plan): readonly string[] {
  return Object.values(plan.parts).flatMap((part) => {
    const kind = kindOf(plan, part);
    const isHandled =
      hasElement(kind, 'cell') ||
      elementsOf(kind, 'switch').some(({ closedBy }) => closedBy === 'hand' || closedBy === 'press');
    const isIn = (p: Point, area: readonly { readonly at: Point }[]): boolean =>
      insideDistanceMm(
        area.map((node) => node.at),
        p,
      ) > 4;
    const zones = Object.values(panelOf(plan, part).markings).filter(({ use }) => use === 'reach');
    if (!isHandled || zones.length > 0) return [];
    const isCovered = Object.values(plan.layers).some(
      ({ panelId, face, fastened, laid, openEdge, windows, nodes }) =>
        panelId === part.panelId &&
        face === part.face &&
        fastened !== 'comes-off' &&
        laid === 'after' &&
        openEdge === undefined &&
        windows.length === 0 &&
        (nodes === undefined || isIn(part.at, nodes)),
    );
    const isClosed = Object.values(plan.works).some(
      ({ kind: does, place, zip }) =>
        does === 'close' && zip !== true && (place === 'piece' || place === part.face),
    );
    return isCovered || isClosed ? [`${part.name} cannot be reached`] : [];
  });
}

/** Lights that get more than 20 mA (a rating that is common practice, no source) of anything but a coin cell, whose own resistance bounds it. */
function ratingAmiss(plan: Plan): readonly string[] {
  const currents = currentsOf(plan);
  const isCoin = sourcesOf(plan).some(({ cell }) => cell.cellId.startsWith('coin'));
  if (currents === null || isCoin) return [];
  return lightStates(currents.on, currents.apart).flatMap(({ partId, amp, isAddressable }) =>
    amp > 0.0202 && !isAddressable ? [`${plan.parts[partId]?.name} gets ${(1000 * amp).toFixed(1)} mA`] : [],
  );
}

const AMISS = { lit: lightsAmiss, bodies: bodiesAmiss, reach: reachAmiss, rating: ratingAmiss };
const SOURCES = [
  'aaa-holder-1-boost',
  'aaa-holder-2',
  'aaa-holder-2-boost',
  'coin-cell-holder',
  'power-board',
];

/** Something that a maker might do to a piece, for better or worse. */
function changed(plan: Plan, random: Random): Plan {
  const pick = <T>(all: readonly T[]): T => all[randomIndex(random, all.length)] as T;
  const part = pick(Object.values(plan.parts));
  const other = pick(Object.values(plan.parts));
  const run = pick(Object.values(plan.runs));
  const panel = pick(panelsOf(plan));
  const ways: ReadonlyArray<() => Result<Edit>> = [
    () => moveParts(plan, [part.id], { x: 8 * (random() - 0.5), y: 8 * (random() - 0.5) }),
    () => moveParts(plan, [part.id], { x: other.at.x - part.at.x + 6, y: other.at.y - part.at.y + 4 }),
    () => turnPart(plan, part.id, 180),
    () => turnPartOver(plan, part.id, part.face === 'right' ? 'wrong' : 'right'),
    () => deleteRuns(plan, [run.id]),
    () => exchangeSource(plan, pick(sourcesOf(plan))?.part.id ?? '', pick(SOURCES)),
    () => exchangePart(plan, part.id, pick(['bare-leg-light-5', 'sew-on-light'])),
    () =>
      addLayer(plan, {
        name: 'cover',
        panelId: panel.id,
        face: pick(['right', 'wrong']),
        fastened: pick(['sewn', 'comes-off']),
        laid: pick(['before', 'after']),
      }),
    () => addWork(plan, { title: 'close it', kind: 'close', place: pick(['right', 'wrong', 'nowhere']) }),
    () => addWork(plan, { title: 'zip it', kind: 'close', place: pick(['right', 'wrong']), zip: true }),
    () => changePanel(plan, panel.id, { outside: pick(['right', 'wrong']) }),
  ];
  const edit = pick(ways)();
  return edit.ok ? applyEdit(plan, edit.value) : plan;
}

describe('clear', () => {
  test('sound pieces are many, and nothing is wrong with them', () => {
    expect(sound.length).toBeGreaterThan(8);
    for (const plan of sound)
      expect(
        Object.values(AMISS).flatMap((amiss) => amiss(plan)),
        plan.name,
      ).toEqual([]);
  });

  const count = tries(8, 100);
  test.each(sound.map((plan) => [plan.name, plan] as const))('%s, changed at random', (name, plan) => {
    const seen = { clear: 0, lit: 0, bodies: 0, reach: 0, rating: 0 };
    for (let seed = 1; seed <= count; seed += 1) {
      const random = seededRandom(1000 * seed + name.length);
      const now = changed(changed(plan, random), random);
      const clear = isClear(now);
      if (clear) seen.clear += 1;
      for (const [sort, amiss] of Object.entries(AMISS)) {
        const found = amiss(now);
        if (found.length > 0) seen[sort as keyof typeof AMISS] += 1;
        if (clear) expect(found, `${name}, ${seed}`).toEqual([]);
      }
    }
    totals.push(seen);
  });

  const totals: Array<Record<keyof typeof AMISS | 'clear', number>> = [];
  test('the changes bring both: pieces that are still clear, and each sort of fault', () => {
    for (const sort of ['clear', 'lit', 'bodies', 'reach', 'rating'] as const) {
      const times = totals.reduce((sum, seen) => sum + seen[sort], 0);
      // Ratings are broken in a few of hundreds.
      if (sort !== 'rating' || count > 50) expect(times, sort).toBeGreaterThan(3);
    }
  });
});
