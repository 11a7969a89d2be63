/**
 * `tsx scripts/routing/run-instances.ts FOLDER [SECONDS] [ID …]`: routes every instance of a folder, writes the solutions beside
 * them into a temporary folder, has them checked by FOLDER/../verify.py, and prints a table.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { routeBoard } from '@sashiko/core/router/engine/engine';
import type { RoutingSolution } from '@sashiko/core/router/routing-problem';
import { type Instance, problemOf, solutionRecord } from './instance.ts';

const [folder = '', seconds = '5', ...only] = process.argv.slice(2);
const out = mkdtempSync(join(tmpdir(), 'routing-'));
const index = JSON.parse(readFileSync(join(folder, '../INDEX.json'), 'utf8')) as Record<
  string,
  { relaxedReferenceMm: number; bestKnown: { length: number; extraPieces: number; bridges: number } }
>;
const ratios: number[] = [];
let valid = 0;
let patched = 0;
const toBest: number[] = [];
let count = 0;
for (const file of readdirSync(folder).sort()) {
  const id = file.replace('.json', '');
  if (only.length > 0 && !only.some((prefix) => id.startsWith(prefix))) continue;
  const path = join(folder, file);
  const instance = JSON.parse(readFileSync(path, 'utf8')) as Instance;
  const problem = problemOf(instance);
  const start = process.cpuUsage();
  const spent = (): number => {
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1e6;
  };
  const search = routeBoard(problem, { seed: 1, moves: 1e9, spent: () => spent() / Number(seconds) });
  let best: RoutingSolution | null = null;
  for (let step = search.next(); ; step = search.next()) {
    if (step.done === true) {
      best = step.value;
      break;
    }
  }
  const used = spent();
  const target = join(out, file);
  writeFileSync(target, JSON.stringify(solutionRecord(instance, problem, best)));
  let report: { ok: boolean; cost: number; length: number; bridges: number; errors: string[] };
  try {
    report = JSON.parse(
      execFileSync('python3', [join(folder, '../verify.py'), path, target, '-q'], { encoding: 'utf8' }),
    );
  } catch (error) {
    report = JSON.parse((error as { stdout: string }).stdout);
  }
  const reference = index[id];
  const known = reference?.bestKnown;
  const bestCost =
    known === undefined ? Number.NaN : known.length + 40 * known.extraPieces + 150 * known.bridges;
  const ratio = report.cost / (reference?.relaxedReferenceMm ?? Number.NaN);
  count += 1;
  if (report.ok) {
    valid += 1;
    if (instance.expectBridges === 0) {
      ratios.push(ratio);
      toBest.push(report.cost / bestCost);
      if (report.bridges > 0) patched += 1;
    }
  }
  console.log(
    `${id.padEnd(28)} ${report.ok ? 'ok ' : 'BAD'} ${String(instance.parts.length).padStart(4)} parts  cost ${report.cost.toFixed(0).padStart(6)}  /ref ${ratio.toFixed(3)}  /best ${(report.cost / bestCost).toFixed(3)}  ${report.bridges} patches  ${best.conflicts} left  ${used.toFixed(1)} s  ${report.ok ? '' : report.errors.slice(0, 2).join('; ')}`,
  );
}
ratios.sort((a, b) => a - b);
toBest.sort((a, b) => a - b);
const middle = (list: readonly number[]): string =>
  (list[Math.floor(list.length / 2)] ?? Number.NaN).toFixed(3);
console.log(`${valid} of ${count} valid, ${patched} with a patch that is not needed`);
console.log(`cost / relaxed reference: median ${middle(ratios)}, worst ${ratios.at(-1)?.toFixed(3)}`);
console.log(
  `cost / best known: median ${middle(toBest)}, best ${toBest[0]?.toFixed(3)}, worst ${toBest.at(-1)?.toFixed(3)}`,
);
