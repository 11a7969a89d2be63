/** What no netlist can ask for: each in a sentence that names the element. */
import { GROUND } from '../circuit/circuit.ts';
import type { CircuitPoint } from '../circuit/compiled-circuit.ts';
import { UnionFind } from '../joining/union-find.ts';
import type { SpiceElement } from './spice-read.ts';

/** More than this, A, is no answer but a diode without anything that holds its current back. */
const MOST_AMP = 1e9;
/** More than this, V, is what a current source drives through the leak of a reversed diode. */
const MOST_VOLT = 1e9;

/** What is wrong with a netlist before it is solved: no elements, names that nothing bears, currents that cannot come back; null where nothing is. */
export function netlistProblem(elements: readonly SpiceElement[]): string | null {
  if (elements.length === 0) return 'It has no elements.';
  return unknownName(elements) ?? strandedCurrent(elements);
}

/** A switch or a boost that goes by a node or a source that is not there. */
function unknownName(elements: readonly SpiceElement[]): string | null {
  const nodes = new Set([GROUND, ...elements.flatMap(({ a, b }) => [a, b])]);
  const sources = new Set(elements.flatMap(({ kind, name }) => (kind === 'V' ? [name.toLowerCase()] : [])));
  for (const element of elements) {
    const asked =
      element.kind === 'S'
        ? [element.plus, element.minus]
        : element.kind === 'B'
          ? [...element.output, ...element.input]
          : [];
    const node = asked.find((one) => !nodes.has(one));
    if (node !== undefined) return `${element.name} goes by the node “${node}”, which no element has.`;
    if (element.kind === 'B' && !sources.has(element.source))
      return `${element.name} goes by the source “${element.source}”, which is not there.`;
  }
  return null;
}

/** Current sources alone must bring a part of the circuit that hangs together as much as they take from it. */
function strandedCurrent(elements: readonly SpiceElement[]): string | null {
  const joined = new UnionFind();
  for (const { kind, a, b } of elements) if (kind !== 'I') joined.join(a, b);
  const ends = new Map<string, { sum: number; largest: number; readonly names: Set<string> }>();
  for (const element of elements) {
    if (element.kind !== 'I' || element.value === 0) continue;
    if (joined.find(element.a) === joined.find(element.b)) continue;
    for (const [node, amp] of [
      [element.a, -element.value],
      [element.b, element.value],
    ] as const) {
      const root = joined.find(node);
      const own = ends.get(root) ?? { sum: 0, largest: 0, names: new Set<string>() };
      own.sum += amp;
      own.largest = Math.max(own.largest, Math.abs(amp));
      own.names.add(element.name);
      ends.set(root, own);
    }
  }
  for (const { sum, largest, names } of ends.values()) {
    if (Math.abs(sum) <= ROUNDING * largest) continue;
    const list = [...names];
    return list.length === 1
      ? `The current of ${list[0]} has no way back.`
      : `${list.join(' and ')} are in conflict: together they bring more to one place than they take from it.`;
  }
  return null;
}

/** Of sums of a few numbers. */
const ROUNDING = 1e-12;

/** The sources that form a loop. */
export function sourceLoop(elements: readonly SpiceElement[]): string {
  const joined = new UnionFind();
  const sources = elements.filter(({ kind }) => kind === 'V');
  const last = sources.find(({ a, b }) => {
    if (joined.find(a) === joined.find(b)) return true;
    joined.join(a, b);
    return false;
  });
  return `Its ideal sources form a loop, ${last?.name ?? 'one of them'} in it: put a resistor there.`;
}

/** An answer beyond all sense, by the element that shows it: null where there is none. */
export function beyondSense(elements: readonly SpiceElement[], { volts, amps }: CircuitPoint): string | null {
  const isBeyond = (value: number, most: number): boolean => !(Math.abs(value) <= most);
  const diode = elements.find(({ kind }, i) => kind === 'D' && isBeyond(amps[i] as number, MOST_AMP));
  if (diode !== undefined)
    return `Nothing holds the current of ${diode.name} back: put a resistor before it.`;
  const element = elements.find((_, i) => isBeyond(amps[i] as number, MOST_AMP));
  if (element !== undefined) return `The current of ${element.name} is beyond all measure.`;
  return volts.some((volt) => isBeyond(volt, MOST_VOLT))
    ? 'A current in it has no way but through a diode that is the wrong way round.'
    : null;
}
