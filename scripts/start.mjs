/** `npm start`: installs what is missing, builds, serves. */
import { run, setUpPackages } from './set-up.mjs';

setUpPackages();
console.log('Building …');
if (!run('npx', ['vite', 'build', 'packages/web', '--logLevel', 'warn'])) process.exit(1);
process.exit(run('npx', ['tsx', 'packages/server/src/main.ts']) ? 0 : 1);
