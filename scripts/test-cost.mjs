/** What `npm test` says of itself at its end: where the processor's time went, and how much of the code is tests. */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { relative } from 'node:path';

/** Processor seconds of each file of unit tests, as each wrote them down at its end. */
export function unitCosts(file, root) {
  if (!existsSync(file)) return [];
  const lines = readFileSync(file, 'utf8').trim().split('\n');
  return lines.map((line) => {
    const { file: path, seconds, slowness } = JSON.parse(line);
    return { file: relative(root, path), seconds, idleSeconds: seconds / slowness };
  });
}

/** Processor seconds of each file of journeys, the browser's among them. */
export function journeyCosts(suites, root) {
  return suites.map(({ file, ...suite }) => {
    const costs = specsOf(suite).flatMap(costsOf);
    return {
      file: relative(root, `${root}e2e/${file}`),
      seconds: costs.reduce((sum, { seconds }) => sum + seconds, 0),
      idleSeconds: costs.reduce((sum, { seconds, slowness }) => sum + seconds / slowness, 0),
    };
  });
}

function specsOf({ suites = [], specs = [] }) {
  return [...specs, ...suites.flatMap(specsOf)];
}

/** What each try of a journey cost. */
function costsOf({ tests }) {
  return tests.flatMap(({ results, annotations }) => {
    const tries = results.map((result) => result.annotations ?? annotations);
    return tries.map((notes) => ({
      seconds: noteOf(notes, 'processor seconds') ?? 0,
      slowness: noteOf(notes, 'slowness of the machine') ?? 1,
    }));
  });
}

function noteOf(notes, wanted) {
  const note = notes.find(({ type }) => type === wanted);
  return note === undefined ? undefined : Number(note.description);
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

/**
 * The ten dearest files, dearest first, with the sum of all: as it was, and as it would be on an idle machine, by a small piece of work that
 * was timed beside each file.
 */
export function printCosts(costs) {
  const minutes = (of) => (costs.reduce((all, cost) => all + cost[of], 0) / 60).toFixed(1);
  console.log(
    `\nProcessor time of the tests: ${minutes('seconds')} min, on an idle machine ${minutes('idleSeconds')} min. The ten dearest files:`,
  );
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
