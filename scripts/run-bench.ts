/** `npm run bench`: all benchmarks; `npm run bench -- router`, `-- light`, `-- boards`, `-- sheet`, `-- screen`, `-- edits`, `-- states`, `-- fixes`, `-- files` or `-- hostile`: those of one matter alone; `-- long`, `-- agreement`, `-- journeys`: tests with more time. */
import { spawnSync } from 'node:child_process';

const run = (command: string, ...args: string[]): void => {
  const { status } = spawnSync('npx', [command, ...args], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
};

const only = process.argv[2];
/** What random tests try where there is time: hundreds of cases each. */
if (only === 'long') {
  process.env['SASHIKO_LONG'] = '1';
  run('vitest', 'run', '--project', 'core', '--testTimeout', '3600000');
}
/** Places that speak of one thing, held together over hundreds of plans. */
if (only === 'agreement') {
  process.env['SASHIKO_LONG'] = '1';
  run(
    'vitest',
    'run',
    '--project',
    'core',
    '--testTimeout',
    '3600000',
    'agreement',
    'measure-words',
    'simulator',
    'too-many-volts',
    'run-down',
    'rules-see',
    'meaning',
    'shut-in',
    'checks/advice',
  );
}
/** Every journey ten times, none a second time. */
if (only === 'journeys') {
  run('vite', 'build', 'packages/web', '--logLevel', 'error');
  run('playwright', 'test', '--repeat-each', '10', '--retries', '0', ...process.argv.slice(3));
}
if (only === undefined) {
  run('tsx', 'scripts/bench.ts');
  run('vite', 'build', 'packages/web', '--logLevel', 'error');
  run('tsx', 'scripts/bench-drag.ts');
}
if (only === undefined || only === 'screen') {
  if (only !== undefined) run('vite', 'build', 'packages/web', '--logLevel', 'error');
  run('tsx', 'scripts/bench-screen.ts', ...process.argv.slice(3));
}
if (only === undefined || only === 'files') {
  if (only !== undefined) run('vite', 'build', 'packages/web', '--logLevel', 'error');
  run('tsx', 'scripts/bench-files.ts', ...process.argv.slice(3));
}
if (only === undefined || only === 'edits') run('tsx', 'scripts/bench-edits.ts');
if (only === undefined || only === 'light') run('tsx', 'scripts/bench-light.ts');
if (only === undefined || only === 'states') run('tsx', 'scripts/bench-states.ts');
if (only === undefined || only === 'fixes') run('tsx', 'scripts/bench-fixes.ts');
if (only === undefined || only === 'boards') run('tsx', 'scripts/bench-boards.ts', ...process.argv.slice(3));
if (only === undefined || only === 'sheet') run('tsx', 'scripts/bench-sheet.ts');
if (only === undefined || only === 'router') run('tsx', 'scripts/bench-router.ts');
if (only === undefined || only === 'hostile') run('tsx', 'scripts/bench-hostile.ts');
