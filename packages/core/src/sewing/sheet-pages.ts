/** The sheet as pages: what to gather, what to cut, what to do with small drawings and boxes to tick, and the label. */

import type { Piece } from '../pieces/piece.ts';
import { isTicked } from '../plan/progress.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { formatLength } from '../units/length.ts';
import { moved } from './clip-items.ts';
import { amountWords, GATHER_GROUPS } from './gather.ts';
import { expectedSeconds, formatWorkTime, type Pace, UNKNOWN_PACE } from './pace.ts';
import { type Paper, paperOf } from './papers.ts';
import { makeSheet, type SewingSheet } from './sewing-sheet.ts';
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { keptTogether } from './sheet-names.ts';
import type { SewingStep } from './step.ts';
import { StepArtist, type StepDrawing } from './step-drawing.ts';
import { printedStops, type StopWarnings } from './stop-warnings.ts';
import { labelDrawing, labelHeightMm } from './wash-label.ts';
import { wrapText } from './wrap-text.ts';

const MARGIN_MM = 18;
const TEXT_MM = 4;
const LINE_MM = 5.6;
const DRAWING_MM = { width: 58, height: 34 } as const;

export const NO_WARNINGS: StopWarnings = { open: [], accepted: [] };

interface Block {
  readonly text: string;
  readonly bold?: boolean;
  readonly box?: boolean;
  readonly indentMm?: number;
  readonly spaceBeforeMm?: number;
  /** Stays on one page with the block after it. */
  readonly keepsNext?: boolean;
  readonly drawing?: StepDrawing | null;
}

/** A sheet of more drawings than this is written without: it would fill more than 250 pages, or a file of many megabytes. */
const MOST_DRAWINGS = 1000;

/** The artist of a sheet; null where it has so many drawings that it is written without. */
export function artistFor(plan: Plan, { steps }: Pick<SewingSheet, 'steps'>): StepArtist | null {
  return steps.filter(isDrawn).length <= MOST_DRAWINGS ? new StepArtist(plan) : null;
}

/** What such a sheet says in place of its drawings. */
export const TOO_MANY_DRAWINGS =
  'With so many lines this sheet has no small drawings. Every step shows its drawing on the screen, in the Sew stage.';

export interface SheetPrint {
  readonly warnings?: StopWarnings;
  readonly paper?: Paper;
  readonly pace?: Pace;
  readonly sheet?: SewingSheet;
}

/** The pages of the sheet, numbered. */
export function sheetPages(plan: Plan, print: SheetPrint = {}): readonly SheetPage[] {
  const work = makeSheetPages(plan, print);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `sheetPages`; yields the share done, 0 to 1. */
export function* makeSheetPages(plan: Plan, print: SheetPrint = {}): Generator<number, readonly SheetPage[]> {
  const { warnings = NO_WARNINGS, paper = paperOf(plan), pace = UNKNOWN_PACE } = print;
  const sheet = print.sheet ?? (yield* partOf(makeSheet(plan), 0.3));
  yield 0.3;
  const blocks = [...headBlocks(plan, sheet, warnings, pace)];
  const artist = artistFor(plan, sheet);
  if (artist === null) blocks.push({ text: TOO_MANY_DRAWINGS });
  let group = '';
  for (const [i, step] of sheet.steps.entries()) {
    if (step.group !== group) {
      group = step.group;
      blocks.push({ text: group, bold: true, spaceBeforeMm: 4 });
    }
    blocks.push(...stepBlocks(plan, step, i, artist));
    if (i % 20 === 0) yield 0.3 + (0.6 * i) / sheet.steps.length;
  }
  return numbered(paginate(plan, blocks, paper));
}

/** Work that is so large a share of another. */
function* partOf<T>(work: Generator<number, T>, share: number): Generator<number, T> {
  for (let step = work.next(); ; step = work.next()) {
    if (step.done === true) return step.value;
    yield step.value * share;
  }
}

function* headBlocks(
  plan: Plan,
  sheet: SewingSheet,
  { open, accepted }: StopWarnings,
  pace: Pace,
): Generator<Block> {
  const { unit } = plan.habits;
  if (open.length > 0) {
    yield { text: 'Still to be put right before sewing', bold: true };
    for (const text of printedStops({ open })) yield { text: `! ${text}`, bold: true, indentMm: 2 };
  }
  if (accepted.length > 0) {
    yield { text: 'Stops this plan lives with', bold: true, spaceBeforeMm: 3 };
    for (const { message, reason } of accepted)
      yield { text: `! ${message} Accepted: ${reason}.`, bold: true, indentMm: 2 };
  }
  yield { text: 'Cautions', bold: true, spaceBeforeMm: 4 };
  for (const caution of sheet.cautions) yield { text: caution.text, indentMm: 2 };
  for (const { text } of sheet.unfollowed) yield { text, indentMm: 2 };
  const kits = plan.kits.count === 1 ? '' : ` for ${plan.kits.count} kits`;
  for (const group of GATHER_GROUPS) {
    const items = sheet.gather.filter((item) => item.group === group);
    if (items.length === 0) continue;
    yield { text: `Gather${kits}: ${group.toLowerCase()}`, bold: true, spaceBeforeMm: 4 };
    for (const item of items) yield { text: `${item.what}: ${amountWords(item)}`, box: true };
  }
  yield { text: plan.kits.count === 1 ? 'Cut' : 'Cut, for one kit', bold: true, spaceBeforeMm: 4 };
  for (const [i, piece] of sheet.pieces.entries()) {
    const thread = maybeThreadKind(piece.threadId)?.title ?? piece.threadId;
    const sum = piece.addends.map((addend) => `${addend.what} ${Math.round(addend.mm)}`).join(' + ');
    const lengths = piece.lengthsMm.map((mm) => formatLength(mm, unit, 0)).join(' + ');
    yield { text: `Piece ${i + 1}: ${lengths} of ${thread}${cutNote(piece)}`, box: true, keepsNext: true };
    yield {
      text: `in the cloth ${formatLength(piece.netMm, unit, 0)}; in mm: ${sum}`,
      indentMm: 7,
    };
  }
  const seconds = sheet.steps.reduce((sum, step) => sum + expectedSeconds(step.work, pace), 0);
  yield {
    text: `${sheet.steps.length} steps, ${formatWorkTime(seconds)} in all.`,
    bold: true,
    spaceBeforeMm: 4,
  };
}

/** How a piece is not cut from the spool: wound on a bobbin; nothing for thread and what is laid. */
export function cutNote({ manner }: Pick<Piece, 'manner'>): string {
  return manner === 'machine' ? ', wound on the bobbin' : '';
}

/** Whether a step has a drawing on paper: where something is sewn, laid, curled or patched. */
export function isDrawn(step: Pick<SewingStep, 'id'>): boolean {
  return /^(sew|patch|joint|prepare:curl):/.test(step.id);
}

function stepBlocks(plan: Plan, step: SewingStep, i: number, artist: StepArtist | null): readonly Block[] {
  const chance =
    step.lastChance === null ? [] : [{ text: step.lastChance, bold: true, indentMm: 7, keepsNext: true }];
  const isDone = isTicked(plan, step.id) ? ' (done)' : '';
  const drawing = isDrawn(step) ? artist?.draw(step, DRAWING_MM.width, DRAWING_MM.height) : null;
  return [...chance, { text: `${i + 1}. ${step.text}${isDone}`, box: true, drawing: drawing ?? null }];
}

class PageWriter {
  readonly pages: DrawItem[][] = [];
  private items: DrawItem[] = [];
  private readonly name: string;
  readonly paper: Paper;
  y = 0;

  constructor(name: string, paper: Paper) {
    this.name = name;
    this.paper = paper;
    this.startPage();
  }

  startPage(): void {
    this.items = [];
    this.pages.push(this.items);
    const name = wrapText(this.name, this.paper.widthMm - 2 * MARGIN_MM - 60, 6)[0] ?? '';
    this.items.push({ kind: 'text', at: { x: MARGIN_MM, y: MARGIN_MM }, text: name, sizeMm: 6, bold: true });
    this.y = MARGIN_MM + 10;
  }

  hasRoomFor(heightMm: number): boolean {
    return this.y + heightMm <= this.paper.heightMm - MARGIN_MM;
  }

  put(items: readonly DrawItem[]): void {
    this.items.push(...items);
  }
}

function paginate(plan: Plan, blocks: readonly Block[], paper: Paper): PageWriter {
  const writer = new PageWriter(plan.name, paper);
  for (const block of blocks) putBlock(writer, block);
  if (!writer.hasRoomFor(labelHeightMm(plan) + 12)) writer.startPage();
  const at = { x: MARGIN_MM, y: writer.y + 6 };
  writer.put([
    { kind: 'text', at, text: 'Label, to cut out and keep with the piece', sizeMm: TEXT_MM, bold: true },
    ...labelDrawing(plan).map((item) => moved(item, { x: at.x, y: at.y + 4 })),
  ]);
  return writer;
}

function putBlock(writer: PageWriter, block: Block): void {
  const { paper } = writer;
  const indent = MARGIN_MM + (block.indentMm ?? 0) + (block.box === true ? 7 : 0);
  const drawing = block.drawing ?? null;
  const beside = drawing === null ? 0 : DRAWING_MM.width + 4;
  const wrapped = wrapText(keptTogether(block.text), paper.widthMm - MARGIN_MM - indent - beside, TEXT_MM);
  const height = Math.max(wrapped.length * LINE_MM, drawing === null ? 0 : DRAWING_MM.height + 3);
  const space = block.spaceBeforeMm ?? 0;
  // A heading takes the block after it along.
  const needed = block.bold === true || block.keepsNext === true ? height + 2 * LINE_MM : height;
  if (!writer.hasRoomFor(space + needed)) writer.startPage();
  writer.y += space;
  const top = writer.y;
  if (block.box === true) writer.put([tickBox({ x: MARGIN_MM + (block.indentMm ?? 0), y: top })]);
  for (const [i, text] of wrapped.entries())
    writer.put([
      {
        kind: 'text',
        at: { x: indent, y: top + i * LINE_MM },
        text,
        sizeMm: TEXT_MM,
        ...(block.bold === true ? { bold: true } : {}),
      },
    ]);
  if (drawing !== null) {
    const corner = { x: paper.widthMm - MARGIN_MM - DRAWING_MM.width, y: top - 3.6 };
    writer.put([
      ...drawing.items.map((item) => moved(item, corner)),
      {
        kind: 'line',
        points: boxPoints(corner, DRAWING_MM.width, DRAWING_MM.height),
        widthMm: 0.1,
        closed: true,
        grey: 0.6,
      },
    ]);
  }
  writer.y = top + height;
}

function tickBox(at: { readonly x: number; readonly y: number }): DrawItem {
  return {
    kind: 'line',
    points: boxPoints({ x: at.x, y: at.y - 3.2 }, 3.6, 3.6),
    widthMm: 0.25,
    closed: true,
  };
}

function boxPoints({ x, y }: { readonly x: number; readonly y: number }, width: number, height: number) {
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

function numbered({ pages, paper }: PageWriter): readonly SheetPage[] {
  return pages.map((items, i) => ({
    widthMm: paper.widthMm,
    heightMm: paper.heightMm,
    title: `Sewing sheet, page ${i + 1}`,
    items: [
      ...items,
      {
        kind: 'text',
        at: { x: paper.widthMm - MARGIN_MM, y: MARGIN_MM },
        text: `sewing sheet, page ${i + 1} of ${pages.length}`,
        sizeMm: 4,
        anchor: 'end',
      },
    ],
  }));
}
