/** What a light can be tried on before it is sewn, without harm and so that it shows. */
import type { Circuit as ElementList } from '../circuit/circuit.ts';
import { GROUND } from '../circuit/circuit.ts';
import { solveDc } from '../circuit/solve-dc.ts';
import { lightsOf, type PlacedLight } from '../joining/sides.ts';
import { type CellKind, cellAt, isCoin, maybeCellKind } from '../parts/cells.ts';
import { COIN_CELL_ID } from '../parts/coin-holders.ts';
import { LIGHT_RATED_A, maybeLightColour } from '../parts/light-colours.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Source, sourcesOf } from '../power/sources.ts';
import { groupBy } from '../units/group-by.ts';

/** A light is seen at once in a room from this current on, A (assumption). */
const SEEN_AMP = 0.0005;

/** A light bears half as much again as it is rated for, for as long as a trial lasts (assumption). */
const MOST_TRIED_AMP = 1.5 * LIGHT_RATED_A;

/**
 * own: a coin cell that the piece takes anyway. spare: a coin cell that has to be at hand for it. The coin cell's own resistance
 * holds the current of a bare light back (common practice, no source); a pack, a box of cells or a converter would not.
 */
export type TrialSupply = 'own' | 'spare';

/** Tells what every light of a part can be tried on; parts with the same lights cost one solve. */
export interface TrialFinder {
  /** Null where nothing certain can be said: lights that wait for a program, lights that a fresh coin cell does not bring to show. */
  supplyFor(part: Part): TrialSupply | null;
  /** The sources of the piece that give a light of a part more than it bears when it hangs straight on them. */
  tooStrongFor(part: Part): readonly Source[];
}

export function trialFinder(plan: Plan): TrialFinder {
  const coin = maybeCellKind(COIN_CELL_ID);
  const supply: TrialSupply = hasOwnCoinCell(plan) ? 'own' : 'spare';
  const shows = new Map<string, boolean>();
  const tooStrong = new Map<string, readonly Source[]>();
  const keyOf = ({ part, light }: PlacedLight): string =>
    `${light.colourId ?? part.colourId ?? ''} ${light.seriesOhm}`;
  const isSeen = (light: PlacedLight): boolean => {
    const key = keyOf(light);
    const known = shows.get(key) ?? (coin !== undefined && ampOn(coin, 1, light) >= SEEN_AMP);
    shows.set(key, known);
    return known;
  };
  return {
    supplyFor(part) {
      const lights = lightsOf(plan, part);
      return lights.length > 0 && lights.every(isSeen) ? supply : null;
    },
    tooStrongFor(part) {
      const lights = lightsOf(plan, part);
      const key = lights.map(keyOf).join(' ');
      const known = tooStrong.get(key) ?? sourcesTooStrong(plan, lights);
      tooStrong.set(key, known);
      return known;
    },
  };
}

function sourcesTooStrong(plan: Plan, lights: readonly PlacedLight[]): readonly Source[] {
  const byCells = groupBy(sourcesOf(plan), ({ cell }) => `${cell.cellId} ${cell.count} ${cell.boostV ?? ''}`);
  const strong = new Set(
    [...byCells.values()].flatMap((alike) => {
      const { cell, cellKind } = alike[0] as Source;
      return lights.some((light) => !mayHangOn(light, cellKind, cell.count, cell.boostV)) ? alike : [];
    }),
  );
  return sourcesOf(plan).filter((source) => strong.has(source));
}

function hasOwnCoinCell(plan: Plan): boolean {
  return sourcesOf(plan).some(({ cell }) => isCoin(cell) && cell.boostV === undefined);
}

/** Whether a spare coin cell has to be at hand to try the lights of a plan. */
export function needsSpareCell(plan: Plan): boolean {
  if (hasOwnCoinCell(plan)) return false;
  const trials = trialFinder(plan);
  return Object.values(plan.parts).some((part) => trials.supplyFor(part) === 'spare');
}

/**
 * Whether a light may hang straight between + and − of a source, as it does when one side is touched with a loose thread: within
 * what it bears, or on a lone coin cell, which holds it back.
 */
export function mayHangOn(light: PlacedLight, cell: CellKind, count: number, boostV?: number): boolean {
  if (cell.noun === 'coin cell' && count === 1 && boostV === undefined) return true;
  return ampOn(cell, count, light, boostV) <= MOST_TRIED_AMP;
}

/** The current of a light held straight to fresh cells, A. */
function ampOn(cell: CellKind, count: number, { part, light }: PlacedLight, boostV?: number): number {
  const law = maybeLightColour(light.colourId ?? part.colourId ?? '');
  if (law === undefined) return 0;
  const { volt, ohm } = cellAt(cell, 1);
  const circuit: ElementList = [
    { kind: 'V', name: 'Vcell', plus: 'e', minus: GROUND, volt: boostV ?? volt * count },
    { kind: 'R', name: 'Ri', a: 'e', b: 'a', ohm: boostV === undefined ? ohm * count : 1e-3 },
    { kind: 'R', name: 'Rl', a: 'a', b: 'd', ohm: Math.max(light.seriesOhm, 1e-3) },
    { kind: 'D', name: 'D1', anode: 'd', cathode: GROUND, law },
  ];
  const solved = solveDc(circuit);
  return solved.ok ? (solved.value.amps.get('D1') ?? 0) : 0;
}
