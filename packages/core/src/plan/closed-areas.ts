/** Where nothing is sewn: areas the maker keeps free, and what goes into seams. */
import { type Box, boxOf, curvePoints, markingBox, markingsFor } from '../cloth/cloth.ts';
import type { Polygon } from '../geometry/polygon.ts';
import type { Panel } from './records.ts';
import type { Plan } from './schema.ts';
import { allowanceStrips } from './seams.ts';

/** An area of a panel that something is asked about. */
export interface NamedArea {
  readonly id: string;
  readonly name: string;
  readonly area: Polygon;
  readonly box: Box;
}

/** The areas of one use that are drawn on a panel. */
export function drawnAreas(panel: Panel, use: 'opening' | 'keep-out'): readonly NamedArea[] {
  return markingsFor(panel, use).map((marking) => ({
    id: marking.id,
    name: marking.name,
    area: curvePoints(marking),
    box: markingBox(marking),
  }));
}

/** The strips of a panel that go into its seams. */
export function seamAreas(plan: Plan, panel: Panel): readonly NamedArea[] {
  return allowanceStrips(panel, plan).map(({ seam, side, name, area }) => ({
    id: `${seam.id}.${side}`,
    name,
    area,
    box: boxOf(area),
  }));
}

/** All of a panel that must stay free of stitches: keep-outs as drawn, and seam allowances. */
export function freeAreas(plan: Plan, panel: Panel): readonly Polygon[] {
  return [...drawnAreas(panel, 'keep-out'), ...seamAreas(plan, panel)].map(({ area }) => area);
}
