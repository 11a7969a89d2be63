/** Shorts: a source whose + and − are led together, by thread, contacts, closed switches, or where threads touch. The truth about them in figures. */
import { UnionFind } from '../joining/union-find.ts';
import { type CellKind, cellAt, cellCapacityMah } from '../parts/cells.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { guardKey } from './devices/cell.ts';
import { limitsFor, type WarmPlace, warmPlaces } from './heat.ts';
import { elementName } from './plan-circuit.ts';
import { compileCircuit, type PlanPoint } from './solve-plan.ts';
import { NOMINAL } from './state.ts';
import { type Touch, touchesOf } from './touches.ts';

export interface Short {
  /** The source that is shorted. */
  readonly partId: string;
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

/** Every shorted source of a solved plan, in plan order. O(elements). */
export function shortsOf(plan: Plan, point: PlanPoint): readonly Short[] {
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
  if (shorted.length === 0) return [];
  const hottest = warmPlaces(plan, point)[0] ?? null;
  const limits = hottest === null ? null : limitsFor(plan, hottest);
  const isAbove = (limit: number | undefined): boolean =>
    (hottest?.celsius ?? 0) >= (limit ?? Number.POSITIVE_INFINITY);
  const touches = touchesOf(plan);
  const endOf = new Map(
    all.flatMap(({ element }) => (element.kind === 'R' ? [[element.name, element.a]] : [])),
  );
  return shorted.flatMap(({ part, cell, cellKind }): readonly Short[] => {
    const guard = point.deviceAt(guardKey(part.id));
    const isOpen = guard?.mode === 'tripped';
    const amp = isOpen ? guard.amp : -point.ampOf(elementName.cell(part.id));
    // With its switch off nothing flows.
    if (amp < LEAST_SHORT_A) return [];
    const { volt } = cellAt(cellKind, point.state.chargeLeft);
    return [
      {
        partId: part.id,
        amp,
        watt: amp * volt * cell.count,
        hottest: isOpen ? null : hottest,
        isHot: !isOpen && isAbove(limits?.mendC),
        isBurning: !isOpen && isAbove(limits?.stopC),
        minutes: isOpen ? null : minutesToEmpty(cellKind, cell.count, amp, point.state.chargeLeft),
        touches: touches.filter((_, i) => {
          const name = elementName.touch(i);
          return isOpen
            ? joined.find(endOf.get(name) ?? '') === joined.find(nodeOfTerminal(part.id, cell.plus))
            : Math.abs(point.ampOf(name)) > CARRYING_SHARE * amp;
        }),
      },
    ];
  });
}

/**
 * Until cells of a kind are empty that drive a current now through ohms that stay as they are, min. Their volts sink and their own ohms grow with
 * the charge, so the current sinks; summed over charge (midpoint rule).
 */
function minutesToEmpty(kind: CellKind, count: number, amp: number, chargeLeft: number): number {
  const now = cellAt(kind, chargeLeft);
  const outside = (now.volt * count) / amp - now.ohm * count;
  const step = chargeLeft / CHARGE_STEPS;
  let hours = 0;
  for (let i = 0; i < CHARGE_STEPS; i += 1) {
    const { volt, ohm } = cellAt(kind, chargeLeft - (i + 0.5) * step);
    const flowing = (volt * count) / Math.max(1e-3, outside + ohm * count);
    hours += (step * cellCapacityMah(kind, flowing * 1000)) / (flowing * 1000);
  }
  return hours * 60;
}
const CHARGE_STEPS = 100;

/** What has more ohms is no way, Ω: open switches have a million times as many. */
const OPEN_FROM_OHM = 1e6;

/** Less than this is no short, A. */
const LEAST_SHORT_A = 1e-3;
