/** Which test tries which rule and which file of the engine: docs/tests.md, made from the tests themselves (`npx vitest run test-index -u` writes it). */
import { readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

const ROOT = fileURLToPath(new URL('.', import.meta.url));

function filesBelow(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)],
  );
}

const files = filesBelow(ROOT).filter((file) => file.endsWith('.ts'));
const texts = new Map(files.map((file) => [file, readFileSync(file, 'utf8')]));
const tests = files.filter((file) => file.endsWith('.test.ts'));
const short = (file: string): string => relative(ROOT, file);

function importsOf(file: string): readonly string[] {
  return [...(texts.get(file) ?? '').matchAll(/from '(\.[^']+)'/g)].map(([, target]) =>
    join(dirname(file), target as string),
  );
}

/** The tests that are fewest imports away from a file, and how many. */
function testsOf(file: string): { readonly names: readonly string[]; readonly away: number } {
  let front = new Set([file]);
  const seen = new Set(front);
  for (let away = 1; front.size > 0; away += 1) {
    const importers = files.filter(
      (one) => !seen.has(one) && importsOf(one).some((target) => front.has(target)),
    );
    const found = importers.filter((one) => tests.includes(one));
    if (found.length > 0) return { names: found.map(short).sort(), away };
    for (const one of importers) seen.add(one);
    front = new Set(importers);
  }
  return { names: [], away: 0 };
}

function rows(): string {
  const rules = files.filter((file) => /checks\/rules\/[^/]+(?<!\.test)\.ts$/.test(file));
  const engine = files.filter((file) => /router\/engine\/[^/]+(?<!\.test)\.ts$/.test(file));
  const ruleRows = rules.map((file) => {
    const id = /\bid: '([^']+)'/.exec(texts.get(file) ?? '')?.[1] ?? basename(file, '.ts');
    const named = tests.filter((one) => new RegExp(`['"\`]${id}['"\`:]`).test(texts.get(one) ?? ''));
    return `| ${id} | ${named.map(short).sort().join(', ')} |`;
  });
  const engineRows = engine.map((file) => {
    const { names, away } = testsOf(file);
    return `| ${basename(file)} | ${away === 1 ? names.map((name) => basename(name)).join(', ') : `through what uses it: ${names.map((name) => basename(name)).join(', ')}`} |`;
  });
  return `# Which test tries what

Made from the tests (\`npx vitest run test-index -u\`); a rule or a file of the engine without a test fails the build.

## Rules

| rule | tests that name it |
|---|---|
${ruleRows.join('\n')}

## Files of the router's engine

| file | tests |
|---|---|
${engineRows.join('\n')}

## Changes of the code that tests notice

\`npm run mutate -- ROOM\` changes the code of a room in one place at a time (a sample of 150, drawn once and for all; texts and types are left alone) and
runs the tests of that room and of those that rest on it. Wanted: 95 % of the changes run through by a test, 85 % noticed, by the lower end of the interval of
95 % at least 78 %. Those with which a test runs on for ever are told apart.

| room | tried | run through, % | noticed, % | at least, % | on for ever |
|---|---|---|---|---|---|
${mutationRows().join('\n')}
`;
}

interface Tally {
  readonly tried: number;
  readonly coveredPercent: number;
  readonly killedPercent: number;
  readonly killedAtLeastPercent: number;
  readonly timedOut: number;
}

/** What the last runs told (`scripts/mutate.ts`). */
function mutationRows(): readonly string[] {
  const told = readFileSync(join(ROOT, '../../../docs/mutation.json'), 'utf8');
  return Object.entries(JSON.parse(told) as Record<string, Tally>).map(
    ([room, { tried, coveredPercent, killedPercent, killedAtLeastPercent, timedOut }]) =>
      `| ${room} | ${tried} | ${coveredPercent} | ${killedPercent} | ${killedAtLeastPercent} | ${timedOut} |`,
  );
}

test('every rule and every file of the engine has a test, and the index names it', async () => {
  const index = rows();
  expect(index.split('\n').filter((line) => /\|\s*\|$/.test(line))).toEqual([]);
  await expect(index).toMatchFileSnapshot('../../../docs/tests.md');
});
