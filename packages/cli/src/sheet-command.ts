/** `sashiko sheet FILE --out FILE.pdf`: the sheet, the pattern and the other prints, as files. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { extname } from 'node:path';
import { describeToMaker, expectOk } from '@sashiko/core/errors/problem';
import type { PdfFonts } from '@sashiko/core/formats/pdf';
import { printNamed } from '@sashiko/core/formats/print-kinds';
import { applyEdit } from '@sashiko/core/plan/edit';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { UNKNOWN_PACE } from '@sashiko/core/sewing/pace';
import { paperNamed } from '@sashiko/core/sewing/papers';
import { panelNamed } from '@sashiko/core/sewing/steps-on-panel';
import { stopWarnings } from '@sashiko/core/sewing/stop-warnings';
import type { CommandAnswer, CommandOptions } from './command.ts';

/** What an ending means when nothing else is said. */
const KIND_BY_ENDING: Readonly<Record<string, string>> = {
  '.pdf': 'sheet',
  '.html': 'html',
  '.svg': 'pattern-svg',
  '.json': 'stitches-json',
  '.csv': 'gather',
};

/** Writes a print to `--out`. Status 1 when the plan has stops that are still open: they print at its top. */
export function sheetCommand(plan: Plan, { out, as, paper, panel }: CommandOptions): CommandAnswer {
  if (out === undefined) throw new Error('name the file to write: --out FILE.pdf');
  const ending = extname(out).toLowerCase();
  const id = as ?? KIND_BY_ENDING[ending];
  if (id === undefined)
    throw new Error(
      `what ${ending === '' ? 'a file without an ending' : ending} is to hold is not known: add --as sheet, or end it in ${Object.keys(KIND_BY_ENDING).join(', ')}`,
    );
  const kind = printNamed(id);
  if (!kind.ok) throw new Error(describeToMaker(kind.problem));
  const printed = paper === undefined ? plan : onPaper(plan, paper);
  const work = kind.value.make(printed, {
    pace: UNKNOWN_PACE,
    fonts: sheetFonts(),
    ...(panel === undefined ? {} : { panelId: idOfPanel(plan, panel) }),
  });
  let step = work.next();
  while (step.done !== true) step = work.next();
  if (!step.value.ok) throw new Error(describeToMaker(step.value.problem));
  const files = step.value.value.map(({ suffix, data }, i) => ({
    // Where one print is several files, the later ones are named after what they hold.
    path: i === 0 ? out : `${out.slice(0, out.length - ending.length)}${suffix}`,
    data,
  }));
  const stops = stopWarnings(plan).open.length;
  const words = `${kind.value.title} written to ${files.map(({ path }) => path).join(', ')}.\n`;
  return stops === 0
    ? { output: words, files }
    : { output: `${words}${stops} findings are to be put right before sewing.\n`, files, status: 1 };
}

/** The id of a panel by its name or id; an error that names those there are. */
function idOfPanel(plan: Plan, words: string): string {
  const id = panelNamed(plan, words);
  if (id !== undefined) return id;
  const names = panelsOf(plan).map(({ name }) => name);
  throw new Error(
    `there is no panel “${words}”; there ${names.length === 1 ? 'is' : 'are'} ${names.join(', ')}`,
  );
}

function onPaper(plan: Plan, id: string): Plan {
  const paper = paperNamed(id);
  if (!paper.ok) throw new Error(describeToMaker(paper.problem));
  return applyEdit(plan, expectOk(changeHabits(plan, { paper: paper.value.id })));
}

function sheetFonts(): PdfFonts {
  const { resolve } = createRequire(import.meta.url);
  const font = (name: string): Uint8Array => readFileSync(resolve(`source-sans/TTF/SourceSans3-${name}.ttf`));
  return { regular: font('Regular'), bold: font('Semibold') };
}
