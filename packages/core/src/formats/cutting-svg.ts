/** The cutting layer: what a blade, laser or drill follows, at life size, of the right side. */

import { clothBox, markingsFor, shapeNodes } from '../cloth/cloth.ts';
import { isPierced } from '../cloth/cloth-kinds.ts';
import type { Point } from '../geometry/point.ts';
import { clothHolesOf } from '../plan/cloth-holes.ts';
import { kindOf } from '../plan/kind-of.ts';
import { ofPanel, panelOf, thoseOn } from '../plan/panels.ts';
import { holePoint } from '../plan/placed.ts';
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { pathData } from './svg-export.ts';
import { escapeMarkup, roundMm } from './svg-text.ts';

/**
 * An SVG with the outline and openings in the group `cut`, and in the group `drill` what is made before sewing: for posts of switches, domes and legs, and,
 * in cloth that a needle alone does not go through, every hole at its diameter. Woven cloth has none of these.
 */
export function cuttingSvg(plan: Plan, panel: Panel = panelOf(plan)): string {
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const path = (name: string, data: string): string =>
    `    <path aria-label="${escapeMarkup(name)}" d="${data}"/>`;
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
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${roundMm(widthMm)}mm" height="${roundMm(heightMm)}mm" viewBox="${[left, top, widthMm, heightMm].map(roundMm).join(' ')}" fill="none" stroke="#000" stroke-width="0.1">`,
    `  <title>${escapeMarkup(plan.name)}, cutting layer${escapeMarkup(ofPanel(plan, { panelId: panel.id }))}</title>`,
    '  <g id="cut">',
    path('outline', pathData(shapeNodes(panel.shape), true)),
    ...markingsFor(panel, 'opening').map(({ name, nodes }) => path(name, pathData(nodes, true))),
    '  </g>',
    ...(holes.length === 0 ? [] : ['  <g id="drill">', ...holes, '  </g>']),
    '</svg>',
    '',
  ].join('\n');
}

function circle(name: string, at: Point, radiusMm: number): string {
  return `    <circle aria-label="${escapeMarkup(name)}" cx="${roundMm(at.x)}" cy="${roundMm(at.y)}" r="${roundMm(radiusMm)}"/>`;
}
