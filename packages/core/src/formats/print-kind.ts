/** Something that is printed or taken out for sewing. */
import type { Result } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import type { Pace } from '../sewing/pace.ts';
import type { PdfFonts } from './pdf.ts';

export interface PrintFile {
  /** Goes behind the plan's name: `-pattern.pdf`. */
  readonly suffix: string;
  readonly mime: string;
  readonly data: string | Uint8Array;
}

export interface PrintSetting {
  readonly pace: Pace;
  readonly fonts: PdfFonts;
}

export interface PrintKind {
  readonly id: string;
  readonly title: string;
  /** What it is good for, in a sentence. */
  readonly help: string;
  /** Yields the share done, 0 to 1; refuses in clear words what cannot be printed. */
  make(plan: Plan, setting: PrintSetting): Generator<number, Result<readonly PrintFile[]>>;
}

/** A print that is made at once. */
export function atOnce(
  make: (plan: Plan, setting: PrintSetting) => Result<readonly PrintFile[]>,
): PrintKind['make'] {
  return function* makeAtOnce(plan, setting) {
    yield 0;
    return make(plan, setting);
  };
}
