/** The cutting layer: what a blade, laser or drill follows, at life size, of the right side. */

import { type Box, boxOf, clothBox, markingsFor, shapeNodes } from '../cloth/cloth.ts';
import { isPierced } from '../cloth/cloth-kinds.ts';
import { mirroredNodes } from '../cloth/piece-set.ts';
import type { CurveNode } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { clothHolesOf } from '../plan/cloth-holes.ts';
import { kindOf } from '../plan/kind-of.ts';
import { layerOutline } from '../plan/layers.ts';
import { ofPanel, panelOf, thoseOn } from '../plan/panels.ts';
import { holePoint } from '../plan/placed.ts';
import type { Layer, Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { registerCrosses } from '../sewing/pattern-drawing.ts';
import { pathData } from './svg-export.ts';
import { escapeMarkup, roundMm } from './svg-text.ts';

/** A pin, with a little play: common practice, no source. */
const PIN_HOLE_MM = 1;

/**
 * An SVG with the outline and openings in the group `cut`, and in the group `drill` what is made before sewing: for posts of switches, domes and legs, and,
 * in cloth that a needle alone does not go through, every hole at its diameter. Woven cloth has none of these.
 */
export function cuttingSvg(plan: Plan, panel: Panel = panelOf(plan)): string {
  const holes = thoseOn(plan.parts, panel.id).flatMap((part) => [
    ...(isPierced(panel.kindId)
      ? kindOf(plan, part).holes.map((hole) =>
          circle(
            `${part.name}, ${hole.id}`,
            holePoint(plan, { partId: part.id, holeId: hole.id }),
            hole.diameterMm / 2,
          ),
        )
      : []),
    // A post, a dome, and legs that go through need their hole in any cloth.
    ...clothHolesOf(plan, part).map(({ what, at, diameterMm }) =>
      circle(`${part.name}, ${what}`, at, diameterMm / 2),
    ),
  ]);
  return lifeSize(
    clothBox(panel),
    `${plan.name}, cutting layer${ofPanel(plan, { panelId: panel.id })}`,
    [
      path('outline', shapeNodes(panel.shape)),
      ...markingsFor(panel, 'opening').map(({ name, nodes }) => path(name, nodes)),
    ],
    holes,
  );
}

/**
 * The same of a layer, of its own right side: outline and windows in `cut`, in `drill` two pin holes on its middle line by which it is laid on its panel.
 * One that lies on the wrong side of its panel is turned over, as it is seen from there.
 */
export function layerCuttingSvg(plan: Plan, layer: Layer): string {
  const panel = panelOf(plan, layer);
  const box = boxOf(layerOutline(plan, layer));
  const isTurned = layer.face === 'wrong';
  const own = layer.nodes ?? shapeNodes(panel.shape);
  // Mirrored about the middle of its box, in which it so stays.
  const seen = (nodes: readonly CurveNode[]): readonly CurveNode[] =>
    isTurned ? mirroredNodes(nodes, box.left + box.right) : nodes;
  return lifeSize(
    box,
    `${plan.name}, ${layer.name}${ofPanel(plan, layer)}, cutting layer`,
    [path('outline', seen(own)), ...layer.windows.map((nodes, i) => path(`window ${i + 1}`, seen(nodes)))],
    registerCrosses(box.left, box.right, (box.top + box.bottom) / 2).map((at, i) =>
      circle(`pin hole ${i + 1}`, at, PIN_HOLE_MM / 2),
    ),
  );
}

function lifeSize(
  { left, top, widthMm, heightMm }: Box,
  title: string,
  cut: readonly string[],
  drill: readonly string[],
): string {
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${roundMm(widthMm)}mm" height="${roundMm(heightMm)}mm" viewBox="${[left, top, widthMm, heightMm].map(roundMm).join(' ')}" fill="none" stroke="#000" stroke-width="0.1">`,
    `  <title>${escapeMarkup(title)}</title>`,
    '  <g id="cut">',
    ...cut,
    '  </g>',
    ...(drill.length === 0 ? [] : ['  <g id="drill">', ...drill, '  </g>']),
    '</svg>',
    '',
  ].join('\n');
}

function path(name: string, nodes: readonly CurveNode[]): string {
  return `    <path aria-label="${escapeMarkup(name)}" d="${pathData(nodes, true)}"/>`;
}

function circle(name: string, at: Point, radiusMm: number): string {
  return `    <circle aria-label="${escapeMarkup(name)}" cx="${roundMm(at.x)}" cy="${roundMm(at.y)}" r="${roundMm(radiusMm)}"/>`;
}
