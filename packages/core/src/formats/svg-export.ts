/** The piece as an SVG at full size: outline, openings, other areas, marks and seam lines, to cut by or to go on drawing. */

import { clothBox, shapeNodes } from '../cloth/cloth.ts';
import { type CurveNode, cornersOf } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { ofPanel, panelOf } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { seamEdges, seamLetter, seamLine } from '../plan/seams.ts';
import { escapeMarkup, roundMm } from './svg-text.ts';

/** An SVG of a panel, the plan's only one where none is named, in millimetres of the right side, with one path for each line, named as in the plan. */
export function clothSvg(plan: Plan, panel: Panel = panelOf(plan)): string {
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const line = (
    id: string,
    name: string,
    nodes: readonly CurveNode[],
    closed: boolean,
    width: number,
  ): string =>
    `  <path id="${escapeMarkup(id)}" aria-label="${escapeMarkup(name)}" d="${pathData(nodes, closed)}" stroke-width="${width}"/>`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${roundMm(widthMm)}mm" height="${roundMm(heightMm)}mm" viewBox="${[left, top, widthMm, heightMm].map(roundMm).join(' ')}" fill="none" stroke="#000">`,
    `  <title>${escapeMarkup(plan.name)}${escapeMarkup(ofPanel(plan, { panelId: panel.id }))}</title>`,
    line('outline', 'outline', shapeNodes(panel.shape), true, 0.5),
    ...Object.values(panel.markings).map((marking) =>
      line(marking.id, marking.name, marking.nodes, marking.closed, marking.use === 'opening' ? 0.5 : 0.2),
    ),
    ...seamEdges(plan, panel.id).map(({ seam, side }) =>
      line(
        `${seam.id}-${side}`,
        `seam ${seamLetter(plan, seam.id)}`,
        cornersOf(seamLine(plan, seam, side)),
        false,
        0.2,
      ),
    ),
    '</svg>',
    '',
  ].join('\n');
}

/** SVG path data of a line, in mm. */
export function pathData(nodes: readonly CurveNode[], closed: boolean): string {
  const first = nodes[0];
  if (first === undefined) return '';
  let data = `M${pair(first.at)}`;
  const legs = closed ? nodes.length : nodes.length - 1;
  for (let i = 0; i < legs; i += 1) {
    const from = nodes[i] as CurveNode;
    const to = nodes[(i + 1) % nodes.length] as CurveNode;
    const isClosing = closed && i === legs - 1;
    if (from.after !== undefined || to.before !== undefined)
      data += `C${pair(from.after ?? from.at)} ${pair(to.before ?? to.at)} ${pair(to.at)}`;
    else if (!isClosing) data += `L${pair(to.at)}`;
  }
  return closed ? `${data}Z` : data;
}

function pair(p: Point): string {
  return `${roundMm(p.x)} ${roundMm(p.y)}`;
}
