/** Sew-on boards of our own making: what a pin gives, and how a row of holes becomes pins. */
import type { Point } from '../geometry/point.ts';
import type { PartElement } from './part-element.ts';
import type { Hole, HoleRole, PinAbility } from './part-kind.ts';
import { eyelet } from './shapes.ts';

/** What a pin of these boards gives, mA, and the whole chip together (memory of typical small chips; handbook section 4). */
const PIN_MOST_MA = 20;
export const CHIP_MOST_MA = 100;

/** A pin drives through this much (handbook figure: 25–40 Ω). */
const PIN_OHM = 30;

/** Below this its chip resets, V (memory: small chips are set to do so at 1.8 to 2.7 V). */
const BOARD_LEAST_V = 2.4;

/** The most a chip for 3 V bears, V (assumption: a full lithium pack and no more). */
export const CHIP_MOST_V = 4.3;

/** What the chip itself takes while it runs, mA (assumption). */
const CHIP_MA = 5;

/** A hole for power: `supply`, `raw`, `regulated` are +, `ground` is −. */
export function powerHole(
  id: string,
  at: Point,
  role: Exclude<HoleRole, 'pin'>,
  label: string,
  mostMa?: number,
): Hole {
  const terminal = role === 'raw' ? 'supply' : role;
  return {
    ...eyelet(id, at, terminal, role === 'ground' ? '-' : '+'),
    role,
    label,
    ...(mostMa === undefined ? {} : { mostMa }),
  };
}

/** A pin, by the name that code uses. */
export function pinHole(label: string, at: Point, abilities: readonly PinAbility[] = []): Hole {
  return {
    ...eyelet(label.toLowerCase(), at, label.toLowerCase(), 'none'),
    role: 'pin',
    label,
    abilities,
    mostMa: PIN_MOST_MA,
  };
}

/** The chip as a load, of so many volts at most where somebody says, and every pin among the holes as a driven pin. */
export function boardElements(
  holes: readonly Hole[],
  volt: number,
  supply = 'supply',
  { leastV = BOARD_LEAST_V, mostV }: { readonly leastV?: number; readonly mostV?: number } = {},
): readonly PartElement[] {
  return [
    {
      kind: 'load',
      plus: supply,
      minus: 'ground',
      volt,
      ma: CHIP_MA,
      leastV,
      ...(mostV === undefined ? {} : { mostV }),
    },
    ...holes
      .filter((hole) => hole.role === 'pin')
      .map(
        (hole): PartElement => ({ kind: 'pin', pin: hole.terminal, supply, ground: 'ground', ohm: PIN_OHM }),
      ),
  ];
}
