/** The answers a maker wants at one moment: how bright each light is and what the cells give. */

import { type Result, succeed } from '../errors/problem.ts';
import { lightsIn, partsThatAre } from '../joining/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey } from '../plan/placed.ts';
import { runsByHole } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { boostKey } from './devices/boost.ts';
import { guardKey } from './devices/cell.ts';
import { type Asked, solvePlan } from './faded.ts';
import { elementName } from './plan-circuit.ts';
import type { PlanPoint } from './solve-plan.ts';

/** Below this a light counts as dark, A. */
export function darkAmp(plan: Pick<Plan, 'habits'>): number {
  return assumedIn(plan).darkMa / 1000;
}

export interface LightState {
  /** As in `lightsIn`: the part's id, numbered where one part has several lights. Of an addressable light the part's. */
  readonly id: string;
  readonly partId: string;
  /** It is told by a data line how bright it is; it draws what it needs or stays dark. */
  readonly isAddressable: boolean;
  /** On average, where it is faded. */
  readonly amp: number;
  /** While it is on. */
  readonly peakAmp: number;
  /** From its + hole to its − hole. */
  readonly volt: number;
  /** Share of the brightest light's current, 0 to 1; light output follows the current nearly in proportion. Of addressable lights: on or off. */
  readonly relative: number;
}

/** How a source stands: it gives what is asked, its converter sinks below its volts or gives up (starved), its protection has opened. */
export type SupplyStanding = 'steady' | 'sinking' | 'starved' | 'tripped';

export interface SupplyState {
  readonly partId: string;
  /** Delivered, A. */
  readonly amp: number;
  /** As `amp`, at the moment when all that is not off is on. */
  readonly peakAmp: number;
  /** Between its + and − holes. */
  readonly volt: number;
  /** Through its cells, A: more than it delivers where a converter lifts their volts. */
  readonly cellAmp: number;
  readonly standing: SupplyStanding;
}

export interface LightAnswer {
  readonly lights: readonly LightState[];
  readonly supplies: readonly SupplyState[];
  /** Dimmest ÷ brightest of the lights that are not addressable; null with fewer than two or when nothing lights. */
  readonly evenness: number | null;
  /** Volts of the thread at each sewn hole against the first holder's −, by hole key. */
  readonly holeVolts: Readonly<Record<string, number>>;
}

/** The state of every light and holder, with fresh cells or as asked. */
export function willItLight(plan: Plan, asked: Asked = {}): Result<LightAnswer> {
  const solved = solvePlan(plan, asked);
  return solved.ok ? succeed(lightAnswer(plan, solved.value)) : solved;
}

/** What a solved plan says of its lights and holders. */
export function lightAnswer(plan: Plan, point: PlanPoint): LightAnswer {
  const { voltAtHole } = point;
  const diodes = diodeStates(plan, point);
  const holeVolts: Record<string, number> = {};
  for (const [, runs] of runsByHole(plan)) {
    for (const run of runs) {
      for (const ref of [run.from, run.to]) holeVolts[holeKey(ref)] = voltAtHole(ref);
    }
  }
  const brightest = Math.max(0, ...diodes.map((light) => light.amp));
  const dimmest = Math.min(...diodes.map((light) => light.amp));
  return {
    lights: lightStates(plan, point),
    supplies: supplyStates(plan, point),
    evenness: diodes.length < 2 || brightest < darkAmp(plan) ? null : Math.max(0, dimmest / brightest),
    holeVolts,
  };
}

/** Every light of a solved plan: those with two legs in plan order, then the addressable ones. */
export function lightStates(plan: Plan, point: PlanPoint): readonly LightState[] {
  return [...diodeStates(plan, point), ...addressableStates(plan, point)];
}

function diodeStates(plan: Plan, { voltAt, ampOf, peakOf }: PlanPoint): readonly LightState[] {
  const lights = lightsIn(plan).map(({ id, part, light }) => ({
    id,
    partId: part.id,
    isAddressable: false,
    amp: ampOf(elementName.light(id)),
    peakAmp: peakOf(elementName.light(id)),
    volt: voltAt(part.id, light.plus) - voltAt(part.id, light.minus),
  }));
  const brightest = Math.max(0, ...lights.map((light) => light.amp));
  return lights.map((light) => ({
    ...light,
    relative: brightest < darkAmp(plan) ? 0 : Math.max(0, light.amp / brightest),
  }));
}

/** Addressable lights that have their volts draw their current and shine; the others are dark. */
function addressableStates(plan: Plan, { voltAt, ampOf, peakOf }: PlanPoint): readonly LightState[] {
  return partsThatAre(plan, 'load').flatMap((part) =>
    elementsOf(kindOf(plan, part), 'load').flatMap((load): readonly LightState[] => {
      if (load.glows !== true) return [];
      const { full } = elementName.load(part.id);
      const amp = ampOf(full);
      return [
        {
          id: part.id,
          partId: part.id,
          isAddressable: true,
          amp,
          peakAmp: peakOf(full),
          volt: voltAt(part.id, load.plus) - voltAt(part.id, load.minus),
          relative: amp / (load.ma / 1000),
        },
      ];
    }),
  );
}

/** What each source gives; of a converter that is what it hands on. */
export function supplyStates(
  plan: Plan,
  { voltAt, ampOf, peakOf, deviceAt }: PlanPoint,
): readonly SupplyState[] {
  return partsThatAre(plan, 'cell').flatMap((part) =>
    elementsOf(kindOf(plan, part), 'cell').map((cell): SupplyState => {
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
      };
    }),
  );
}
