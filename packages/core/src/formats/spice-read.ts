/**
 * A netlist as text, read into a circuit: resistors, sources, diodes, switches by voltage, and the input of a boost as a current that follows
 * its output. What a general-purpose simulator knows besides (capacitors, transients, other laws) is refused with its line.
 */
import { CELSIUS_FOR_THERMAL_VOLT, type DiodeLaw, GROUND, THERMAL_VOLT } from '../circuit/circuit.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';

/** An element of a netlist, its nodes as they are written (without regard to capitals). */
export type SpiceElement =
  | {
      readonly kind: 'R' | 'V' | 'I';
      readonly name: string;
      readonly a: string;
      readonly b: string;
      readonly value: number;
    }
  | {
      readonly kind: 'D';
      readonly name: string;
      readonly a: string;
      readonly b: string;
      readonly law: DiodeLaw;
    }
  | {
      readonly kind: 'S';
      readonly name: string;
      readonly a: string;
      readonly b: string;
      readonly plus: string;
      readonly minus: string;
      readonly startsOn: boolean;
      readonly law: SwitchLaw;
    }
  /** The current that a boost takes in: what it gives, over its efficiency, at the volts of its input. */
  | {
      readonly kind: 'B';
      readonly name: string;
      readonly a: string;
      readonly b: string;
      /** Between which two nodes its output and its input are. */
      readonly output: readonly [string, string];
      readonly source: string;
      readonly efficiency: number;
      readonly input: readonly [string, string];
      readonly leastV: number;
    };

/** On above its threshold, off below, as it was within the hysteresis about it. */
export interface SwitchLaw {
  readonly onOhm: number;
  readonly offOhm: number;
  readonly thresholdV: number;
  readonly hysteresisV: number;
}

export interface SpiceCircuit {
  readonly title: string;
  readonly elements: readonly SpiceElement[];
}

/** The largest netlist that is read, in characters. */
const LARGEST_NETLIST_CHARACTERS = 10_000_000;

/** What no text holds: control signs besides tab and line ends, and what stands for bytes that are no letters. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: control signs are what is looked for.
const NO_TEXT = /[\0-\x08\x0e-\x1f\uFFFD]/;

/** Degrees Celsius where a netlist says none (the simulators' own usual value). */
const USUAL_CELSIUS = 27;
const KELVIN = 273.15;
/** Volts of the band gap and the exponent of temperature of a diode that says none (the simulators' own usual values). */
const USUAL_GAP_V = 1.11;
const USUAL_EXPONENT = 3;

/** What a number may be followed by (netlist standard of the trade: `meg` and `mil` are looked at before `m`). */
const SCALES: ReadonlyArray<readonly [suffix: string, factor: number]> = [
  ['meg', 1e6],
  ['mil', 25.4e-6],
  ['t', 1e12],
  ['g', 1e9],
  ['k', 1e3],
  ['m', 1e-3],
  ['u', 1e-6],
  ['n', 1e-9],
  ['p', 1e-12],
  ['f', 1e-15],
];

/** A number with its scale; letters after it are its unit and count for nothing. Undefined for what is no number. */
export function maybeSpiceNumber(text: string): number | undefined {
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)([a-z]*)$/i.exec(text);
  if (match === null) return undefined;
  const letters = (match[2] ?? '').toLowerCase();
  const factor = SCALES.find(([suffix]) => letters.startsWith(suffix))?.[1] ?? 1;
  return Number(match[1]) * factor;
}

/** One line of the text, with those that go on from it. */
interface Card {
  readonly line: number;
  readonly text: string;
}

/** Thrown within this file: a line that cannot be read, and why. */
class Unreadable extends Error {
  readonly card: Card;

  constructor(card: Card, why: string) {
    super(why);
    this.card = card;
  }
}

/** Reads a netlist; fails with the line that is none, or not one of those that can be solved. */
export function readNetlist(text: string): Result<SpiceCircuit> {
  if (text.length > LARGEST_NETLIST_CHARACTERS)
    return fail('file-too-large', `It has ${(text.length / 1e6).toFixed(0)} million characters.`);
  if (NO_TEXT.test(text)) return fail('netlist-not-text', 'It holds bytes that are no letters.');
  const [title = '', ...rest] = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  try {
    return succeed({ title: title.replace(/^\*\s*/, '').trim(), elements: readCards(cardsOf(rest)) });
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    return fail(
      'netlist-line',
      `Line ${error.card.line}, “${error.card.text.slice(0, 60)}”: ${error.message}`,
    );
  }
}

/** The lines of a netlist after its title: comments gone, lines that go on with a + joined, what is for a simulator's console left out. */
function cardsOf(lines: readonly string[]): readonly Card[] {
  const cards: Card[] = [];
  let isConsole = false;
  for (const [i, raw] of lines.entries()) {
    const text = raw.replace(/(?:;|\$\s).*$/, '').trim();
    const word = text.split(/\s+/)[0]?.toLowerCase() ?? '';
    if (word === '.control') isConsole = true;
    if (text === '' || text.startsWith('*') || isConsole) {
      if (word === '.endc') isConsole = false;
      continue;
    }
    if (word === '.end') break;
    const last = cards.at(-1);
    if (text.startsWith('+') && last !== undefined)
      cards[cards.length - 1] = { line: last.line, text: `${last.text} ${text.slice(1).trim()}` };
    else cards.push({ line: i + 2, text });
  }
  return cards;
}

function readCards(cards: readonly Card[]): readonly SpiceElement[] {
  const celsius = temperatures(cards);
  const models = new Map<string, Card>();
  for (const card of cards) {
    const [word, name] = wordsOf(card);
    if (word?.toLowerCase() === '.model' && name !== undefined) models.set(name.toLowerCase(), card);
  }
  const names = new Set<string>();
  const elements = cards.flatMap((card): readonly SpiceElement[] => {
    const [first = ''] = wordsOf(card);
    const word = first.toLowerCase();
    if (word.startsWith('.')) {
      if (PASSED_OVER.has(word)) return [];
      throw new Unreadable(card, 'only operating points are solved.');
    }
    const reader = READERS[word[0] ?? ''];
    if (reader === undefined)
      throw new Unreadable(card, 'only R, V, I, D, S and the input of a boost are solved.');
    if (names.has(word)) throw new Unreadable(card, `there is a second ${first}.`);
    names.add(word);
    return [reader(card, { models, celsius })];
  });
  const nodes = new Set([GROUND, ...elements.flatMap(({ a, b }) => [a, b])]);
  for (const card of cards) checkAsked(card, nodes, names);
  return elements;
}

/** What is asked for by name has to be there: `v(node)`, `v(node,node)`, `i(source)`. */
function checkAsked(card: Card, nodes: ReadonlySet<string>, names: ReadonlySet<string>): void {
  if (!/^\.(?:print|save)\b/i.test(card.text)) return;
  for (const [, what = '', inside = ''] of card.text.toLowerCase().matchAll(/\b([vi])\(([^)]*)\)/g))
    for (const name of inside.split(',').map((one) => one.trim()))
      if (!(what === 'v' ? nodes : names).has(name))
        throw new Unreadable(card, `nothing bears the name “${name}”.`);
}

const PASSED_OVER = new Set([
  '.model',
  '.op',
  '.options',
  '.option',
  '.nodeset',
  '.title',
  '.save',
  '.print',
  '.width',
]);

interface Celsius {
  readonly now: number;
  readonly nominal: number;
}

function temperatures(cards: readonly Card[]): Celsius {
  let now = USUAL_CELSIUS;
  let nominal = USUAL_CELSIUS;
  for (const card of cards.filter(({ text }) => /^\.options?\b/i.test(text))) {
    for (const [, name = '', value = ''] of card.text.matchAll(/\b(temp|tnom)\s*=\s*(\S+)/gi)) {
      const celsius = maybeSpiceNumber(value);
      if (celsius === undefined || celsius <= -KELVIN)
        throw new Unreadable(card, `${name} is no temperature.`);
      if (name.toLowerCase() === 'temp') now = celsius;
      else nominal = celsius;
    }
  }
  return { now, nominal };
}

/** The words of a line; round brackets and commas part them like spaces. Braces hold together. */
function wordsOf({ text }: Card): readonly string[] {
  return text.split(/[\s(),]+/).filter((word) => word !== '');
}

interface Setting {
  readonly models: ReadonlyMap<string, Card>;
  readonly celsius: Celsius;
}

function nodeOf(word: string): string {
  const node = word.toLowerCase();
  return node === 'gnd' ? GROUND : node;
}

function twoNodes(card: Card): {
  readonly name: string;
  readonly a: string;
  readonly b: string;
  readonly rest: readonly string[];
} {
  const [name = '', a, b, ...rest] = wordsOf(card);
  if (a === undefined || b === undefined) throw new Unreadable(card, 'two nodes are needed.');
  return { name, a: nodeOf(a), b: nodeOf(b), rest };
}

function numberIn(card: Card, word: string | undefined, what: string): number {
  const value = word === undefined ? undefined : maybeSpiceNumber(word);
  if (value === undefined) throw new Unreadable(card, `${what} is needed.`);
  return value;
}

const READERS: Readonly<Record<string, (card: Card, setting: Setting) => SpiceElement>> = {
  r(card) {
    const { rest, ...ends } = twoNodes(card);
    const value = numberIn(card, rest[0]?.replace(/^r=/i, ''), 'its ohms');
    if (value === 0) throw new Unreadable(card, 'a resistor of 0 ohms is no resistor: use a source of 0 V.');
    if (rest.length > 1) throw new Unreadable(card, `“${rest[1]}” is not known here.`);
    return { kind: 'R', ...ends, value };
  },
  v: (card) => ({ kind: 'V', ...sourceOf(card, 'volts') }),
  i: (card) => ({ kind: 'I', ...sourceOf(card, 'amperes') }),
  d(card, { models, celsius }) {
    const { rest, ...ends } = twoNodes(card);
    const model = modelOf(card, rest[0], 'd', models);
    if (rest.length > 1) throw new Unreadable(card, `“${rest[1]}” is not known here.`);
    return { kind: 'D', ...ends, law: diodeLaw(model, celsius) };
  },
  s(card, { models }) {
    const { rest, ...ends } = twoNodes(card);
    const [plus, minus, model, state, ...more] = rest;
    if (plus === undefined || minus === undefined)
      throw new Unreadable(card, 'a switch needs two nodes more, whose volts turn it on.');
    const startsOn = state?.toLowerCase() === 'on';
    if (more.length > 0 || (state !== undefined && !/^(on|off)$/i.test(state)))
      throw new Unreadable(card, 'after its model only ON or OFF may stand.');
    const law = switchLaw(modelOf(card, model, 'sw', models));
    return { kind: 'S', ...ends, plus: nodeOf(plus), minus: nodeOf(minus), startsOn, law };
  },
  b: boostInput,
};

function sourceOf(card: Card, what: string) {
  const { rest, ...ends } = twoNodes(card);
  const words = rest[0]?.toLowerCase() === 'dc' ? rest.slice(1) : rest;
  if (words.length > 1) throw new Unreadable(card, `“${words[1]}” is not known here: only DC is solved.`);
  return { ...ends, value: numberIn(card, words[0]?.replace(/^dc=/i, ''), `its ${what}`) };
}

const NUMBER = String.raw`([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?[a-z]*)`;
/** `I = {V(out)*(-I(source))/(efficiency*max(V(in),least))}`; volts may stand between two nodes, `V(a,b)`. */
const BOOST = new RegExp(
  String.raw`^I=\{V\(([^)]+)\)\*\(-I\(([^)]+)\)\)/\(${NUMBER}\*max\(V\(([^)]+)\),${NUMBER}\)\)\}$`,
  'i',
);

function boostInput(card: Card): SpiceElement {
  const [name = '', a, b] = card.text.split(/\s+/);
  const law = card.text.replace(/^\s*\S+\s+\S+\s+\S+\s*/, '').replaceAll(/\s+/g, '');
  const match = BOOST.exec(law);
  const [efficiency, leastV] = [match?.[3], match?.[5]].map((word) => maybeSpiceNumber(word ?? ''));
  if (
    match === null ||
    a === undefined ||
    b === undefined ||
    efficiency === undefined ||
    leastV === undefined
  )
    throw new Unreadable(card, 'of sources with a law only the input of a boost is solved.');
  if (efficiency <= 0 || leastV <= 0)
    throw new Unreadable(card, 'its efficiency and least volts are above 0.');
  return {
    kind: 'B',
    name,
    a: nodeOf(a),
    b: nodeOf(b),
    output: nodePair(match[1] as string),
    source: (match[2] as string).toLowerCase(),
    efficiency,
    input: nodePair(match[4] as string),
    leastV,
  };
}

function nodePair(text: string): readonly [string, string] {
  const [a = '', b = GROUND] = text.split(',');
  return [nodeOf(a), nodeOf(b)];
}

/** The figures of a model by name, in small letters. */
interface Model {
  readonly card: Card;
  readonly figures: ReadonlyMap<string, number>;
}

function modelOf(
  card: Card,
  name: string | undefined,
  kind: string,
  models: ReadonlyMap<string, Card>,
): Model {
  const found = name === undefined ? undefined : models.get(name.toLowerCase());
  if (found === undefined) throw new Unreadable(card, `there is no model “${name ?? ''}”.`);
  const [, , type, ...words] = wordsOf({ ...found, text: found.text.replaceAll(/\s*=\s*/g, '=') });
  if (type?.toLowerCase() !== kind)
    throw new Unreadable(found, `a model of type ${kind.toUpperCase()} is needed.`);
  const figures = new Map<string, number>();
  for (const word of words) {
    const [key = '', value = ''] = word.split('=');
    figures.set(key.toLowerCase(), numberIn(found, value, `a number for ${key}`));
  }
  return { card: found, figures };
}

/** Figures of a diode that say nothing about its operating point. */
const BESIDE_DIODE = new Set(['cjo', 'cj0', 'vj', 'm', 'tt', 'fc', 'kf', 'af', 'eg', 'xti', 'level']);

/** The law of a diode at the temperature of the netlist, in terms of the one thermal voltage that circuits are solved with. */
function diodeLaw({ card, figures }: Model, { now, nominal }: Celsius): DiodeLaw {
  for (const name of figures.keys())
    if (!['is', 'n', 'rs'].includes(name) && !BESIDE_DIODE.has(name))
      throw new Unreadable(card, `a diode with ${name.toUpperCase()} is not solved.`);
  const [saturationA, emission, seriesOhm] = [
    figures.get('is') ?? 1e-14,
    figures.get('n') ?? 1,
    figures.get('rs') ?? 0,
  ];
  if (saturationA <= 0 || emission <= 0 || seriesOhm < 0)
    throw new Unreadable(card, 'IS and N are above 0, and RS not below.');
  const ratio = (now + KELVIN) / (nominal + KELVIN);
  const thermalV = (THERMAL_VOLT * (now + KELVIN)) / (CELSIUS_FOR_THERMAL_VOLT + KELVIN);
  const gapV = figures.get('eg') ?? USUAL_GAP_V;
  const exponent = figures.get('xti') ?? USUAL_EXPONENT;
  // IS at another temperature than its own (the simulators' law for diodes).
  const grown = ratio ** (exponent / emission) * Math.exp(((ratio - 1) * gapV) / (emission * thermalV));
  return {
    saturationA: saturationA * grown,
    ideality: (emission * thermalV) / THERMAL_VOLT,
    seriesOhm,
  };
}

function switchLaw({ card, figures }: Model): SwitchLaw {
  for (const name of figures.keys())
    if (!['ron', 'roff', 'vt', 'vh'].includes(name))
      throw new Unreadable(card, `a switch with ${name.toUpperCase()} is not solved.`);
  const law = {
    onOhm: figures.get('ron') ?? 1,
    offOhm: figures.get('roff') ?? 1e12,
    thresholdV: figures.get('vt') ?? 0,
    hysteresisV: Math.abs(figures.get('vh') ?? 0),
  };
  if (law.onOhm <= 0 || law.offOhm <= 0) throw new Unreadable(card, 'RON and ROFF are above 0.');
  return law;
}
