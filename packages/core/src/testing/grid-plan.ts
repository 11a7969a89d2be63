import { sewingByHabit } from '../plan/edits/run-edits.ts';
import { panelOf } from '../plan/panels.ts';
import type { Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from './plan-builder.ts';

/** A large piece for benchmarks: `rows` ladders of `columns` lights, each between two rails from one holder. */
export function gridPlan(rows: number, columns: number, pitchMm = 40): Plan {
  const build = new PlanBuilder('Grid', 60 + columns * pitchMm, 80 + rows * 60);
  build.holder(30, 40, 90);
  const parts = { ...build.plan.parts };
  const runs: Record<string, Run> = {};
  const sewing = sewingByHabit(build.plan, { panelId: panelOf(build.plan).id });
  const panelId = panelOf(build.plan).id;
  let number = 2;
  const add = (from: Run['from'], to: Run['to']): void => {
    runs[`r${number}`] = { id: `r${number}`, from, to, bends: [], ...sewing };
    number += 1;
  };
  for (let row = 0; row < rows; row += 1) {
    let before = 'p1';
    for (let column = 0; column < columns; column += 1) {
      const id = `p${number}`;
      number += 1;
      parts[id] = {
        id,
        panelId,
        kindId: 'sew-on-light',
        name: `light ${row}.${column}`,
        at: { x: 80 + (column - 0.25) * pitchMm, y: 60 + row * 60 },
        turnDeg: 90,
        face: 'right',
        colourId: 'white',
      };
      for (const holeId of ['plus', 'minus']) add({ partId: before, holeId }, { partId: id, holeId });
      before = id;
    }
  }
  return { ...build.plan, parts, runs, nextNumber: number };
}
