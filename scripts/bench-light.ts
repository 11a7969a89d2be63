/**
 * `npm run bench -- light`: what the Light stage asks for, in processor time, at 10 to 400 lights, and how it grows. Where the simulator of
 * Debian is installed, its own analysis of the same circuit stands beside (its start not counted). Never part of the tests.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { currentFindings } from '@sashiko/core/checks/check-session';
import { solveFaded } from '@sashiko/core/circuit/faded';
import { howLong } from '@sashiko/core/circuit/how-long';
import { lightTrials } from '@sashiko/core/circuit/light-trials';
import { compileCircuit } from '@sashiko/core/circuit/solve-plan';
import { NOMINAL, stateOf } from '@sashiko/core/circuit/state';
import { expectOk } from '@sashiko/core/errors/problem';
import { planNetlist } from '@sashiko/core/formats/spice';
import type { Plan } from '@sashiko/core/plan/schema';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { insulated } from '@sashiko/core/testing/insulated';

/** Rows of ten lights in insulated wire, so that only what is meant to be joined is. */
const rows = (lights: number): Plan => insulated(gridPlan(lights / 10, 10));

/** Median processor time of a piece of work, ms. */
function cpuMs(work: () => unknown, rounds = 9): number {
  const times = Array.from({ length: rounds }, () => {
    const before = process.cpuUsage();
    work();
    const { user, system } = process.cpuUsage(before);
    return (user + system) / 1000;
  }).sort((a, b) => a - b);
  return times[Math.floor(rounds / 2)] ?? Number.NaN;
}

/** So many operating points in one round, so that the clock of the processor is fine enough. */
const MANY = 20;

const folder = mkdtempSync(join(tmpdir(), 'sashiko-bench-'));

/** The simulator's own time for one operating point, ms; null where it is not installed. Its start, reading and printing are not counted. */
function simulatorMs(plan: Plan): number | null {
  const netlist = expectOk(planNetlist(plan)).replace(
    /\.control[\s\S]*\.endc/,
    ['.control', ...Array.from({ length: MANY + 1 }, () => 'op'), 'rusage all', 'quit', '.endc'].join('\n'),
  );
  const once = netlist.replace(/(?:op\n)+/, 'op\n');
  const time = (text: string): number | null => {
    const file = join(folder, 'bench.cir');
    writeFileSync(file, text);
    const { stdout, status } = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
    const match = /Total analysis time \(seconds\) = ([\d.e+-]+)/.exec(stdout ?? '');
    return status !== 0 || match === null ? null : Number(match[1]) * 1000;
  };
  const [all, one] = [time(netlist), time(once)];
  return all === null || one === null ? null : (all - one) / MANY;
}

const cold = new Map<number, number>();
console.log(
  'lights      one point   a warm step   simulator   hours   checks by current      (ms of processor time)',
);
for (const lights of [10, 50, 100, 200, 400]) {
  const plan = rows(lights);
  const compiled = expectOk(compileCircuit(plan));
  const state = stateOf(plan);
  const usual = expectOk(solveFaded(compiled, NOMINAL, state));
  const point = cpuMs(() => {
    for (let i = 0; i < MANY; i += 1) solveFaded(compiled, NOMINAL, state);
  });
  const warm = cpuMs(() => {
    for (let i = 0; i < MANY; i += 1) solveFaded(compiled, NOMINAL, stateOf(plan, 0.95 - i / 1000), usual);
  });
  const hours = cpuMs(() => howLong(plan), 5);
  const checks = cpuMs(() => currentFindings({ ...plan, parts: { ...plan.parts } }), 5);
  const simulator = simulatorMs(plan);
  cold.set(lights, point / MANY);
  const cell = (value: number | null, width: number): string =>
    (value === null ? '–' : value.toFixed(2)).padStart(width);
  console.log(
    `${String(lights).padStart(6)}${cell(point / MANY, 15)}${cell(warm / MANY, 14)}${cell(simulator, 12)}${cell(hours, 8)}${cell(checks, 20)}`,
  );
}
const exponent = Math.log((cold.get(400) ?? 1) / (cold.get(100) ?? 1)) / Math.log(4);
console.log(`growth from 100 to 400 lights: exponent ${exponent.toFixed(2)}`);
const small = rows(20);
const trials = cpuMs(() => lightTrials(small, { trials: 1000, seed: 1 }), 5);
console.log(`1,000 trials of ${Object.keys(small.parts).length - 1} lights: ${trials.toFixed(0)} ms`);
rmSync(folder, { recursive: true });
