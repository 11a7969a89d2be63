/** The cutting layer: what a blade, laser or drill follows. One group to cut, one to drill, at life size, of the right side. */
import { clothBox, markingsFor, shapeNodes } from '../cloth/cloth.ts';
import { holePoint, kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { pathData } from './svg-export.ts';
import { escapeMarkup, roundMm } from './svg-text.ts';

/** An SVG with the outline and openings in the group `cut` and every hole at its diameter in the group `drill`. */
export function cuttingSvg(plan: Plan): string {
  const { left, top, widthMm, heightMm } = clothBox(plan.cloth);
  const path = (name: string, data: string): string =>
    `    <path aria-label="${escapeMarkup(name)}" d="${data}"/>`;
  const holes = Object.values(plan.parts).flatMap((part) =>
    kindOf(plan, part).holes.map((hole) => {
      const at = holePoint(plan, { partId: part.id, holeId: hole.id });
      return `    <circle aria-label="${escapeMarkup(`${part.name}, ${hole.id}`)}" cx="${roundMm(at.x)}" cy="${roundMm(at.y)}" r="${roundMm(hole.diameterMm / 2)}"/>`;
    }),
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${roundMm(widthMm)}mm" height="${roundMm(heightMm)}mm" viewBox="${[left, top, widthMm, heightMm].map(roundMm).join(' ')}" fill="none" stroke="#000" stroke-width="0.1">`,
    `  <title>${escapeMarkup(plan.name)}, cutting layer</title>`,
    '  <g id="cut">',
    path('outline', pathData(shapeNodes(plan.cloth.shape), true)),
    ...markingsFor(plan.cloth, 'opening').map(({ name, nodes }) => path(name, pathData(nodes, true))),
    '  </g>',
    '  <g id="drill">',
    ...holes,
    '  </g>',
    '</svg>',
    '',
  ].join('\n');
}
