/** A stitch list as files: JSON (docs/stitch-list.md), and SVG with one path for each thread in sewing order. */
import type { Plan } from '../plan/schema.ts';
import { stitchList } from '../sewing/stitch-list.ts';
import { escapeMarkup } from './svg-text.ts';

/** The stitch list as JSON text. */
export function stitchJson(plan: Plan): string {
  return `${JSON.stringify(stitchList(plan), null, 1)}\n`;
}

/** The stitch list as SVG at life size: a path for each piece of thread, in the order they are sewn, from its first needle hole to its last. */
export function stitchSvg(plan: Plan): string {
  const list = stitchList(plan);
  const paths = list.threads.map((thread, i) => {
    const points = thread.lines.flatMap(({ points: line }, k) => (k === 0 ? line : line.slice(1)));
    const data = points.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${x} ${y}`).join('');
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
