/** Where nothing is sewn: areas the maker keeps free, and what goes into seams. */
import {
  type Box,
  boxOf,
  clothKeepOuts,
  curvePoints,
  KEPT_FREE,
  markingBox,
  markingsFor,
} from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { remembered } from '../units/remembered.ts';
import type { Panel } from './records.ts';
import type { Plan } from './schema.ts';
import { allowanceStrips } from './seams.ts';

/** An area of a panel that something is asked about. */
export interface NamedArea {
  readonly id: string;
  readonly name: string;
  readonly area: Polygon;
  readonly box: Box;
  /** What has to be passed to be outside of it; missing: any of its edges. */
  readonly way?: readonly Point[];
}

/** The openings of a panel, or all that is kept free on it: areas that are drawn, and those of a ready piece. */
export function drawnAreas(panel: Panel, use: 'opening' | 'keep-out'): readonly NamedArea[] {
  const uses = use === 'opening' ? [use] : KEPT_FREE;
  const drawn = uses
    .flatMap((one) => markingsFor(panel, one))
    .map((marking) => ({
      id: marking.id,
      name: marking.name,
      area: curvePoints(marking),
      box: markingBox(marking),
    }));
  return use === 'opening' ? drawn : [...drawn, ...ownAreas(panel.shape)];
}

/** The areas that a ready piece keeps free by itself. */
const ownAreas = remembered(
  { name: 'own keep-outs', under: (shape: Panel['shape']) => shape },
  (shape): readonly NamedArea[] =>
    clothKeepOuts({ shape }).map((line, i) => {
      const area = curvePoints(line);
      return { id: `own-${i}`, name: line.name, area, box: boxOf(area) };
    }),
);

/** The strips of a panel that go into its seams. */
export function seamAreas(plan: Plan, panel: Panel): readonly NamedArea[] {
  return allowanceStrips(panel, plan).map(({ seam, side, name, area, line }) => ({
    id: `${seam.id}.${side}`,
    name,
    area,
    box: boxOf(area),
    way: line,
  }));
}

/** All of a panel that must stay free of stitches: keep-outs as drawn, and seam allowances. */
export function freeAreas(plan: Plan, panel: Panel): readonly Polygon[] {
  return [...drawnAreas(panel, 'keep-out'), ...seamAreas(plan, panel)].map(({ area }) => area);
}
