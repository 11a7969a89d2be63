/** A piece with many switches, buttons and lights, wired up: for whatever must hold in every state, and for how fast that is found. */
import type { Plan } from '../plan/schema.ts';
import { insulated } from './insulated.ts';
import { PlanBuilder } from './plan-builder.ts';

export interface SwitchedPiece {
  readonly lights: number;
  /** Switches, each before a row of lights of its own. */
  readonly switches: number;
  /** Buttons, each between a pin of a board and its −. */
  readonly buttons: number;
  readonly lightKind?: string;
  readonly colourId?: string;
}

/** Pins of the long board that may be read here. */
const PINS = ['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6'] as const;
const PITCH_MM = 34;
const ROW_MM = 70;

/** Rows of lights on a holder, each with its switch, in wire, so that only what is meant to be joined is. */
export function switchedPiece({
  lights,
  switches,
  buttons,
  lightKind = 'sew-on-light',
  colourId = 'warm-white',
}: SwitchedPiece): Plan {
  const each = Math.ceil(lights / switches);
  const build = new PlanBuilder('Switched piece', 300 + each * PITCH_MM, 200 + switches * ROW_MM + 400)
    .place('aaa-holder-2', 'holder', 60, 120)
    .place('board-long', 'board', 200, 150 + switches * ROW_MM)
    .sew('holder.plus-1', 'board.supply')
    .sew('holder.minus-1', 'board.ground');
  let placed = 0;
  for (let row = 0; row < switches; row += 1) {
    const y = 60 + row * ROW_MM;
    build.place('slide-switch', `switch ${row + 1}`, 140, y).sew('holder.plus-1', `switch ${row + 1}.a`);
    for (let i = 0; i < each && placed < lights; i += 1) {
      placed += 1;
      const name = `light ${placed}`;
      build
        .place(lightKind, name, 190 + i * PITCH_MM, y, { turnDeg: 90, colourId })
        .sew(`switch ${row + 1}.b`, `${name}.plus`)
        .sew('holder.minus-1', `${name}.minus`);
    }
  }
  for (let i = 0; i < Math.min(buttons, PINS.length); i += 1)
    build
      .place('push-switch', `button ${i + 1}`, 60 + 60 * i, 350 + switches * ROW_MM)
      .sew(`board.${PINS[i]}`, `button ${i + 1}.a`)
      .sew('board.ground', `button ${i + 1}.b`);
  return insulated(build.plan);
}
