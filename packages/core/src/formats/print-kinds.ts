/** The prints. A new one is one file in `prints/` and one line here. */
import { fail, type Result, succeed } from '../errors/problem.ts';
import type { PrintKind } from './print-kind.ts';
import { cuttingPrint } from './prints/cutting.ts';
import { finishedPrint } from './prints/finished.ts';
import { firstStepsPrint } from './prints/first-steps.ts';
import { gatherPrint } from './prints/gather.ts';
import { htmlPrint } from './prints/html.ts';
import { labelsPrint } from './prints/labels.ts';
import { patternPrint } from './prints/pattern.ts';
import { patternSvgPrint } from './prints/pattern-svg.ts';
import { sheetPrint } from './prints/sheet.ts';
import { stitchJsonPrint, stitchSvgPrint } from './prints/stitches.ts';

export const PRINT_KINDS: readonly PrintKind[] = [
  patternPrint,
  sheetPrint,
  htmlPrint,
  labelsPrint,
  patternSvgPrint,
  cuttingPrint,
  stitchSvgPrint,
  stitchJsonPrint,
  finishedPrint,
  gatherPrint,
  firstStepsPrint,
];

if (new Set(PRINT_KINDS.map(({ id }) => id)).size !== PRINT_KINDS.length)
  throw new RangeError('print-kinds: two prints have the same id');

/** The print with this id, or a refusal that names those there are. */
export function printNamed(id: string): Result<PrintKind> {
  const kind = PRINT_KINDS.find((one) => one.id === id);
  return kind === undefined
    ? fail('print-unknown', `("${id}") There are: ${PRINT_KINDS.map((one) => one.id).join(', ')}.`)
    : succeed(kind);
}
