/** What `npm test` says of itself at its end: where the processor's time went, and how much of the code is tests. */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { relative } from 'node:path';

/** Processor seconds of each file of unit tests, as each wrote them down at its end. */
export function unitCosts(file, root) {
  if (!existsSync(file)) return [];
  const lines = readFileSync(file, 'utf8').trim().split('\n');
  return lines.map((line) => {
    const { file: path, seconds } = JSON.parse(line);
    return { file: relative(root, path), seconds };
  });
}

/** Processor seconds of each file of journeys, the browser's among them. */
export function journeyCosts(suites, root) {
  return suites.map(({ file, ...suite }) => ({
    file: relative(root, `${root}e2e/${file}`),
    seconds: specsOf(suite).reduce((sum, spec) => sum + secondsOf(spec), 0),
  }));
}

function specsOf({ suites = [], specs = [] }) {
  return [...specs, ...suites.flatMap(specsOf)];
}

function secondsOf({ tests }) {
  const notes = tests.flatMap(({ annotations }) => annotations);
  return notes.reduce(
    (sum, { type, description }) => (type === 'processor seconds' ? sum + Number(description) : sum),
    0,
  );
}

/** The titles of journeys that took longer than so many seconds on the wall. */
export function longJourneys(suites, seconds) {
  return suites.flatMap(specsOf).flatMap(({ title, tests }) => {
    const took = Math.max(
      0,
      ...tests.flatMap(({ results }) => results.map(({ duration }) => duration / 1000)),
    );
    return took > seconds ? [`${title} (${took.toFixed(0)} s)`] : [];
  });
}

/** The ten dearest files, dearest first, with the sum of all; `pace` tells how slow the machine was when it began. */
export function printCosts(costs, pace = 1) {
  const sum = costs.reduce((all, { seconds }) => all + seconds, 0);
  const slow = pace > 1.05 ? `, on a machine ${pace.toFixed(1)} times as slow as an idle one` : '';
  console.log(`\nProcessor time of the tests: ${(sum / 60).toFixed(1)} min${slow}. The ten dearest files:`);
  for (const { file, seconds } of [...costs].sort((a, b) => b.seconds - a.seconds).slice(0, 10))
    console.log(`${seconds.toFixed(1).padStart(7)} s  ${file}`);
}

const CODE = /\.(?:ts|tsx|mjs|css)$/;
const TEST = /\.(?:test|spec)\.|(?:^|\/)(?:e2e|testing)\//;

/** Lines that are not blank, of tests and of all code that is kept. */
export function printShareOfTests(root) {
  const files = execFileSync('git', ['ls-files'], { cwd: root, encoding: 'utf8' }).split('\n');
  let [tests, all] = [0, 0];
  for (const file of files) {
    if (!CODE.test(file) || !existsSync(`${root}${file}`)) continue;
    const lines = readFileSync(`${root}${file}`, 'utf8')
      .split('\n')
      .filter((line) => line.trim() !== '').length;
    all += lines;
    if (TEST.test(file)) tests += lines;
  }
  if (all > 0)
    console.log(`Tests are ${tests} of ${all} lines of code, ${((100 * tests) / all).toFixed(0)} %.`);
}
