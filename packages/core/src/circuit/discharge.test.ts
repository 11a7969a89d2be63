import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { type CellKind, cellAt } from '../parts/cells.ts';
import { LIGHT_COLOURS } from '../parts/light-colours.ts';
import reference from '../testing/reference/coin-discharge.json' with { type: 'json' };
import type { CircuitElement } from './circuit.ts';
import { type Given, runDownTogether, type TogetherResult, type TogetherTask } from './discharge.ts';
import { solveDc } from './solve-dc.ts';

/** What the load of a single cell does at one state of charge: current, volts at the cell, and a quantity that is watched. */
interface Load {
  readonly amp: number;
  readonly volt: number;
  readonly watched: number;
}

interface DischargeTask {
  loadAt(chargeLeft: number): Load;
  /** Capacity in Ah at a load current in A. */
  capacityAh(amp: number): number;
  /** Where the cell's table bends, by falling charge from 1 to 0. */
  readonly knots: readonly number[];
  readonly marks: ReadonlyArray<{ readonly id: string; isPast(load: Load): boolean }>;
}

/** Runs a single cell down to empty: hours at which each mark was first passed, and in all. A load without current never ends: Infinity. */
function discharge({ loadAt, capacityAh, knots, marks }: DischargeTask): {
  readonly hours: ReadonlyMap<string, number>;
  readonly endHours: number;
} {
  const id = 'cell';
  const work = runDownTogether<Load & Given>({
    banks: [{ id, capacityAh, knots }],
    loadAt: ([charge]) => {
      const load = loadAt(charge as number);
      return { ...load, amps: [load.amp] };
    },
    marks,
    isDone: (passed) => passed.has(id),
  });
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

interface LightsLoad {
  readonly n: number;
  readonly colour: string;
  readonly rser: number;
  readonly rc: number;
  readonly rcommon: number;
}

/** n lights side by side behind common threads, as the reference describes them. */
function lightsLoad({ n, colour, rser, rc, rcommon }: LightsLoad, volt: number, ohm: number): Load {
  const law = LIGHT_COLOURS.find((candidate) => candidate.id === colour) as (typeof LIGHT_COLOURS)[number];
  const circuit: CircuitElement[] = [
    { kind: 'V', name: 'V', plus: 'e', minus: '0', volt },
    { kind: 'R', name: 'Ri', a: 'e', b: 't', ohm },
    { kind: 'R', name: 'Rc', a: 't', b: 'bus', ohm: rcommon },
  ];
  for (let i = 0; i < n; i += 1) {
    circuit.push({ kind: 'R', name: `R${i}`, a: 'bus', b: `d${i}`, ohm: rser + 2 * rc });
    circuit.push({ kind: 'D', name: `D${i}`, anode: `d${i}`, cathode: '0', law });
  }
  const { amps, volts } = expectOk(solveDc(circuit));
  const amp = -(amps.get('V') as number);
  return { amp, volt: volts.get('t') as number, watched: amp };
}

describe('hours of a coin cell against quadrature, Runge-Kutta and a circuit simulator', () => {
  test.each(reference.cases.map((entry) => [entry.id, entry] as const))('%s', (_id, entry) => {
    const cell: CellKind = {
      id: entry.id,
      title: entry.title,
      noun: 'coin cell',
      assumed: { volt: 'coinFreshV', ohm: 'coinOhm', mah: 'coinMah' },
      cutoffV: entry.cell.cutoff_V,
      table: entry.cell.table as unknown as CellKind['table'],
      capacity: [],
    };
    const loadAt = (chargeLeft: number): Load => {
      const { volt, ohm } = cellAt(cell, chargeLeft);
      if (entry.kind === 'const') {
        const amp = (entry.load as { readonly I: number }).I;
        return { amp, volt: volt - amp * ohm, watched: amp };
      }
      return lightsLoad(entry.load as LightsLoad, volt, ohm);
    };
    const marks = Object.keys(entry.crossings).map((id) => {
      const limit = Number(/<([\d.]+)/.exec(id)?.[1]) * (id.startsWith('I') ? 0.001 : 1);
      return { id, isPast: (load: Load) => (id.startsWith('I') ? load.amp : load.volt) < limit };
    });
    const { hours } = discharge({
      loadAt,
      capacityAh: () => entry.cell.capacity_Ah,
      knots: cell.table.map(([charge]) => charge),
      marks,
    });
    let compared = 0;
    for (const [id, wanted] of Object.entries(entry.crossings as unknown as Record<string, number | null>)) {
      if (wanted === null) continue;
      const found = hours.get(id);
      if (wanted === 0) expect(found, id).toBe(0);
      else expect(Math.abs((found as number) / wanted - 1), id).toBeLessThan(0.001);
      compared += 1;
    }
    expect(compared).toBeGreaterThan(0);
  });
});

test('a steady load empties a cell in capacity ÷ current', () => {
  const steady: Load = { amp: 0.01, volt: 3, watched: 1 };
  const result = discharge({
    loadAt: () => steady,
    capacityAh: () => 0.08,
    knots: [1, 0.5, 0],
    marks: [],
  });
  expect(result.endHours).toBeCloseTo(8, 12);
});

describe('cells that run down together', () => {
  const bank = (id: string) => ({ id, capacityAh: () => 0.1, knots: [1, 0.5, 0] });
  const run = <L extends { readonly amps: readonly number[] }>(task: TogetherTask<L>): TogetherResult<L> => {
    const work = runDownTogether(task);
    for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
  };

  test('alike side by side share the load, and last twice as long', () => {
    const { hours } = run({
      banks: [bank('a'), bank('b')],
      loadAt: () => ({ amps: [0.005, 0.005] }),
      marks: [],
      isDone: (passed) => passed.has('a') && passed.has('b'),
    });
    expect(hours.get('a')).toBeCloseTo(20, 9);
    expect(hours.get('b')).toBeCloseTo(20, 9);
  });

  test('of which one gives as its charge is against the other follow the closed solution', () => {
    // Side by side, equal ohms, volts equal to the charge left, no load: ds₁/dt = −(s₁ − s₂)/(2·R·Q), what flows into the other is not counted.
    const { hours } = run({
      banks: [bank('a'), { ...bank('b'), knots: [0.5, 0] }],
      loadAt: ([a, b]) => {
        const amp = ((a as number) - (b as number)) / 20;
        return { amps: [amp, -amp] };
      },
      marks: [
        {
          id: 'near',
          isPast: ({ amps }: { readonly amps: readonly number[] }) => (amps[0] as number) < 0.0125,
        },
      ],
      isDone: (passed) => passed.has('near'),
    });
    // From a difference of 0.5 to half of it: 2·R·Q·ln 2 with R = 10 Ω, Q = 0.1 Ah.
    expect(hours.get('near')).toBeCloseTo(2 * Math.log(2), 3);
  });

  test('where one is empty the other goes on alone', () => {
    const { hours } = run({
      banks: [bank('a'), { ...bank('b'), capacityAh: () => 0.2 }],
      loadAt: () => ({ amps: [0.01, 0.01] }),
      marks: [],
      isDone: (passed) => passed.has('a') && passed.has('b'),
    });
    expect(hours.get('a')).toBeCloseTo(10, 9);
    expect(hours.get('b')).toBeCloseTo(20, 9);
  });
});
