/** Drawing data as SVG, true to scale: what is drawn in millimetres measures millimetres. */
import type { DrawItem } from '../sewing/sheet-drawing.ts';
import { escapeMarkup, roundMm } from './svg-text.ts';

export interface SvgSheet {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly items: readonly DrawItem[];
}

/** An SVG file of a drawing with its title. */
export function drawingSvg(sheet: SvgSheet, title: string): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${drawingSvgElement(sheet, title, true)}\n`;
}

/** The `<svg>` element alone: at life size, or to fit where it is put. */
export function drawingSvgElement(
  { widthMm, heightMm, items }: SvgSheet,
  title: string,
  atLifeSize: boolean,
): string {
  const size = atLifeSize ? ` width="${roundMm(widthMm)}mm" height="${roundMm(heightMm)}mm"` : '';
  return [
    `<svg xmlns="http://www.w3.org/2000/svg"${size} viewBox="0 0 ${roundMm(widthMm)} ${roundMm(heightMm)}" fill="none" stroke="#000" stroke-linecap="butt" role="img">`,
    `<title>${escapeMarkup(title)}</title>`,
    ...items.map(svgItem),
    '</svg>',
  ].join('\n');
}

function colour(grey: number | undefined): string | null {
  if (grey === undefined || grey === 0) return null;
  const level = Math.round(grey * 255);
  return `rgb(${level},${level},${level})`;
}

function svgItem(item: DrawItem): string {
  const tint = colour(item.grey);
  switch (item.kind) {
    case 'text': {
      const anchor =
        item.anchor === undefined || item.anchor === 'start' ? '' : ` text-anchor="${item.anchor}"`;
      const weight = item.bold === true ? ' font-weight="600"' : '';
      return `<text x="${roundMm(item.at.x)}" y="${roundMm(item.at.y)}" font-size="${roundMm(item.sizeMm)}" font-family="'Source Sans 3', sans-serif" fill="${tint ?? '#000'}" stroke="none"${anchor}${weight}>${escapeMarkup(item.text)}</text>`;
    }
    case 'circle': {
      const look = item.filled === true ? ` fill="${tint ?? '#000'}"` : '';
      return `<circle cx="${roundMm(item.at.x)}" cy="${roundMm(item.at.y)}" r="${roundMm(item.radiusMm)}" stroke-width="${item.widthMm}"${tint === null ? '' : ` stroke="${tint}"`}${look}/>`;
    }
    case 'line': {
      const [first, ...rest] = item.points;
      if (first === undefined) return '';
      const data = `M${roundMm(first.x)} ${roundMm(first.y)}${rest.map((p) => `L${roundMm(p.x)} ${roundMm(p.y)}`).join('')}${item.closed === true ? 'Z' : ''}`;
      const dash = item.dashMm === undefined ? '' : ` stroke-dasharray="${item.dashMm.join(' ')}"`;
      return `<path d="${data}" stroke-width="${item.widthMm}"${tint === null ? '' : ` stroke="${tint}"`}${dash}/>`;
    }
  }
}
