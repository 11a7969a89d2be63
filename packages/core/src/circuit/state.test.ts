import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { flickSwitch, renamePart, setLevel } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { solvePlan } from './faded.ts';
import { planCircuit } from './plan-circuit.ts';
import { solveDc } from './solve-dc.ts';
import { compileCircuit, solveAt } from './solve-plan.ts';
import { NOMINAL, stateOf, type World } from './state.ts';

const { plan } = smallLantern();
const light = Object.values(plan.parts).find(({ kindId }) => kindId.includes('light'));
if (light === undefined) throw new Error('no light');
const lit = (world: World, chargeLeft = 1): number =>
  expectOk(solveAt(expectOk(compileCircuit(plan)), world, stateOf(plan, chargeLeft))).ampOf(`D_${light.id}`);

describe('a world', () => {
  test('of longer threads, looser contacts, weaker cells or later lights gives less current; the nominal one what the plan gives', () => {
    const usual = lit(NOMINAL);
    expect(usual).toBe(expectOk(solvePlan(plan)).ampOf(`D_${light.id}`));
    const worlds: ReadonlyArray<Partial<World>> = [
      { threadOhm: () => 1.3 },
      { contactOhm: () => 5 },
      { cellVolt: () => 0.95 },
      { cellOhm: () => 2 },
      { forwardShiftV: () => 0.15 },
    ];
    for (const world of worlds) expect(lit({ ...NOMINAL, ...world })).toBeLessThan(usual);
    expect(lit({ ...NOMINAL, forwardShiftV: () => -0.15 })).toBeGreaterThan(usual);
  });

  test('a light that wants so many volts more takes them at the same current (the law of a junction)', () => {
    const shifted = { ...NOMINAL, forwardShiftV: () => 0.15 };
    const ready = expectOk(compileCircuit(plan));
    const [usual, later] = [NOMINAL, shifted].map((world) => expectOk(solveAt(ready, world, stateOf(plan))));
    const across = (point: typeof usual): number =>
      (point?.voltAt(light.id, 'plus') ?? 0) - (point?.voltAt(light.id, 'minus') ?? 0);
    const amp = later?.ampOf(`D_${light.id}`) ?? 0;
    expect(amp).toBeGreaterThan(0);
    expect(across(later)).toBeGreaterThan(across(usual) - 0.15);
    expect(across(later) - across(usual)).toBeLessThan(0.15);
  });
});

describe('a state', () => {
  const switched = new PlanBuilder('Switch')
    .place('coin-cell-holder-switched', 'holder', 40, 100)
    .light('a', 140, 100)
    .sew('holder.plus-1', 'a.plus')
    .sew('holder.minus-1', 'a.minus').plan;

  test('a flicked switch, a level, a name make no other circuit; a moved part does', () => {
    const holder = Object.keys(switched.parts)[0] as string;
    const ready = expectOk(compileCircuit(switched));
    const off = applyEdit(switched, expectOk(flickSwitch(switched, holder, false)));
    const named = applyEdit(off, expectOk(renamePart(off, holder, 'base')));
    expect(expectOk(compileCircuit(off))).toBe(ready);
    expect(expectOk(compileCircuit(named))).toBe(ready);
    const on = expectOk(solvePlan(switched, { touchOhm: null })).ampOf('D_p2');
    expect(on).toBeGreaterThan(1e-4);
    expect(Math.abs(expectOk(solvePlan(named, { touchOhm: null })).ampOf('D_p2'))).toBeLessThan(1e-6);
    expect(expectOk(solvePlan(switched, { touchOhm: null })).ampOf('D_p2')).toBe(on);
    expect(expectOk(compileCircuit(applyEdit(switched, { label: '', changes: [] })))).toBe(ready);
  });

  test.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'solved by its slots it is the circuit that it would be compiled to, piece %i',
    (seed) => {
      const random = seededRandom(seed);
      let piece: Plan = randomPiece(seed);
      expectOk(compileCircuit(piece));
      for (const part of Object.values(piece.parts)) {
        if (part.switchedOn !== undefined && random() < 0.5)
          piece = applyEdit(piece, expectOk(flickSwitch(piece, part.id, !part.switchedOn)));
        const level = setLevel(piece, part.id, 'p0', random() < 0.5 ? 0 : 0.6);
        if (level.ok) piece = applyEdit(piece, level.value);
      }
      const solved = solvePlan(piece);
      if (!solved.ok) return;
      // The same state as a list of elements of its own, with what is not there left out.
      const { elements } = planCircuit(piece, solved.value.state);
      const plain = expectOk(solveDc(elements));
      for (const { kind, name } of elements)
        if (kind === 'D') expect(solved.value.ampOf(name)).toBeCloseTo(plain.amps.get(name) ?? 0, 9);
    },
  );
});
