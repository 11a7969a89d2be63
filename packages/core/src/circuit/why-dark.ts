/** Why a light stays dark, or is dim beside its like: the first cause on its way from the source, and where it is. */
import type { Point } from '../geometry/point.ts';
import { deriveNets } from '../joining/nets.ts';
import { deriveSides, lightsOf, netAt, type PlacedLight } from '../joining/sides.ts';
import { type LightPath, tracePaths } from '../joining/trace-path.ts';
import { cellAt } from '../parts/cells.ts';
import { forwardVolt } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { ownSwitches } from '../power/sources.ts';
import { formatVolt } from '../units/electrical.ts';
import { remembered } from '../units/remembered.ts';
import { loadKey } from './devices/load.ts';
import { threadFigures } from './figures.ts';
import { shortsOf } from './shorts.ts';
import type { PlanPoint } from './solve-plan.ts';
import { darkAmp, type LightState, lightStates, supplyStates } from './will-it-light.ts';

export type DarkCause =
  | 'open'
  | 'reversed'
  | 'switch'
  | 'short'
  | 'tripped'
  | 'starved'
  | 'pin'
  | 'reset'
  | 'beside'
  | 'volts'
  | 'aged'
  | 'line';

export interface DarkReason {
  readonly lightId: string;
  readonly partId: string;
  readonly isDark: boolean;
  readonly cause: DarkCause;
  /** In a sentence. */
  readonly text: string;
  /** Where the cause is. */
  readonly at: Point;
  readonly runIds: readonly string[];
}

/** Below this share of the brightest of its colour a light is dim (handbook section 6). */
const DIM_SHARE = 0.5;

/** A light that wants fewer volts by this much takes the current of another, V (assumption). */
const UNLIKE_V = 0.2;

const pathsOf = remembered({ name: 'paths of the lights', under: (plan: Plan) => plan }, tracePaths);

/** A reason for every light that is dark, or dim beside lights of its colour, in the order of the lights. */
export function whyDark(plan: Plan, point: PlanPoint): readonly DarkReason[] {
  const states = lightStates(plan, point);
  const dark = darkAmp(plan);
  const look = ({ partId, id }: LightState): string => `${colourOf(plan, partId, id)}`;
  const best = new Map<string, number>();
  for (const state of states) best.set(look(state), Math.max(best.get(look(state)) ?? 0, state.peakAmp));
  const finder = new ReasonFinder(plan, point, states);
  return states.flatMap((state): readonly DarkReason[] => {
    const isDark = state.peakAmp < dark;
    const isDim = state.peakAmp < DIM_SHARE * (best.get(look(state)) ?? 0);
    return isDark || isDim ? [finder.reasonOf(state, isDark)] : [];
  });
}

function placedLight(plan: Plan, { partId, id }: Pick<LightState, 'partId' | 'id'>): PlacedLight | undefined {
  const part = plan.parts[partId];
  return part === undefined ? undefined : lightsOf(plan, part).find((light) => light.id === id);
}

function colourOf(plan: Plan, partId: string, id: string): string {
  const placed = placedLight(plan, { partId, id });
  return placed?.light.colourId ?? plan.parts[partId]?.colourId ?? 'addressable';
}

class ReasonFinder {
  readonly #plan: Plan;
  readonly #point: PlanPoint;
  readonly #states: readonly LightState[];
  readonly #circuits: readonly Circuit[];
  readonly #shorted: ReadonlySet<string>;

  constructor(plan: Plan, point: PlanPoint, states: readonly LightState[]) {
    this.#plan = plan;
    this.#point = point;
    this.#states = states;
    this.#circuits = circuitsOf(plan);
    this.#shorted = new Set(shortsOf(plan, point).map(({ partId }) => partId));
  }

  reasonOf(state: LightState, isDark: boolean): DarkReason {
    const part = this.#plan.parts[state.partId] as Part;
    const found = this.#first(state, part, isDark);
    return { lightId: state.id, partId: state.partId, isDark, at: part.at, runIds: [], ...found };
  }

  #first(
    state: LightState,
    part: Part,
    isDark: boolean,
  ): Pick<DarkReason, 'cause' | 'text'> & Partial<Pick<DarkReason, 'at' | 'runIds'>> {
    const plan = this.#plan;
    const fed = this.#circuits.find(
      ({ lights, pinLights, loads }) =>
        lights.some(({ id }) => id === state.id) ||
        pinLights.some(({ light }) => light.id === state.id) ||
        (state.isAddressable && loads.some(({ id }) => id === part.id)),
    );
    if (fed === undefined) return this.#notFed(state, part);
    const source = fed.source.part;
    const off = [
      ...ownSwitches(fed.source),
      ...fed.contacts.flatMap(({ part: own, mate }) => (mate === null ? [own] : [own, mate])),
    ].find(({ switchedOn }) => switchedOn === false);
    if (isDark && off !== undefined) {
      const what = off === fed.source.cableSwitch ? `The switch in the cable of ${off.name}` : off.name;
      return { cause: 'switch', text: `${what} is off.`, at: off.at };
    }
    if (this.#shorted.has(source.id))
      return {
        cause: 'short',
        text: `The + and − of ${source.name} are joined: the current takes that way.`,
        at: source.at,
      };
    const supply = supplyStates(plan, this.#point).find(({ partId }) => partId === source.id);
    if (supply?.standing === 'tripped')
      return {
        cause: 'tripped',
        text: `The protection of the pack of ${source.name} has opened.`,
        at: source.at,
      };
    if (supply?.standing === 'starved' || supply?.standing === 'sinking')
      return {
        cause: 'starved',
        text: `${source.name} is starved: its cells cannot feed what hangs on it.`,
        at: source.at,
      };
    const byPin = fed.pinLights.find(({ light }) => light.id === state.id)?.pin;
    const board = byPin === undefined ? undefined : plan.parts[byPin.partId];
    if (byPin !== undefined && board !== undefined) {
      const label = kindOf(plan, board).holes.find(({ terminal }) => terminal === byPin.terminal)?.label;
      if ((board.levels?.[byPin.terminal] ?? 1) === 0)
        return {
          cause: 'pin',
          text: `${label ?? byPin.terminal} of ${board.name} is set to 0.`,
          at: board.at,
        };
      if (this.#point.deviceAt(loadKey(board.id))?.mode !== 'full')
        return { cause: 'reset', text: `${board.name} gets too few volts and has reset.`, at: board.at };
    }
    return this.#tooFewVolts(state, part, fed, supply?.volt ?? 0);
  }

  #notFed(
    { id, partId, isAddressable }: LightState,
    part: Part,
  ): Pick<DarkReason, 'cause' | 'text'> & Partial<Pick<DarkReason, 'at' | 'runIds'>> {
    const plan = this.#plan;
    const placed = placedLight(plan, { id, partId });
    const [load] = elementsOf(kindOf(plan, part), 'load');
    const ends = isAddressable ? load : placed?.light;
    if (ends === undefined) return { cause: 'open', text: `Nothing leads to ${part.name}.` };
    const sides = deriveSides(plan);
    const nets = deriveNets(plan);
    const plus = sides.of(netAt(nets, part, ends.plus));
    const minus = sides.of(netAt(nets, part, ends.minus));
    if (plus === '-' && minus !== '-')
      return { cause: 'reversed', text: `${part.name} is the wrong way round: its + lies on the − side.` };
    const path: LightPath | undefined = pathsOf(plan).find(({ lightId }) => lightId === id);
    const lost = path?.steps.findLast((step) => step.kind === 'run');
    const run = lost?.kind === 'run' ? plan.runs[lost.runId] : undefined;
    return {
      cause: 'open',
      text:
        path?.problem ??
        `No thread leads ${plus === '+' ? `its − to the − of a source` : `its + to the + of a source`}.`,
      ...(run === undefined || lost?.kind !== 'run'
        ? {}
        : { at: holePoint(plan, lost.to), runIds: [run.id] }),
    };
  }

  #tooFewVolts(
    state: LightState,
    part: Part,
    fed: Circuit,
    supplyV: number,
  ): Pick<DarkReason, 'cause' | 'text'> & Partial<Pick<DarkReason, 'at' | 'runIds'>> {
    const plan = this.#plan;
    const { source } = fed;
    const wantedV = state.isAddressable
      ? (elementsOf(kindOf(plan, part), 'load')[0]?.leastV ?? 0)
      : forwardVolt(colourOf(plan, part.id, state.id));
    const beside = this.#states.find(
      (other) =>
        !other.isAddressable &&
        !state.isAddressable &&
        other.peakAmp > state.peakAmp / DIM_SHARE &&
        forwardVolt(colourOf(plan, other.partId, other.id)) < wantedV - UNLIKE_V &&
        [...fed.lights, ...fed.pinLights.map(({ light }) => light)].some(({ id }) => id === other.id),
    );
    if (supplyV < wantedV) {
      const fresh = cellAt(source.cellKind, 1).volt * source.cell.count;
      const isAged = source.cell.boostV === undefined && this.#point.state.chargeLeft < 1 && fresh > wantedV;
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
    if (beside !== undefined)
      return {
        cause: 'beside',
        text: `${plan.parts[beside.partId]?.name ?? ''} wants fewer volts and takes the current.`,
        at: plan.parts[beside.partId]?.at ?? part.at,
      };
    return this.#onTheLine(state, supplyV);
  }

  /** The thread on its way that takes most volts. */
  #onTheLine(
    state: LightState,
    supplyV: number,
  ): Pick<DarkReason, 'cause' | 'text'> & Partial<Pick<DarkReason, 'at' | 'runIds'>> {
    const plan = this.#plan;
    const own = pathsOf(plan).find(({ lightId }) => lightId === state.id);
    const onWay = new Set(own?.steps.flatMap((step) => (step.kind === 'run' ? [step.runId] : [])));
    const worst = threadFigures(plan, this.#point)
      .filter(({ runId }) => onWay.size === 0 || onWay.has(runId))
      .reduce<{ runId: string; volt: number } | null>(
        (most, { runId, volt }) => (volt > (most?.volt ?? 0) ? { runId, volt } : most),
        null,
      );
    const run = worst === null ? undefined : plan.runs[worst.runId];
    const lostV = Math.max(0, supplyV - state.volt);
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
}
