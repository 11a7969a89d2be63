/** Colours of light and the diode law of each: I = Is·(exp(Vj/(n·Vt)) − 1), V = Vj + I·Rs. */

import { USUAL_ASSUMED } from '../assumptions/assumptions.ts';

export interface LightColour {
  readonly id: string;
  readonly title: string;
  readonly saturationA: number;
  readonly ideality: number;
  readonly seriesOhm: number;
  /** sRGB of the glow, for drawing only. */
  readonly glow: string;
}

/**
 * Parameters fitted to two points of typical datasheets, forward voltage at 20 mA and at 2 mA, both from
 * memory and not looked up; a real light may differ by a fifth in current on a coin cell.
 */
export const LIGHT_COLOURS: readonly LightColour[] = [
  { id: 'red', title: 'Red', saturationA: 1.80819e-18, ideality: 2, seriesOhm: 4.49706, glow: '#ff5a4a' },
  { id: 'amber', title: 'Amber', saturationA: 4.01734e-19, ideality: 2, seriesOhm: 5.60817, glow: '#ff9d2e' },
  {
    id: 'yellow',
    title: 'Yellow',
    saturationA: 2.72278e-18,
    ideality: 2.1,
    seriesOhm: 5.83303,
    glow: '#ffd23d',
  },
  {
    id: 'yellow-green',
    title: 'Yellow-green',
    saturationA: 3.86492e-20,
    ideality: 1.9,
    seriesOhm: 4.82777,
    glow: '#b6e04a',
  },
  {
    id: 'green',
    title: 'Green',
    saturationA: 9.37679e-22,
    ideality: 2.5,
    seriesOhm: 16.1769,
    glow: '#54e08a',
  },
  { id: 'blue', title: 'Blue', saturationA: 5.5761e-23, ideality: 2.4, seriesOhm: 13.1743, glow: '#6aa2ff' },
  {
    id: 'white',
    title: 'White',
    saturationA: 4.71412e-22,
    ideality: 2.5,
    seriesOhm: 13.9547,
    glow: '#eef3ff',
  },
  {
    id: 'warm-white',
    title: 'Warm white',
    saturationA: 4.71412e-22,
    ideality: 2.5,
    seriesOhm: 13.9547,
    glow: '#ffe0a0',
  },
  {
    id: 'pink',
    title: 'Pink',
    saturationA: 1.65701e-22,
    ideality: 2.45,
    seriesOhm: 13.5645,
    glow: '#ff9ad0',
  },
];

/** The current a light is usually made for, A. */
export const LIGHT_RATED_A = USUAL_ASSUMED.ratedMa / 1000;

/** The colour with this id, or undefined. */
export function maybeLightColour(id: string): LightColour | undefined {
  return LIGHT_COLOURS.find((colour) => colour.id === id);
}

/** A light shows at about this current, A (memory: small indicator lights are plainly visible at 1 mA). */
const VISIBLE_A = 0.001;
/** kT/q at 25 °C, V (physics). */
const THERMAL_V = 0.025693;

/** Volts a light of this colour wants before it shows, by its diode law; that of red for an unknown colour. */
export function forwardVolt(colourId: string): number {
  const colour = maybeLightColour(colourId) ?? (LIGHT_COLOURS[0] as LightColour);
  return (
    colour.ideality * THERMAL_V * Math.log(VISIBLE_A / colour.saturationA + 1) + VISIBLE_A * colour.seriesOhm
  );
}

/** What a light of this colour draws at `volt` behind `ohm`, A: its diode law by bisection, to a microampere. */
export function lightA(colour: LightColour, volt: number, ohm: number): number {
  let [low, high] = [0, Math.max(0, volt) / Math.max(1e-3, ohm)];
  while (high - low > 1e-6) {
    const amp = (low + high) / 2;
    const needs =
      colour.ideality * THERMAL_V * Math.log(amp / colour.saturationA + 1) + amp * (colour.seriesOhm + ohm);
    if (needs > volt) high = amp;
    else low = amp;
  }
  return low;
}
