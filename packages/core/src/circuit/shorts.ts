/** Shorts: a source whose + and − are led together, by thread, contacts, closed switches, or where threads touch. The truth about them in figures. */
import { UnionFind } from '../joining/union-find.ts';
import { cellAt, cellCapacityMah } from '../parts/cells.ts';
import { assumedIn } from '../plan/assumed.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { guardKey } from './devices/cell.ts';
import { threadFigures } from './figures.ts';
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
  /** The thread that gets hottest; null where none carries anything. */
  readonly hottest: { readonly runId: string; readonly wattPerCm: number } | null;
  /** Hotter than skin should bear. */
  readonly isHot: boolean;
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
  const { skinWattPerCm } = assumedIn(plan);
  const hottest = threadFigures(plan, point).reduce<Short['hottest']>(
    (most, { runId, wattPerCm }) => (wattPerCm > (most?.wattPerCm ?? 0) ? { runId, wattPerCm } : most),
    null,
  );
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
    const hours = (cellCapacityMah(cellKind, amp * 1000) / 1000) * (point.state.chargeLeft / amp);
    return [
      {
        partId: part.id,
        amp,
        watt: amp * volt * cell.count,
        hottest: isOpen ? null : hottest,
        isHot: !isOpen && (hottest?.wattPerCm ?? 0) > skinWattPerCm,
        minutes: isOpen ? null : hours * 60,
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

/** What has more ohms is no way, Ω: open switches have a million times as many. */
const OPEN_FROM_OHM = 1e6;

/** Less than this is no short, A. */
const LEAST_SHORT_A = 1e-3;
