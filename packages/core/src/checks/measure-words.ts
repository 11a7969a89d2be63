/** What was found and what is wanted, in words: what is printed is worse than what is wanted, as it is. */
import { formatCelsius, formatCurrent, formatVolt } from '../units/electrical.ts';
import { formatLength, type LengthUnit, trimZeros } from '../units/length.ts';
import { maybeCheckRule } from './check-rules.ts';
import type { Finding, Measure } from './finding.ts';

/** Units of what is measured; all others are counted. */
const MEASURED: ReadonlySet<Measure['unit']> = new Set(['mm', 'g', 'V', 'mA', '°C', '%']);

/** Whether a number is measured; else it is counted. */
export function isMeasured({ unit }: Measure): boolean {
  return MEASURED.has(unit);
}

function printed({ value, unit: kind }: Measure, unit: LengthUnit): string {
  if (kind === 'g') return `${value.toFixed(0)} g`;
  if (kind === 'mA') return formatCurrent(value / 1000);
  if (kind === '%') return `${Math.round(value)} %`;
  if (kind === '°C') return formatCelsius(value);
  return kind === 'V' ? formatVolt(value) : formatLength(value, unit);
}

/** To two digits more. */
function finer({ value, unit: kind }: Measure, unit: LengthUnit): string {
  return kind === 'mm' ? formatLength(value, unit, 3) : `${trimZeros(value.toFixed(3))} ${kind}`;
}

/** Two numbers as they are printed: where rounding would make them one, with more digits. */
export function bothPrinted(found: Measure, wanted: Measure, unit: LengthUnit): readonly [string, string] {
  const [a, b] = [printed(found, unit), printed(wanted, unit)];
  return a === b ? [finer(found, unit), finer(wanted, unit)] : [a, b];
}

/** What was found and what is wanted, as a sentence; null where there is nothing to measure or to count. */
export function foundAndWanted({ found, wanted, ruleId }: Finding, unit: LengthUnit): string | null {
  if (found === null || wanted === null) return null;
  const rule = maybeCheckRule(ruleId);
  if (!isMeasured(found)) return rule?.counted?.(found.value, wanted.value) ?? null;
  const limit = { more: 'at least ', less: 'at most ', none: '' }[rule?.better ?? 'none'];
  const [here, aim] = bothPrinted(found, wanted, unit);
  return `${here} here; ${limit}${aim} wanted.`;
}
