/** Reading and printing lengths. The plan holds millimetres only; inches are a way of showing them. */

export type LengthUnit = 'mm' | 'in';

/** Exactly 25.4, by the international inch of 1959 (standard). */
export const MM_PER_INCH = 25.4;

/**
 * Reads a length a maker typed: `12`, `12,5 mm`, `1.2 cm`, `3 1/2 in`, `3/4"`. A bare number is in `unit`.
 * Returns millimetres, or null when the text is no length (negative and zero are lengths; the caller judges).
 */
export function maybeParseLengthMm(text: string, unit: LengthUnit): number | null {
  const match =
    /^\s*(-)?\s*(?:(\d+(?:[.,]\d*)?|[.,]\d+)(?:[\s-]+(\d+)\s*\/\s*(\d+))?|(\d+)\s*\/\s*(\d+))\s*(mm|cm|m|in|inch|inches|"|”)?\s*$/i.exec(
      text,
    );
  if (match === null) return null;
  const [, sign, whole, topA, bottomA, topB, bottomB, suffix] = match;
  const top = topA ?? topB;
  const bottom = bottomA ?? bottomB;
  let value = whole === undefined ? 0 : Number(whole.replace(',', '.'));
  if (top !== undefined && bottom !== undefined) {
    if (Number(bottom) === 0) return null;
    value += Number(top) / Number(bottom);
  }
  if (!Number.isFinite(value)) return null;
  const mm = value * mmPer(suffix?.toLowerCase() ?? unit);
  return sign === undefined ? mm : -mm;
}

function mmPer(suffix: string): number {
  if (suffix === 'mm') return 1;
  if (suffix === 'cm') return 10;
  if (suffix === 'm') return 1000;
  return MM_PER_INCH;
}

/** Prints a length with its unit: millimetres to `digits` (default 1), inches to two more. */
export function formatLength(mm: number, unit: LengthUnit, digits = 1): string {
  if (unit === 'in') return `${trimZeros((mm / MM_PER_INCH).toFixed(digits + 1))} in`;
  return `${trimZeros(mm.toFixed(digits))} mm`;
}

/** Prints a length without its unit, in the unit asked for. */
export function formatLengthBare(mm: number, unit: LengthUnit, digits = 1): string {
  return trimZeros(unit === 'in' ? (mm / MM_PER_INCH).toFixed(digits + 1) : mm.toFixed(digits));
}

/** `12.50` → `12.5`, `3.0` → `3`; never `-0`. */
export function trimZeros(text: string): string {
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return trimmed === '-0' ? '0' : trimmed;
}
