/** Numbers as makers type and read them. */
import { fail, type Result, succeed } from '../errors/problem.ts';

export interface NumberRange {
  readonly min?: number | undefined;
  readonly max?: number | undefined;
  readonly isWhole?: boolean;
}

/**
 * Reads a number with a point or a comma for decimals; null for nothing. Refused, in a word that says what would be taken, where it is
 * no number, not whole, or out of range: it is never bent to what would fit.
 */
export function readNumber(
  text: string,
  { min, max, isWhole = false }: NumberRange = {},
): Result<number | null> {
  const trimmed = text.trim().replace('−', '-').replace(',', '.');
  if (trimmed === '') return succeed(null);
  const value = /^[+-]?(?:\d+\.?\d*|\.\d+)$/.test(trimmed) ? Number(trimmed) : Number.NaN;
  if (Number.isNaN(value))
    return fail('value-out-of-range', `“${text.trim().slice(0, 20)}” is not a number.`);
  if (isWhole && !Number.isInteger(value)) return fail('value-out-of-range', 'A whole number, please.');
  if ((min !== undefined && value < min) || (max !== undefined && value > max))
    return fail('value-out-of-range', `${rangeWords(min, max)}, please.`);
  return succeed(value);
}

function rangeWords(min: number | undefined, max: number | undefined): string {
  if (min === undefined) return `At most ${formatNumber(max ?? 0)}`;
  return max === undefined
    ? `At least ${formatNumber(min)}`
    : `From ${formatNumber(min)} to ${formatNumber(max)}`;
}

/** A number without needless digits: at most four decimals. */
export function formatNumber(value: number): string {
  return String(Math.round(value * 10_000) / 10_000);
}
