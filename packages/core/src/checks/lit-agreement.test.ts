/**
 * Lit is one thing: what is counted as lit has hours and no finding that calls it dark, reversed or in series; what is dark though it is meant
 * to be lit is told. Over random plans of every part of the drawer.
 */
import { expect, test } from 'vitest';
import { limitsFor, warmPlaces } from '../circuit/heat.ts';
import { howLong } from '../circuit/how-long.ts';
import { shortsOf } from '../circuit/shorts.ts';
import { whyDark } from '../circuit/why-dark.ts';
import { type LightState, lightStates } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { deriveNets } from '../joining/nets.ts';
import { lightsIn } from '../joining/sides.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { pinsAt } from '../power/pins-at.ts';
import { sourcesOf } from '../power/sources.ts';
import { checkedOnce } from '../testing/checked-once.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { type Currents, currentsOf } from './currents.ts';
import type { Finding } from './finding.ts';

/** What calls a light dark, wherever it is told. */
function callsDark({ ruleId, severity, key, state }: Finding): boolean {
  if (state !== undefined || severity !== 'stop') return false;
  return (
    ['reversed', 'series', 'open'].includes(ruleId) ||
    (ruleId === 'forward-voltage' && !key.endsWith(':aged'))
  );
}

/** What tells why lights stay dark, of themselves, of their board or of their source. */
const CAUSES = ['short-net', 'cell-load', 'fire', 'voltage-at-board', 'data-order', 'mixed-kinds'];

/** Parts all of whose lights are lit. */
function litParts(lights: readonly LightState[]): ReadonlySet<string> {
  const dark = new Set(lights.flatMap(({ isLit, partId }) => (isLit ? [] : [partId])));
  return new Set(lights.flatMap(({ partId }) => (dark.has(partId) ? [] : [partId])));
}

function disagreements(plan: Plan): readonly string[] {
  const currents = currentsOf(plan);
  if (currents === null) return ['no answer'];
  const { on, apart } = currents;
  const lights = lightStates(on, apart);
  const findings = checkedOnce(plan).filter(({ state }) => state === undefined);
  return [
    ...hoursAgainst(currents, lights),
    ...[...litParts(lights)].flatMap((partId) =>
      findings
        .filter((finding) => callsDark(finding) && finding.partIds.includes(partId))
        .map(({ key, message }) => `${partId} is lit, yet ${key}: ${message}`),
    ),
    ...untold(currents, lights, findings),
    ...heatAgainst(plan, currents, findings),
  ];
}

function hoursAgainst({ on }: Currents, lights: readonly LightState[]): readonly string[] {
  const times = expectOk(howLong(on, { touchOhm: null }));
  const lasting = new Set(
    times.flatMap(({ partId, isLit, atMostHours }) => (isLit && atMostHours > 0 ? [partId] : [])),
  );
  const feeding = new Set(lights.flatMap(({ isLit, fedBy }) => (isLit ? fedBy : [])));
  return [
    ...lights.flatMap(({ id, isLit, fedBy }) =>
      isLit && !fedBy.some((source) => lasting.has(source)) ? [`${id} is lit and has no hours`] : [],
    ),
    ...[...lasting].flatMap((source) =>
      feeding.has(source) ? [] : [`${source} has hours and lights nothing`],
    ),
  ];
}

/** What Light calls too warm Check tells, and nothing else: where a source is shorted, as its short. */
function heatAgainst(
  plan: Plan,
  { on, apart, touching }: Currents,
  findings: readonly Finding[],
): readonly string[] {
  const point = touching ?? apart;
  const told = findings.filter(({ ruleId, found }) => ruleId === 'fire' && found?.unit === '°C');
  const isLifted = sourcesOf(plan).some(({ cell }) => cell.boostV !== undefined);
  const [warmest] = warmPlaces(on, point);
  const isHot =
    warmest !== undefined &&
    warmPlaces(on, point).some((place) => place.celsius >= limitsFor(on, place).mendC);
  const isShort = shortsOf(on, point).length > 0;
  return [
    ...(isHot && told.length === 0
      ? [`${warmest.name} is ${warmest.celsius} °C warm, and nothing says so`]
      : []),
    // A converter may be hotter when its cells are low.
    ...(!isHot && !isShort && !isLifted ? told.map(({ message }) => `nothing is hot, yet: ${message}`) : []),
  ];
}

/** Lights that are dark, though no program keeps them so, and of which nothing is said. */
function untold(
  { on, apart }: Currents,
  lights: readonly LightState[],
  findings: readonly Finding[],
): readonly string[] {
  const byProgram = new Set(
    lightsIn(on).flatMap(({ id, part, light }) =>
      [light.plus, light.minus].some((end) => pinsAt(on)(part, end).length > 0) ? [id] : [],
    ),
  );
  const reasons = new Map(whyDark(on, apart).map((reason) => [reason.lightId, reason]));
  return lights.flatMap(({ id, partId, isLit }) => {
    // Of the colours of one light one is enough.
    if (isLit || byProgram.has(id) || isSpareColour(on, id)) return [];
    const reason = reasons.get(id);
    const isTold = findings.some(
      (finding) =>
        ((callsDark(finding) || CAUSES.includes(finding.ruleId)) && finding.partIds.includes(partId)) ||
        // What empties or fails a whole source is told of the source.
        (['short', 'tripped', 'starved', 'opposed', 'reset', 'data'].includes(reason?.cause ?? '') &&
          CAUSES.includes(finding.ruleId)),
    );
    return isTold ? [] : [`${id} is dark (${reason?.cause}: ${reason?.text}), and nothing says so`];
  });
}

/** Whether the + of a light has no thread while another light of its part has one. */
function isSpareColour(plan: Plan, lightId: string): boolean {
  const light = lightsIn(plan).find(({ id }) => id === lightId);
  const isSewn = (part: Part, plus: string): boolean =>
    deriveNets(plan).ofTerminal({ partId: part.id, terminal: plus }).runIds.length > 0;
  return (
    light !== undefined &&
    !isSewn(light.part, light.light.plus) &&
    lightsIn(plan).some(({ part, light: other }) => part === light.part && isSewn(part, other.plus))
  );
}

test.each(seeds(24, 300))('random plan %i', (seed) => {
  expect(disagreements(randomPlan(seed))).toEqual([]);
});
