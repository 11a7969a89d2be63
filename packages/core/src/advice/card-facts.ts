/** What is known of a part before it is placed: what power it gives, and whether it goes with what lies on the cloth. */
import { darkAmp } from '../circuit/will-it-light.ts';
import { lightsIn, partsThatAre } from '../joining/sides.ts';
import { isTooMuchFor } from '../parts/bears.ts';
import { cellAt, freshVolt, isLoneCoin, maybeCell } from '../parts/cells.ts';
import { LIGHT_RATED_A, lightA, maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { voltBeside } from '../parts/steady-supply.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { formatVolt } from '../units/electrical.ts';
import { counted } from '../units/words.ts';

type CellElement = Extract<PartElement, { kind: 'cell' }>;

export interface CardFacts {
  /** `3.2 V fresh, 1 coin cell`; null for what gives no power. */
  readonly power: string | null;
  /** Whether it goes with the plan, in words: `lights nothing here`; null where nothing is to be said. */
  readonly fit: string | null;
  /** 0 fits; more fits less. Cards are put in this order. */
  readonly rank: 0 | 1 | 2;
}

const UNKNOWN: CardFacts = { power: null, fit: null, rank: 0 };
/** A light bears half as much again as it is rated for, for a while (assumption). */
const MOST_AMP = 1.5 * LIGHT_RATED_A;

/**
 * The facts for a card of the drawer. Each light is thought held straight to fresh cells, as thread can only make it dimmer: what stays dark so
 * stays dark sewn, too.
 */
export function cardFacts(plan: Plan, kind: PartKind, colourId: string): CardFacts {
  const [cell] = elementsOf(kind, 'cell');
  if (cell !== undefined) return sourceFacts(plan, cell);
  return lightFacts(plan, kind, colourId);
}

function sourceFacts(plan: Plan, cell: CellElement): CardFacts {
  const kind = maybeCell(cell, assumedIn(plan));
  if (kind === undefined) return UNKNOWN;
  const { volt, ohm } = suppliedBy(plan, cell);
  const power = `${formatVolt(volt)}${cell.boostV === undefined ? ' fresh' : ''}, ${counted(cell.count, kind.noun)}`;
  const amps = lightsIn(plan).flatMap(({ part, light }) => {
    const law = maybeLightColour(light.colourId ?? part.colourId ?? '');
    return law === undefined ? [] : [lightA(law, volt, ohm + light.seriesOhm)];
  });
  // Addressable lights shine from their least volts on.
  const least = partsThatAre(plan, 'load').flatMap((part) => glowingFrom(kindOf(plan, part)));
  const count = amps.length + least.length;
  const harmed = harmedBy(plan, cell);
  if (harmed.length > 0) return { power, fit: `too many volts for ${harmed.join(', ')}`, rank: 2 };
  if (count === 0) return { power, fit: null, rank: 0 };
  const lit = amps.filter((amp) => amp >= darkAmp(plan)).length + least.filter((from) => volt >= from).length;
  if (lit === 0) return { power, fit: 'lights nothing here', rank: 2 };
  if (lit < count) return { power, fit: `lights ${lit} of ${count} here`, rank: 1 };
  if (!isLoneCoin(cell) && amps.some((amp) => amp > MOST_AMP))
    return { power, fit: 'too strong for a light here without a resistor', rank: 1 };
  return { power, fit: count === 1 ? 'fits the light here' : 'fits all lights here', rank: 0 };
}

function lightFacts(plan: Plan, kind: PartKind, colourId: string): CardFacts {
  const lights = elementsOf(kind, 'light');
  const sources = sourcesOf(plan);
  const boards = steadyBoards(plan);
  const isTooMuch = ({ cell }: { readonly cell: CellElement }): boolean =>
    isTooMuchFor(kind, voltBeside(kind, freshVolt(cell, assumedIn(plan)), boards));
  if (sources.length > 0 && sources.every(isTooMuch))
    return { power: null, fit: 'bears fewer volts than the power here gives', rank: 2 };
  const least = glowingFrom(kind);
  if (lights.length + least.length === 0 || sources.length === 0) return UNKNOWN;
  const isLit = sources.some(({ cell }) => {
    const { volt, ohm } = suppliedBy(plan, cell);
    if (least.some((from) => volt >= from)) return true;
    return lights.some((light) => {
      const law = maybeLightColour(light.colourId ?? colourId);
      return law !== undefined && lightA(law, volt, ohm + light.seriesOhm) >= darkAmp(plan);
    });
  });
  return isLit ? UNKNOWN : { power: null, fit: 'stays dark with the power here', rank: 2 };
}

/** What bears fewer volts than a source gives, and lies on the cloth. */
function harmedBy(plan: Plan, cell: CellElement): readonly string[] {
  const volt = freshVolt(cell, assumedIn(plan));
  const boards = steadyBoards(plan);
  return partsThatAre(plan, 'load').flatMap((part) => {
    const kind = kindOf(plan, part);
    return isTooMuchFor(kind, voltBeside(kind, volt, boards)) ? [part.name] : [];
  });
}

/** The boards on the cloth that make a steady supply. */
function steadyBoards(plan: Plan): readonly PartKind[] {
  return partsThatAre(plan, 'regulator').map((part) => kindOf(plan, part));
}

/** The volts from which each addressable light of a part shines. */
function glowingFrom(kind: PartKind): readonly number[] {
  return elementsOf(kind, 'load').flatMap(({ glows, leastV }) => (glows === true ? [leastV] : []));
}

/** Fresh cells as they stand: volts open, and the ohms behind them. */
function suppliedBy(plan: Plan, cell: CellElement): { readonly volt: number; readonly ohm: number } {
  const kind = maybeCell(cell, assumedIn(plan));
  if (kind === undefined) return { volt: 0, ohm: 0 };
  if (cell.boostV !== undefined) return { volt: cell.boostV, ohm: 0 };
  const { volt, ohm } = cellAt(kind, 1);
  return { volt: volt * cell.count, ohm: ohm * cell.count };
}
