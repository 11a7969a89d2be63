/** The sheet as pages: what to gather, what to cut, what to do with small drawings and boxes to tick, and the label. */

import type { Piece } from '../pieces/piece.ts';
import type { Plan } from '../plan/schema.ts';
import { moved } from './clip-items.ts';
import { cutList } from './cut-list.ts';
import { finishedOnSheet } from './finished-drawing.ts';
import { amountWords, GATHER_GROUPS } from './gather.ts';
import { textWidthMm } from './letter-widths.ts';
import { expectedSeconds, formatWorkTime, type Pace, UNKNOWN_PACE } from './pace.ts';
import { type Paper, paperOf } from './papers.ts';
import { isRoundDone, isTickDone, type Round, roundsOf } from './rounds.ts';
import { makeSheet, type SewingSheet } from './sewing-sheet.ts';
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { keptTogether } from './sheet-names.ts';
import type { SewingStep } from './step.ts';
import { StepArtist, type StepDrawing } from './step-drawing.ts';
import { printedStops, type StopWarnings } from './stop-warnings.ts';
import { labelDrawing, labelHeightMm } from './wash-label.ts';
import { wrapText } from './wrap-text.ts';

const MARGIN_MM = 16;
/** As large as the text of a book: it is read at arm's length. */
const TEXT_MM = 3.7;
const LINE_MM = 5.1;
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
  /** Beside the drawing stand so many blocks: this one and those that follow. */
  readonly besideCount?: number;
  /** Boxes under it, each with its word. */
  readonly ticks?: readonly string[];
}

/** A sheet of more drawings than this is written without: it would fill more than 250 pages, or a file of many megabytes. */
const MOST_DRAWINGS = 1000;

/** The artist of a sheet; null where it has so many drawings that it is written without. */
export function artistFor(plan: Plan, { steps }: Pick<SewingSheet, 'steps'>): StepArtist | null {
  return steps.filter(isDrawn).length <= MOST_DRAWINGS ? new StepArtist(plan) : null;
}

/** So many lines of a thread share a drawing: of more, none would be told apart. */
const LINES_IN_DRAWING = 4;

/** Rounds that share a drawing: what is done with one thread, one after the other, and every other one by itself. */
function drawnTogether(rounds: readonly Round[], pieces: readonly Piece[]): ReadonlyArray<readonly Round[]> {
  const pieceOfRun = new Map(
    pieces.flatMap((piece) => piece.runs.map(({ run }) => [run.id, piece.id] as const)),
  );
  const threadOf = ({ id, ticks, runIds }: Round): string | null =>
    ticks.length === 1 && /^(cut|start|sew|finish|test:piece):/.test(id)
      ? (pieceOfRun.get(runIds[0] ?? '') ?? id.slice(id.lastIndexOf(':') + 1))
      : null;
  const groups: { readonly thread: string | null; readonly rounds: Round[] }[] = [];
  for (const round of rounds) {
    const thread = threadOf(round);
    const last = groups.at(-1);
    const lines = last?.rounds.filter(isDrawn).length ?? 0;
    const isFull = isDrawn(round) && lines >= LINES_IN_DRAWING;
    if (last !== undefined && thread !== null && last.thread === thread && !isFull) last.rounds.push(round);
    else groups.push({ thread, rounds: [round] });
  }
  return groups.map((group) => group.rounds);
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
  const rounds = roundsOf(sheet.steps);
  let heading = '';
  let done = 0;
  for (const drawn of drawnTogether(rounds, sheet.pieces)) {
    const [first] = drawn;
    if (first !== undefined && first.heading !== heading) {
      heading = first.heading;
      blocks.push({ text: heading, bold: true, spaceBeforeMm: 4 });
    }
    blocks.push(...roundBlocks(plan, drawn, done, artist));
    done += drawn.length;
    if (done % 20 < drawn.length) yield 0.3 + (0.6 * done) / rounds.length;
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
  if (open.length > 0) {
    yield { text: 'Still to be put right before sewing', bold: true };
    for (const text of printedStops({ open })) yield { text: `! ${text}`, bold: true, indentMm: 2 };
  }
  if (accepted.length > 0) {
    yield { text: 'Known, and left as it is', bold: true, spaceBeforeMm: 3 };
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
  for (const { title, length, inCloth, sum } of cutList(plan, sheet.pieces)) {
    yield { text: `${title}: ${length}`, box: true, keepsNext: true };
    yield { text: `in the cloth ${inCloth}; in mm: ${sum}`, indentMm: 7 };
  }
  const seconds = sheet.steps.reduce((sum, step) => sum + expectedSeconds(step.work, pace), 0);
  yield {
    text: `${roundsOf(sheet.steps).length} steps, ${formatWorkTime(seconds)} in all.`,
    bold: true,
    spaceBeforeMm: 4,
  };
}

/** Whether a step, or a round with such a step, has a drawing on paper: where something is sewn, laid, curled or patched. */
function isDrawn(step: Pick<SewingStep, 'id'> & Partial<Pick<Round, 'ticks'>>): boolean {
  const steps = step.ticks?.flatMap((tick) => tick.steps) ?? [step];
  return steps.some(({ id }) => /^(sew|patch|joint|prepare:curl):/.test(id));
}

/** Rounds with the drawing that they share beside them; `before` so many rounds came before. */
function roundBlocks(
  plan: Plan,
  rounds: readonly Round[],
  before: number,
  artist: StepArtist | null,
): readonly Block[] {
  const drawing = artist === null ? null : drawingOf(artist, rounds, DRAWING_MM.width, DRAWING_MM.height);
  return rounds.flatMap((round, i): readonly Block[] => {
    const chance =
      round.lastChance === null ? [] : [{ text: round.lastChance, bold: true, indentMm: 7, keepsNext: true }];
    const isDone = isRoundDone(plan, round) ? ' (done)' : '';
    const ticks = round.ticks.length === 1 ? [] : round.ticks;
    return [
      ...chance,
      {
        text: `${before + i + 1}. ${round.text}${isDone}`,
        box: ticks.length === 0,
        ...(ticks.length === 0 ? {} : { indentMm: 7 }),
        drawing: i === 0 ? drawing : null,
        ...(i === 0 && drawing !== null ? { besideCount: rounds.length } : {}),
        ticks: ticks.map(
          (tick) => `${tick.words}${isTickDone(plan, tick) && isDone === '' ? ' (done)' : ''}`,
        ),
      },
    ];
  });
}

/** One drawing of all that rounds are about; null where nothing of them is drawn. */
export function drawingOf(
  artist: StepArtist,
  rounds: readonly Round[],
  widthMm: number,
  heightMm: number,
): StepDrawing | null {
  const drawn = rounds.filter(isDrawn);
  const [first] = drawn;
  if (first === undefined) return null;
  const about = {
    id: first.id,
    partIds: [...new Set(drawn.flatMap(({ partIds }) => partIds))],
    runIds: [...new Set(drawn.flatMap(({ runIds }) => runIds))],
  };
  return artist.draw(about, widthMm, heightMm);
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
  const finished = finishedOnSheet(plan, paper.widthMm - 2 * MARGIN_MM);
  if (finished !== null) {
    writer.put(finished.items.map((item) => moved(item, { x: MARGIN_MM, y: writer.y })));
    writer.y += finished.heightMm + 4;
  }
  for (let i = 0; i < blocks.length; ) {
    // A heading takes along what stands under it, a drawing all that stands beside it.
    let end = i;
    while (blocks[end]?.bold === true || blocks[end]?.keepsNext === true) end += 1;
    end += blocks[end]?.besideCount ?? 1;
    putBlocks(writer, blocks.slice(i, end));
    i = end;
  }
  if (!writer.hasRoomFor(labelHeightMm(plan) + 12)) writer.startPage();
  const at = { x: MARGIN_MM, y: writer.y + 6 };
  writer.put([
    { kind: 'text', at, text: 'Label, to cut out and keep with the piece', sizeMm: TEXT_MM, bold: true },
    ...labelDrawing(plan).map((item) => moved(item, { x: at.x, y: at.y + 4 })),
  ]);
  return writer;
}

/** A block as it is set: its lines, its boxes, and the height it takes. */
interface SetBlock {
  readonly block: Block;
  readonly indent: number;
  readonly lines: readonly string[];
  readonly ticks: readonly TickPlace[];
  readonly heightMm: number;
}

interface TickPlace {
  readonly words: string;
  readonly x: number;
  /** Down from the first line. */
  readonly y: number;
}

/** Blocks that stay on one page where they can, with a drawing beside those that follow it; most are one block, and most have none. */
function putBlocks(writer: PageWriter, blocks: readonly Block[]): void {
  const { paper } = writer;
  const at = blocks.findIndex(({ drawing }) => drawing !== null && drawing !== undefined);
  const drawing = blocks[at]?.drawing ?? null;
  const full = paper.widthMm - MARGIN_MM;
  const set: SetBlock[] = [];
  let below = 0;
  let drawnFrom = 0;
  for (const [i, block] of blocks.entries()) {
    below += block.spaceBeforeMm ?? 0;
    if (i === at) drawnFrom = below;
    // What stands lower than the drawing has the whole width again.
    const isBeside = drawing !== null && i >= at && below - drawnFrom < DRAWING_MM.height;
    const one = setBlock(block, isBeside ? full - DRAWING_MM.width - 4 : full);
    set.push(one);
    below += one.heightMm;
  }
  const height = Math.max(below, drawing === null ? 0 : drawnFrom + DRAWING_MM.height + 3);
  if (!writer.hasRoomFor(height)) writer.startPage();
  const top = writer.y + drawnFrom;
  const first = writer.pages.length;
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
  for (const one of set) {
    writer.y += one.block.spaceBeforeMm ?? 0;
    // What is longer than a page goes on over it; its drawing stays where it began.
    if (!writer.hasRoomFor(one.heightMm)) writer.startPage();
    putBlock(writer, one);
  }
  if (drawing !== null && writer.pages.length === first)
    writer.y = Math.max(writer.y, top + DRAWING_MM.height + 3);
}

function setBlock(block: Block, right: number): SetBlock {
  const indent = MARGIN_MM + (block.indentMm ?? 0) + (block.box === true ? 7 : 0);
  const lines = wrapText(keptTogether(block.text), right - indent, TEXT_MM);
  const ticks = placeTicks(block.ticks ?? [], indent, right, lines.length * LINE_MM);
  const lastTick = ticks.at(-1);
  const heightMm = lastTick === undefined ? lines.length * LINE_MM : lastTick.y + LINE_MM + 0.6;
  return { block, indent, lines, ticks, heightMm };
}

/** Boxes with their words in columns as wide as the longest of them asks for. */
function placeTicks(
  ticks: readonly string[],
  left: number,
  right: number,
  below: number,
): readonly TickPlace[] {
  const columnMm = Math.min(
    right - left,
    12 + Math.max(0, ...ticks.map((words) => textWidthMm(words, TEXT_MM))),
  );
  const columns = Math.max(1, Math.floor((right - left) / columnMm));
  return ticks.map((words, i) => ({
    words: wrapText(words, columnMm - 6, TEXT_MM)[0] ?? '',
    x: left + (i % columns) * columnMm,
    y: below + 0.6 + Math.floor(i / columns) * LINE_MM,
  }));
}

function putBlock(writer: PageWriter, { block, indent, lines, ticks, heightMm }: SetBlock): void {
  const top = writer.y;
  if (block.box === true) writer.put([tickBox({ x: MARGIN_MM + (block.indentMm ?? 0), y: top })]);
  const isBold = block.bold === true ? { bold: true } : {};
  for (const [i, text] of lines.entries())
    writer.put([{ kind: 'text', at: { x: indent, y: top + i * LINE_MM }, text, sizeMm: TEXT_MM, ...isBold }]);
  for (const { words, x, y } of ticks)
    writer.put([
      tickBox({ x, y: top + y }),
      { kind: 'text', at: { x: x + 5.5, y: top + y }, text: words, sizeMm: TEXT_MM },
    ]);
  writer.y = top + heightMm;
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
