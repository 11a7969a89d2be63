/** How the command is called: values that begin with a minus, and what is wrong with a call in words of our own. */

/** The arguments with a negative value joined to its option, so that `--charge -5` says what is wrong with −5. */
export function withValues(args: readonly string[]): string[] {
  const joined: string[] = [];
  for (const arg of args) {
    const last = joined.at(-1);
    if (/^-[\d.]/.test(arg) && last !== undefined && /^--[a-z-]+$/.test(last))
      joined[joined.length - 1] = `${last}=${arg}`;
    else joined.push(arg);
  }
  return joined;
}

const SEE = 'See docs/cli.md.';

/** What the parser of arguments found wrong, as a sentence that says what to do. */
export function callProblem(error: unknown): string {
  const message = error instanceof Error ? error.message : String(error);
  const quoted = [...message.matchAll(/`([^`]*)`/g)].map(([, text = '']) => text);
  const [first = ''] = quoted;
  if (message.startsWith('missing required args'))
    return `${first.split(' ')[0] ?? 'the command'} needs the name of a file. ${SEE}`;
  if (message.startsWith('Unknown option')) return `there is no option ${first} here. ${SEE}`;
  if (message.startsWith('Unused args'))
    return `one file at a time: ${quoted.join(', ')} is one too many. ${SEE}`;
  if (message.startsWith('option') && message.includes('value is missing'))
    return `${first.split(' ')[0] ?? 'an option'} needs a value. ${SEE}`;
  return message;
}
