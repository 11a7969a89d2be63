/** The ways to say along what parts are spread: a line of the cloth, or one that is only said in figures. */
import { clothBox } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { arcLine, type Line, lineChoices, ringLine, straightLine } from '@sashiko/core/plan/arrange/lines';
import type { Panel } from '@sashiko/core/plan/records';

export type LineWay =
  | { readonly kind: 'drawn'; readonly lineId: string | null }
  | { readonly kind: 'straight'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'arc'; readonly from: Point; readonly to: Point; readonly riseMm: number }
  | { readonly kind: 'ring'; readonly middle: Point; readonly radiusMm: number };

export type WayKind = LineWay['kind'];

/** A way of this kind to begin with: across the middle of the piece, with a sixth of it free on each side; the line drawn last. */
export function usualWay(panel: Panel, kind: WayKind): LineWay {
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const round = (mm: number): number => Math.round(mm);
  const middle = { x: round(left + widthMm / 2), y: round(top + heightMm / 2) };
  const from = { x: round(left + widthMm / 6), y: middle.y };
  const to = { x: round(left + (5 * widthMm) / 6), y: middle.y };
  switch (kind) {
    case 'drawn': {
      const drawn = Object.keys(panel.markings).at(-1);
      return { kind, lineId: drawn ?? null };
    }
    case 'straight':
      return { kind, from, to };
    case 'arc':
      return { kind, from, to, riseMm: round(Math.min(widthMm, heightMm) / 4) };
    case 'ring':
      return { kind, middle, radiusMm: round(Math.min(widthMm, heightMm) / 3) };
  }
}

/** The line itself; undefined where a drawn one is not chosen, or gone. */
export function lineOf(panel: Panel, way: LineWay): Line | undefined {
  switch (way.kind) {
    case 'drawn':
      return way.lineId === null ? undefined : lineChoices(panel).find(({ id }) => id === way.lineId);
    case 'straight':
      return straightLine(way.from, way.to);
    case 'arc':
      return arcLine(way.from, way.to, way.riseMm);
    case 'ring':
      return ringLine(way.middle, way.radiusMm);
  }
}
