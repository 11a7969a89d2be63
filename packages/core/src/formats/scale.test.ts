/**
 * Every paper, rendered by a general-purpose PDF renderer (pdfjs-dist on @napi-rs/canvas, both from the npm registry) and measured in
 * pixels: the check square and the holes must lie within 0.2 mm of where they belong.
 */

import { readFileSync } from 'node:fs';
import { createCanvas } from '@napi-rs/canvas';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { asSeen, clothBox, type Face } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import { holePoint } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { PAPERS, type Paper } from '../sewing/papers.ts';
import { CHECK_SQUARE_AT, CHECK_SQUARE_MM } from '../sewing/pattern-cover.ts';
import { patternPages } from '../sewing/pattern-pages.ts';
import { tilePattern, WINDOW_AT } from '../sewing/pattern-tiling.ts';
import { sheetPages } from '../sewing/sheet-pages.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { writePdf } from './pdf.ts';

const ALLOWED_MM = 0.2;
/** 254 dots to the inch: ten pixels to the millimetre. */
const PX_PER_MM = 10;

const font = (name: string): Uint8Array =>
  readFileSync(new URL(`../../../../node_modules/source-sans/TTF/SourceSans3-${name}.ttf`, import.meta.url));
const fonts = { regular: font('Regular'), bold: font('Semibold') };

interface Picture {
  readonly width: number;
  readonly height: number;
  /** How dark a pixel is, 0 to 255. */
  dark(x: number, y: number): number;
}

async function render(bytes: Uint8Array): Promise<readonly Picture[]> {
  const document = await getDocument({ data: bytes, disableFontFace: true, verbosity: 0 }).promise;
  const pictures: Picture[] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const page = await document.getPage(number);
    const viewport = page.getViewport({ scale: (PX_PER_MM * 25.4) / 72 });
    const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
    const context = canvas.getContext('2d');
    context.fillStyle = '#fff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    await page.render({ canvasContext: context as unknown as CanvasRenderingContext2D, viewport }).promise;
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    const { width, height } = canvas;
    pictures.push({ width, height, dark: (x, y) => 255 - (data[4 * (y * width + x)] ?? 255) });
  }
  return pictures;
}

/** Middles of the dark stretches along a line of pixels, mm. */
function linesAlong(count: number, darkAt: (i: number) => number): readonly number[] {
  const found: number[] = [];
  let weight = 0;
  let moment = 0;
  for (let i = 0; i <= count; i += 1) {
    const dark = i < count ? darkAt(i) : 0;
    if (dark > 40) {
      weight += dark;
      moment += dark * (i + 0.5);
    } else if (weight > 0) {
      found.push(moment / weight / PX_PER_MM);
      weight = 0;
      moment = 0;
    }
  }
  return found;
}

/** The middle of the small cross that marks a hole, near a place, mm; read off its four arms. */
function crossNear(picture: Picture, x: number, y: number): readonly [number, number] {
  const reach = 4;
  const from = (mm: number): number => Math.round((mm * PX_PER_MM) / 1) - reach;
  const middle = (start: number, darkAt: (i: number) => number): number => {
    let weight = 0;
    let moment = 0;
    for (let i = 0; i <= 2 * reach; i += 1) {
      const dark = darkAt(start + i);
      weight += dark;
      moment += dark * (start + i + 0.5);
    }
    return weight === 0 ? Number.NaN : moment / weight / PX_PER_MM;
  };
  const arms = [-0.8, -0.7, 0.7, 0.8].map((off) => Math.round(off * PX_PER_MM));
  const mean = (values: readonly number[]): number =>
    values.reduce((sum, value) => sum + value, 0) / values.length;
  const px = Math.round(x * PX_PER_MM);
  const py = Math.round(y * PX_PER_MM);
  return [
    mean(arms.map((off) => middle(from(x), (i) => picture.dark(i, py + off)))),
    mean(arms.map((off) => middle(from(y), (i) => picture.dark(px + off, i)))),
  ];
}

/** Parts at the corners, in the middle and on the seams of pages, on both sides; no threads, which would run into the crosses. */
function scattered(): Plan {
  const build = new PlanBuilder('Scale', 430, 330).holder(60, 60);
  for (const [i, [x, y]] of (
    [
      [181, 40],
      [186, 241],
      [25, 300],
      [400, 30],
      [405, 300],
      [215, 165],
      [270, 180],
    ] as const
  ).entries())
    build.light(`l${i}`, x, y, 37 * i);
  return build.plan;
}

function expectHoles(plan: Plan, paper: Paper, pictures: readonly Picture[], face: Face): number {
  const { widthMm, heightMm } = clothBox(panelOf(plan));
  const tiling = tilePattern(widthMm, heightMm, paper);
  let measured = 0;
  for (const part of Object.values(plan.parts)) {
    for (const hole of kindOf(plan, part).holes) {
      const seen = asSeen(panelOf(plan), face, holePoint(plan, { partId: part.id, holeId: hole.id }));
      for (const [i, tile] of tiling.tiles.entries()) {
        const [x, y] = [seen.x - tile.origin.x, seen.y - tile.origin.y];
        // The whole cross lies on the page.
        if (x < 2 || y < 2 || x > tiling.windowWidthMm - 2 || y > tiling.windowHeightMm - 2) continue;
        const wanted = [WINDOW_AT.x + x, WINDOW_AT.y + y] as const;
        const found = crossNear(pictures[i + 1] as Picture, ...wanted);
        expect(Math.abs(found[0] - wanted[0]), `${part.name} ${hole.id}, x`).toBeLessThan(ALLOWED_MM);
        expect(Math.abs(found[1] - wanted[1]), `${part.name} ${hole.id}, y`).toBeLessThan(ALLOWED_MM);
        measured += 1;
      }
    }
  }
  return measured;
}

describe.each(PAPERS)('$title, rendered and measured', (paper) => {
  test.each(['right', 'wrong'] as const)(
    'check square and holes of the %s side lie true within 0.2 mm',
    async (face) => {
      const plan = scattered();
      const pictures = await render(writePdf(expectOk(patternPages(plan, paper, [face])), 'Scale', fonts));
      const cover = pictures[0] as Picture;
      expect(Math.abs(cover.width / PX_PER_MM - paper.widthMm)).toBeLessThan(ALLOWED_MM);
      expect(Math.abs(cover.height / PX_PER_MM - paper.heightMm)).toBeLessThan(ALLOWED_MM);
      const { x, y } = CHECK_SQUARE_AT;
      const row = Math.round((y + 8) * PX_PER_MM);
      const column = Math.round((x + 8) * PX_PER_MM);
      const across = linesAlong(Math.round((x + 53) * PX_PER_MM), (i) => cover.dark(i, row));
      const down = linesAlong(Math.round((y + 53) * PX_PER_MM), (i) => cover.dark(column, i)).slice(-2);
      expect(across).toHaveLength(2);
      for (const [first, last] of [across, down] as [number, number][])
        expect(Math.abs(last - first - CHECK_SQUARE_MM)).toBeLessThan(ALLOWED_MM);
      expect(expectHoles(plan, paper, pictures, face)).toBeGreaterThanOrEqual(18);
    },
  );
});

test('a measure that is off is noticed: the same page half a millimetre aside fails', async () => {
  const plan = scattered();
  const paper = PAPERS[0] as Paper;
  const pages = expectOk(patternPages(plan, paper, ['right'])).map((page) => ({
    ...page,
    items: page.items.map((item) =>
      item.kind === 'line' ? { ...item, points: item.points.map((p) => ({ x: p.x + 0.3, y: p.y })) } : item,
    ),
  }));
  const pictures = await render(writePdf(pages, 'Off', fonts));
  expect(() => expectHoles(plan, paper, pictures, 'right')).toThrow();
});

test('a run that is worked from the other side adds that side’s pattern, mirrored', () => {
  const build = smallLantern();
  const [first] = Object.keys(build.plan.runs) as [string];
  build.edit(changeStitching(build.plan, first, { face: 'wrong', stitchId: 'couched' }));
  const pages = expectOk(patternPages(build.plan));
  const covers = pages.filter(({ title }) => title.endsWith('cover')).map(({ title }) => title);
  expect(covers).toEqual(['Pattern of the right side, cover', 'Pattern of the wrong side, cover']);
});

test('the sheet is rendered with its drawings, on every paper, and nothing lies outside of it', async () => {
  for (const paper of PAPERS) {
    const pages = sheetPages(smallLantern().plan, { paper });
    for (const page of pages)
      for (const item of page.items)
        for (const p of item.kind === 'line' ? item.points : [item.at]) {
          expect(p.x).toBeGreaterThan(5);
          expect(p.x).toBeLessThan(paper.widthMm - 5);
          expect(p.y).toBeGreaterThan(5);
          expect(p.y).toBeLessThan(paper.heightMm - 5);
        }
    const [picture] = await render(writePdf(pages.slice(0, 1), 'Sheet', fonts));
    let dark = 0;
    for (let i = 0; i < (picture?.width ?? 0); i += 1)
      if ((picture?.dark(i, 16 * PX_PER_MM) ?? 0) > 128) dark += 1;
    expect(dark).toBeGreaterThan(20);
  }
});
