/**
 * `npm test`: sets up, then everything that must hold: types, lint, unit tests (the layer test among them) and
 * journeys in the browser. Ends with the line `N passed, N failed`.
 */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { paceOfMachine } from './pace.mjs';
import { ROOT, run, setUpChromium, setUpPackages, setUpSimulator } from './set-up.mjs';
import { journeyCosts, longJourneys, printCosts, printShareOfTests, unitCosts } from './test-cost.mjs';

setUpPackages();
const results = `${ROOT}test-results`;
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
let passed = 0;
const costs = [];
/** No journey should take longer, s. */
const LONGEST_JOURNEY_S = 40;
let failed = 0;

/** One thing that passes or fails as a whole. */
function step(title, command, args) {
  console.log(`\n== ${title}`);
  if (run(command, args)) passed += 1;
  else {
    failed += 1;
    console.error(`-- ${title} failed`);
  }
}

/** A run of many tests, counted from its report; a run that broke before reporting is one failure. */
function suite(title, command, args, report, count) {
  console.log(`\n== ${title}`);
  const went = run(command, args);
  const file = `${results}/${report}`;
  if (!existsSync(file)) {
    failed += 1;
    console.error(`-- ${title} broke off`);
    return;
  }
  const counts = count(JSON.parse(readFileSync(file, 'utf8')));
  passed += counts.passed;
  failed += counts.failed;
  if (!went && counts.failed === 0) failed += 1;
}

/** The titles of tests that failed once and passed when they were tried again. */
function secondTries(suites) {
  return suites.flatMap(({ suites: inner = [], specs = [] }) => [
    ...secondTries(inner),
    ...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(({ title }) => title),
  ]);
}

setUpSimulator();
// Limits of time scale with it; what is begun below is told.
paceOfMachine();
step('Types of the core alone', 'npx', ['tsc', '-p', 'tsconfig.core.json']);
step('Types of server and command line, without a browser', 'npx', ['tsc', '-p', 'tsconfig.node.json']);
step('Types', 'npx', ['tsc', '-p', 'tsconfig.json']);
step('Nothing that is not used', 'npx', ['knip', '--no-progress']);
step('Lint and format', 'npx', ['biome', 'check', '.']);
suite('Unit tests', 'npx', ['vitest', 'run'], 'unit.json', (report) => ({
  passed: report.numPassedTests,
  failed: report.numFailedTests + (report.numFailedTestSuites > 0 && report.numFailedTests === 0 ? 1 : 0),
}));
costs.push(...unitCosts(`${results}/unit-cost.jsonl`, ROOT));
step('Build', 'npx', ['vite', 'build', 'packages/web', '--logLevel', 'warn']);
if (setUpChromium()) {
  suite('Journeys in the browser', 'npx', ['playwright', 'test'], 'e2e.json', ({ stats, suites }) => {
    for (const title of secondTries(suites)) console.log(`-- passed at the second try: ${title}`);
    for (const title of longJourneys(suites, LONGEST_JOURNEY_S)) console.log(`-- took long: ${title}`);
    costs.push(...journeyCosts(suites, ROOT));
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
  });
} else failed += 1;

printCosts(costs);
printShareOfTests(ROOT);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
