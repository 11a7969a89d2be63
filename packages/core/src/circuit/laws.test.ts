import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { gridPlan } from '../testing/grid-plan.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { type Circuit, type CircuitElement, nodesOf } from './circuit.ts';
import { solvePlan } from './faded.ts';
import { planCircuit } from './plan-circuit.ts';
import { solveDc } from './solve-dc.ts';
import { willItLight } from './will-it-light.ts';

/** Kirchhoff's laws (physics): at every node currents add up to nothing; all power given is taken. */
function expectKirchhoff(circuit: Circuit): void {
  const { volts, amps } = expectOk(solveDc(circuit));
  const sums = new Map<string, number>();
  const strongest = new Map<string, number>();
  let power = 0;
  let given = 0;
  for (const element of circuit) {
    const [a, b] = nodesOf(element);
    const amp = amps.get(element.name) as number;
    sums.set(a, (sums.get(a) ?? 0) - amp);
    sums.set(b, (sums.get(b) ?? 0) + amp);
    for (const node of [a, b]) strongest.set(node, Math.max(strongest.get(node) ?? 0, Math.abs(amp)));
    const watt = ((volts.get(a) as number) - (volts.get(b) as number)) * amp;
    power += watt;
    given += Math.abs(watt);
  }
  for (const [node, sum] of sums)
    expect(Math.abs(sum), node).toBeLessThan(1e-12 + 1e-9 * (strongest.get(node) ?? 0));
  expect(Math.abs(power)).toBeLessThanOrEqual(1e-9 * given + 1e-12);
}

describe('Kirchhoff', () => {
  test.each([51, 52, 53, 54, 55, 56])('holds in the circuit of any plan, seed %d', (seed) => {
    const { plan } = editedAtRandom(smallLantern().plan, seed, 120);
    expectKirchhoff(planCircuit(plan, expectOk(solvePlan(plan)).state).elements);
  });

  test('holds in a ladder of forty lights', () => {
    expectKirchhoff(planCircuit(gridPlan(2, 20)).elements);
  });
});

describe('rails that feed equal currents', () => {
  /** N loads of `amp` between two rails of `ohm` a pitch; the − rail's feed at the near or the far end. */
  function rails(count: number, ohm: number, amp: number, feed: 'same' | 'opposite'): readonly number[] {
    const circuit: CircuitElement[] = [{ kind: 'V', name: 'V', plus: 'p0', minus: '0', volt: 5 }];
    const fedAt = feed === 'same' ? 0 : count - 1;
    const minusOf = (i: number): string => (i === fedAt ? '0' : `m${i}`);
    for (let i = 0; i < count; i += 1) {
      circuit.push({ kind: 'I', name: `I${i}`, from: `p${i}`, to: minusOf(i), amp });
      if (i === 0) continue;
      circuit.push({ kind: 'R', name: `Rp${i}`, a: `p${i - 1}`, b: `p${i}`, ohm });
      circuit.push({ kind: 'R', name: `Rm${i}`, a: minusOf(i - 1), b: minusOf(i), ohm });
    }
    const { volts } = expectOk(solveDc(circuit));
    const at = (node: string): number => volts.get(node) as number;
    return Array.from({ length: count }, (_, i) => at(`p${i}`) - at(minusOf(i)));
  }

  // Closed forms (derived): same end, first to last falls by r·i·N(N−1); opposite ends spread far less.
  test.each([
    [3, 6, 1],
    [5, 20, 4],
  ] as const)(
    '%d loads: same end falls by %d, opposite ends spread by %d, in units of r·i',
    (count, same, opposite) => {
      const near = rails(count, 2, 0.01, 'same');
      expect(((near[0] as number) - (near.at(-1) as number)) / 0.02).toBeCloseTo(same, 9);
      const far = rails(count, 2, 0.01, 'opposite');
      expect((Math.max(...far) - Math.min(...far)) / 0.02).toBeCloseTo(opposite, 9);
    },
  );
});

describe('symmetry', () => {
  test('exchanging the names of all nodes and the order of all elements changes no current', () => {
    const { elements } = planCircuit(smallLantern().plan);
    const rename = (node: string): string => (node === '0' ? '0' : `x${node}`);
    const turnRound = (element: CircuitElement): CircuitElement => {
      switch (element.kind) {
        case 'R':
          return { ...element, a: rename(element.b), b: rename(element.a) };
        case 'V':
          return { ...element, plus: rename(element.plus), minus: rename(element.minus) };
        case 'I':
          return { ...element, from: rename(element.from), to: rename(element.to) };
        case 'D':
          return { ...element, anode: rename(element.anode), cathode: rename(element.cathode) };
      }
    };
    const renamed = elements.map(turnRound);
    const random = seededRandom(5);
    const shuffled = renamed.map((element) => ({ element, key: random() })).sort((a, b) => a.key - b.key);
    const one = expectOk(solveDc(elements)).amps;
    const other = expectOk(solveDc(shuffled.map(({ element }) => element))).amps;
    for (const element of elements) {
      const sign = element.kind === 'R' ? -1 : 1;
      expect((other.get(element.name) as number) * sign).toBeCloseTo(one.get(element.name) as number, 12);
    }
  });

  test('less charge, less light: brightness falls steadily as the cell runs down', () => {
    const { plan } = smallLantern();
    let before = Number.POSITIVE_INFINITY;
    for (let charge = 1; charge >= 0; charge -= 0.05) {
      const amp = expectOk(willItLight(plan, { chargeLeft: charge })).lights[0]?.amp as number;
      expect(amp).toBeLessThan(before);
      before = amp;
    }
  });

  test('more loops, doubled lines, better thread: never less light in all; more thread: never more', () => {
    const total = (plan: Plan): number =>
      expectOk(willItLight(plan)).lights.reduce((sum, { amp }) => sum + amp, 0);
    const { plan } = smallLantern();
    let before = 0;
    for (const loops of [3, 4, 5, 6, 8]) {
      const now = total({ ...plan, habits: { ...plan.habits, loops } });
      expect(now).toBeGreaterThanOrEqual(before);
      before = now;
    }
    const with_ = (change: Partial<Plan['runs'][string]>): Plan => ({
      ...plan,
      runs: Object.fromEntries(Object.entries(plan.runs).map(([id, run]) => [id, { ...run, ...change }])),
    });
    expect(total(with_({ lines: 2 }))).toBeGreaterThan(total(plan));
    expect(total(with_({ threadId: 'steel-4-ply' }))).toBeGreaterThan(total(plan));
    expect(total(with_({ threadId: 'steel-2-ply' }))).toBeLessThan(total(plan));
  });
});
