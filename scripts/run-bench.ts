/** `npm run bench`: all benchmarks; `npm run bench -- router`: those of the router alone. */
import { spawnSync } from 'node:child_process';

const run = (command: string, ...args: string[]): void => {
  const { status } = spawnSync('npx', [command, ...args], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
};

if (process.argv[2] !== 'router') {
  run('tsx', 'scripts/bench.ts');
  run('vite', 'build', 'packages/web', '--logLevel', 'error');
  run('tsx', 'scripts/bench-drag.ts');
}
run('tsx', 'scripts/bench-router.ts');
