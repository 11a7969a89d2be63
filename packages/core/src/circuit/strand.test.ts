/** A strand comes wired: between its lights lie the ohms of its wire, and no contact that anybody has sewn. */
import { expect, test } from 'vitest';
import { layStrand } from '../plan/arrange/strand.ts';
import { panelOf } from '../plan/panels.ts';
import { sumRun } from '../plan/run-way.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { ohmmeterOn } from './ohmmeter.ts';
import { planElements } from './plan-circuit.ts';

const line = {
  points: [
    { x: 100, y: 60 },
    { x: 300, y: 60 },
  ],
  closed: false,
};

test('factory joints are no sewn contacts; where a thread is sewn to the strand there is one', () => {
  const build = new PlanBuilder('Strand', 400, 300).place('aaa-holder-2-boost', 'holder', 60, 200);
  build.edit(layStrand(build.plan, panelOf(build.plan), line, 50, 3));
  const [first = '', , last = ''] = Object.values(build.plan.parts)
    .filter(({ kindId }) => kindId === 'strand-light')
    .map(({ name }) => name);
  const contacts = (): readonly string[] =>
    planElements(build.plan).all.flatMap(({ element: { name } }) => (name.startsWith('Rc_') ? [name] : []));
  expect(contacts()).toEqual([]);
  const meter = ohmmeterOn(build.plan);
  const wires = Object.values(build.plan.runs).filter(({ from }) => from.holeId.startsWith('plus'));
  const ohm = wires.reduce((sum, run) => sum + sumRun(build.plan, run).ohm, 0);
  expect(wires).toHaveLength(2);
  // The wire itself, 0.123 Ω/m: no loops between (six contacts of 0.3 Ω before).
  expect(meter.between(build.hole(`${first}.plus-out`), build.hole(`${last}.plus-in`))).toBeCloseTo(ohm, 9);
  build.sew('holder.plus-1', `${first}.plus-in`);
  expect(contacts().length).toBe(2);
  build.sew('holder.minus-1', `${last}.minus-in`);
  // The hole has a factory joint too: the thread's loops are a contact all the same.
  expect(contacts().length).toBe(4);
});
