/** Writes drawing data as PDF, true to scale. No DOM: it runs in browsers, workers and on the command line. */
import { jsPDF } from 'jspdf';
import type { DrawItem, SheetPage } from '../sewing/sheet-drawing.ts';

/** Font files as base64 text: the caller loads them, the core reads no files. They must hold Ω, −, × and “”. */
export interface PdfFonts {
  readonly regular: string;
  readonly bold: string;
}

const FONT = 'Sheet';

/** One point of type is 1/72 inch (standard). */
const POINTS_PER_MM = 72 / 25.4;

/** Digits after the point of a coordinate: a thousandth of a point is a third of a micrometre. */
const DECIMALS = 3;

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
  const first = pages[0];
  if (first === undefined) throw new RangeError('writePdf: there are no pages');
  const size = (page: SheetPage): [number, number] => [page.widthMm, page.heightMm];
  const pdf = new jsPDF({
    unit: 'mm',
    format: size(first),
    compress: true,
    precision: DECIMALS,
    floatPrecision: DECIMALS,
  });
  pdf.setProperties({ title, creator: 'Sashiko' });
  // A fixed date and id keep the same plan the same file.
  pdf.setCreationDate("D:20000101000000+00'00'");
  pdf.setFileId('00000000000000000000000000000000');
  pdf.addFileToVFS('regular.ttf', fonts.regular);
  pdf.addFileToVFS('bold.ttf', fonts.bold);
  pdf.addFont('regular.ttf', FONT, 'normal');
  pdf.addFont('bold.ttf', FONT, 'bold');
  for (const [i, page] of pages.entries()) {
    if (i > 0) pdf.addPage(size(page));
    for (const item of page.items) drawItem(pdf, item);
    yield (0.8 * (i + 1)) / pages.length;
  }
  return new Uint8Array(pdf.output('arraybuffer'));
}

function drawItem(pdf: jsPDF, item: DrawItem): void {
  if (item.kind === 'text') {
    pdf.setFont(FONT, item.bold === true ? 'bold' : 'normal');
    pdf.setFontSize(item.sizeMm * POINTS_PER_MM);
    pdf.setTextColor(Math.round((item.grey ?? 0) * 255));
    const align = item.anchor === 'middle' ? 'center' : item.anchor === 'end' ? 'right' : 'left';
    pdf.text(item.text, item.at.x, item.at.y, { align });
    return;
  }
  pdf.setLineWidth(item.widthMm);
  if (item.kind === 'circle') {
    const grey = Math.round((item.grey ?? 0) * 255);
    pdf.setDrawColor(grey);
    pdf.setFillColor(grey, grey, grey);
    pdf.setLineDashPattern([], 0);
    pdf.circle(item.at.x, item.at.y, item.radiusMm, item.filled === true ? 'FD' : 'S');
    return;
  }
  pdf.setDrawColor(Math.round((item.grey ?? 0) * 255));
  pdf.setLineDashPattern(item.dashMm === undefined ? [] : [...item.dashMm], 0);
  const [start, ...rest] = item.points;
  if (start === undefined || rest.length === 0) return;
  const steps = rest.map((p, i) => {
    const before = item.points[i] as { x: number; y: number };
    return [p.x - before.x, p.y - before.y];
  });
  pdf.lines(steps, start.x, start.y, [1, 1], 'S', item.closed === true);
}
