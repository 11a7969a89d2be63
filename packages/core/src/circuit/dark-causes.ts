/** The causes for which a light stays dark, from the nearest to the farthest. One file: each is tried only where those before it do not hold. */
import { deriveNets } from '../joining/nets.ts';
import { deriveSides, netAt } from '../joining/sides.ts';
import { cellAt } from '../parts/cells.ts';
import { forwardVolt } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint } from '../plan/placed.ts';
import { dataSenders, dataWay, hearsData } from '../power/data-senders.ts';
import { pinsAt } from '../power/pins-at.ts';
import { ownSwitches } from '../power/sources.ts';
import { formatCurrent, formatVolt } from '../units/electrical.ts';
import {
  type Cause,
  type DarkCase,
  darkColour,
  type Found,
  hasVolts,
  labelOf,
  netsOf,
  pathsOf,
  supplyVolt,
  wantedVolt,
} from './dark-case.ts';
import {
  bridged,
  lost,
  noSource,
  noThread,
  oneAfterAnother,
  onOneSide,
  opposed,
  pinHeld,
  reversed,
  shorted,
} from './dark-wiring.ts';
import { threadFigures } from './figures.ts';
import { chargeOf } from './state.ts';

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

function tooFewVolts(dark: DarkCase): Found | null {
  const { fed, part, point } = dark;
  if (fed === undefined) return null;
  const { source } = fed;
  const [supplyV, wantedV] = [supplyVolt(dark), wantedVolt(dark)];
  if (supplyV >= wantedV) return null;
  const fresh = cellAt(source.cellKind, 1).volt * source.cell.count;
  const isAged =
    source.cell.boostV === undefined && chargeOf(point.state, source.part.id) < 1 && fresh > wantedV;
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
