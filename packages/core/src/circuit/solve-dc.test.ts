import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { seededRandom } from '../random/random.ts';
import reference from '../testing/reference/operating-points.json' with { type: 'json' };
import type { Circuit, CircuitElement } from './circuit.ts';
import { solveDc } from './solve-dc.ts';
import { addTo, maybeSolve, sparseSystem } from './sparse-solve.ts';

type Row = readonly [type: string, name: string, a: string, b: string, value: string | number];
type Law = { readonly Is: number; readonly n: number; readonly Rs: number };

function circuitOf(rows: readonly Row[], diodes: Readonly<Record<string, Law>>): Circuit {
  return rows.map(([type, name, a, b, value]): CircuitElement => {
    if (type === 'R') return { kind: 'R', name, a, b, ohm: Number(value) };
    if (type === 'V') return { kind: 'V', name, plus: a, minus: b, volt: Number(value) };
    if (type === 'I') return { kind: 'I', name, from: a, to: b, amp: Number(value) };
    const { Is, n, Rs } = diodes[value] as Law;
    return { kind: 'D', name, anode: a, cathode: b, law: { saturationA: Is, ideality: n, seriesOhm: Rs } };
  });
}

describe('against a general-purpose circuit simulator', () => {
  test.each(reference.cases.map((entry) => [entry.id, entry] as const))('%s', (_id, entry) => {
    const circuit = circuitOf(
      entry.elements as unknown as readonly Row[],
      entry.diodes as unknown as Readonly<Record<string, Law>>,
    );
    const { volts, amps } = expectOk(solveDc(circuit));
    const { node_voltage_abs_V, current_rel, current_abs_A } = entry.tolerance;
    for (const [node, volt] of Object.entries(entry.nodeVoltages as Record<string, number>)) {
      expect(Math.abs((volts.get(node) as number) - volt), node).toBeLessThanOrEqual(node_voltage_abs_V);
    }
    for (const [name, amp] of Object.entries(entry.diodeCurrents as unknown as Record<string, number>)) {
      const allowed = Math.max(current_abs_A, current_rel * Math.abs(amp));
      expect(Math.abs((amps.get(name) as number) - amp), name).toBeLessThanOrEqual(allowed);
    }
    for (const [name, amp] of Object.entries(entry.sourceCurrents as unknown as Record<string, number>)) {
      if (!amps.has(name)) continue;
      const allowed = Math.max(current_abs_A, current_rel * Math.abs(amp));
      // Theirs is counted out of the + terminal, ours through the source from + to −.
      expect(Math.abs(-(amps.get(name) as number) - amp), name).toBeLessThanOrEqual(allowed);
    }
  });
});

describe('against closed forms', () => {
  test('one diode behind a resistor: the current by Lambert’s W', () => {
    const law = { saturationA: 1.80819e-18, ideality: 2, seriesOhm: 4.49706 };
    const ohm = 125;
    const circuit: Circuit = [
      { kind: 'V', name: 'V1', plus: 'a', minus: '0', volt: 3.1 },
      { kind: 'R', name: 'R1', a: 'a', b: 'b', ohm },
      { kind: 'D', name: 'D1', anode: 'b', cathode: '0', law },
    ];
    const scale = law.ideality * 0.025852;
    const total = ohm + law.seriesOhm;
    // I = n·Vt/R · W(Is·R/(n·Vt) · exp((V + Is·R)/(n·Vt))) − Is; W by Newton on w + ln w = ln x.
    const logX = Math.log((law.saturationA * total) / scale) + (3.1 + law.saturationA * total) / scale;
    let w = logX;
    for (let i = 0; i < 60; i += 1) w -= (w + Math.log(w) - logX) / (1 + 1 / w);
    const wanted = (scale / total) * w - law.saturationA;
    expect((expectOk(solveDc(circuit)).amps.get('D1') as number) / wanted).toBeCloseTo(1, 9);
  });

  test('an endless ladder of equal resistors comes to the golden ratio', () => {
    const circuit: CircuitElement[] = [{ kind: 'I', name: 'I1', from: '0', to: 'n0', amp: 1 }];
    for (let i = 0; i < 40; i += 1) {
      circuit.push({ kind: 'R', name: `Rs${i}`, a: `n${i}`, b: `n${i + 1}`, ohm: 1 });
      circuit.push({ kind: 'R', name: `Rp${i}`, a: `n${i + 1}`, b: '0', ohm: 1 });
    }
    expect(expectOk(solveDc(circuit)).volts.get('n0')).toBeCloseTo((1 + Math.sqrt(5)) / 2, 9);
  });

  test('a cell gives at most E²/4R into a load equal to its own resistance', () => {
    const power = (load: number): number => {
      const { amps } = expectOk(
        solveDc([
          { kind: 'V', name: 'V', plus: 'e', minus: '0', volt: 3 },
          { kind: 'R', name: 'Ri', a: 'e', b: 't', ohm: 15 },
          { kind: 'R', name: 'Rl', a: 't', b: '0', ohm: load },
        ]),
      );
      return (amps.get('Rl') as number) ** 2 * load;
    };
    expect(power(15)).toBeCloseTo(0.15, 12);
    expect(power(12)).toBeLessThan(0.15);
    expect(power(19)).toBeLessThan(0.15);
  });
});

describe('odd circuits', () => {
  test('a part that nothing joins to ground floats at its own zero and draws nothing', () => {
    const { volts } = expectOk(
      solveDc([
        { kind: 'V', name: 'V', plus: 'a', minus: '0', volt: 3 },
        { kind: 'R', name: 'R', a: 'a', b: '0', ohm: 10 },
        { kind: 'R', name: 'Rloose', a: 'x', b: 'y', ohm: 10 },
      ]),
    );
    expect(volts.get('x')).toBe(0);
    expect(volts.get('y')).toBe(0);
  });

  test('an open switch of a gigaohm among contacts of tenths of an ohm settles, at any small offset', () => {
    for (let i = 0; i < 40; i += 1) {
      const law = { saturationA: 4.71412e-22, ideality: 2.5, seriesOhm: 13.9547 };
      const circuit: CircuitElement[] = [
        { kind: 'V', name: 'V', plus: 'e', minus: '0', volt: 3.2 + i * 1e-3 },
        { kind: 'R', name: 'Ri', a: 'e', b: 't', ohm: 10 },
        { kind: 'R', name: 'Rsw', a: 't', b: 'p0', ohm: 1e9 },
      ];
      for (let k = 0; k < 6; k += 1) {
        circuit.push({ kind: 'R', name: `Rt${k}`, a: `p${k}`, b: `p${k + 1}`, ohm: 1.3 + 0.01 * i });
        circuit.push({ kind: 'R', name: `Rc${k}`, a: `p${k + 1}`, b: `a${k}`, ohm: 0.3 });
        circuit.push({ kind: 'R', name: `Rl${k}`, a: `a${k}`, b: `d${k}`, ohm: 100 });
        circuit.push({ kind: 'D', name: `D${k}`, anode: `d${k}`, cathode: '0', law });
      }
      const { amps } = expectOk(solveDc(circuit));
      const sum = [0, 1, 2, 3, 4, 5].reduce((total, k) => total + (amps.get(`D${k}`) as number), 0);
      expect(sum).toBeGreaterThan(1e-9);
      expect(sum).toBeLessThan(3.3e-9);
    }
  });

  test('two ideal cells that contradict each other are refused', () => {
    const result = solveDc([
      { kind: 'V', name: 'V1', plus: 'a', minus: '0', volt: 3 },
      { kind: 'V', name: 'V2', plus: 'a', minus: '0', volt: 4 },
    ]);
    expect(result).toMatchObject({ ok: false, problem: { code: 'circuit-no-solution' } });
  });
});

test('the sparse solver agrees with plain Gaussian elimination on random systems', () => {
  const random = seededRandom(17);
  for (let trial = 0; trial < 40; trial += 1) {
    const n = 2 + Math.floor(random() * 25);
    const dense = Array.from({ length: n }, () =>
      Array.from({ length: n + 1 }, () => (random() < 0.3 ? random() * 2 - 1 : 0)),
    );
    for (const [i, row] of dense.entries()) row[(i + 1) % n] = 3 + random();
    const system = sparseSystem(n);
    for (const [i, row] of dense.entries()) {
      for (let j = 0; j < n; j += 1) if (row[j] !== 0) addTo(system, i, j, row[j] as number);
      system.right[i] = row[n] as number;
    }
    const wanted = solvePlainly(dense);
    for (const [i, value] of (maybeSolve(system) as Float64Array).entries())
      expect(value).toBeCloseTo(wanted[i] as number, 8);
  }
});

function solvePlainly(rows: readonly (readonly number[])[]): readonly number[] {
  const a = rows.map((row) => [...row]) as number[][];
  const n = a.length;
  const at = (r: number, c: number): number => a[r]?.[c] as number;
  for (let k = 0; k < n; k += 1) {
    let pivot = k;
    for (let r = k; r < n; r += 1) if (Math.abs(at(r, k)) > Math.abs(at(pivot, k))) pivot = r;
    [a[k], a[pivot]] = [a[pivot] as number[], a[k] as number[]];
    for (let r = 0; r < n; r += 1) {
      if (r === k) continue;
      const factor = at(r, k) / at(k, k);
      for (let c = k; c <= n; c += 1) (a[r] as number[])[c] = at(r, c) - factor * at(k, c);
    }
  }
  return a.map((_, i) => at(i, n) / at(i, i));
}
