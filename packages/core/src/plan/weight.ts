/** Weight and balance of what is sewn on: not of the cloth, which a maker weighs in the hand. */

import { clothBox } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { kindOf } from './kind-of.ts';
import { thoseOn } from './panels.ts';
import type { Panel } from './records.ts';
import type { Plan } from './schema.ts';

export interface Balance {
  readonly sumG: number;
  /** Where the parts' weight pulls: null when there is none. */
  readonly centre: Point | null;
  /** The heaviest part, when one weighs more than half of all. */
  readonly heaviestId: string | null;
  /** Whether the parts pull the upper part of the piece over. */
  readonly isTopHeavy: boolean;
  /** How far to a side they pull, from −1 (left edge) to 1 (right edge). */
  readonly toSide: number;
}

/** Parts lighter than this together tip nothing (assumption), g. */
export const TIPS_FROM_G = 10;

/** The centre of weight above this share of the height counts as top-heavy (assumption). */
const TOP_SHARE = 0.4;

/** The sum, the centre and the lie of the weight of a panel's parts. O(parts). */
export function balanceOf(plan: Plan, panel: Panel): Balance {
  let sumG = 0;
  let x = 0;
  let y = 0;
  let heaviest: { readonly id: string; readonly massG: number } | null = null;
  for (const part of thoseOn(plan.parts, panel.id)) {
    const { massG } = kindOf(plan, part);
    sumG += massG;
    x += part.at.x * massG;
    y += part.at.y * massG;
    if (heaviest === null || massG > heaviest.massG) heaviest = { id: part.id, massG };
  }
  if (sumG === 0) return { sumG: 0, centre: null, heaviestId: null, isTopHeavy: false, toSide: 0 };
  const centre = { x: x / sumG, y: y / sumG };
  const box = clothBox(panel);
  return {
    sumG,
    centre,
    heaviestId: heaviest !== null && heaviest.massG > sumG / 2 ? heaviest.id : null,
    isTopHeavy: sumG >= TIPS_FROM_G && (centre.y - box.top) / box.heightMm < TOP_SHARE,
    toSide: ((centre.x - box.left) / box.widthMm) * 2 - 1,
  };
}
