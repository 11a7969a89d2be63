/** Writes drawing data as PDF, true to scale. No DOM: it runs in browsers, workers and on the command line. */
import PDFDocument from 'pdfkit';
import type { DrawItem, SheetPage } from '../sewing/sheet-drawing.ts';

/** Font files as bytes: the caller loads them, the core reads no files. They must hold Ω, −, × and “”. */
export interface PdfFonts {
  readonly regular: Uint8Array;
  readonly bold: Uint8Array;
}

/** One point of type is 1/72 inch (standard). */
const POINTS_PER_MM = 72 / 25.4;

/** A coordinate is written to a thousandth of a millimetre. */
const PARTS_PER_MM = 1000;

/** The bytes of a PDF with the given pages. `title` goes into its properties. Throws RangeError without pages. */
export function writePdf(pages: readonly SheetPage[], title: string, fonts: PdfFonts): Uint8Array {
  const work = makePdf(pages, title, fonts);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

/** As `writePdf`; yields the share done, 0 to 1, after each page. */
export function* makePdf(
  pages: readonly SheetPage[],
  title: string,
  fonts: PdfFonts,
): Generator<number, Uint8Array> {
  if (pages.length === 0) throw new RangeError('writePdf: there are no pages');
  const chunks: Uint8Array[] = [];
  const pdf = new (collecting(chunks))({
    autoFirstPage: false,
    // No font but ours: those that every reader of PDFs has are not brought along.
    font: null as unknown as string,
    // A fixed date keeps the same plan the same file; the file's own id follows from it.
    info: {
      Title: title,
      Creator: 'Sashiko',
      Producer: 'Sashiko',
      // biome-ignore lint/style/noRestrictedGlobals: a date that is given, not the clock
      CreationDate: new Date('2000-01-01T00:00:00Z'),
    },
  });
  pdf.registerFont('regular', fonts.regular);
  pdf.registerFont('bold', fonts.bold);
  for (const [i, { widthMm, heightMm, items }] of pages.entries()) {
    pdf.addPage({ size: [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM], margin: 0 });
    pdf.scale(POINTS_PER_MM);
    const pen = new Pen(pdf);
    for (const item of items) drawItem(pdf, pen, item);
    yield (0.8 * (i + 1)) / pages.length;
  }
  pdf.end();
  return joined(chunks);
}

/** A document that hands over what it writes at once. By itself it is a stream, which gives nothing before its caller has returned. */
function collecting(chunks: Uint8Array[]): typeof PDFDocument {
  return class extends PDFDocument {
    override push(chunk: Uint8Array | null): boolean {
      if (chunk !== null) chunks.push(chunk);
      return true;
    }
  };
}

function joined(chunks: readonly Uint8Array[]): Uint8Array {
  const bytes = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    bytes.set(chunk, at);
    at += chunk.length;
  }
  return bytes;
}

/** What lines and letters of a page are drawn with: told to the writer only when it changes. */
class Pen {
  readonly #pdf: PDFKit.PDFDocument;
  readonly #now = new Map<string, string>();

  constructor(pdf: PDFKit.PDFDocument) {
    this.#pdf = pdf;
  }

  line(widthMm: number, grey: number, dashMm: readonly number[] | undefined): void {
    if (this.#isNew('width', String(widthMm))) this.#pdf.lineWidth(widthMm);
    if (this.#isNew('stroke', String(grey))) this.#pdf.strokeColor(greyOf(grey));
    if (!this.#isNew('dash', dashMm?.join() ?? '')) return;
    // The writer takes a list of lengths, its types only one.
    if (dashMm === undefined) this.#pdf.undash();
    else this.#pdf.dash(dashMm as unknown as number, {});
  }

  fill(grey: number): void {
    if (this.#isNew('fill', String(grey))) this.#pdf.fillColor(greyOf(grey));
  }

  font(name: 'regular' | 'bold', sizeMm: number): void {
    if (this.#isNew('font', `${name} ${sizeMm}`)) this.#pdf.font(name, sizeMm);
  }

  #isNew(what: string, value: string): boolean {
    if (this.#now.get(what) === value) return false;
    this.#now.set(what, value);
    return true;
  }
}

function drawItem(pdf: PDFKit.PDFDocument, pen: Pen, item: DrawItem): void {
  const { grey = 0 } = item;
  if (item.kind === 'text') {
    pen.font(item.bold === true ? 'bold' : 'regular', item.sizeMm);
    pen.fill(grey);
    const { anchor = 'start' } = item;
    const width = anchor === 'start' ? 0 : pdf.widthOfString(item.text);
    const left = anchor === 'middle' ? width / 2 : width;
    pdf.text(item.text, rounded(item.at.x - left), rounded(item.at.y), {
      lineBreak: false,
      baseline: 'alphabetic',
    });
    return;
  }
  if (item.kind === 'circle') {
    pen.line(item.widthMm, grey, undefined);
    pdf.circle(rounded(item.at.x), rounded(item.at.y), item.radiusMm);
    if (item.filled === true) {
      pen.fill(grey);
      pdf.fillAndStroke();
    } else pdf.stroke();
    return;
  }
  const [start, ...rest] = item.points;
  if (start === undefined || rest.length === 0) return;
  pen.line(item.widthMm, grey, item.dashMm);
  pdf.moveTo(rounded(start.x), rounded(start.y));
  for (const { x, y } of rest) pdf.lineTo(rounded(x), rounded(y));
  if (item.closed === true) pdf.closePath();
  pdf.stroke();
}

function rounded(mm: number): number {
  return Math.round(mm * PARTS_PER_MM) / PARTS_PER_MM;
}

/** A grey, 0 black to 1 white, as the PDF writer takes it. */
function greyOf(share: number): [number, number, number] {
  const level = Math.round(share * 255);
  return [level, level, level];
}
