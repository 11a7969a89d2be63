/** The answers a maker wants at one moment: how bright each light is and what the cells give. */

import { type Result, succeed } from '../errors/problem.ts';
import { lightsIn, lightsOf, partsThatAre } from '../joining/sides.ts';
import { maybeCell } from '../parts/cells.ts';
import { elementsOf } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { cellsIn } from '../plan/cells-in.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import { runsByHole } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { dataWay, hearsData } from '../power/data-senders.ts';
import { boostKey } from './devices/boost.ts';
import { guardKey } from './devices/cell.ts';
import { loadKey } from './devices/load.ts';
import { solvePlan } from './faded.ts';
import { type FedBy, fedBy } from './fed-by.ts';
import { elementName } from './plan-circuit.ts';
import type { PlanPoint } from './solve-plan.ts';
import { type Asked, dataLevel } from './state.ts';

/** From this current on, at its strongest moment, a light counts as lit, A; `LightState.isLit` is what says so. */
export function darkAmp(plan: Pick<Plan, 'habits'>): number {
  return assumedIn(plan).darkMa / 1000;
}

/** Whether a light with two legs is lit in a solved plan: at its strongest moment it has the current from which one counts as lit. */
export function isLitAt(plan: Pick<Plan, 'habits'>, { peakOf }: PlanPoint, lightId: string): boolean {
  return peakOf(elementName.light(lightId)) >= darkAmp(plan);
}

/** Volts from one terminal of a part to another, at the moment at which they are most. */
export function peakVolt(point: PlanPoint, partId: string, plus: string, minus: string): number {
  return Math.max(
    ...(point.moments ?? [{ point }]).map(
      ({ point: { voltAt } }) => voltAt(partId, plus) - voltAt(partId, minus),
    ),
  );
}

export interface LightState {
  /** As in `lightsIn`: the part's id, numbered where one part has several lights. Of an addressable light the part's. */
  readonly id: string;
  readonly partId: string;
  /** It is told by a data line how bright it is; it draws what it needs or stays dark. */
  readonly isAddressable: boolean;
  /**
   * It shows: at some moment its current is at or above `darkAmp`; an addressable one has its volts and data reaches it. The one answer to
   * that question: hours, evenness, reasons, checks and screens start from it.
   */
  readonly isLit: boolean;
  /** The sources that its current comes from, in plan order. */
  readonly fedBy: readonly string[];
  /** On average, where it is faded. */
  readonly amp: number;
  /** While it is on. */
  readonly peakAmp: number;
  /** From its + hole to its − hole, on average and at the moment at which it is most. */
  readonly volt: number;
  readonly peakVolt: number;
  /** Share of the brightest light's current, 0 to 1; light output follows the current nearly in proportion. Of addressable lights: on or off. 0 of what is dark. */
  readonly relative: number;
}

/** How a source stands: it gives what is asked, its converter sinks below its volts or gives up (starved), its protection has opened. */
export type SupplyStanding = 'steady' | 'sinking' | 'starved' | 'tripped';

export interface SupplyState {
  readonly partId: string;
  /** Delivered, A. */
  readonly amp: number;
  /** As `amp`, at the moment at which it is most. */
  readonly peakAmp: number;
  /** Between its + and − holes. */
  readonly volt: number;
  /** Through its cells, A: more than it delivers where a converter lifts their volts. */
  readonly cellAmp: number;
  readonly standing: SupplyStanding;
  /** The most that its cells give well, A: the last load of their table of capacity. */
  readonly wellAmp: number;
}

export interface LightAnswer {
  readonly lights: readonly LightState[];
  readonly supplies: readonly SupplyState[];
  /** Dimmest ÷ brightest of the lights that are lit and not addressable, while they are on; null with fewer than two. */
  readonly evenness: number | null;
  /** Volts of the thread at each sewn hole against the first holder's −, by hole key. */
  readonly holeVolts: Readonly<Record<string, number>>;
}

/** The state of every light and holder, with fresh cells or as asked. Fails where the circuit has no answer. */
export function willItLight(plan: Plan, asked: Asked = {}): Result<LightAnswer> {
  const solved = solvePlan(plan, asked);
  return solved.ok ? succeed(lightAnswer(plan, solved.value)) : solved;
}

/** What a solved plan says of its lights and holders. */
export function lightAnswer(plan: Plan, point: PlanPoint): LightAnswer {
  const { voltAtHole } = point;
  const lights = lightStates(plan, point);
  const holeVolts: Record<string, number> = {};
  for (const [, runs] of runsByHole(plan)) {
    for (const run of runs) {
      for (const ref of [run.from, run.to]) holeVolts[holeKey(ref)] = voltAtHole(ref);
    }
  }
  return { lights, supplies: supplyStates(plan, point), evenness: evennessOf(lights), holeVolts };
}

/** Dimmest ÷ brightest of the lights that are lit and not addressable, while they are on; null with fewer than two. */
function evennessOf(lights: readonly LightState[]): number | null {
  const shown = lights.flatMap(({ isLit, isAddressable, peakAmp }) =>
    isLit && !isAddressable ? [peakAmp] : [],
  );
  return shown.length < 2 ? null : Math.min(...shown) / Math.max(...shown);
}

/** Every light of a solved plan: those with two legs in plan order, then the addressable ones. */
export function lightStates(
  plan: Plan,
  point: PlanPoint,
  fed: FedBy = fedBy(plan, point),
): readonly LightState[] {
  return [...diodeStates(plan, point, fed), ...addressableStates(plan, point, fed)];
}

/** The terminals of a light. Throws RangeError for one that the plan has not. */
export function endsOfLight(
  plan: Plan,
  { id, partId, isAddressable }: Pick<LightState, 'id' | 'partId' | 'isAddressable'>,
): { readonly plus: string; readonly minus: string } {
  const part = plan.parts[partId] as Part;
  const light = lightsOf(plan, part).find((one) => one.id === id)?.light;
  const load = elementsOf(kindOf(plan, part), 'load').find(({ glows }) => glows === true);
  const ends = isAddressable ? load : light;
  if (ends === undefined) throw new RangeError(`endsOfLight: ${id} is no light of ${partId}`);
  return ends;
}

function sourcesFeeding(fed: FedBy, name: string): readonly string[] {
  return [...fed].flatMap(([sourceId, names]) => (names.has(name) ? [sourceId] : []));
}

function diodeStates(plan: Plan, point: PlanPoint, fed: FedBy): readonly LightState[] {
  const lights = lightsIn(plan).map(({ id, part, light }) => {
    const name = elementName.light(id);
    return {
      id,
      partId: part.id,
      isAddressable: false,
      isLit: isLitAt(plan, point, id),
      fedBy: sourcesFeeding(fed, name),
      amp: point.ampOf(name),
      peakAmp: point.peakOf(name),
      volt: point.voltAt(part.id, light.plus) - point.voltAt(part.id, light.minus),
      peakVolt: peakVolt(point, part.id, light.plus, light.minus),
    };
  });
  const brightest = Math.max(0, ...lights.map((light) => light.amp));
  return lights.map((light) => ({
    ...light,
    relative: light.isLit ? Math.max(0, light.amp / brightest) : 0,
  }));
}

/** Addressable lights that have their volts draw their current; those that data reaches, besides, shine. */
function addressableStates(plan: Plan, point: PlanPoint, fed: FedBy): readonly LightState[] {
  const moments = point.moments?.map((moment) => moment.point) ?? [point];
  return partsThatAre(plan, 'load').flatMap((part) =>
    elementsOf(kindOf(plan, part), 'load').flatMap((load, i): readonly LightState[] => {
      if (load.glows !== true) return [];
      const { full } = elementName.load(part.id, i === 0 ? '' : String(i + 1));
      const isLit = moments.some((moment) => works(part.id, moment) && isTold(plan, part, moment));
      return [
        {
          id: part.id,
          partId: part.id,
          isAddressable: true,
          isLit,
          fedBy: sourcesFeeding(fed, full),
          amp: point.ampOf(full),
          peakAmp: point.peakOf(full),
          volt: point.voltAt(part.id, load.plus) - point.voltAt(part.id, load.minus),
          peakVolt: peakVolt(point, part.id, load.plus, load.minus),
          relative: isLit ? 1 : 0,
        },
      ];
    }),
  );
}

/** Whether what a part holds has its volts; a board that has reset does not work. */
function works(partId: string, { deviceAt }: PlanPoint): boolean {
  const device = deviceAt(loadKey(partId));
  return device === undefined || device.mode === 'full';
}

/** Whether data comes in at a light that waits for some: from a pin that is driven, of a board that works, through lights that do. */
function isTold(plan: Plan, part: Part, point: PlanPoint): boolean {
  if (!hearsData(plan, part)) return true;
  if (point.state.levels.get(dataLevel(part.id)) === 0) return false;
  const way = dataWay(plan, part.id);
  if (way === null || point.state.pins.has(`${way.pin.partId}.${way.pin.terminal}`)) return false;
  return [way.pin.partId, ...way.through].every((id) => works(id, point));
}

/** What each source gives; of a converter that is what it hands on. */
export function supplyStates(
  plan: Plan,
  { voltAt, ampOf, peakOf, deviceAt }: PlanPoint,
): readonly SupplyState[] {
  return partsThatAre(plan, 'cell').flatMap((part) =>
    cellsIn(plan, part).map((cell): SupplyState => {
      const source = cell.boostV === undefined ? elementName.cell(part.id) : elementName.boost(part.id);
      const boost = deviceAt(boostKey(part.id))?.mode;
      const standing =
        boost === 'off'
          ? 'starved'
          : boost === 'sunk'
            ? 'sinking'
            : deviceAt(guardKey(part.id))?.mode === 'tripped'
              ? 'tripped'
              : 'steady';
      return {
        partId: part.id,
        amp: -ampOf(source),
        peakAmp: -peakOf(source),
        volt: voltAt(part.id, cell.plus) - voltAt(part.id, cell.minus),
        cellAmp: -ampOf(elementName.cell(part.id)),
        standing,
        wellAmp: (maybeCell(cell, assumedIn(plan))?.capacity.at(-1)?.[0] ?? Number.POSITIVE_INFINITY) / 1000,
      };
    }),
  );
}
