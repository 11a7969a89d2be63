/** How the view of an SVG element is laid into the room it has: lengths, `viewBox` and `preserveAspectRatio` (SVG standard). */
import type { Matrix } from 'transformation-matrix';

export type Attributes = Readonly<Record<string, string>>;

/** Millimetres in each unit of length of CSS: 96 px to the inch (CSS standard). */
const UNIT_MM: Readonly<Record<string, number>> = {
  '': 25.4 / 96,
  px: 25.4 / 96,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  mm: 1,
  cm: 10,
  in: 25.4,
  q: 0.25,
};

/** One unit of a drawing that says nothing else, mm. */
export const PX_MM = 25.4 / 96;

const LENGTH = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?)\s*([a-z]*|%)$/i;

/** A length with its unit in mm; null for none, for `%` and for what is no length. O(characters). */
export function maybeSvgLengthMm(text: string | undefined): number | null {
  const match = LENGTH.exec((text ?? '').trim());
  const unit = UNIT_MM[(match?.[2] ?? '?').toLowerCase()];
  return match === null || unit === undefined ? null : Number(match[1]) * unit;
}

/** A length in a drawing's own units, `%` being of `whole`; null for none and for what is no length. */
export function maybeSvgLength(text: string | undefined, whole: number): number | null {
  const match = LENGTH.exec((text ?? '').trim());
  if (match?.[2] === '%') return (Number(match[1]) / 100) * whole;
  const mm = maybeSvgLengthMm(text);
  return mm === null ? null : mm / PX_MM;
}

/** The part of the drawing's own plane that is shown, from `x`, `y`. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The `viewBox` of an element; null where there is none, or one of no size. */
export function viewOf(attributes: Attributes): View | null {
  const values = (attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [x, y, width, height] = values as [number, number, number, number];
  if (values.length !== 4 || !values.every(Number.isFinite) || width <= 0 || height <= 0) return null;
  return { x, y, width, height };
}

/** How much of the spare room lies before the view. */
const SHARES: Readonly<Record<string, number>> = { Min: 0, Mid: 0.5, Max: 1 };

/** From a view's units to those of the room it is laid into: whole and in its middle, or as the element asks for. */
export function fitView(view: View, width: number, height: number, attributes: Attributes): Matrix {
  const [align = '', meetOrSlice] = (attributes['preserveAspectRatio'] ?? '').trim().split(/\s+/);
  const [byWidth, byHeight] = [width / view.width, height / view.height];
  const asked = /^x(Min|Mid|Max)Y(Min|Mid|Max)$/.exec(align);
  const [scaleX, scaleY] =
    align === 'none'
      ? [byWidth, byHeight]
      : meetOrSlice === 'slice'
        ? [Math.max(byWidth, byHeight), Math.max(byWidth, byHeight)]
        : [Math.min(byWidth, byHeight), Math.min(byWidth, byHeight)];
  const before = (room: number, taken: number, share: string | undefined): number =>
    (room - taken) * (SHARES[share ?? 'Mid'] as number);
  return {
    a: scaleX,
    b: 0,
    c: 0,
    d: scaleY,
    e: before(width, view.width * scaleX, asked?.[1]) - view.x * scaleX,
    f: before(height, view.height * scaleY, asked?.[2]) - view.y * scaleY,
  };
}
