import { describe, expect, test } from 'vitest';
import { callProblem, withValues } from './calls.ts';

describe('how the command is called', () => {
  test('a negative value belongs to its option; a name that begins otherwise does not', () => {
    expect(withValues(['simulate', 'f', '--charge', '-5'])).toEqual(['simulate', 'f', '--charge=-5']);
    expect(withValues(['route', 'f', '--move', '-.5', '--json'])).toEqual([
      'route',
      'f',
      '--move=-.5',
      '--json',
    ]);
    expect(withValues(['check', 'f', '--json', '-h'])).toEqual(['check', 'f', '--json', '-h']);
    expect(withValues(['check', '-5'])).toEqual(['check', '-5']);
  });

  test.each([
    ['missing required args for command `solve <file>`', /^solve needs the name of a file\./],
    ['Unknown option `--bogus`', /^there is no option --bogus here\./],
    ['Unused args: `b`', /^one file at a time: b is one too many\./],
    ['option `--as <print>` value is missing', /^--as needs a value\./],
    ['something else', /^something else$/],
  ])('%s: in words of our own', (message, wanted) => {
    expect(callProblem(new Error(message))).toMatch(wanted);
  });
});
