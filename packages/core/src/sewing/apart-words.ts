/** The proof that + and − do not touch, in sentences: the same ones on the sheet and on the Bench. */
import { type ApartPair, type ApartProof, GENTLE_METER_V } from '../meter/apart.ts';
import type { Part } from '../plan/records.ts';
import { closedState } from '../power/contact-words.ts';
import { formatOhm, formatVolt } from '../units/electrical.ts';
import { capital, listed } from '../units/words.ts';
import type { SheetNames } from './sheet-names.ts';

/** So many parts are named; more are counted. */
const MOST_NAMED = 4;

/** What lies across a pair, in words: `board`, `sensor and buzzer`, `12 lights`. */
export function acrossWords(
  parts: readonly Part[],
  names: SheetNames,
  isSource: (partId: string) => boolean = () => false,
): string {
  return parts.length > MOST_NAMED
    ? `${parts.length} parts`
    : listed(
        parts.map((part) => (isSource(part.id) ? `the chip of ${names.part(part.id)}` : names.part(part.id))),
      );
}

/** `between the + hole of a and the − hole of b`. */
function between({ a, b }: ApartPair, names: SheetNames): string {
  return `between ${names.hole(a)} and ${names.hole(b)}`;
}

/** What a meter must show between conductors that must not touch: clauses that begin with the places. */
export function apartClauses(pairs: readonly ApartPair[], names: SheetNames): readonly string[] {
  const places = new Map<string, string[]>();
  for (const pair of pairs) {
    const must = mustShow(pair, names);
    places.set(must, [...(places.get(must) ?? []), between(pair, names)]);
  }
  return [...places].map(([must, at]) => `${at.join(', and ')} ${must}`);
}

function mustShow({ a, across, parts, shortOhm }: ApartPair, names: SheetNames): string {
  switch (across) {
    case 'nothing':
      return 'it must show open';
    case 'lights':
      return `it must show open, both ways round, when it tests with less than about ${formatVolt(GENTLE_METER_V)} (a stronger meter may light the lights one way round: that is well)`;
    case 'resistors':
    case 'chips':
      return `it must show more than ${formatOhm(shortOhm)} (${acrossWords(parts, names, (id) => id === a.partId)} ${parts.length === 1 ? 'lies' : 'lie'} across, so it need not show open)`;
  }
}

/** The whole proof for one source, with how switches stand for it; `out` says that the power is out. */
export function proofWords({ pairs, closed }: ApartProof, names: SheetNames, out: string): string {
  const name = (partId: string): string => names.part(partId);
  const states = closed.map((contact) => closedState(contact, name));
  return `${capital(listed([out, ...states]))}, measure ohms: ${apartClauses(pairs, names).join('; ')}. Anything else means that + and − touch: look for a hair, a tail or a crossing, and put no power in.`;
}
