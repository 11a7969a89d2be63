/** A circuit as a list of elements between named nodes. The ground node is always `0`. */

/** I = Is·(exp(Vj/(n·Vt)) − 1) with Rs in series. */
export interface DiodeLaw {
  readonly saturationA: number;
  readonly ideality: number;
  readonly seriesOhm: number;
}

export type CircuitElement =
  | {
      readonly kind: 'R';
      readonly name: string;
      readonly a: string;
      readonly b: string;
      readonly ohm: number;
    }
  | {
      readonly kind: 'V';
      readonly name: string;
      readonly plus: string;
      readonly minus: string;
      readonly volt: number;
    }
  /** A current of `amp` flows through the source from `from` to `to`. `law`: it is what the input of a boost takes. */
  | {
      readonly kind: 'I';
      readonly name: string;
      readonly from: string;
      readonly to: string;
      readonly amp: number;
      readonly law?: BoostLaw;
    }
  | {
      readonly kind: 'D';
      readonly name: string;
      readonly anode: string;
      readonly cathode: string;
      readonly law: DiodeLaw;
    };

/** What a boost takes from `from` to `to`: the power of a source, over its efficiency, at its input's volts. */
export interface BoostLaw {
  /** The source, between these two nodes. */
  readonly source: string;
  readonly plus: string;
  readonly minus: string;
  readonly efficiency: number;
  /** Below this at its input the law is not meant, V. */
  readonly leastV: number;
}

export type Circuit = readonly CircuitElement[];

/** The node that voltages are counted from. */
export const GROUND = '0';

/** kT/q at 300 K: 25.852 mV (SI defining constants, derived). */
export const THERMAL_VOLT = 0.025852;

/**
 * The temperature at which a simulator with the 2014 physical constants has exactly that thermal voltage, °C
 * (measured with one; those with the 2019 constants differ by less than a part in a million).
 */
export const CELSIUS_FOR_THERMAL_VOLT = 26.8501043055;

/** The two nodes an element hangs between: current is counted from the first through the element to the second. */
export function nodesOf(element: CircuitElement): readonly [string, string] {
  switch (element.kind) {
    case 'R':
      return [element.a, element.b];
    case 'V':
      return [element.plus, element.minus];
    case 'I':
      return [element.from, element.to];
    case 'D':
      return [element.anode, element.cathode];
  }
}
