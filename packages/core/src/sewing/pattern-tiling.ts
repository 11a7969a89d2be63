/** How a large pattern is divided over sheets of paper. */
import type { Point } from '../geometry/point.ts';
import type { Paper } from './papers.ts';

/** Margin that household printers leave white (assumption). */
export const MARGIN_MM = 12;
const HEADER_MM = 10;
const FOOTER_MM = 12;
/** How far neighbouring pages repeat each other, for gluing. */
export const OVERLAP_MM = 10;

export interface Tile {
  readonly column: number;
  readonly row: number;
  /** What of the cloth, as seen, lies at the upper left of the page's window. */
  readonly origin: Point;
}

/** How the paper is divided. */
export interface Tiling {
  readonly columns: number;
  readonly rows: number;
  readonly windowWidthMm: number;
  readonly windowHeightMm: number;
  readonly tiles: readonly Tile[];
}

/** Divides a piece over pages of paper. */
export function tilePattern(widthMm: number, heightMm: number, paper: Paper): Tiling {
  const windowWidthMm = paper.widthMm - 2 * MARGIN_MM;
  const windowHeightMm = paper.heightMm - 2 * MARGIN_MM - HEADER_MM - FOOTER_MM;
  const count = (size: number, window: number): number =>
    Math.max(1, Math.ceil((size - OVERLAP_MM) / (window - OVERLAP_MM)));
  const columns = count(widthMm, windowWidthMm);
  const rows = count(heightMm, windowHeightMm);
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const origin = { x: column * (windowWidthMm - OVERLAP_MM), y: row * (windowHeightMm - OVERLAP_MM) };
      tiles.push({ column, row, origin });
    }
  }
  return { columns, rows, windowWidthMm, windowHeightMm, tiles };
}

/** Where the window of a tile lies on its paper. */
export const WINDOW_AT: Point = { x: MARGIN_MM, y: MARGIN_MM + HEADER_MM };

/** Pages are named by row letter and column number: A1, A2, B1, … */
export function tileLabel(tile: Tile): string {
  return `${String.fromCharCode(65 + tile.row)}${tile.column + 1}`;
}
