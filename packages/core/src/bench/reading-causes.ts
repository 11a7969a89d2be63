/** What a reading most likely means, in sentences: likely causes, most likely first. Causes follow common practice of the trade, no source. */

import { deriveNets } from '../joining/nets.ts';
import { touchFinder } from '../meter/touching.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from '../power/contacts.ts';
import { ownSwitchWords, powerWords } from '../power/source-words.ts';
import { ownSwitches, sourcesOf } from '../power/sources.ts';
import { sheetNames } from '../sewing/sheet-names.ts';
import { listed } from '../units/words.ts';
import { type BenchTest, OPEN_AT_LEAST_OHM } from './bench-test.ts';

/** Likely causes of one kind of reading. */
export type Causes = readonly string[];

export const DARK_LIGHT: Causes = [
  'It was held the wrong way round: try − and + exchanged.',
  'The cell is empty.',
  'The light is dead: take another.',
];

export const LESS_CURRENT: Causes = ['Less current flows than planned: a light or a run is not joined.'];

export const WEAK_AT_LIGHT: Causes = [
  'Loose loops on the way: measure the ohms of the runs before it.',
  'The cell is nearly empty.',
];

export function sourceReversed(plan: Plan): Causes {
  const isPlugged = sourcesOf(plan).every(({ cellKind }) => cellKind.isPlugged === true);
  return [
    'The tips of the meter are exchanged: red to +, black to −.',
    isPlugged
      ? `The plug is wired the other way round: ${takeOut(plan).toLowerCase()} at once.`
      : `The cell is in upside down: ${takeOut(plan).toLowerCase()} at once and turn it.`,
  ];
}

export function lightReversed(plan: Plan, test: BenchTest): Causes {
  return [
    'The tips of the meter are exchanged: red to +, black to −.',
    `${partName(plan, test)} is sewn the wrong way round, its + to the − side.`,
  ];
}

export function ohmsBelowNothing(plan: Plan): Causes {
  return [`Ohms are never below 0: there are volts on it. ${takeOut(plan)}, and measure again.`];
}

/** A meter that tests with more than a light wants reads through it. */
export const THROUGH_LIGHTS: Causes = [
  'Through the lights a meter that tests with more than 1.4 V reads something one way round: exchange its tips. If it shows open then, it is in order.',
  'If it reads about the same both ways round, something lets current through: damp cloth, wet glue, a frayed hair.',
];

export function notApart(plan: Plan, test: BenchTest, value: number): Causes {
  return [
    ...tightestPlace(plan, test),
    'A tail or a frayed hair lies across: trim and seal the ends.',
    ...(value >= OPEN_AT_LEAST_OHM / 1000
      ? ['The cloth or the glue is damp: let it dry and measure again.']
      : []),
    ...(sourcesOf(plan).length === 0
      ? []
      : [`Power is still in: ${takeOut(plan).toLowerCase()} and measure again.`]),
  ];
}

export function openLine(plan: Plan, test: BenchTest): Causes {
  return [
    `The thread is broken or never reached a hole between ${endsOf(plan, test)}.`,
    `The loops at ${endsOf(plan, test)} do not touch the metal.`,
  ];
}

export function looseLine(plan: Plan, test: BenchTest): Causes {
  return [
    `Loose loops at ${endsOf(plan, test)}: sew more, tighter.`,
    'The thread has more ohms than its table: measure a swatch.',
    'A knot or splice in this run is loose.',
  ];
}

export function shortedLine(plan: Plan, test: BenchTest): Causes {
  return [
    ...tightestPlace(plan, test),
    'The run is doubled, or its strands touch and shorten the way.',
    'The thread has fewer ohms than its table: measure a swatch.',
  ];
}

export function noVoltsAtSource(plan: Plan, test: BenchTest): Causes {
  return [
    `A short between + and − pulls it to nothing, and a protected pack then turns itself off. ${takeOut(plan)} at once and measure ohms between + and −: a few ohms are a short.`,
    'If they are apart: the cell is not in, upside down, or empty.',
    ...notOn(plan, test),
  ];
}

export function fewVoltsAtSource(plan: Plan): Causes {
  return [
    `A short between + and −: ${takeOut(plan).toLowerCase()} at once and look for thread that touches.`,
    'The cell is nearly empty.',
  ];
}

export function noVoltsAtLight(plan: Plan, test: BenchTest): Causes {
  const name = partName(plan, test);
  return [
    `A break or loose loop just before ${name}.`,
    ...notOn(plan, test),
    'There is no power: measure volts at the holder first.',
    `Thread lies round both legs or holes of ${name}: measure ohms between them with the power out.`,
  ];
}

export function muchAtLight(plan: Plan, test: BenchTest): Causes {
  return [
    `${partName(plan, test)} takes no current: it is reversed or dead.`,
    'Its loops do not touch the metal.',
  ];
}

function partName(plan: Plan, test: BenchTest): string {
  const part = plan.parts[test.partIds[0] ?? ''];
  return part === undefined ? 'it' : sheetNames(plan).part(part.id);
}

function takeOut(plan: Plan): string {
  return powerWords(sourcesOf(plan))?.takeOut ?? 'Take the power out';
}

/** How a plan is turned on, as a cause: a switch that is off, a closure that is open; nothing where there is none. */
function notOn(plan: Plan, test: BenchTest): readonly string[] {
  const names = sheetNames(plan);
  const name = (partId: string): string => names.part(partId);
  const own = sourcesOf(plan).filter((source) => ownSwitches(source).length > 0);
  const causes = [
    ...own
      .filter(({ part }) => test.voltsOf === 'light' || test.partIds.includes(part.id))
      .flatMap((source) => ownSwitchWords(source, name)),
    ...(test.voltsOf === 'light' ? contactsOf(plan).map(({ part }) => name(part.id)) : []),
  ];
  if (causes.length === 0) return [];
  return [`${listed([...new Set(causes)])} ${causes.length === 1 ? 'is' : 'are'} not on or not closed.`];
}

function endsOf(plan: Plan, test: BenchTest): string {
  const names = sheetNames(plan);
  return test.partIds.map((id) => names.part(id)).join(' or ');
}

/** Names the place where the conductors of a test come nearest to each other, or a line to any other: where a short is most likely. */
function tightestPlace(plan: Plan, test: BenchTest): readonly string[] {
  const nets = deriveNets(plan);
  const find = touchFinder(plan);
  const { pair } = test;
  const [one, other] =
    pair === undefined
      ? [
          test.runIds.map((id) => nets.ofRun(id)),
          nets.all.filter((net) => !test.runIds.some((id) => nets.ofRun(id) === net)),
        ]
      : [[nets.ofHole(pair.a)], [nets.ofHole(pair.b)]];
  const place = find.nearest(one, other) ?? find.nearest(other, one);
  if (place === null) return [];
  const { x, y } = place.at;
  return [
    `Two conductors touch: look first ${Math.round(x)} mm from the left and ${Math.round(y)} mm from the top, where ${place.what} is only ${place.gapMm.toFixed(1)} mm away.`,
  ];
}
