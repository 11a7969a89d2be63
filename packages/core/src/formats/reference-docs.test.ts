import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { CHECK_RULES } from '../checks/check-rules.ts';
import { ERROR_CATALOGUE } from '../errors/catalogue.ts';
import { referenceDocs } from './reference-docs.ts';

const written = (name: string): string =>
  readFileSync(new URL(`../../../../docs/${name}`, import.meta.url), 'utf8');

test.each(Object.keys(referenceDocs()))('docs/%s is what the code says (npm run docs)', (name) => {
  expect(written(name)).toBe(referenceDocs()[name]);
});

test('every error and every rule has its page, and no page speaks of one that is gone', () => {
  const codes = [...written('errors.md').matchAll(/^\| `([a-z-]+)` \|/gm)].map((match) => match[1]);
  expect(codes).toEqual(Object.keys(ERROR_CATALOGUE));
  const rules = [...written('checks.md').matchAll(/^## ([a-z-]+): /gm)].map((match) => match[1]);
  expect(rules).toEqual(CHECK_RULES.map((rule) => rule.id));
});
