/** Something that is printed or taken out for sewing. */
import type { Result } from '../errors/problem.ts';
import { hasSeveralPanels, panelsOf } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
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
  /** Only what is about this panel; missing: all of them. */
  readonly panelId?: string;
}

/** The panels that a print is about. */
export function printedPanels(
  plan: Pick<Plan, 'panels'>,
  { panelId }: Pick<PrintSetting, 'panelId'>,
): readonly Panel[] {
  return panelsOf(plan).filter(({ id }) => panelId === undefined || id === panelId);
}

export interface PrintKind {
  readonly id: string;
  readonly title: string;
  /** What it is good for, in a sentence. */
  readonly help: string;
  /** Yields the share done, 0 to 1; refuses in clear words what cannot be printed. */
  make(plan: Plan, setting: PrintSetting): Generator<number, Result<readonly PrintFile[]>>;
}

/** What tells the files of several panels apart: `-front-2`; nothing where there is one panel. */
export function panelSuffix(plan: Pick<Plan, 'panels'>, panel: Panel): string {
  if (!hasSeveralPanels(plan)) return '';
  const wordOf = ({ name }: Panel): string =>
    name
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replaceAll(/^-|-$/g, '');
  const alike = panelsOf(plan).filter((one) => wordOf(one) === wordOf(panel));
  const word = wordOf(panel);
  return `-${word}${alike.length > 1 || word === '' ? `-${alike.indexOf(panel) + 1}` : ''}`;
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
