/**
 * `npm run bench`: how fast the checks and the solver are, each against a plain reference in the same run, so
 * that the ratio means something on any machine. Never part of the tests.
 */

import { checkPlan } from '@sashiko/core/checks/check-plan';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { emptyNetwork, inject, link, linkToKnown, solveNetwork } from '@sashiko/core/circuit/network-solve';
import { planCircuit } from '@sashiko/core/circuit/plan-circuit';
import { solveDc } from '@sashiko/core/circuit/solve-dc';
import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { Bench } from 'tinybench';
import { plainScan } from './measuring.ts';

/** A fresh copy, so that nothing is remembered from the last round. */
const afresh = (plan: Plan): Plan => ({ ...plan, parts: { ...plan.parts }, runs: { ...plan.runs } });

/** Plain Gaussian elimination with partial pivoting on a full matrix. */
function solveDense(matrix: Float64Array[], right: Float64Array): void {
  const n = right.length;
  for (let k = 0; k < n; k += 1) {
    let pivot = k;
    for (let r = k + 1; r < n; r += 1)
      if (Math.abs(matrix[r]?.[k] ?? 0) > Math.abs(matrix[pivot]?.[k] ?? 0)) pivot = r;
    [matrix[k], matrix[pivot]] = [matrix[pivot] as Float64Array, matrix[k] as Float64Array];
    const row = matrix[k] as Float64Array;
    for (let r = k + 1; r < n; r += 1) {
      const target = matrix[r] as Float64Array;
      const factor = (target[k] as number) / (row[k] as number);
      if (factor === 0) continue;
      for (let c = k; c < n; c += 1) target[c] = (target[c] as number) - factor * (row[c] as number);
    }
  }
}

async function compare(title: string, ours: () => unknown, plain: () => unknown): Promise<void> {
  const bench = new Bench({ time: 400, warmupTime: 100 });
  bench.add('ours', () => void ours()).add('plain', () => void plain());
  await bench.run();
  const [a, b] = bench.tasks.map((task) =>
    'latency' in task.result ? task.result.latency.p50 : Number.NaN,
  ) as [number, number];
  console.log(
    `${title.padEnd(52)} ${a.toFixed(2).padStart(9)} ms  plain ${b.toFixed(2).padStart(9)} ms  ratio ${(b / a).toFixed(1)}`,
  );
}

for (const [rows, columns] of [
  [2, 10],
  [10, 20],
  [20, 20],
] as const) {
  const plan = gridPlan(rows, columns, 130);
  const stitches = Object.values(plan.runs).reduce((sum, run) => sum + sumRun(plan, run).spans.length, 0);
  const size = `${rows * columns} lights, ${stitches} spans`;
  await compare(
    `all checks, ${size} (plain: gaps only)`,
    () => checkPlan(afresh(plan)),
    () => plainScan(afresh(plan)),
  );
}
/** One step of a drag: a light in the middle moves by a millimetre, and everything it touches is checked again. */
for (const [rows, columns, pitchMm] of [
  [2, 10, 130],
  [10, 20, 130],
  [20, 20, 130],
] as const) {
  let plan = gridPlan(rows, columns, pitchMm);
  const ids = Object.keys(plan.parts);
  const id = ids[Math.floor(ids.length / 2)] as string;
  const session = new CheckSession();
  session.update(plan);
  const stitches = Object.values(plan.runs).reduce((sum, run) => sum + sumRun(plan, run).spans.length, 0);
  let side = 1;
  await compare(
    `re-check of a drag step, ${rows * columns} lights, ${stitches} stitches`,
    () => {
      side = -side;
      plan = applyEdit(plan, expectOk(moveParts(plan, [id], { x: side, y: 0 })));
      return session.update(plan);
    },
    () => plainScan(afresh(plan)),
  );
}
for (const n of [60, 300, 900]) {
  await compare(
    `voltages of a chain of ${n} nodes`,
    () => {
      const network = emptyNetwork(n);
      for (let i = 0; i < n; i += 1) {
        if (i > 0) link(network, i - 1, i, 1);
        linkToKnown(network, i, 0, 0.01);
      }
      inject(network, 0, 1);
      return solveNetwork(network);
    },
    () => {
      const matrix = Array.from({ length: n }, (_, i) => {
        const row = new Float64Array(n);
        row[i] = (i > 0 ? 1 : 0) + (i < n - 1 ? 1 : 0) + 0.01;
        if (i > 0) row[i - 1] = -1;
        if (i < n - 1) row[i + 1] = -1;
        return row;
      });
      const right = new Float64Array(n);
      right[0] = 1;
      solveDense(matrix, right);
    },
  );
}
for (const [rows, columns] of [
  [2, 10],
  [10, 20],
] as const) {
  const { elements } = planCircuit(gridPlan(rows, columns));
  const start = performance.now();
  const { iterations, volts } = expectOk(solveDc(elements));
  console.log(
    `operating point, ${rows * columns} lights, ${volts.size} nodes: ${(performance.now() - start).toFixed(1)} ms in ${iterations} rounds`,
  );
}
