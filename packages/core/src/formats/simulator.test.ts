/**
 * The application's own answers against a general-purpose circuit simulator of Debian (ngspice), as independent a judge as there is: each plan
 * is written as a netlist, which the simulator runs as it is. Skipped with a word where the simulator is not installed.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { expectOk } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import { poweredPiece } from '../testing/powered-piece.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds, tries } from '../testing/seeds.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { parsePlan } from './plan-file.ts';
import { planNetlist } from './spice.ts';
import { solveNetlist } from './spice-solve.ts';

const isInstalled = spawnSync('ngspice', ['--version']).status === 0;
if (!isInstalled) console.warn('ngspice is not installed: what it would say is not compared.');

const folder = mkdtempSync(join(tmpdir(), 'sashiko-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** What the simulator prints: volts of nodes, currents of sources (`v_p1#branch`) and of lights (`@d_p2[id]`), all in small letters. */
function simulated(netlist: string): ReadonlyMap<string, number> {
  const file = join(folder, 'plan.cir');
  writeFileSync(file, netlist);
  const { stdout, stderr, status } = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return new Map(
    [...stdout.matchAll(/^(\S+) = (\S+)$/gm)].map(([, name = '', value]) => [name, Number(value)]),
  );
}

/** ≤ 0.1 % or 1 nA, whichever is larger. */
function expectNear(actual: number, wanted: number, what: string): void {
  expect(Math.abs(actual - wanted), `${what}: ${actual}, simulator ${wanted}`).toBeLessThanOrEqual(
    Math.max(1e-3 * Math.abs(wanted), 1e-9),
  );
}

/** Compares every source and every diode; how many there were. */
function compare(plan: Plan): number {
  const written = planNetlist(plan);
  if (!written.ok) return 0;
  const judge = simulated(written.value);
  const solved = expectOk(solvePlan(plan));
  // Where pins fade, the netlist is the moment with everything on.
  const own = solved.moments?.[0]?.point ?? solved;
  const read = expectOk(solveNetlist(written.value)).elements;
  let compared = 0;
  for (const [name, again] of Object.entries(read)) {
    const small = name.toLowerCase();
    const wanted = judge.get(/^V/.test(name) ? `${small}#branch` : `@${small}[id]`);
    if (wanted === undefined) continue;
    expectNear(own.ampOf(name), wanted, `${plan.name} ${name}`);
    expectNear(again, wanted, `${plan.name} ${name}, read again`);
    compared += 1;
  }
  return compared;
}

describe.skipIf(!isInstalled)('a general-purpose simulator agrees', () => {
  test('on the demo plans', () => {
    const demo = fileURLToPath(new URL('../../../../demo', import.meta.url));
    for (const name of readdirSync(demo).filter((file) => file.endsWith('.sashiko.json')))
      expect(compare(expectOk(parsePlan(readFileSync(join(demo, name), 'utf8')))), name).toBeGreaterThan(3);
  });

  test('on pieces in which current flows, with every device of the drawer', () => {
    let compared = 0;
    for (const seed of seeds(60, 300)) compared += compare(poweredPiece(seed));
    expect(compared).toBeGreaterThan(tries(180, 900));
  }, 3_600_000);

  test('on complete plans of any part, on one to four panels, by hand, with mistakes and by the router', () => {
    let compared = 0;
    for (const seed of seeds(24, 300)) compared += compare(randomPlan(seed));
    expect(compared).toBeGreaterThan(tries(48, 600));
  }, 3_600_000);

  test('on pieces wired at random', () => {
    let compared = 0;
    for (const seed of seeds(24, 300)) compared += compare(randomPiece(seed));
    expect(compared).toBeGreaterThan(tries(24, 300));
  }, 3_600_000);
});
