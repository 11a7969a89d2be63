import { maybeCheckRule } from '@sashiko/core/checks/check-rules';
import type { Finding, Measure } from '@sashiko/core/checks/finding';
import { formatCelsius, formatCurrent, formatVolt } from '@sashiko/core/units/electrical';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';

/** Measures where the number wanted is the least, and where it is the most. */
const LIMIT_WORDS: Readonly<Partial<Record<Measure['unit'], string>>> = {
  mm: 'at least ',
  g: 'at most ',
  mA: 'at most ',
  '°C': 'at most ',
  '%': 'at least ',
};
/** In these rules less is better. */
const AT_MOST: ReadonlySet<string> = new Set(['stitch-long', 'thread-long', 'thread-stock']);

function words({ value, unit: kind }: Measure, unit: LengthUnit): string {
  if (kind === 'g') return `${value.toFixed(0)} g`;
  if (kind === 'mA') return formatCurrent(value / 1000);
  if (kind === '%') return `${Math.round(value)} %`;
  if (kind === '°C') return formatCelsius(value);
  return kind === 'V' ? formatVolt(value) : formatLength(value, unit);
}

/** Units of what is measured; all others are counted. */
const MEASURED: ReadonlySet<Measure['unit']> = new Set(['mm', 'g', 'V', 'mA', '°C', '%']);

/** What was found and what is wanted, as a sentence; null where there is nothing to measure or to count. */
export function foundAndWanted(finding: Finding, unit: LengthUnit): string | null {
  const { found, wanted, ruleId } = finding;
  if (found === null || wanted === null) return null;
  if (!MEASURED.has(found.unit)) return maybeCheckRule(ruleId)?.counted?.(found.value, wanted.value) ?? null;
  const limit =
    AT_MOST.has(ruleId) && ruleId !== 'thread-stock' ? 'at most ' : (LIMIT_WORDS[wanted.unit] ?? '');
  return `${words(found, unit)} here; ${limit}${words(wanted, unit)} wanted.`;
}
