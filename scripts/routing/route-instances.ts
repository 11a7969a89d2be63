/** Routes a folder of instances within a budget of processor time, checks every solution, and holds it against known results. */

import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { routeBoard } from '@sashiko/core/router/engine/engine';
import type { RoutingProblem, RoutingSolution } from '@sashiko/core/router/routing-problem';
import { faults } from '@sashiko/core/testing/plain-routing-checker';
import { type Instance, problemOf, solutionRecord } from './instance.ts';

/** What a patch counts, mm of thread. */
const PATCH_MM = 150;

export interface InstanceResult {
  readonly id: string;
  readonly parts: number;
  readonly isValid: boolean;
  /** The first faults, in words. */
  readonly faults: readonly string[];
  readonly costMm: number;
  readonly patches: number;
  /** Patches that cannot be done without. */
  readonly forced: number;
  /** Cost over that of a reference which ignores what nets have to do with each other, and over the best that is known. */
  readonly toReference: number;
  readonly toBest: number;
  readonly seconds: number;
  /** Until a first solution with all gaps kept and no more than two patches; null when there was none. */
  readonly usefulSeconds: number | null;
}

interface Reference {
  readonly relaxedReferenceMm: number;
  readonly bestKnown: { readonly length: number; readonly extraPieces: number; readonly bridges: number };
}

export interface InstanceOptions {
  /** Beginnings of ids; none means all. */
  readonly only?: readonly string[];
  readonly seed?: number;
  /** The folder that solutions are written to. */
  readonly out?: string;
  /** A script that checks written solutions independently, where there is one. */
  readonly verifier?: string;
}

/** One result after the other. Instances that the references (or an absent file of them) do not know get no ratios. */
export function* routeInstances(
  folder: string,
  referencesFile: string,
  seconds: number,
  { only = [], seed = 1, out, verifier }: InstanceOptions = {},
): Generator<InstanceResult> {
  const references = existsSync(referencesFile)
    ? (JSON.parse(readFileSync(referencesFile, 'utf8')) as Record<string, Reference>)
    : {};
  const files = readdirSync(folder).filter((file) => file.endsWith('.json'));
  for (const file of files.sort()) {
    const id = file.replace('.json', '');
    if (only.length > 0 && !only.some((prefix) => id.startsWith(prefix))) continue;
    const instance = JSON.parse(readFileSync(join(folder, file), 'utf8')) as Instance;
    const problem = problemOf(instance);
    const { solution, used, useful } = routeWithin(problem, seconds, seed);
    const found = [...faults(problem, solution)];
    const patches = solution.patches?.length ?? 0;
    const costMm = solution.lengthMm + problem.pieceMm * (solution.extraPieces ?? 0) + PATCH_MM * patches;
    if (out !== undefined) {
      const target = join(out, file);
      writeFileSync(target, JSON.stringify(solutionRecord(instance, problem, solution, costMm)));
      if (verifier !== undefined && existsSync(verifier))
        found.push(...verified(verifier, join(folder, file), target));
    }
    const reference = references[id];
    const best = reference?.bestKnown;
    yield {
      id,
      parts: instance.parts.length,
      isValid: found.length === 0,
      faults: found.slice(0, 2),
      costMm,
      patches,
      forced: instance.expectBridges ?? 0,
      toReference: costMm / (reference?.relaxedReferenceMm ?? Number.NaN),
      toBest:
        best === undefined
          ? Number.NaN
          : costMm / (best.length + problem.pieceMm * best.extraPieces + PATCH_MM * best.bridges),
      seconds: used,
      usefulSeconds: useful,
    };
  }
}

function verified(verifier: string, instance: string, solution: string): readonly string[] {
  const { stdout, stderr } = spawnSync('python3', [verifier, instance, solution, '-q'], { encoding: 'utf8' });
  if (stdout === '') return [`the verifier said nothing: ${stderr.slice(0, 200)}`];
  return (JSON.parse(stdout) as { readonly errors: readonly string[] }).errors;
}

function routeWithin(
  problem: RoutingProblem,
  seconds: number,
  seed: number,
): { readonly solution: RoutingSolution; readonly used: number; readonly useful: number | null } {
  const start = process.cpuUsage();
  const spent = (): number => {
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1e6;
  };
  const search = routeBoard(problem, { seed, moves: 1e9, spent: () => spent() / seconds });
  let useful: number | null = null;
  for (let step = search.next(); ; step = search.next()) {
    const best = step.done === true ? step.value : step.value.best;
    if (useful === null && best !== null && best.conflicts === 0 && (best.patches?.length ?? 0) <= 2)
      useful = spent();
    if (step.done === true) return { solution: step.value, used: spent(), useful };
  }
}

export function resultLine(result: InstanceResult): string {
  const { id, parts, isValid, costMm, toReference, toBest, patches, seconds, usefulSeconds } = result;
  return [
    id.padEnd(28),
    isValid ? 'ok ' : 'BAD',
    `${String(parts).padStart(4)} parts`,
    `cost ${costMm.toFixed(0).padStart(6)}`,
    `/ref ${figure(toReference)}`,
    `/best ${figure(toBest)}`,
    `${patches} patches`,
    `useful after ${usefulSeconds === null ? '–' : usefulSeconds.toFixed(2)} s`,
    `${seconds.toFixed(1)} s`,
    result.faults.join('; '),
  ].join('  ');
}

const median = (sorted: readonly number[]): number => sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
const figure = (value: number | undefined): string =>
  value === undefined || Number.isNaN(value) ? '–' : value.toFixed(3);

/** The table by size, as text in Markdown. Ratios leave out what needs a patch: the reference ignores patches. */
export function resultTable(results: readonly InstanceResult[]): string {
  const rows = [
    ['≤ 12', 0, 12],
    ['13–40', 13, 40],
    ['41–110', 41, 110],
    ['> 110', 111, Number.POSITIVE_INFINITY],
    ['all', 0, Number.POSITIVE_INFINITY],
  ] as const;
  const lines = rows.map(([title, least, most]) => {
    const own = results.filter(({ parts }) => parts >= least && parts <= most);
    const free = own.filter(({ forced, isValid }) => forced === 0 && isValid);
    const toReference = free.map((one) => one.toReference).sort((a, b) => a - b);
    const toBest = free.map((one) => one.toBest).sort((a, b) => a - b);
    return `| ${[
      title,
      own.length,
      own.filter(({ isValid }) => isValid).length,
      own.filter(({ patches, forced }) => patches > forced).length,
      `${figure(median(toReference))} / ${figure(toReference.at(-1))}`,
      `${figure(median(toBest))} / ${figure(toBest[0])} / ${figure(toBest.at(-1))}`,
    ].join(' | ')} |`;
  });
  return [
    '| parts | instances | valid | with an avoidable patch | cost ÷ relaxed reference, median / worst | cost ÷ best known, median / best / worst |',
    '|---|---|---|---|---|---|',
    ...lines,
  ].join('\n');
}
