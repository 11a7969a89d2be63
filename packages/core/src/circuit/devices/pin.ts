/** A pin of a board: driven to its supply or to ground, read through a pull-up, or floating; while its board has reset it floats. Protection diodes lead from it to both. */
import type { PartElement } from '../../parts/part-element.ts';
import type { DiodeLaw } from '../circuit.ts';
import type { PlanState } from '../state.ts';
import { type Build, type Device, resistor, standing, word } from './device.ts';

/** A protection diode: about 0.66 V at 1 mA (assumption, after typical chips). */
const PROTECTION: DiodeLaw = { saturationA: 1e-14, ideality: 1, seriesOhm: 5 };

/** What a pin brings in. `chip`: the board that drives it. `isSewn`: only where a thread hangs on it can its diodes carry anything. */
export function pinDevice(
  partId: string,
  element: Extract<PartElement, { kind: 'pin' }>,
  node: (terminal: string) => string,
  chip: Device | undefined,
  isSewn: boolean,
  pullUpOhm: number,
): Build {
  const [pin, supply, ground] = [node(element.pin), node(element.supply), node(element.ground)];
  const runs = (state: PlanState): boolean => chip === undefined || standing(state, chip).mode === 'full';
  const standOf = ({ pins }: PlanState) => pins.get(`${partId}.${element.pin}`);
  const isDriven = (state: PlanState): boolean => runs(state) && standOf(state) === undefined;
  const isHigh = ({ levels }: PlanState): boolean => (levels.get(`${partId}.${element.pin}`) ?? 1) > 0;
  const diode = (which: string, anode: string, cathode: string) => ({
    element: {
      kind: 'D' as const,
      name: word(which, partId, element.pin),
      anode,
      cathode,
      law: PROTECTION,
    },
    valueAt: () => 1,
  });
  return {
    elements: [
      // Of the two ways out of a pin the one that it is driven to is there.
      resistor(pinName.up(partId, element.pin), supply, pin, (state) =>
        isDriven(state) && isHigh(state)
          ? element.ohm
          : runs(state) && standOf(state) === 'read'
            ? pullUpOhm
            : null,
      ),
      resistor(pinName.down(partId, element.pin), pin, ground, (state) =>
        isDriven(state) && !isHigh(state) ? element.ohm : null,
      ),
      ...(isSewn ? [diode('Dpu', pin, supply), diode('Dpd', ground, pin)] : []),
    ],
  };
}

/** The elements of a pin: what it gives runs through `up`, what it takes through `down`. */
export const pinName = {
  up: (partId: string, pin: string) => word('Rpu', partId, pin),
  down: (partId: string, pin: string) => word('Rpd', partId, pin),
};
