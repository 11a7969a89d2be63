import type { Finding, Measure } from '@sashiko/core/checks/finding';
import { formatVolt } from '@sashiko/core/units/electrical';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';

/** Measures where the number wanted is the least, and where it is the most. */
const LIMIT_WORDS: Readonly<Partial<Record<Measure['unit'], string>>> = { mm: 'at least ', g: 'at most ' };
/** In these rules less is better. */
const AT_MOST: ReadonlySet<string> = new Set(['stitch-long', 'thread-long', 'thread-stock']);

/** Words of which one is not the other without its last letter. */
const ONE: Readonly<Partial<Record<Measure['unit'], string>>> = {
  switches: 'switch',
  abilities: 'ability',
  supplies: 'supply',
};

function words({ value, unit: kind }: Measure, unit: LengthUnit): string {
  if (kind === 'mm') return formatLength(value, unit);
  if (kind === 'g') return `${value.toFixed(0)} g`;
  if (kind === 'V') return formatVolt(value);
  return `${value} ${value === 1 ? (ONE[kind] ?? kind.slice(0, -1)) : kind}`;
}

/** What was found and what is wanted, in words; null where there is nothing to measure. */
export function foundAndWanted(finding: Finding, unit: LengthUnit): string | null {
  const { found, wanted, ruleId } = finding;
  if (found === null || wanted === null) return null;
  const limit =
    AT_MOST.has(ruleId) && ruleId !== 'thread-stock' ? 'at most ' : (LIMIT_WORDS[wanted.unit] ?? '');
  return `found ${words(found, unit)}, wanted ${limit}${words(wanted, unit)}`;
}
