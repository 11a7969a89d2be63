/** Who calls a function that may refuse is told when it does: in the comment of each that returns a `Result`. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

const ROOT = fileURLToPath(new URL('.', import.meta.url));
const FUNCTION = /(?:(\/\*\*(?:(?!\*\/)[\s\S])*\*\/)\n)?export (?:async )?function\*? (\w+)/g;
const SAYS_WHEN = /\b(?:fails|fail|failed|refus(?:es|ed|al)|cannot|never fails)\b/i;

/** What stands between a function's name and its body. */
function signature(text: string): string {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    const letter = text[i] as string;
    if (letter === '{' && depth === 0) return text.slice(0, i);
    if ('([{<'.includes(letter)) depth += 1;
    else if (')]}'.includes(letter) || (letter === '>' && text[i - 1] !== '=')) depth -= 1;
  }
  return text;
}

function* exportedFunctions(): Generator<{
  readonly name: string;
  readonly says: string;
  readonly returns: string;
}> {
  for (const file of readdirSync(ROOT, { recursive: true, encoding: 'utf8' })) {
    if (!file.endsWith('.ts') || file.endsWith('.test.ts') || file.startsWith('testing')) continue;
    const text = readFileSync(join(ROOT, file), 'utf8');
    for (const match of text.matchAll(FUNCTION)) {
      const head = signature(text.slice(match.index + match[0].length));
      yield {
        name: `${file}: ${match[2]}`,
        says: match[1] ?? '',
        returns: head.slice(head.lastIndexOf('):') + 2),
      };
    }
  }
}

test('each function that may fail says when', () => {
  const mayFail = [...exportedFunctions()].filter(({ returns }) => /\bResult</.test(returns));
  expect(mayFail.length).toBeGreaterThan(150);
  expect(mayFail.filter(({ says }) => !SAYS_WHEN.test(says)).map(({ name }) => name)).toEqual([]);
});
