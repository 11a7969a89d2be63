/** The answers a maker wants at one moment: how bright each light is and what the cell gives. */
import { type Result, succeed } from '../errors/problem.ts';
import { lightsIn, partsThatAre } from '../joining/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey } from '../plan/placed.ts';
import { runsByHole } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { solvePlan } from './faded.ts';
import { elementName } from './plan-circuit.ts';
import type { PlanPoint } from './solve-plan.ts';

/** Below this a light counts as dark: barely seen in a dim room (assumption). */
export const DARK_AMP = 0.0001;

export interface LightState {
  /** As in `lightsIn`: the part's id, numbered where one part has several lights. */
  readonly id: string;
  readonly partId: string;
  /** On average, where it is faded. */
  readonly amp: number;
  /** While it is on. */
  readonly peakAmp: number;
  /** From its + hole to its − hole. */
  readonly volt: number;
  /** Share of the brightest light's current, 0 to 1; light output follows the current nearly in proportion. */
  readonly relative: number;
}

export interface SupplyState {
  readonly partId: string;
  /** Delivered, A. */
  readonly amp: number;
  /** Between its + and − holes. */
  readonly volt: number;
}

export interface LightAnswer {
  readonly lights: readonly LightState[];
  readonly supplies: readonly SupplyState[];
  /** Dimmest ÷ brightest; null with fewer than two lights or when nothing lights. */
  readonly evenness: number | null;
  /** Volts of the thread at each sewn hole against the first holder's −, by hole key. */
  readonly holeVolts: Readonly<Record<string, number>>;
}

/** The state of every light and holder with `chargeLeft` in the cells. */
export function willItLight(plan: Plan, chargeLeft = 1): Result<LightAnswer> {
  const solved = solvePlan(plan, chargeLeft);
  return solved.ok ? succeed(lightAnswer(plan, solved.value)) : solved;
}

/** What a solved plan says of its lights and holders. */
export function lightAnswer(plan: Plan, { voltAt, voltAtHole, ampOf, peakOf }: PlanPoint): LightAnswer {
  const lights = lightsIn(plan).map(({ id, part, light }) => ({
    id,
    partId: part.id,
    amp: ampOf(elementName.light(id)),
    peakAmp: peakOf(elementName.light(id)),
    volt: voltAt(part.id, light.plus) - voltAt(part.id, light.minus),
  }));
  const supplies = partsThatAre(plan, 'cell').flatMap((part) =>
    elementsOf(kindOf(plan, part), 'cell').map((cell) => ({
      partId: part.id,
      amp: -ampOf(elementName.cell(part.id)),
      volt: voltAt(part.id, cell.plus) - voltAt(part.id, cell.minus),
    })),
  );
  const brightest = Math.max(0, ...lights.map((light) => light.amp));
  const dimmest = Math.min(...lights.map((light) => light.amp));
  const holeVolts: Record<string, number> = {};
  for (const [, runs] of runsByHole(plan)) {
    for (const run of runs) {
      for (const ref of [run.from, run.to]) holeVolts[holeKey(ref)] = voltAtHole(ref);
    }
  }
  return {
    lights: lights.map((light) => ({
      ...light,
      relative: brightest < DARK_AMP ? 0 : Math.max(0, light.amp / brightest),
    })),
    supplies,
    evenness: lights.length < 2 || brightest < DARK_AMP ? null : Math.max(0, dimmest / brightest),
    holeVolts,
  };
}
