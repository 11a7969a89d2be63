/** Cells in their holder: volts behind ohms, both by the charge left. A protected pack opens when it is asked for too much. */
import type { Assumed } from '../../assumptions/assumptions.ts';
import { cellAt, maybeCell } from '../../parts/cells.ts';
import type { PartElement } from '../../parts/part-element.ts';
import { chargeOf, type PlanState } from '../state.ts';
import { boostDevice } from './boost.ts';
import {
  type Build,
  type Device,
  drain,
  type PlanElement,
  resistor,
  source,
  standing,
  word,
} from './device.ts';
import type { DeviceState } from './standing.ts';

/** An open switch: what dry cloth between its contacts lets through, Ω (assumption). */
export const OPEN_SWITCH_OHM = 1e9;

/** The elements of the cells of a part. Throws RangeError for a cell that is not known. */
export function cellDevice(
  assumed: Assumed,
  partId: string,
  element: Extract<PartElement, { kind: 'cell' }>,
  node: (terminal: string) => string,
  /** What the switches of its own hold back: its slide, one in its cable, Ω. */
  switchOhm: (state: PlanState) => number,
  isOn: (state: PlanState) => boolean,
): Build {
  const cellKind = maybeCell(element, assumed);
  if (cellKind === undefined) throw new RangeError(`planCircuit: no cell "${element.cellId}"`);
  const { count } = element;
  const [plus, minus, cell] = [node(element.plus), node(element.minus), word('V', partId)];
  if (element.boostV !== undefined)
    return boostDevice({
      assumed,
      partId,
      cell,
      cellKind,
      count,
      plus,
      minus,
      boostV: element.boostV,
      switchOhm,
      isOn,
    });
  const inside = word('e', partId);
  const guard = cellKind.tripsAtA === undefined ? null : protection(partId, cell, cellKind.tripsAtA);
  const isOpen = (state: PlanState): boolean => guard !== null && standing(state, guard).mode === 'tripped';
  return {
    elements: [
      ...(element.chip === true
        ? [
            idleDrain(
              partId,
              inside,
              minus,
              assumed.powerBoardIdleMa,
              (state) => isOn(state) && !isOpen(state),
            ),
          ]
        : []),
      source(cell, inside, minus, (state, world) => {
        return cellAt(cellKind, chargeOf(state, partId)).volt * count * world.cellVolt(partId);
      }),
      resistor(word('Ri', partId), inside, plus, (state, world) =>
        isOpen(state)
          ? null
          : cellAt(cellKind, chargeOf(state, partId)).ohm * count * world.cellOhm(partId) + switchOhm(state),
      ),
    ],
    devices: guard === null ? [] : [guard],
  };
}

/** What the chips of a part take of its cells for themselves while they are on. */
function idleDrain(
  partId: string,
  from: string,
  to: string,
  idleMa: number,
  isOn: (state: PlanState) => boolean,
): PlanElement {
  return drain(word('Iidle', partId), from, to, (state) => (isOn(state) ? idleMa / 1000 : null));
}

/** The key of the protection of a pack. */
export function guardKey(partId: string): string {
  return word('guard', partId);
}

/** The protection of a pack: it opens at a current and stays open until it is taken out. */
function protection(partId: string, cell: string, tripsAtA: number): Device {
  const start: DeviceState = { mode: 'steady', amp: 0, volt: 0 };
  return {
    key: guardKey(partId),
    latches: true,
    start,
    resume: () => start,
    next(now, { ampOf }) {
      if (now.mode === 'tripped') return now;
      const amp = Math.abs(ampOf(cell));
      return amp > tripsAtA ? { mode: 'tripped', amp, volt: 0 } : now;
    },
  };
}
