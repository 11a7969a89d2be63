/** A stitch list as files: JSON (docs/stitch-list.md), and SVG with one path for each thread in sewing order. */
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { stitchList } from '../sewing/stitch-list.ts';
import { escapeMarkup } from './svg-text.ts';

/** The stitch list as JSON text. */
export function stitchJson(plan: Plan, panel?: Panel): string {
  return `${JSON.stringify(stitchList(plan, panel), null, 1)}\n`;
}

/** The stitch list as SVG at life size: a path for each piece of thread, in the order they are sewn, from its first needle hole to its last. */
export function stitchSvg(plan: Plan, panel?: Panel): string {
  const list = stitchList(plan, panel);
  const paths = list.threads.map((thread, i) => {
    const data = thread.lines
      .map(({ points }, k) => {
        const before = thread.lines[k - 1]?.points.at(-1);
        // A machine starts every pass anew: the pen is lifted there.
        const goesOn = before !== undefined && before[0] === points[0]?.[0] && before[1] === points[0]?.[1];
        return points
          .slice(goesOn ? 1 : 0)
          .map(([x, y], n) => `${n === 0 && !goesOn ? 'M' : 'L'}${x} ${y}`)
          .join('');
      })
      .join('');
    const title = `${i + 1}. ${thread.thread}, ${thread.lines[0]?.from ?? ''} to ${thread.lines.at(-1)?.to ?? ''}`;
    return `  <path id="thread-${i + 1}" data-side="${thread.side}" d="${data}"><title>${escapeMarkup(title)}</title></path>`;
  });
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${list.widthMm}mm" height="${list.heightMm}mm" viewBox="0 0 ${list.widthMm} ${list.heightMm}" fill="none" stroke="#000" stroke-width="0.4">`,
    `  <title>${escapeMarkup(list.plan)}, stitches</title>`,
    ...paths,
    '</svg>',
    '',
  ].join('\n');
}
