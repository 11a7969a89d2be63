import { readFileSync } from 'node:fs';
import { getDocument, OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { asSeen, clothBox } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { chooseWorkedFace } from '../plan/edits/cloth-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import { holePoint } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { A4 } from '../sewing/papers.ts';
import { CHECK_SQUARE_MM } from '../sewing/pattern-cover.ts';
import { patternPages } from '../sewing/pattern-pages.ts';
import { tilePattern, WINDOW_AT } from '../sewing/pattern-tiling.ts';
import { sheetPages } from '../sewing/sheet-pages.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { writePdf } from './pdf.ts';

const font = (name: string): Uint8Array =>
  readFileSync(new URL(`../../../../node_modules/source-sans/TTF/SourceSans3-${name}.ttf`, import.meta.url));
const fonts = { regular: font('Regular'), bold: font('Semibold') };

/** 25.4 mm are 72 points (PDF standard: a default unit is 1/72 inch). */
const MM_PER_POINT = 25.4 / 72;
/** What the issue of a true pattern allows, mm. */
const ALLOWED_MM = 0.2;

interface Shape {
  readonly closed: boolean;
  readonly minX: number;
  readonly minY: number;
  readonly width: number;
  readonly height: number;
}

interface ReadPage {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Every path on the page: its box in mm from the upper left corner of the paper. */
  readonly shapes: readonly Shape[];
  readonly text: string;
}

/** Reads a PDF back with a general-purpose PDF library: paths through the transforms that are in force. */
async function readPdf(bytes: Uint8Array): Promise<readonly ReadPage[]> {
  const document = await getDocument({
    data: bytes,
    useSystemFonts: false,
    disableFontFace: true,
    verbosity: 0,
  }).promise;
  const pages: ReadPage[] = [];
  for (let number = 1; number <= document.numPages; number += 1)
    pages.push(await readPage(await document.getPage(number)));
  return pages;
}

async function readPage(page: PDFPageProxy): Promise<ReadPage> {
  const [, , widthPt, heightPt] = page.view as [number, number, number, number];
  const { fnArray, argsArray } = await page.getOperatorList();
  const shapes: Shape[] = [];
  let matrix: readonly number[] = [1, 0, 0, 1, 0, 0];
  const stack: (readonly number[])[] = [];
  for (const [i, operator] of fnArray.entries()) {
    const args = argsArray[i] as unknown[];
    if (operator === OPS.save) stack.push(matrix);
    else if (operator === OPS.restore) matrix = stack.pop() ?? matrix;
    else if (operator === OPS.transform) matrix = multiply(matrix, args as number[]);
    else if (operator === OPS.constructPath)
      shapes.push(shapeOf(args[0] as number[], args[1] as number[], matrix, heightPt));
  }
  const content = await page.getTextContent();
  const text = content.items.map((item) => ('str' in item ? item.str : '')).join(' ');
  return { widthMm: widthPt * MM_PER_POINT, heightMm: heightPt * MM_PER_POINT, shapes, text };
}

function multiply(
  [a, b, c, d, e, f]: readonly number[],
  [g, h, i, j, k, l]: readonly number[],
): readonly number[] {
  const n = (x: number | undefined): number => x as number;
  return [
    n(a) * n(g) + n(c) * n(h),
    n(b) * n(g) + n(d) * n(h),
    n(a) * n(i) + n(c) * n(j),
    n(b) * n(i) + n(d) * n(j),
    n(a) * n(k) + n(c) * n(l) + n(e),
    n(b) * n(k) + n(d) * n(l) + n(f),
  ];
}

function shapeOf(
  operators: readonly number[],
  numbers: readonly number[],
  matrix: readonly number[],
  heightPt: number,
): Shape {
  const counts: Readonly<Record<number, number>> = {
    [OPS.moveTo]: 2,
    [OPS.lineTo]: 2,
    [OPS.curveTo]: 6,
    [OPS.rectangle]: 4,
    [OPS.closePath]: 0,
  };
  let at = 0;
  const xs: number[] = [];
  const ys: number[] = [];
  for (const operator of operators) {
    const own = numbers.slice(at, at + (counts[operator] ?? 0));
    at += own.length;
    // Only end points are on the path; the handles of a curve are not.
    const ends = operator === OPS.curveTo ? own.slice(4) : own;
    for (let i = 0; i + 1 < ends.length; i += 2) {
      const [x, y] = [ends[i] as number, ends[i + 1] as number];
      const [a, b, c, d, e, f] = matrix as readonly [number, number, number, number, number, number];
      xs.push((a * x + c * y + e) * MM_PER_POINT);
      ys.push((heightPt - (b * x + d * y + f)) * MM_PER_POINT);
    }
  }
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  return {
    closed: operators.includes(OPS.closePath),
    minX,
    minY,
    width: Math.max(...xs) - minX,
    height: Math.max(...ys) - minY,
  };
}

function expectHolesWhereTheyBelong(plan: Plan, pages: readonly ReadPage[]): void {
  const tiling = tilePattern(clothBox(panelOf(plan)).widthMm, clothBox(panelOf(plan)).heightMm, A4);
  for (const part of Object.values(plan.parts)) {
    for (const hole of kindOf(plan, part).holes) {
      const seen = asSeen(
        panelOf(plan),
        panelOf(plan).workedFace,
        holePoint(plan, { partId: part.id, holeId: hole.id }),
      );
      const tiles = tiling.tiles
        .map((tile, i) => ({
          page: pages[i + 1] as ReadPage,
          x: seen.x - tile.origin.x,
          y: seen.y - tile.origin.y,
        }))
        .filter(({ x, y }) => x >= 0 && y >= 0 && x <= tiling.windowWidthMm && y <= tiling.windowHeightMm);
      expect(tiles.length, `${part.name} ${hole.id} is printed somewhere`).toBeGreaterThan(0);
      const radius = hole.plated ? hole.padRadiusMm : hole.diameterMm / 2;
      for (const { page, x, y } of tiles) {
        const off = Math.min(
          ...page.shapes
            .filter(
              (shape) =>
                Math.abs(shape.width - 2 * radius) < ALLOWED_MM &&
                Math.abs(shape.height - 2 * radius) < ALLOWED_MM,
            )
            .map((shape) =>
              Math.hypot(
                shape.minX + shape.width / 2 - (WINDOW_AT.x + x),
                shape.minY + shape.height / 2 - (WINDOW_AT.y + y),
              ),
            ),
        );
        expect(off, `${part.name} ${hole.id}`).toBeLessThan(ALLOWED_MM);
      }
    }
  }
}

describe('the 1:1 pattern, read back from the file', () => {
  test('is A4, and its check square measures 50 mm each way within 0.2 mm', async () => {
    const { plan } = smallLantern();
    const pages = await readPdf(writePdf(expectOk(patternPages(plan)), plan.name, fonts));
    for (const page of pages) {
      expect(Math.abs(page.widthMm - 210)).toBeLessThan(ALLOWED_MM);
      expect(Math.abs(page.heightMm - 297)).toBeLessThan(ALLOWED_MM);
    }
    const squares = (pages[0] as ReadPage).shapes.filter(
      (shape) =>
        Math.abs(shape.width - CHECK_SQUARE_MM) < ALLOWED_MM &&
        Math.abs(shape.height - CHECK_SQUARE_MM) < ALLOWED_MM,
    );
    expect(squares).toHaveLength(1);
  });

  test('every tile has a ruler of 50 mm', async () => {
    const build = new PlanBuilder('Wide', 400, 300).light('a', 50, 50);
    const pages = await readPdf(writePdf(expectOk(patternPages(build.plan)), 'Wide', fonts));
    expect(pages).toHaveLength(1 + 3 * 2);
    for (const page of pages.slice(1)) {
      const rulers = page.shapes.filter(
        (shape) => Math.abs(shape.width - 50) < ALLOWED_MM && shape.height < 0.01,
      );
      expect(rulers).toHaveLength(1);
    }
  });

  test.each(['right', 'wrong'] as const)(
    'hole centres lie where they belong within 0.2 mm, worked from the %s side',
    async (face) => {
      const build = smallLantern().bareLight('eye', 150, 100, 33);
      build.edit(chooseWorkedFace(build.plan, face));
      const pages = await readPdf(writePdf(expectOk(patternPages(build.plan)), build.plan.name, fonts));
      expectHolesWhereTheyBelong(build.plan, pages);
    },
  );

  test('holes on the seam of two pages are on both', async () => {
    const build = new PlanBuilder('Seam', 360, 200).light('a', 181, 100).light('b', 60, 100);
    expectHolesWhereTheyBelong(
      build.plan,
      await readPdf(writePdf(expectOk(patternPages(build.plan)), 'Seam', fonts)),
    );
  });

  test('names are there as text, + in a square and − in a circle at every hole that has a sign', async () => {
    const { plan } = smallLantern();
    const [, first, second] = await readPdf(writePdf(expectOk(patternPages(plan)), plan.name, fonts));
    expect(first?.text).toContain('left');
    const signs = [...(first?.shapes ?? []), ...(second?.shapes ?? [])].filter(
      ({ width, height }) => Math.abs(width - 3.8) < 0.01 && Math.abs(height - 3.8) < 0.01,
    );
    const signed = Object.values(plan.parts).flatMap((part) =>
      kindOf(plan, part).holes.filter(({ sign }) => sign !== 'none'),
    ).length;
    expect(signs.length).toBeGreaterThanOrEqual(signed + Object.keys(plan.runs).length - 1);
  });
});

test('the sewing sheet holds its words, with ohms and true minus signs', async () => {
  const { plan } = smallLantern();
  const pages = await readPdf(
    writePdf(sheetPages(plan, { warnings: { open: ['Threads cross.'], accepted: [] } }), plan.name, fonts),
  );
  const text = pages.map((page) => page.text).join(' ');
  expect(text).toContain('! Threads cross.');
  expect(text).toContain('Ω');
  expect(text).toContain('the − hole of holder');
});

test('the same plan gives the same file', () => {
  const { plan } = smallLantern();
  const pages = expectOk(patternPages(plan));
  expect(Buffer.from(writePdf(pages, 'a', fonts)).equals(Buffer.from(writePdf(pages, 'a', fonts)))).toBe(
    true,
  );
  expect(() => writePdf([], 'empty', fonts)).toThrow(RangeError);
});
