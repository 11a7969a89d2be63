/** Small facts about this browser: its theme, the maker's habits and pace, when the shelf was backed up. */
import { database } from './database.ts';

/** Under which facts the maker's habits and pace are kept. */
export const HOUSE_STYLE = 'house-style';
/** How fast the maker sews. */
export const PACE = 'pace';
/** What of the trays is left open. */
export const OPENED = 'opened';
/** That the demo plans were laid out. */
export const LAID_OUT = 'demo';

/** Reads a fact; undefined where it is not kept. */
export async function readFact(key: string): Promise<string | undefined> {
  return (await database.facts.get(key))?.value;
}

/** Keeps a fact, in place of the last one of that name. */
export async function writeFact(key: string, value: string): Promise<void> {
  await database.facts.put({ key, value });
}
