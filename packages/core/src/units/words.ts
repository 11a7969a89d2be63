/** Small help with words. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** The text with a small first letter, to go on with within a sentence. */
export function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** A count with its noun: `1 plan`, `3 plans`. For nouns whose plural is an s. */
export function counted(count: number, noun: string): string {
  return `${count} ${noun}${count === 1 ? '' : 's'}`;
}

const AS_PEOPLE_COUNT = new Intl.Collator('en', { numeric: true });

/** Orders ids as people count: `p9` before `p10`. */
export function compareIds(a: string, b: string): number {
  return AS_PEOPLE_COUNT.compare(a, b);
}

/** A table with its records in the order of their ids; the same object when they are in order already. */
export function inIdOrder<T>(table: Readonly<Record<string, T>>): Readonly<Record<string, T>> {
  const keys = Object.keys(table);
  if (keys.every((key, i) => i === 0 || compareIds(keys[i - 1] as string, key) <= 0)) return table;
  return Object.fromEntries(Object.entries(table).sort(([one], [other]) => compareIds(one, other)));
}

/** `a, b and c`. */
export function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}
