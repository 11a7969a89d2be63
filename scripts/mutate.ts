/**
 * `npm run mutate -- ROOM [--all]`: changes the code of a room of the core in one place at a time and sees whether its tests notice, by the
 * standard tool for that. By default 150 changes, drawn once and for all. Texts and types are left alone; changes with which a test runs on for
 * ever are told apart. It stops after 15 minutes. What came of it is kept in `docs/mutation.json`, of which `docs/tests.md` makes a table.
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { glob } from 'tinyglobby';
import { MUTATED_ROOMS } from './mutation/rooms.ts';
import { type Told, tallied } from './mutation/tally.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CORE = 'packages/core/src';
const SAMPLE = 150;
const MOST_MINUTES = 15;

const [room = '', ...options] = process.argv.slice(2);
const asked = MUTATED_ROOMS[room];
if (asked === undefined) {
  console.error(`Name a room: ${Object.keys(MUTATED_ROOMS).join(', ')}.`);
  process.exit(2);
}

const folder = mkdtempSync(join(tmpdir(), 'sashiko-mutation-'));
const config = {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner', `${ROOT}scripts/mutation/sampled.mjs`],
  checkers: ['sampled'],
  reporters: ['written-down'],
  mutate: [`${CORE}/${asked.files}/**/*.ts`, `!${CORE}/**/*.test.ts`],
  mutator: { excludedMutations: ['StringLiteral'] },
  vitest: { configFile: 'scripts/mutation/vitest.config.ts', related: false },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  timeoutMS: 10_000,
  // The tool knows no compiler as new as this one: with a file that is not there it asks none.
  tsconfigFile: 'none.json',
  tempDirName: join(folder, 'work'),
  allowConsoleColors: false,
  fileLogLevel: 'off',
  logLevel: 'error',
};
writeFileSync(join(folder, 'config.json'), JSON.stringify(config));

const begun = Date.now();
const patterns = asked.tests.map((pattern) => `${CORE}/${pattern}.test.ts`);
const run = spawn('npx', ['stryker', 'run', join(folder, 'config.json')], {
  cwd: ROOT,
  stdio: 'inherit',
  detached: true,
  env: {
    ...process.env,
    SASHIKO_MUTATION: folder,
    SASHIKO_MOST: options.includes('--all') ? String(Number.MAX_SAFE_INTEGER) : String(SAMPLE),
    SASHIKO_TESTS: JSON.stringify(await glob(patterns, { cwd: ROOT })),
  },
});
const watch = setTimeout(() => {
  // The tool and all it has begun.
  if (run.pid !== undefined) process.kill(-run.pid, 'SIGKILL');
}, MOST_MINUTES * 60_000);
await new Promise((resolve) => run.once('close', resolve));
clearTimeout(watch);

const read = (name: string): string =>
  existsSync(join(folder, name)) ? readFileSync(join(folder, name), 'utf8') : '';
const told = read('told.jsonl')
  .trim()
  .split('\n')
  .filter(Boolean)
  .map((line) => JSON.parse(line) as Told);
const wanted = JSON.parse(read('sample.json') || '[]') as readonly string[];
rmSync(folder, { recursive: true, force: true });
if (wanted.length === 0) {
  console.error('The tool broke off before it changed anything.');
  process.exit(1);
}
const tally = {
  tried: wanted.length,
  ...tallied(told),
  minutes: Math.round((Date.now() - begun) / 6000) / 10,
};
console.log(`${room}:`, tally);
for (const { key, status } of told) if (status !== 'Killed') console.log(`${status}  ${key}`);
const kept = `${ROOT}docs/mutation.json`;
const before = existsSync(kept) ? (JSON.parse(readFileSync(kept, 'utf8')) as Record<string, unknown>) : {};
writeFileSync(kept, `${JSON.stringify({ ...before, [room]: tally }, null, 2)}\n`);
