/** Boards, sensors, buzzers and addressable lights: they draw a current, not ohms, and have a least voltage. */
import { DARK_DATA_LIGHT_A } from '../../parts/data-lights.ts';
import type { PartElement } from '../../parts/part-element.ts';
import { dataLevel } from '../state.ts';
import { type Build, type Device, drain, resistor, standing, word } from './device.ts';
import type { DeviceState } from './standing.ts';

/** What a load that draws nothing still leads, Ω (assumption: more than any thread and cell hold back). */
const UNLOADED_OHM = 1e7;

/**
 * A load takes its current from its least voltage on; below that it takes less in proportion (assumption). It starts as if power had just
 * come. One that `resets` when its volts fall below, as a board does, stays so until its power is taken away: its pins let go.
 */
export function loadDevice(
  partId: string,
  which: string,
  element: Extract<PartElement, { kind: 'load' }>,
  node: (terminal: string) => string,
  resets: boolean,
): Build & { readonly devices: readonly [Device] } {
  const [plus, minus] = [node(element.plus), node(element.minus)];
  const { leastV } = element;
  const fullA = element.ma / 1000;
  const start: DeviceState = { mode: 'low', amp: 0, volt: 0 };
  const device: Device = {
    key: loadKey(partId, which),
    latches: resets,
    start,
    resume: () => start,
    next(now, { across }) {
      const volt = across(plus, minus);
      if (now.mode === 'off' || (now.mode === 'full') === volt >= leastV) return now;
      return volt >= leastV
        ? { mode: 'full', amp: fullA, volt }
        : { mode: resets ? 'off' : 'low', amp: 0, volt };
    },
  };
  const drawnA = ({ levels, isUnloaded }: Parameters<typeof standing>[0]): number =>
    isUnloaded === true ? 0 : levels.get(dataLevel(partId)) === 0 ? DARK_DATA_LIGHT_A : fullA;
  const isFull = (state: Parameters<typeof standing>[0]): boolean => standing(state, device).mode === 'full';
  return {
    elements: [
      drain(word(`Iload${which}`, partId), plus, minus, (state) => (isFull(state) ? drawnA(state) : null)),
      resistor(word(`Rload${which}`, partId), plus, minus, (state) =>
        isFull(state) ? null : state.isUnloaded === true ? UNLOADED_OHM : leastV / fullA,
      ),
    ],
    devices: [device],
  };
}

/** The key of a load's device. */
export function loadKey(partId: string, which = ''): string {
  return word(`load${which}`, partId);
}
