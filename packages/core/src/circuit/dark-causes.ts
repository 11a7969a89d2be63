/**
 * What can keep a light dark or dim, one function each, asked in turn: the first that applies is told. A new cause is a function and a line in
 * the list.
 */
import type { Point } from '../geometry/point.ts';
import { deriveNets, type Net } from '../joining/nets.ts';
import { isSeriesNet, lightEnds } from '../joining/series.ts';
import { deriveSides, lightsOf, netAt } from '../joining/sides.ts';
import { tracePaths } from '../joining/trace-path.ts';
import { cellAt } from '../parts/cells.ts';
import { forwardVolt } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { Circuit } from '../power/circuits.ts';
import { dataSenders, dataWay, hearsData } from '../power/data-senders.ts';
import { inLoop } from '../power/loops.ts';
import { pinsAt } from '../power/pins-at.ts';
import { ownSwitches } from '../power/sources.ts';
import { formatCurrent, formatVolt } from '../units/electrical.ts';
import { remembered } from '../units/remembered.ts';
import { loadKey } from './devices/load.ts';
import { threadFigures } from './figures.ts';
import type { PlanPoint } from './solve-plan.ts';
import type { LightState, SupplyState } from './will-it-light.ts';

export type DarkCause =
  | 'bridged'
  | 'no-source'
  | 'open'
  | 'reversed'
  | 'series'
  | 'switch'
  | 'short'
  | 'opposed'
  | 'tripped'
  | 'starved'
  | 'pin'
  | 'pin-held'
  | 'reset'
  | 'data'
  | 'resistor'
  | 'steady'
  | 'beside'
  | 'volts'
  | 'aged'
  | 'line';

/** What is known of the whole solved plan. */
export interface Shared {
  readonly plan: Plan;
  readonly point: PlanPoint;
  readonly states: readonly LightState[];
  readonly circuits: readonly Circuit[];
  readonly supplies: readonly SupplyState[];
  /** Sources whose + and − are joined. */
  readonly shorted: ReadonlySet<string>;
  /** Lights that are the wrong way round. */
  readonly turned: ReadonlySet<string>;
}

/** One light that is dark or dim. */
export interface DarkCase extends Shared {
  readonly state: LightState;
  readonly part: Part;
  readonly ends: { readonly plus: string; readonly minus: string };
  /** The circuit it hangs in, by the drawing; missing where it hangs in none. */
  readonly fed: Circuit | undefined;
}

export interface Found {
  readonly cause: DarkCause;
  readonly text: string;
  readonly at?: Point;
  readonly runIds?: readonly string[];
}

type Cause = (dark: DarkCase) => Found | null;

/** A light that wants fewer volts by this much takes the current of another, V (assumption). */
const UNLIKE_V = 0.2;
const BESIDE_TIMES = 2;
/** A resistor that takes so much of what a light's supply gives is what keeps it dark (assumption). */
const MOST_SHARE = 0.3;

const CAUSES: readonly Cause[] = [
  noSource,
  shorted,
  pinHeld,
  bridged,
  noThread,
  reversed,
  oneAfterAnother,
  switchedOff,
  opposed,
  supplyGivesUp,
  pinSet,
  boardReset,
  noData,
  steadyHole,
  tooFewVolts,
  besideTakes,
  resistorTakes,
  onOneSide,
  lost,
];

/** The first cause that applies; the line takes what nothing else does. */
export function firstCause(dark: DarkCase): Found {
  for (const cause of CAUSES) {
    const found = cause(dark);
    if (found !== null) return found;
  }
  return onTheLine(dark);
}

/** What a light is compared by: its colour, or that it is addressable. */
export function darkColour(plan: Plan, { partId, id }: Pick<LightState, 'partId' | 'id'>): string {
  const part = plan.parts[partId];
  const placed = part === undefined ? undefined : lightsOf(plan, part).find((light) => light.id === id);
  return placed?.light.colourId ?? part?.colourId ?? 'addressable';
}

const pathsOf = remembered({ name: 'paths of the lights', under: (plan: Plan) => plan }, tracePaths);

function netsOf({ plan, part, ends }: DarkCase): readonly [Net, Net] {
  const nets = deriveNets(plan);
  return [netAt(nets, part, ends.plus), netAt(nets, part, ends.minus)];
}

function holeAt({ plan, part }: DarkCase, terminal: string): { readonly name: string; readonly at: Point } {
  const hole = kindOf(plan, part).holes.find((one) => one.terminal === terminal && one.plated);
  if (hole === undefined) return { name: part.name, at: part.at };
  const ref = { partId: part.id, holeId: hole.id };
  return { name: holeName(plan, ref), at: holePoint(plan, ref) };
}

function bridged(dark: DarkCase): Found | null {
  const [plus, minus] = netsOf(dark);
  if (plus !== minus) return null;
  return {
    cause: 'bridged',
    text: `Both ends of ${dark.part.name} are on one thread: the current goes past it.`,
    runIds: plus.runIds,
  };
}

function noSource({ circuits }: DarkCase): Found | null {
  return circuits.length > 0
    ? null
    : { cause: 'no-source', text: 'There is no holder on the cloth: nothing gives power.' };
}

function noThread(dark: DarkCase): Found | null {
  const [plus, minus] = netsOf(dark);
  const bare = [
    ...(plus.runIds.length === 0 ? [dark.ends.plus] : []),
    ...(minus.runIds.length === 0 ? [dark.ends.minus] : []),
  ];
  const [first] = bare;
  if (first === undefined || dark.fed !== undefined) return null;
  const { name, at } = holeAt(dark, first);
  return { cause: 'open', text: `No thread leads to ${name}.`, at };
}

function reversed({ turned, state, part }: DarkCase): Found | null {
  return turned.has(state.isAddressable ? part.id : state.id)
    ? { cause: 'reversed', text: `${part.name} is the wrong way round: its + lies on the − side.` }
    : null;
}

function oneAfterAnother(dark: DarkCase): Found | null {
  const { plan, part, state } = dark;
  const sides = deriveSides(plan);
  const net = netsOf(dark).find((one) => isSeriesNet(plan, sides, one));
  if (net === undefined) return null;
  const others = [...lightEnds(plan, net, '-'), ...lightEnds(plan, net, '+')].filter((one) => one !== part);
  const who = [...new Set(others)].map(({ name }) => name).join(' and ');
  return {
    cause: 'series',
    text: `${part.name} and ${who} come one after another: they share the volts, and ${formatVolt(Math.max(0, state.peakVolt))} are left for ${part.name}.`,
    runIds: net.runIds,
  };
}

function switchedOff({ fed, state }: DarkCase): Found | null {
  if (fed === undefined || state.isLit) return null;
  const off = [
    ...ownSwitches(fed.source),
    ...fed.contacts.flatMap(({ part: own, mate }) => (mate === null ? [own] : [own, mate])),
  ].find(({ switchedOn }) => switchedOn === false);
  if (off === undefined) return null;
  const what = off === fed.source.cableSwitch ? `The switch in the cable of ${off.name}` : off.name;
  return { cause: 'switch', text: `${what} is off.`, at: off.at };
}

/** Its source, or one that its threads lie on, is shorted. */
function shorted(dark: DarkCase): Found | null {
  const { plan, fed, circuits, shorted: all } = dark;
  if (all.size === 0) return null;
  const sides = deriveSides(plan);
  const own = netsOf(dark);
  const circuit = (fed === undefined ? circuits : [fed]).find(
    ({ source, plus }) =>
      all.has(source.part.id) &&
      (fed !== undefined || plus.some((net) => own.some((end) => sides.areJoined(end, net)))),
  );
  return circuit === undefined
    ? null
    : {
        cause: 'short',
        text: `The + and − of ${circuit.source.part.name} are joined: the current takes that way.`,
        at: circuit.source.part.at,
      };
}

/** Two sources in one loop whose volts work against each other. */
function opposed({ plan, fed, circuits }: DarkCase): Found | null {
  if (fed === undefined) return null;
  const nets = deriveNets(plan);
  const sides = deriveSides(plan);
  const end = ({ source }: Circuit, sign: 'plus' | 'minus'): Net =>
    netAt(nets, source.part, source.cell[sign]);
  const other = circuits.find(
    (one) =>
      one.source !== fed.source &&
      sides.areJoined(end(one, 'plus'), end(fed, 'minus')) &&
      sides.areJoined(end(one, 'minus'), end(fed, 'plus')),
  );
  return other === undefined
    ? null
    : {
        cause: 'opposed',
        text: `${fed.source.part.name} and ${other.source.part.name} work against each other: + of each on − of the other.`,
        at: other.source.part.at,
      };
}

function supplyGivesUp({ fed, supplies }: DarkCase): Found | null {
  const supply = supplies.find(({ partId }) => partId === fed?.source.part.id);
  if (fed === undefined || supply === undefined) return null;
  const { name, at } = fed.source.part;
  if (supply.standing === 'tripped')
    return { cause: 'tripped', text: `The protection of the pack of ${name} has opened.`, at };
  return supply.standing === 'starved' || supply.standing === 'sinking'
    ? { cause: 'starved', text: `${name} is starved: its cells cannot feed what hangs on it.`, at }
    : null;
}

/** A pin that its own thread leads to + or −: whatever the program says, the light has no volts. */
function pinHeld(dark: DarkCase): Found | null {
  const { plan, part, ends } = dark;
  const sides = deriveSides(plan);
  for (const [net, wrong, word] of [
    [netsOf(dark)[0], '-', '−'],
    [netsOf(dark)[1], '+', '+'],
  ] as const) {
    const pin = net.terminals
      .flatMap(({ partId, terminal }) =>
        elementsOf(kindOf(plan, plan.parts[partId] as Part), 'pin').some((one) => one.pin === terminal)
          ? [{ board: plan.parts[partId] as Part, terminal }]
          : [],
      )
      .at(0);
    const end = net === netsOf(dark)[0] ? ends.plus : ends.minus;
    if (pin === undefined || sides.of(net) !== wrong || pinsAt(plan)(part, end).length > 0) continue;
    const label = labelOf(plan, pin.board, pin.terminal);
    return {
      cause: 'pin-held',
      text: `${label} of ${pin.board.name}, which should light it, is sewn to the ${word} side.`,
      at: pin.board.at,
      runIds: net.runIds,
    };
  }
  return null;
}

function labelOf(plan: Plan, board: Part, terminal: string): string {
  return kindOf(plan, board).holes.find((hole) => hole.terminal === terminal)?.label ?? terminal;
}

/** Its pins stand so that no volts lie across it: the one at its + low, the one at its − high, or not driven. */
function pinSet({ plan, point, part, ends, state }: DarkCase): Found | null {
  if (state.isLit || state.isAddressable) return null;
  for (const [end, offLevel] of [
    [ends.plus, 0],
    [ends.minus, 1],
  ] as const)
    for (const { partId, terminal } of pinsAt(plan)(part, end)) {
      const board = plan.parts[partId];
      if (board === undefined) continue;
      const stand = point.state.pins.get(`${partId}.${terminal}`);
      const what = `${labelOf(plan, board, terminal)} of ${board.name}`;
      if (stand !== undefined)
        return {
          cause: 'pin',
          text: `${what} is ${stand === 'read' ? 'read' : 'left floating'}, not driven.`,
          at: board.at,
        };
      if ((board.levels?.[terminal] ?? 1) === offLevel)
        return { cause: 'pin', text: `${what} is set to ${offLevel}.`, at: board.at };
    }
  return null;
}

function boardReset({ plan, point, part, ends }: DarkCase): Found | null {
  const boards = [ends.plus, ends.minus]
    .flatMap((end) => pinsAt(plan)(part, end))
    .map(({ partId }) => partId);
  const board = boards
    .map((id) => plan.parts[id])
    .find((one) => one !== undefined && !hasVolts(point, one.id));
  return board === undefined
    ? null
    : { cause: 'reset', text: `${board.name} gets too few volts and has reset.`, at: board.at };
}

function hasVolts({ deviceAt }: PlanPoint, partId: string): boolean {
  const device = deviceAt(loadKey(partId));
  return device === undefined || device.mode === 'full';
}

/** An addressable light that has its volts and is told nothing. */
function noData({ plan, point, part, state }: DarkCase): Found | null {
  if (!state.isAddressable || !hearsData(plan, part) || !hasVolts(point, part.id)) return null;
  const way = dataWay(plan, part.id);
  const cause = 'data';
  if (way === null) {
    const sender = dataSenders(plan).get(part.id);
    const before = sender == null || sender.isPin ? undefined : plan.parts[sender.partId];
    return before !== undefined
      ? {
          cause,
          text: `Nothing sends data to ${before.name}, from which ${part.name} has it.`,
          at: before.at,
        }
      : { cause, text: `Nothing sends data to ${part.name}: that is what a board does.` };
  }
  const silent = [...way.through, way.pin.partId]
    .map((id) => plan.parts[id])
    .find((one) => one !== undefined && !hasVolts(point, one.id));
  const board = plan.parts[way.pin.partId];
  return silent !== undefined
    ? { cause, text: `Its data comes by way of ${silent.name}, which does not work.`, at: silent.at }
    : {
        cause,
        text: `${board === undefined ? 'Its pin' : `${labelOf(plan, board, way.pin.terminal)} of ${board.name}`} sends it nothing.`,
        at: board?.at ?? part.at,
      };
}

function wantedVolt({ plan, part, state }: DarkCase): number {
  return state.isAddressable
    ? (elementsOf(kindOf(plan, part), 'load').find(({ glows }) => glows === true)?.leastV ?? 0)
    : forwardVolt(darkColour(plan, state));
}

/** A steady hole that gives fewer volts than the light wants. */
function steadyHole(dark: DarkCase): Found | null {
  const { plan, point } = dark;
  const sides = deriveSides(plan);
  const [plus] = netsOf(dark);
  const wanted = wantedVolt(dark);
  for (const board of Object.values(plan.parts))
    for (const { output, ground } of elementsOf(kindOf(plan, board), 'regulator')) {
      const volt = point.voltAt(board.id, output) - point.voltAt(board.id, ground);
      if (!sides.areJoined(netAt(deriveNets(plan), board, output), plus) || volt >= wanted) continue;
      return {
        cause: 'steady',
        text: `${labelOf(plan, board, output)} of ${board.name} gives ${formatVolt(volt)}; ${dark.part.name} wants ${formatVolt(wanted)}.`,
        at: board.at,
      };
    }
  return null;
}

function supplyVolt({ fed, supplies }: DarkCase): number {
  return supplies.find(({ partId }) => partId === fed?.source.part.id)?.volt ?? 0;
}

function tooFewVolts(dark: DarkCase): Found | null {
  const { fed, part, point } = dark;
  if (fed === undefined) return null;
  const { source } = fed;
  const [supplyV, wantedV] = [supplyVolt(dark), wantedVolt(dark)];
  if (supplyV >= wantedV) return null;
  const fresh = cellAt(source.cellKind, 1).volt * source.cell.count;
  const isAged = source.cell.boostV === undefined && point.state.chargeLeft < 1 && fresh > wantedV;
  return isAged
    ? {
        cause: 'aged',
        text: `The ${source.cellKind.noun} of ${source.part.name} is too far used: ${formatVolt(supplyV)} are left, ${formatVolt(wantedV)} wanted.`,
        at: source.part.at,
      }
    : {
        cause: 'volts',
        text: `${source.part.name} gives ${formatVolt(supplyV)}; ${part.name} wants ${formatVolt(wantedV)}.`,
        at: source.part.at,
      };
}

function besideTakes(dark: DarkCase): Found | null {
  const { plan, fed, state, states, part } = dark;
  if (fed === undefined || state.isAddressable) return null;
  const wantedV = wantedVolt(dark);
  const beside = states.find(
    (other) =>
      !other.isAddressable &&
      other.peakAmp > BESIDE_TIMES * state.peakAmp &&
      forwardVolt(darkColour(plan, other)) < wantedV - UNLIKE_V &&
      [...fed.lights, ...fed.pinLights.map(({ light }) => light)].some(({ id }) => id === other.id),
  );
  return beside === undefined
    ? null
    : {
        cause: 'beside',
        text: `${plan.parts[beside.partId]?.name ?? ''} wants fewer volts and takes the current.`,
        at: plan.parts[beside.partId]?.at ?? part.at,
      };
}

/** A resistor part before it that takes much of the volts. */
function resistorTakes(dark: DarkCase): Found | null {
  const { plan, point, fed } = dark;
  if (fed === undefined) return null;
  const nets = deriveNets(plan);
  const own = netsOf(dark).map(({ id }) => id);
  for (const part of Object.values(plan.parts))
    for (const { a, b, ohm } of elementsOf(kindOf(plan, part), 'resistor')) {
      const isBeside = [a, b].some((end) => own.includes(netAt(nets, part, end).id));
      const volt = Math.abs(point.voltAt(part.id, a) - point.voltAt(part.id, b));
      if (!isBeside || volt < MOST_SHARE * supplyVolt(dark)) continue;
      return {
        cause: 'resistor',
        text: `${part.name} of ${ohm} Ω takes ${formatVolt(volt)} and lets ${formatCurrent(volt / ohm)} through.`,
        at: part.at,
      };
    }
  return null;
}

function onOneSide(dark: DarkCase): Found | null {
  if (dark.fed !== undefined) return null;
  const sides = deriveSides(dark.plan);
  const [plus, minus] = netsOf(dark).map((net) => sides.of(net));
  if (plus !== minus || (plus !== '+' && plus !== '-')) return null;
  const { at } = holeAt(dark, plus === '+' ? dark.ends.minus : dark.ends.plus);
  return {
    // Where nothing can flow, Check goes by the drawing too.
    cause: inLoop(dark.plan)(dark.part, dark.ends) ? 'open' : 'reversed',
    text: `Both ends of ${dark.part.name} hang on the ${plus === '+' ? '+' : '−'} side.`,
    at,
  };
}

/** It hangs in no circuit: where its way is lost. */
function lost(dark: DarkCase): Found | null {
  const { plan, fed, state, ends } = dark;
  if (fed !== undefined || state.isLit) return null;
  const path = pathsOf(plan).find(({ lightId }) => lightId === state.id);
  const step = path?.steps.findLast((one) => one.kind === 'run');
  const plus = deriveSides(plan).of(netsOf(dark)[0]);
  const { at } = holeAt(dark, plus === '+' ? ends.minus : ends.plus);
  return {
    cause: 'open',
    text:
      path?.problem ??
      `No current comes through: no thread leads ${plus === '+' ? 'from its − to the − of the source of its +' : 'to its + from the + of a source'}.`,
    at: step?.kind === 'run' ? holePoint(plan, step.to) : at,
    runIds: step?.kind === 'run' ? [step.runId] : [],
  };
}

/** The thread on its way that takes most volts. */
function onTheLine(dark: DarkCase): Found {
  const { plan, point, state } = dark;
  const supplyV = supplyVolt(dark);
  const own = pathsOf(plan).find(({ lightId }) => lightId === state.id);
  const onWay = new Set(own?.steps.flatMap((step) => (step.kind === 'run' ? [step.runId] : [])));
  const worst = threadFigures(plan, point)
    .filter(({ runId }) => onWay.size === 0 || onWay.has(runId))
    .reduce<{ runId: string; volt: number } | null>(
      (most, { runId, volt }) => (volt > (most?.volt ?? 0) ? { runId, volt } : most),
      null,
    );
  const run = worst === null ? undefined : plan.runs[worst.runId];
  const lostV = Math.max(0, supplyV - state.peakVolt);
  const most =
    run === undefined || worst === null
      ? ''
      : `, most (${formatVolt(worst.volt)}) on the thread ${runName(plan, run)}`;
  return {
    cause: 'line',
    text: `${formatVolt(lostV)} of ${formatVolt(supplyV)} are lost on the way${most}.`,
    ...(run === undefined ? {} : { at: holePoint(plan, run.from), runIds: [run.id] }),
  };
}
