import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { libraryRules, STYLED } from '../../library-styles.ts';

const SOURCE = join(import.meta.dirname, '..');

test('every component of the library that is used has its rules in the sheet the build makes', () => {
  const files = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /\.tsx$/.test(file),
  );
  const used = new Set(
    files
      .flatMap((file) => [
        ...readFileSync(join(SOURCE, file), 'utf8').matchAll(/import \{([^}]*)\} from 'antd'/g),
      ])
      .flatMap(([, names = '']) => names.split(','))
      .map((name) => name.trim())
      // Types are no components, and neither is what hands the theme down.
      .filter((name) => /^[A-Z]/.test(name) && name !== 'ConfigProvider'),
  );
  expect([...used].sort()).toEqual(Object.keys(STYLED).sort());
});

test('the sheet holds for any theme: its colours are variables', () => {
  const rules = libraryRules();
  for (const name of ['btn', 'input', 'checkbox', 'modal', 'select', 'slider', 'popover', 'segmented'])
    expect(rules.includes(`.ant-${name}{`), name).toBe(true);
  expect(rules).toContain('var(--ant-color-text)');
  expect(rules).not.toMatch(/css-dev-only|:where\(\.css-/);
});

test('all styles lie in the layers that are declared, the library’s below those of the application', () => {
  const sheet = readFileSync(join(SOURCE, 'ui/styles.css'), 'utf8');
  const layers = /^@layer (.*);$/m.exec(sheet)?.[1]?.split(', ') ?? [];
  expect(layers.indexOf('library')).toBeLessThan(layers.indexOf('look'));
  expect(libraryRules().startsWith('@layer library{')).toBe(true);
  const imports = sheet.split('\n').filter((line) => line.startsWith('@import'));
  const files = readdirSync(join(SOURCE, 'ui/styles'));
  for (const file of files)
    expect(
      imports.filter((line) => line.includes(`/${file}"`)),
      file,
    ).toHaveLength(1);
  for (const line of imports) expect(layers).toContain(/ layer\((\w+)\);$/.exec(line)?.[1]);
});
