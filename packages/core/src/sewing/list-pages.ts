/** The sheet in words: what to gather, what to cut, what to do, with boxes to tick. */

import { cautionsFor } from '../checks/cautions.ts';
import { cutPieces } from '../nets/pieces.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { formatLength } from '../units/length.ts';
import { gatherList } from './gather.ts';
import { A4, type DrawItem, type Paper, type SheetPage } from './sheet-drawing.ts';
import { sewingSteps } from './steps.ts';

const MARGIN_MM = 18;
const TEXT_MM = 4;
const LINE_MM = 5.6;
/** Average width of a letter of the text face as a share of its size, a little high so that lines never run over. */
const LETTER_WIDTH = 0.5;

interface Line {
  readonly text: string;
  readonly bold?: boolean;
  readonly box?: boolean;
  readonly indentMm?: number;
  readonly spaceBeforeMm?: number;
  /** Stays on one page with the line after it. */
  readonly keepsNext?: boolean;
}

/** The pages of the sheet. Findings of severity stop that are still there are the caller's to print first, as `warnings`. */
export function listPages(
  plan: Plan,
  warnings: readonly string[] = [],
  paper: Paper = A4,
): readonly SheetPage[] {
  return paginate(plan, linesOf(plan, warnings), paper);
}

function linesOf(plan: Plan, warnings: readonly string[]): readonly Line[] {
  const { unit } = plan.habits;
  const pieces = cutPieces(plan);
  const lines: Line[] = [];
  if (warnings.length > 0) {
    lines.push({ text: 'Still to be put right before sewing', bold: true });
    for (const warning of warnings) lines.push({ text: `! ${warning}`, bold: true, indentMm: 2 });
  }
  lines.push({ text: 'Cautions', bold: true, spaceBeforeMm: 4 });
  for (const caution of cautionsFor(plan)) lines.push({ text: caution.text, indentMm: 2 });
  lines.push({ text: 'Gather', bold: true, spaceBeforeMm: 4 });
  for (const item of gatherList(plan, pieces))
    lines.push({ text: `${item.what}: ${item.amount}`, box: true });
  lines.push({ text: 'Cut', bold: true, spaceBeforeMm: 4 });
  for (const [i, piece] of pieces.entries()) {
    const thread = maybeThreadKind(piece.threadId)?.title ?? piece.threadId;
    const sum = piece.addends.map((addend) => `${addend.what} ${Math.round(addend.mm)}`).join(' + ');
    lines.push({
      text: `Piece ${i + 1}: ${formatLength(piece.cutMm, unit, 0)} of ${thread}`,
      box: true,
      keepsNext: true,
    });
    lines.push({ text: `in the cloth ${formatLength(piece.netMm, unit, 0)}; in mm: ${sum}`, indentMm: 7 });
  }
  let group = '';
  for (const [i, step] of sewingSteps(plan, pieces).entries()) {
    if (step.group !== group) {
      group = step.group;
      lines.push({ text: group, bold: true, spaceBeforeMm: 4 });
    }
    lines.push({ text: `${i + 1}. ${step.text}`, box: true });
  }
  return lines;
}

function paginate(plan: Plan, lines: readonly Line[], paper: Paper): readonly SheetPage[] {
  const pages: DrawItem[][] = [];
  let items: DrawItem[] = [];
  let y = 0;
  const startPage = (): void => {
    items = [];
    pages.push(items);
    items.push({ kind: 'text', at: { x: MARGIN_MM, y: MARGIN_MM }, text: plan.name, sizeMm: 6, bold: true });
    items.push({
      kind: 'text',
      at: { x: paper.widthMm - MARGIN_MM, y: MARGIN_MM },
      text: `sewing sheet, page ${pages.length}`,
      sizeMm: 4,
      anchor: 'end',
    });
    y = MARGIN_MM + 10;
  };
  startPage();
  for (const line of lines) {
    const indent = MARGIN_MM + (line.indentMm ?? 0) + (line.box === true ? 7 : 0);
    const wrapped = wrapText(line.text, paper.widthMm - MARGIN_MM - indent, TEXT_MM);
    const height = (line.spaceBeforeMm ?? 0) + wrapped.length * LINE_MM;
    // A heading takes the line after it along.
    const needed = line.bold === true || line.keepsNext === true ? height + 2 * LINE_MM : height;
    if (y + needed > paper.heightMm - MARGIN_MM) startPage();
    y += line.spaceBeforeMm ?? 0;
    if (line.box === true) {
      const left = MARGIN_MM + (line.indentMm ?? 0);
      const corners = [
        { x: left, y: y - 3.2 },
        { x: left + 3.6, y: y - 3.2 },
        { x: left + 3.6, y: y + 0.4 },
        { x: left, y: y + 0.4 },
      ];
      items.push({ kind: 'line', points: corners, widthMm: 0.25, closed: true });
    }
    for (const text of wrapped) {
      items.push({
        kind: 'text',
        at: { x: indent, y },
        text,
        sizeMm: TEXT_MM,
        ...(line.bold === true ? { bold: true } : {}),
      });
      y += LINE_MM;
    }
  }
  return pages.map((pageItems, i) => ({
    widthMm: paper.widthMm,
    heightMm: paper.heightMm,
    title: `Sewing sheet, page ${i + 1}`,
    items: pageItems,
  }));
}

/** Breaks a text into lines of at most `widthMm`, by an estimate of letter widths; very long words are cut. */
export function wrapText(text: string, widthMm: number, sizeMm: number): readonly string[] {
  const most = Math.max(8, Math.floor(widthMm / (sizeMm * LETTER_WIDTH)));
  const lines: string[] = [];
  let line = '';
  for (const word of text
    .split(' ')
    .flatMap((long) => long.match(new RegExp(`.{1,${most}}`, 'gu')) ?? [''])) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (longer.length > most && line !== '') {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return [...lines, line];
}
