import { lambertW0Log } from 'lambert-w-function';
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { seededRandom } from '../random/random.ts';
import reference from '../testing/reference/operating-points.json' with { type: 'json' };
import type { Circuit, CircuitElement } from './circuit.ts';
import { emptyNetwork, inject, link, linkToKnown, solveNetwork } from './network-solve.ts';
import { solveDc } from './solve-dc.ts';

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
    // I = n·Vt/R · W(Is·R/(n·Vt) · exp((V + Is·R)/(n·Vt))) − Is; W by a package.
    const logX = Math.log((law.saturationA * total) / scale) + (3.1 + law.saturationA * total) / scale;
    const w = lambertW0Log(logX);
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

test('the network solver agrees with plain Gaussian elimination on random networks', () => {
  const random = seededRandom(17);
  for (let trial = 0; trial < 40; trial += 1) {
    const n = 2 + Math.floor(random() * 25);
    const network = emptyNetwork(n);
    const rows = Array.from({ length: n }, () => Array.from({ length: n + 1 }, () => 0));
    const at = (r: number, c: number, value: number): void => {
      const row = rows[r] as number[];
      row[c] = (row[c] as number) + value;
    };
    for (let i = 0; i < n; i += 1) {
      for (let k = 0; k < 2; k += 1) {
        const j = Math.floor(random() * n);
        const siemens = 0.1 + random();
        if (i === j) continue;
        link(network, i, j, siemens);
        at(i, i, siemens);
        at(j, j, siemens);
        at(i, j, -siemens);
        at(j, i, -siemens);
      }
      const [volt, siemens, amp] = [random() * 3, 0.01 + random(), random() - 0.5];
      linkToKnown(network, i, volt, siemens);
      inject(network, i, amp);
      at(i, i, siemens);
      at(i, n, siemens * volt + amp);
    }
    const wanted = solvePlainly(rows);
    for (const [i, value] of solveNetwork(network).entries())
      expect(value).toBeCloseTo(wanted[i] as number, 9);
  }
});

test('a node that hangs by a teraohm beside contacts of tenths of an ohm keeps all its digits', () => {
  // Two equal teraohms from 1 V to 0 V with ten contacts of 0.3 Ω hanging between them: exactly one half.
  const circuit: CircuitElement[] = [
    { kind: 'V', name: 'V', plus: 'a', minus: '0', volt: 1 },
    { kind: 'R', name: 'R1', a: 'a', b: 'm0', ohm: 1e12 },
    { kind: 'R', name: 'R2', a: 'm10', b: '0', ohm: 1e12 },
  ];
  for (let i = 0; i < 10; i += 1)
    circuit.push({ kind: 'R', name: `Rc${i}`, a: `m${i}`, b: `m${i + 1}`, ohm: 0.3 });
  expect(expectOk(solveDc(circuit)).volts.get('m5')).toBeCloseTo(0.5, 13);
});

test('a source between two nodes that nothing fixes, and sources on top of each other', () => {
  const { volts, amps } = expectOk(
    solveDc([
      { kind: 'V', name: 'V1', plus: 'a', minus: '0', volt: 3 },
      { kind: 'V', name: 'V2', plus: 'b', minus: 'a', volt: 1.5 },
      { kind: 'R', name: 'R1', a: 'b', b: 'c', ohm: 100 },
      { kind: 'V', name: 'V3', plus: 'd', minus: 'c', volt: 2 },
      { kind: 'R', name: 'R2', a: 'd', b: '0', ohm: 50 },
    ]),
  );
  // 4.5 V and 2 V in a row through 150 Ω.
  const amp = 6.5 / 150;
  expect(volts.get('d')).toBeCloseTo(amp * 50, 8);
  for (const name of ['V1', 'V2', 'V3']) expect(amps.get(name)).toBeCloseTo(-amp, 9);
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
