/** Where power comes from, and how a hand brings it in and out, in words. */
import { capital } from '../units/words.ts';
import type { Name } from './contact-words.ts';
import { ownSwitches, type Source } from './sources.ts';

/** `the coin cell`, `the 2 cells`, `the pack`. */
export function cellWords({ cell, cellKind }: Source): string {
  return cell.count === 1 ? `the ${cellKind.noun}` : `the ${cell.count} ${cellKind.noun}s`;
}

/** What lithium sources hold, in a word. */
export function packOrCell(sources: ReadonlyArray<Pick<Source, 'cellKind'>>): 'pack' | 'cell' {
  return sources.some(({ cellKind }) => cellKind.isPlugged === true) ? 'pack' : 'cell';
}

/** How the power goes in: `Put the coin cell into holder, + to +`, `Plug the pack into power board for a moment`. */
export function putInWords(source: Source, name: string, howLong = ''): string {
  if (source.isClasped) return `Lay ${cellWords(source)} on ${name}${howLong}, its + face to it`;
  return source.cellKind.isPlugged === true
    ? `Plug ${cellWords(source)} into ${name}${howLong}`
    : `Put ${cellWords(source)} into ${name}${howLong}, + to +`;
}

/** Where its volts are measured: `between + and − of holder`, `between plus clasp (+) and minus clasp (−)`. */
export function sourceEnds({ part, isClasped }: Source, name: Name): string {
  return isClasped && part.mateId !== undefined
    ? `between ${name(part.id)} (+) and ${name(part.mateId)} (−)`
    : `between + and − of ${name(part.id)}`;
}

/** What turns a source on and off by itself, in words: `holder`, `the switch in the cable of pack`. */
export function ownSwitchWords(source: Source, name: Name): readonly string[] {
  return ownSwitches(source).map((part) =>
    part === source.cableSwitch ? `the switch in the cable of ${name(part.id)}` : name(part.id),
  );
}

/** What holds for all sources of a plan together, in words. */
export interface PowerWords {
  /** `Take the coin cell out`, `Unplug the pack`; of several sources, all of them. */
  readonly takeOut: string;
  /** `Coin cell out`, `Cells out and pack unplugged`: how it stands while ohms are measured. */
  readonly out: string;
  /** `coin cell`, `cells`, `cells and pack`. */
  readonly what: string;
  readonly isPlural: boolean;
}

/** Words for taking the power of these sources out; null where there are none. */
export function powerWords(sources: readonly Source[]): PowerWords | null {
  const laid = sources.filter(({ cellKind }) => cellKind.isPlugged !== true);
  const plugged = sources.filter(({ cellKind }) => cellKind.isPlugged === true);
  if (sources.length === 0) return null;
  const laidCount = laid.reduce((sum, { cell }) => sum + cell.count, 0);
  const nouns = new Set(laid.map(({ cellKind }) => cellKind.noun));
  const laidNoun = `${nouns.size === 1 ? [...nouns][0] : 'cell'}${laidCount > 1 ? 's' : ''}`;
  const packNoun = plugged.length > 1 ? 'packs' : 'pack';
  const joined = (ofLaid: string, ofPlugged: string): string =>
    [...(laid.length > 0 ? [ofLaid] : []), ...(plugged.length > 0 ? [ofPlugged] : [])].join(' and ');
  return {
    takeOut: capital(joined(`take the ${laidNoun} out`, `unplug the ${packNoun}`)),
    // Without their cell the magnets would pull together, and join + and −.
    out: `${capital(joined(`${laidNoun} out`, `${packNoun} unplugged`))}${sources.some(({ isClasped }) => isClasped) ? ', the halves of its clasp apart' : ''}`,
    what: joined(laidNoun, packNoun),
    isPlural: laidCount + plugged.length > 1,
  };
}
