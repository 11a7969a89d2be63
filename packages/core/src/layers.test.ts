import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

/** Folders from left to right; folders in one group may import each other. An arrow to the right is a mistake. */
const GROUPS: ReadonlyArray<readonly string[]> = [
  ['units', 'errors', 'random', 'assumptions'],
  ['geometry'],
  ['spatial'],
  ['cloth', 'parts', 'thread'],
  ['plan'],
  ['joining'],
  ['spacing', 'wishes', 'pieces', 'reach'],
  ['power'],
  ['router', 'circuit'],
  ['patterns'],
  ['meter'],
  ['checks'],
  ['advice'],
  ['sewing'],
  ['bench'],
  ['formats'],
];
const ROOT = fileURLToPath(new URL('.', import.meta.url));
const rankOf = (folder: string): number => GROUPS.findIndex((group) => group.includes(folder));

interface Import {
  readonly file: string;
  readonly target: string;
}

function filesBelow(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)],
  );
}

function importsOf(file: string, text: string): readonly Import[] {
  // Comments may speak of imports without being any.
  const code = text.replaceAll(/\/\*[\s\S]*?\*\/|^\s*\/\/.*$/gm, '');
  const found = code.matchAll(
    /(?:^|\n)\s*(?:import|export)[^'"]*?from\s*['"]([^'"]+)['"]|import\(\s*['"]([^'"]+)['"]|(?:^|\n)\s*import\s*['"]([^'"]+)['"]/g,
  );
  return [...found].map((match) => ({ file, target: (match[1] ?? match[2] ?? match[3]) as string }));
}

const sources = filesBelow(ROOT)
  .filter(
    (file) =>
      file.endsWith('.ts') && !file.endsWith('.test.ts') && !relative(ROOT, file).startsWith('testing'),
  )
  .map((file) => ({
    file,
    name: relative(ROOT, file),
    imports: importsOf(file, readFileSync(file, 'utf8')),
  }));

test('every source file lies in a known folder', () => {
  expect(sources.length).toBeGreaterThan(50);
  for (const { name } of sources)
    expect(rankOf(name.split(sep)[0] as string), name).toBeGreaterThanOrEqual(0);
});

test('a folder imports only from folders to its left', () => {
  const wrong = sources.flatMap(({ file, name, imports }) =>
    imports
      .filter(({ target }) => target.startsWith('.'))
      .map(({ target }) => relative(ROOT, join(file, '..', target)))
      .filter((target) => rankOf(target.split(sep)[0] as string) > rankOf(name.split(sep)[0] as string))
      .map((target) => `${name} → ${target}`),
  );
  expect(wrong).toEqual([]);
});

test('the core imports only packages it declares, and nothing of Node', () => {
  const manifest = JSON.parse(readFileSync(join(ROOT, '../package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  const wrong = sources.flatMap(({ name, imports }) =>
    imports
      .filter(({ target }) => !target.startsWith('.'))
      .filter(
        ({ target }) =>
          manifest.dependencies[
            target
              .split('/')
              .slice(0, target.startsWith('@') ? 2 : 1)
              .join('/')
          ] === undefined,
      )
      .map(({ target }) => `${name} → ${target}`),
  );
  expect(wrong).toEqual([]);
});

test('no two files import each other in a circle', () => {
  const edges = new Map(
    sources.map(({ file, imports }) => [
      file,
      imports.filter(({ target }) => target.startsWith('.')).map(({ target }) => join(file, '..', target)),
    ]),
  );
  const done = new Set<string>();
  const visit = (file: string, path: readonly string[]): void => {
    if (path.includes(file))
      throw new Error(`circle: ${[...path, file].map((step) => relative(ROOT, step)).join(' → ')}`);
    if (done.has(file)) return;
    for (const next of edges.get(file) ?? []) visit(next, [...path, file]);
    done.add(file);
  };
  for (const file of edges.keys()) visit(file, []);
  expect(done.size).toBe(edges.size);
});

test('the check itself sees a wrong arrow', () => {
  const [found] = importsOf('x.ts', "import {\n  a,\n} from '../formats/pdf.ts';\n");
  expect(found?.target).toBe('../formats/pdf.ts');
  expect(importsOf('x.ts', "/** export from 'elsewhere' */\n// import 'nothing'\n")).toEqual([]);
  expect(rankOf('formats')).toBeGreaterThan(rankOf('plan'));
});

test('the core throws no dice: randomness is an argument', () => {
  const thrown = sources.filter(({ file }) => readFileSync(file, 'utf8').includes('Math.random'));
  expect(thrown.map(({ name }) => name)).toEqual([]);
});
