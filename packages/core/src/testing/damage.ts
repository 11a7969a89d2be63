/** Files as no maker would write them: sound ones with something wrong in them, seeded. */
import { type Random, randomIndex } from '../random/random.ts';

/** Values that stand where others should. */
const ODD_VALUES: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -0,
  -1,
  1,
  0.1 + 0.2,
  -1e9,
  1e308,
  2 ** 53 + 2,
  1e-320,
  '',
  ' ',
  '__proto__',
  'constructor',
  'toString',
  'own-part',
  '\u0000\u0007\u202Eabc',
  '<script>alert(1)</script>',
  '../../etc/passwd',
  'x'.repeat(5000),
  [],
  [[]],
  {},
  { x: 0, y: 0 },
  { constructor: { prototype: { odd: true } } },
];

/** Pieces of text that break a file where they are put in. */
const ODD_TEXT = [
  '\u0000',
  '\uFEFF',
  '"',
  '{',
  '}',
  '[[[[[[[[',
  ',',
  '1e999',
  '-',
  '\\u0000',
  '<',
  '&',
  '<!--',
  ']]>',
  '\n\n',
  'NaN',
  '99999999999999999999999',
  '\uD800',
];

function pick<T>(random: Random, list: readonly T[]): T {
  return list[randomIndex(random, list.length)] as T;
}

/** The text with one to three things wrong in its letters: cut short, doubled, exchanged, put in. */
export function damagedText(text: string, random: Random): string {
  let result = text;
  for (let left = 1 + randomIndex(random, 3); left > 0; left -= 1) {
    const at = randomIndex(random, result.length + 1);
    const length = 1 + randomIndex(random, 40);
    switch (randomIndex(random, 6)) {
      case 0:
        result = result.slice(0, at);
        break;
      case 1:
        result = `${result.slice(0, at)}${result.slice(at + length)}`;
        break;
      case 2:
        result = `${result.slice(0, at)}${result.slice(at, at + length)}${result.slice(at)}`;
        break;
      case 3:
        result = `${result.slice(0, at)}${String.fromCharCode(randomIndex(random, 0x3000))}${result.slice(at + 1)}`;
        break;
      case 4: {
        // A number with another digit is a fault that reading alone may not see.
        const digit = /\d/g;
        digit.lastIndex = at;
        const found = digit.exec(result)?.index ?? at;
        result = `${result.slice(0, found)}${randomIndex(random, 10)}${result.slice(found + 1)}`;
        break;
      }
      default:
        result = `${result.slice(0, at)}${pick(random, ODD_TEXT)}${result.slice(at)}`;
    }
  }
  return result;
}

/** A place in a value, with the way to put something else there. */
interface Spot {
  readonly value: unknown;
  readonly key: string;
  readonly holder: Record<string, unknown> | unknown[];
}

function spotsOf(value: unknown): readonly Spot[] {
  const spots: Spot[] = [];
  const visit = (here: unknown): void => {
    if (typeof here !== 'object' || here === null) return;
    for (const [key, item] of Object.entries(here)) {
      spots.push({ value: item, key, holder: here as Spot['holder'] });
      visit(item);
    }
  };
  visit(value);
  return spots;
}

function put({ holder, key }: Spot, value: unknown): void {
  Object.defineProperty(holder, key, { value, writable: true, enumerable: true, configurable: true });
}

/** A value of the same sort that is off: a number near or far, another word of the file. */
function likeIt(value: unknown, spots: readonly Spot[], random: Random): unknown {
  if (typeof value === 'number')
    return pick(random, [
      value + 1,
      value - 1,
      -value,
      value * 1.001,
      value * 1000,
      Math.round(value) + 0.5,
      0,
    ]);
  if (typeof value === 'boolean') return !value;
  const others = spots.filter((spot) => typeof spot.value === typeof value);
  return structuredClone(pick(random, others)?.value ?? value);
}

/** The value, which stays as it is, with one to three things wrong in it: most are of the right sort in the wrong place. */
export function damagedValue(value: unknown, random: Random): unknown {
  const copy = { root: structuredClone(value) };
  for (let left = random() < 0.6 ? 1 : 3; left > 0; left -= 1) {
    const spots = spotsOf(copy);
    if (spots.length === 0) break;
    const spot = pick(random, spots);
    switch (randomIndex(random, 10)) {
      case 0:
        put(spot, pick(random, ODD_VALUES));
        break;
      case 1:
        if (Array.isArray(spot.holder)) spot.holder.splice(Number(spot.key), 1);
        else delete spot.holder[spot.key];
        break;
      case 2:
        if (Array.isArray(spot.holder)) spot.holder.push(structuredClone(spot.value));
        else
          put({ ...spot, key: pick(random, ['extra', 'p999', '__proto__', 'hasOwnProperty']) }, spot.value);
        break;
      case 3: {
        const other = pick(random, spots);
        put(spot, structuredClone(other.value));
        break;
      }
      default:
        put(spot, likeIt(spot.value, spots, random));
    }
  }
  return copy.root;
}
