import { fail, type Problem } from '../../errors/problem.ts';

/** A word of the catalogue that there is not. */
export function unknown(what: string, id: string, path: string): Problem {
  return fail('unknown-kind', `There is no ${what} "${id}".`, path).problem;
}

/** A record that lies under another id than its own. */
export function misfiled(path: string, id: string): Problem {
  return fail('id-mismatch', `Its own id is "${id}".`, path).problem;
}
