/** What a reading says: in order or not, and if not, what it most likely is. Causes follow common practice of the trade, no source. */
import { LIGHT_LEAST_OHM } from '../meter/apart.ts';
import { touchFinder } from '../meter/touching.ts';
import { deriveNets } from '../nets/nets.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from '../power/contacts.ts';
import { powerWords, sourcesOf } from '../power/sources.ts';
import { listed, sheetNames } from '../sewing/sheet-names.ts';
import { type BenchTest, OPEN_AT_LEAST_OHM } from './bench-test.ts';

export type FaultKind =
  | 'touching that should not'
  | 'not touching that should'
  | 'the part itself'
  /** One reading cannot tell whether something touches or something does not. */
  | 'touching or broken: one more reading tells';

export interface Judgement {
  /** reversed: of the other sign. unsettled: right or wrong by another reading, named in the causes. */
  readonly verdict: 'in order' | 'too low' | 'too high' | 'reversed' | 'unsettled';
  /** The kind of fault, never mixed up; null when in order or unsettled. */
  readonly fault: FaultKind | null;
  /** Likely causes, most likely first; of an unsettled reading, what to do next. */
  readonly causes: readonly string[];
}

const IN_ORDER: Judgement = { verdict: 'in order', fault: null, causes: [] };

/** Below this a light or holder counts as having no volts at all. */
const NO_VOLT = 0.3;

/** Judges a reading against its test. Volts may be below 0: the tips, the cell or the part are the other way round. */
export function judgeReading(plan: Plan, test: BenchTest, value: number): Judgement {
  if (test.kind === 'volts' && value <= -NO_VOLT) return reversed(plan, test);
  if (test.unit === 'Ω' && value < 0) return noOhms(plan);
  if (value >= test.low && value <= test.high) return IN_ORDER;
  const verdict = value < test.low ? 'too low' : 'too high';
  switch (test.kind) {
    case 'lights':
      return {
        verdict,
        fault: 'the part itself',
        causes: [
          'It was held the wrong way round: try − and + exchanged.',
          'The cell is empty.',
          'The light is dead: take another.',
        ],
      };
    case 'ohms':
      return verdict === 'too high' ? brokenLine(plan, test, value) : shortedLine(plan, test);
    case 'open':
      return notApart(plan, test, value);
    case 'volts':
      return test.voltsOf === 'source' ? wrongAtSource(plan, test, value) : wrongAtLight(plan, test, value);
  }
}

function takeOut(plan: Plan): string {
  return powerWords(sourcesOf(plan))?.takeOut ?? 'Take the power out';
}

/** How a plan is turned on, as a cause: a switch that is off, a closure that is open; nothing where there is none. */
function notOn(plan: Plan, test: BenchTest): readonly string[] {
  const names = sheetNames(plan);
  const own = sourcesOf(plan).filter(({ cell }) => cell.switched);
  const causes = [
    ...own
      .filter(({ part }) => test.voltsOf === 'light' || test.partIds.includes(part.id))
      .map(({ part }) => part.id),
    ...(test.voltsOf === 'light' ? contactsOf(plan).map(({ part }) => part.id) : []),
  ];
  if (causes.length === 0) return [];
  return [
    `${listed([...new Set(causes)].map((id) => names.part(id)))} ${causes.length === 1 ? 'is' : 'are'} not on or not closed.`,
  ];
}

function reversed(plan: Plan, test: BenchTest): Judgement {
  const part = plan.parts[test.partIds[0] ?? ''];
  const name = part === undefined ? 'it' : sheetNames(plan).part(part.id);
  const isPlugged = sourcesOf(plan).every(({ cellKind }) => cellKind.isPlugged === true);
  const causes =
    test.voltsOf === 'source'
      ? [
          'The tips of the meter are exchanged: red to +, black to −.',
          isPlugged
            ? `The plug is wired the other way round: ${takeOut(plan).toLowerCase()} at once.`
            : `The cell is in upside down: ${takeOut(plan).toLowerCase()} at once and turn it.`,
        ]
      : [
          'The tips of the meter are exchanged: red to +, black to −.',
          `${name} is sewn the wrong way round, its + to the − side.`,
        ];
  return {
    verdict: 'reversed',
    fault: test.voltsOf === 'source' ? 'the part itself' : 'touching that should not',
    causes,
  };
}

/** No conductor has less than no ohms: volts are on it. */
function noOhms(plan: Plan): Judgement {
  return {
    verdict: 'unsettled',
    fault: null,
    causes: [`Ohms are never below 0: there are volts on it. ${takeOut(plan)}, and measure again.`],
  };
}

function notApart(plan: Plan, test: BenchTest, value: number): Judgement {
  const { pair } = test;
  const across = pair?.across ?? 'nothing';
  if (across === 'lights' && pair !== undefined && value > LIGHT_LEAST_OHM)
    return {
      verdict: 'unsettled',
      fault: null,
      causes: [
        `Through the lights a meter that tests with more than 1.4 V reads something one way round: exchange its tips. If it shows open then, it is in order.`,
        `If it reads about the same both ways round, something lets current through: damp cloth, wet glue, a frayed hair.`,
      ],
    };
  const place = tightestPlace(plan, test);
  return {
    verdict: 'too low',
    fault: 'touching that should not',
    causes: [
      ...place,
      'A tail or a frayed hair lies across: trim and seal the ends.',
      ...(value >= OPEN_AT_LEAST_OHM / 1000
        ? ['The cloth or the glue is damp: let it dry and measure again.']
        : []),
      ...(sourcesOf(plan).length === 0
        ? []
        : [`Power is still in: ${takeOut(plan).toLowerCase()} and measure again.`]),
    ],
  };
}

function endsOf(plan: Plan, test: BenchTest): string {
  const names = sheetNames(plan);
  return test.partIds.map((id) => names.part(id)).join(' or ');
}

function brokenLine(plan: Plan, test: BenchTest, value: number): Judgement {
  const open = value > 1e5;
  return {
    verdict: 'too high',
    fault: 'not touching that should',
    causes: open
      ? [
          `The thread is broken or never reached a hole between ${endsOf(plan, test)}.`,
          `The loops at ${endsOf(plan, test)} do not touch the metal.`,
        ]
      : [
          `Loose loops at ${endsOf(plan, test)}: sew more, tighter.`,
          'The thread has more ohms than its table: measure a swatch.',
          'A knot or splice in this run is loose.',
        ],
  };
}

function shortedLine(plan: Plan, test: BenchTest): Judgement {
  return {
    verdict: 'too low',
    fault: 'touching that should not',
    causes: [
      ...tightestPlace(plan, test),
      'The run is doubled, or its strands touch and shorten the way.',
      'The thread has fewer ohms than its table: measure a swatch.',
    ],
  };
}

/** 0 V can be a short as well as an empty place; ohms tell which. */
function wrongAtSource(plan: Plan, test: BenchTest, value: number): Judgement {
  const out = takeOut(plan);
  if (value > test.high)
    return {
      verdict: 'too high',
      fault: 'not touching that should',
      causes: ['Less current flows than planned: a light or a run is not joined.'],
    };
  if (value < NO_VOLT)
    return {
      verdict: 'too low',
      fault: 'touching or broken: one more reading tells',
      causes: [
        `A short between + and − pulls it to nothing, and a protected pack then turns itself off. ${out} at once and measure ohms between + and −: a few ohms are a short.`,
        'If they are apart: the cell is not in, upside down, or empty.',
        ...notOn(plan, test),
      ],
    };
  return {
    verdict: 'too low',
    fault: 'touching that should not',
    causes: [
      `A short between + and −: ${out.toLowerCase()} at once and look for thread that touches.`,
      'The cell is nearly empty.',
    ],
  };
}

function wrongAtLight(plan: Plan, test: BenchTest, value: number): Judgement {
  const part = plan.parts[test.partIds[0] ?? ''];
  const name = part === undefined ? 'it' : sheetNames(plan).part(part.id);
  if (value < NO_VOLT)
    return {
      verdict: 'too low',
      fault: 'not touching that should',
      causes: [
        `A break or loose loop just before ${name}.`,
        ...notOn(plan, test),
        'There is no power: measure volts at the holder first.',
        `Thread lies round both legs or holes of ${name}: measure ohms between them with the power out.`,
      ],
    };
  return value < test.low
    ? {
        verdict: 'too low',
        fault: 'not touching that should',
        causes: [
          'Loose loops on the way: measure the ohms of the runs before it.',
          'The cell is nearly empty.',
        ],
      }
    : {
        verdict: 'too high',
        fault: 'not touching that should',
        causes: [`${name} takes no current: it is reversed or dead.`, `Its loops do not touch the metal.`],
      };
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
