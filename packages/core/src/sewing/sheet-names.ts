/** What the sheet calls parts and holes. A plan may hold two parts of one name; on a sheet every name must mean one thing. */

import { holeName, signMark } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey } from '../plan/placed.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';

export interface SheetNames {
  part(partId: string): string;
  hole(ref: HoleRef): string;
}

/** The names of a plan. Parts of one name get `no. 2`, `no. 3` behind it, and so do holes of one part. Remembered. */
export const sheetNames = remembered({ name: 'sheet names', under: (plan: Plan) => plan }, namesOf);

function namesOf(plan: Plan): SheetNames {
  const partNames = distinct(Object.values(plan.parts).map((part) => [part.id, part.name] as const));
  const named: Plan = {
    ...plan,
    parts: Object.fromEntries(
      Object.values(plan.parts).map((part): [string, Part] => [
        part.id,
        { ...part, name: partNames.get(part.id) ?? part.name },
      ]),
    ),
  };
  const holes = Object.values(named.parts).flatMap((part) =>
    kindOf(named, part).holes.map((hole) => {
      const ref = { partId: part.id, holeId: hole.id };
      return [holeKey(ref), holeName(named, ref)] as const;
    }),
  );
  const holeNames = distinct(holes);
  return {
    part: (partId) => partNames.get(partId) ?? partId,
    hole: (ref) => holeNames.get(holeKey(ref)) ?? holeKey(ref),
  };
}

/** Names by key, each once: later ones of the same name are numbered. */
function distinct(named: ReadonlyArray<readonly [key: string, name: string]>): ReadonlyMap<string, string> {
  const taken = new Set<string>();
  const given = new Map<string, string>();
  const wanted = new Set(named.map(([, name]) => name));
  for (const [key, name] of named) {
    let candidate = name;
    for (let number = 2; taken.has(candidate); number += 1) {
      candidate = `${name} no. ${number}`;
      if (wanted.has(candidate)) candidate = name;
    }
    taken.add(candidate);
    given.set(key, candidate);
  }
  return given;
}

/** `+ `, `− ` or nothing, to stand before a word. */
export function signed(sign: '+' | '-' | 'none'): string {
  return sign === 'none' ? '' : `${signMark(sign)} `;
}

/** What hands do one after the other, in a sentence: `put it in, turn it on, and press the button`. */
export function doings(hands: readonly string[]): string {
  return hands.length < 2 ? hands.join('') : `${hands.slice(0, -1).join(', ')}, and ${hands.at(-1)}`;
}

/** A sentence whose signs and units stay with the word or number they belong to when the line breaks. */
export function keptTogether(text: string): string {
  return text
    .replaceAll(/([+−]) (?=(?:square )?(?:hole|loop|leg|side|tape)\b)/g, '$1\u00a0')
    .replaceAll(/(\d) (?=(?:mm|in|m|cm|Ω|kΩ|V|%)(?![\p{L}]))/gu, '$1\u00a0');
}
