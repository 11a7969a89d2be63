/** What a plan says should be made, as one short word: the same word, the same thing to sew. */
import { shortWord } from '../units/short-word.ts';
import { changesMade, FIELD_NAMES, type Plan, TABLE_NAMES } from './schema.ts';

/** 16 hexadecimal digits of all that is to be sewn, worked on and measured. O(size of the plan). */
export function planContent(plan: Plan): string {
  const names = [...FIELD_NAMES, ...TABLE_NAMES].filter(changesMade).sort();
  const text = JSON.stringify(
    names.map((name) => [name, plan[name]]),
    inKeyOrder,
  );
  return shortWord(text);
}

function inKeyOrder(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)));
}
