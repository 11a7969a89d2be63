/** Shorts: a source whose + and − are led together, by thread, contacts, closed switches, or where threads touch. The truth about them in figures. */

import { partsThatAre } from '../joining/sides.ts';
import { UnionFind } from '../joining/union-find.ts';
import { type CellKind, cellAt, cellCapacityMah } from '../parts/cells.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { remembered } from '../units/remembered.ts';
import { guardKey } from './devices/cell.ts';
import { regulatorAmp } from './devices/regulator.ts';
import { solveFaded } from './faded.ts';
import { fedBy } from './fed-by.ts';
import { limitsFor, type WarmPlace, warmPlaces } from './heat.ts';
import { elementName, stretchesOf } from './plan-circuit.ts';
import { type CompiledPlan, compileCircuit, type PlanPoint } from './solve-plan.ts';
import { chargeOf, NOMINAL } from './state.ts';
import { type Touch, touchesOf } from './touches.ts';

export interface Short {
  /** The source that is shorted, or the board whose steady supply is. */
  readonly partId: string;
  /** It is the steady supply of a board: that gives no more than its most, and its source is emptied. */
  readonly isSteady: boolean;
  /** What runs through its cells, A. Of a pack whose protection has opened: at which it did. */
  readonly amp: number;
  /** What its cells turn into heat, in themselves and on the way, W. */
  readonly watt: number;
  /** What becomes hottest while it lasts; null where nothing does, as when a protection has opened. */
  readonly hottest: WarmPlace | null;
  /** Hotter than may be where it lies; so hot that it may not stay on. */
  readonly isHot: boolean;
  readonly isBurning: boolean;
  /** Until the cells are empty, min; null where a protection has opened. */
  readonly minutes: number | null;
  /** The places where threads touch that carry it. */
  readonly touches: readonly Touch[];
}

/** A touch carries a short where it takes at least this share of its current. */
const CARRYING_SHARE = 0.1;

/** Every shorted source and steady supply of a solved plan, in plan order; up to two solves for each row of a cell's table where there is one. */
export const shortsOf = remembered(
  { name: 'shorts', under: (_plan: Plan, point: PlanPoint) => point },
  findShorts,
);

function findShorts(plan: Plan, point: PlanPoint): readonly Short[] {
  const compiled = compileCircuit(plan, point.state);
  if (!compiled.ok) return [];
  const { all, nodeOfTerminal } = compiled.value.elements;
  const joined = new UnionFind();
  for (const { element, leads, valueAt } of all) {
    if (leads !== true || element.kind !== 'R') continue;
    const ohm = valueAt(point.state, NOMINAL);
    if (ohm !== null && ohm < OPEN_FROM_OHM) joined.join(element.a, element.b);
  }
  const shorted = sourcesOf(plan).filter(
    ({ part, cell }) =>
      joined.find(nodeOfTerminal(part.id, cell.plus)) === joined.find(nodeOfTerminal(part.id, cell.minus)),
  );
  const steady = partsThatAre(plan, 'regulator').filter((part) =>
    elementsOf(kindOf(plan, part), 'regulator').some(
      ({ output, ground }) =>
        joined.find(nodeOfTerminal(part.id, output)) === joined.find(nodeOfTerminal(part.id, ground)),
    ),
  );
  if (shorted.length + steady.length === 0) return [];
  const heatOf = heatOfShorts(plan, point, shorted.length + steady.length > 1);
  const touches = touchesOf(plan);
  const endOf = new Map(
    all.flatMap(({ element }) => (element.kind === 'R' ? [[element.name, element.a]] : [])),
  );
  const carrying = (amp: number): readonly Touch[] =>
    touches.filter((_, i) => Math.abs(point.ampOf(elementName.touch(i))) > CARRYING_SHARE * amp);
  const fromSources = shorted.flatMap(({ part, cell, cellKind }): readonly Short[] => {
    const guard = point.deviceAt(guardKey(part.id));
    const isOpen = guard?.mode === 'tripped';
    const amp = isOpen ? guard.amp : -point.ampOf(elementName.cell(part.id));
    // With its switch off nothing flows.
    if (amp < LEAST_SHORT_A) return [];
    const { volt } = cellAt(cellKind, chargeOf(point.state, part.id));
    return [
      {
        partId: part.id,
        isSteady: false,
        amp,
        watt: amp * volt * cell.count,
        ...(isOpen ? COLD : heatOf(part.id, part.id)),
        minutes: isOpen ? null : minutesToEmpty(compiled.value, point, part.id, cellKind),
        touches: isOpen
          ? touches.filter(
              (_, i) =>
                joined.find(endOf.get(elementName.touch(i)) ?? '') ===
                joined.find(nodeOfTerminal(part.id, cell.plus)),
            )
          : carrying(amp),
      },
    ];
  });
  const fromSteady = steady.flatMap((part): readonly Short[] => {
    const amp = regulatorAmp(part.id, point);
    const [feeding] = sourcesOf(plan)
      .filter(({ part: { id } }) => fromSources.every(({ partId }) => partId !== id))
      .sort((a, b) => point.ampOf(elementName.cell(a.part.id)) - point.ampOf(elementName.cell(b.part.id)));
    if (amp < LEAST_SHORT_A || feeding === undefined) return [];
    const [{ input, ground }] = elementsOf(kindOf(plan, part), 'regulator') as [RegulatorElement];
    return [
      {
        partId: part.id,
        isSteady: true,
        amp,
        watt: amp * (point.voltAt(part.id, input) - point.voltAt(part.id, ground)),
        ...heatOf(part.id, feeding.part.id),
        minutes: minutesToEmpty(compiled.value, point, feeding.part.id, feeding.cellKind),
        touches: carrying(amp),
      },
    ];
  });
  const found = [...fromSources, ...fromSteady];
  // What is hottest of all is told in any case, whichever source heats it.
  const [hottest] = warmPlaces(plan, point);
  const hot = found.find((short) => short.hottest !== null);
  return hottest === undefined || hot === undefined || found.some((short) => short.hottest === hottest)
    ? found
    : found.map((short) => (short === hot ? { ...short, ...heatOfPlace(plan, hottest) } : short));
}

type Heat = Pick<Short, 'hottest' | 'isHot' | 'isBurning'>;
const COLD: Heat = { hottest: null, isHot: false, isBurning: false };

/** What becomes hottest of a short; of several each by what its own current goes through. */
function heatOfShorts(
  plan: Plan,
  point: PlanPoint,
  areSeveral: boolean,
): (partId: string, sourceId: string) => Heat {
  const places = warmPlaces(plan, point);
  const fed = areSeveral ? fedBy(plan, point) : null;
  const stretches = areSeveral ? stretchesOf(plan, touchesOf(plan)) : null;
  return (partId, sourceId) => {
    const carries = ({ partIds, runIds }: WarmPlace): boolean =>
      partIds.includes(partId) ||
      runIds.some((runId) =>
        stretches?.get(runId)?.some(({ name }) => fed?.get(sourceId)?.has(name) === true),
      );
    const hottest = fed === null ? places[0] : places.find(carries);
    return hottest === undefined ? COLD : heatOfPlace(plan, hottest);
  };
}

function heatOfPlace(plan: Plan, hottest: WarmPlace): Heat {
  const { mendC, stopC } = limitsFor(plan, hottest);
  return { hottest, isHot: hottest.celsius >= mendC, isBurning: hottest.celsius >= stopC };
}

type RegulatorElement = Extract<PartElement, { kind: 'regulator' }>;

/**
 * Until the cells of a source are empty, min: as the whole circuit goes on, with its converters, while their charge falls; the other sources as they
 * are. Summed over charge by Simpson's rule between the knots of the cell's table. Up to two solves for each row.
 */
function minutesToEmpty(compiled: CompiledPlan, point: PlanPoint, partId: string, kind: CellKind): number {
  const { devices: _settled, ...state } = point.state;
  let near = point;
  /** Hours for the whole charge, at the current of some charge left; null where none flows any more. */
  const hoursAt = (left: number): number | null => {
    const chargeLeft = new Map(state.chargeLeft).set(partId, left);
    const solved = solveFaded(compiled, NOMINAL, { ...state, chargeLeft, devices: new Map() }, near);
    if (solved.ok) near = solved.value;
    const amp = solved.ok ? -solved.value.ampOf(elementName.cell(partId)) : 0;
    return amp < LEAST_SHORT_A ? null : cellCapacityMah(kind, amp * 1000) / 1000 / amp;
  };
  const start = chargeOf(state, partId);
  let [high, hours] = [start, 0];
  let atHigh = hoursAt(high);
  for (const low of kind.table.map(([charge]) => charge).filter((charge) => charge < start)) {
    const [atMiddle, atLow] = [hoursAt((high + low) / 2), hoursAt(low)];
    if (atHigh === null || atMiddle === null || atLow === null) break;
    hours += ((high - low) * (atHigh + 4 * atMiddle + atLow)) / 6;
    [high, atHigh] = [low, atLow];
  }
  return hours * 60;
}

/** What has more ohms is no way, Ω: open switches have a million times as many. */
const OPEN_FROM_OHM = 1e6;

/** Less than this is no short, A. */
const LEAST_SHORT_A = 1e-3;
