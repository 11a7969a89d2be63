/** Several parts in a sentence. */
import type { Part } from '../plan/records.ts';

/** So many are named; of more only the first and how many. */
const MOST_NAMED = 3;

/** `lamp`, `lamp and eye`, `lamp, eye and nose`, `12 lights (lamp first)`; `noun` in the plural. */
export function manyWords(parts: readonly Part[], noun: string): string {
  const names = parts.map(({ name }) => name);
  if (names.length > MOST_NAMED) return `${names.length} ${noun} (${names[0]} first)`;
  const last = names.at(-1) ?? '';
  return names.length < 2 ? last : `${names.slice(0, -1).join(', ')} and ${last}`;
}
