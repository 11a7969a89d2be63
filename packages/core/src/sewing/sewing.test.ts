import { describe, expect, test } from 'vitest';
import { cautionsFor } from '../checks/cautions.ts';
import { asSeen } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { chooseWorkedFace } from '../plan/edits/cloth-edits.ts';
import { moveParts } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { changeThread } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import { holeKey, holePoint } from '../plan/placed.ts';
import { sumRun } from '../plan/run-way.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { amountWords, gatherList } from './gather.ts';
import { textWidthMm } from './letter-widths.ts';
import { A4 } from './papers.ts';
import { patternDrawing } from './pattern-drawing.ts';
import { patternPages } from './pattern-pages.ts';
import { tilePattern } from './pattern-tiling.ts';
import { sewingSheet } from './sewing-sheet.ts';
import { sheetPages } from './sheet-pages.ts';
import { wrapText } from './wrap-text.ts';

describe('pieces of thread', () => {
  const { plan } = smallLantern();
  const pieces = cutPieces(plan);

  test('one unbroken piece sews each side from the power on; the − side comes first by habit', () => {
    expect(pieces.map((piece) => [piece.side, piece.runs.length])).toEqual([
      ['-', 2],
      ['+', 1],
      ['+', 2],
    ]);
    for (const piece of pieces) {
      for (const [i, step] of piece.runs.entries())
        expect(step.from).toEqual(i === 0 ? step.from : piece.runs[i - 1]?.to);
    }
    expect(pieces[0]?.runs[0]?.from).toEqual({ partId: 'p1', holeId: 'minus' });
  });

  test('every run is sewn exactly once', () => {
    const sewn = pieces.flatMap((piece) => piece.runs.map(({ run }) => run.id)).sort();
    expect(sewn).toEqual(Object.keys(plan.runs).sort());
  });

  test('the cut length is its addends, net and spare apart', () => {
    for (const piece of pieces) {
      const of = (what: string): number => piece.addends.find((addend) => addend.what === what)?.mm as number;
      const lines = piece.runs.map(({ run }) => sumRun(plan, run));
      expect(of('along the cloth')).toBeCloseTo(
        lines.reduce((sum, line) => sum + line.pathMm, 0),
        9,
      );
      // Felt is 2 mm thick: a loop takes 2·3 + 2·2 = 10 mm, five of them at each hole.
      expect(of('loops at holes')).toBeCloseTo((piece.runs.length + 1) * 5 * 10, 9);
      expect(of('knots and finishing')).toBe(40);
      expect(of('spare to hold')).toBe(60);
      expect(piece.netMm).toBeCloseTo(
        of('along the cloth') + of('through the cloth') + of('loops at holes'),
        9,
      );
      const total = piece.netMm + 100;
      expect(piece.cutMm).toBeGreaterThanOrEqual(total);
      expect(piece.cutMm).toBeLessThan(total + 10);
    }
  });

  test('a piece longer than an arm is split at a part’s hole; a single long run is said to be long', () => {
    const short = smallLantern();
    short.edit(changeHabits(short.plan, { longestPieceMm: 300 }));
    const minus = cutPieces(short.plan).filter((piece) => piece.side === '-');
    expect(minus).toHaveLength(2);
    expect(minus[1]?.runs[0]?.from).toEqual(minus[0]?.runs[0]?.to);
    const long = new PlanBuilder('Long', 900, 100)
      .holder(40, 50)
      .light('far', 850, 50)
      .sew('holder.plus', 'far.minus');
    expect(cutPieces(long.plan)).toMatchObject([{ isLong: true }]);
  });

  test('another thread is another piece', () => {
    const mixed = smallLantern();
    const second = pieces[0]?.runs[1]?.run.id as string;
    mixed.edit(changeThread(mixed.plan, second, 'plated-nylon'));
    expect(cutPieces(mixed.plan).filter((piece) => piece.side === '-')).toHaveLength(2);
  });

  test('three lights and a holder in a row take about half a metre of thread per side (common practice, no source)', () => {
    const row = new PlanBuilder('Row', 320, 120)
      .holder(40, 60, 90)
      .light('a', 110, 60, 90)
      .light('b', 180, 60, 90)
      .light('c', 250, 60, 90);
    row.sew('holder.plus', 'a.plus').sew('a.plus', 'b.plus').sew('b.plus', 'c.plus');
    row.sew('holder.minus', 'a.minus').sew('a.minus', 'b.minus').sew('b.minus', 'c.minus');
    for (const piece of cutPieces(row.plan)) {
      // The practice figure must exceed what stays in the cloth; it need not hold our spare as well.
      expect(piece.netMm).toBeLessThan(500);
      expect(piece.netMm).toBeGreaterThan(350);
      expect(piece.cutMm).toBeGreaterThan(500);
    }
  });

  test('a one-light cuff takes a 30 to 38 cm piece per side (common practice, no source)', () => {
    const cuff = new PlanBuilder('Cuff', 260, 60, 'firm-woven').holder(30, 30, 90).light('a', 170, 30, 90);
    cuff.sew('holder.plus', 'a.plus').sew('holder.minus', 'a.minus');
    for (const piece of cutPieces(cuff.plan)) {
      expect(piece.cutMm).toBeGreaterThanOrEqual(300);
      expect(piece.cutMm).toBeLessThanOrEqual(380);
    }
  });
});

describe('steps', () => {
  const { plan } = smallLantern();
  const steps = sewingSheet(plan).steps;

  test('prepare, hold down, sew each side, finish', () => {
    expect([...new Set(steps.map((step) => step.group))]).toEqual([
      'Prepare',
      'Hold down',
      'Sew the − side',
      'Test',
      'Sew the + side',
      'Seal',
      'Finish',
    ]);
  });

  test('say piece, length, loops, stitches and where to go, with true numbers', () => {
    const piece = cutPieces(plan)[0];
    const [first] = piece?.runs ?? [];
    const sum = sumRun(plan, first?.run as NonNullable<typeof first>['run']);
    expect(steps.find((step) => step.id === `cut:${piece?.id}`)?.text).toContain(
      `Take ${piece?.cutMm} mm of conductive thread`,
    );
    const text = steps.find((step) => step.id === `sew:${first?.run.id}`)?.text;
    expect(text).toContain(`${sum.stitchCount} stitches`);
    expect(text).toContain('to the − hole of right; 5 tight loops');
  });

  test('unused holes are held with ordinary thread', () => {
    expect(steps.filter((step) => step.id.startsWith('hold:')).map((step) => step.text)).toEqual([
      'Sew holder down on the right side with ordinary thread through 2 holding holes, where no conductive thread goes.',
    ]);
    const switched = new PlanBuilder()
      .place('coin-cell-holder-switched', 'case', 100, 100)
      .light('a', 40, 40)
      .sew('case.plus-1', 'a.plus');
    expect(sewingSheet(switched.plan).steps.find((step) => step.id === 'hold:p1')?.text).toContain(
      '2 free − holes and the free + hole',
    );
  });

  test('no step asks for more loops than its hole holds with all who come to it', () => {
    const build = smallLantern();
    build.edit(changeHabits(build.plan, { loops: 20 }));
    // A 2 mm eyelet holds 12 loops of 0.4 mm thread, packed to half: two pieces that meet there share them.
    for (const style of ['unbroken', 'each-part'] as const) {
      const { plan } = build.edit(changeHabits(build.plan, { pieces: style }));
      const asked = new Map<string, number>();
      for (const piece of cutPieces(plan)) {
        const holes = piece.runs.flatMap(({ from, to }, i) => (i === 0 ? [from, to] : [to]));
        for (const [i, hole] of holes.entries())
          asked.set(holeKey(hole), (asked.get(holeKey(hole)) ?? 0) + (piece.loops[i] ?? 0));
        const mm = piece.addends.find((addend) => addend.what === 'loops at holes')?.mm;
        expect(mm).toBeCloseTo(piece.loops.reduce((sum, count) => sum + count, 0) * 10, 9);
      }
      for (const loops of asked.values()) expect(loops).toBe(12);
      const words = sewingSheet(plan).steps.flatMap(({ text }) => /(\d+) tight loops/.exec(text)?.[1] ?? []);
      expect(words.map(Number).sort((one, other) => one - other)).toEqual(
        cutPieces(plan)
          .flatMap((piece) => [...piece.loops])
          .sort((one, other) => one - other),
      );
    }
  });

  test('bare legs are cut and curled, the bigger loop is +', () => {
    const bare = new PlanBuilder().bareLight('eye', 60, 60);
    expect(sewingSheet(bare.plan).steps.find((step) => step.id === 'prepare:curl:p1')?.text).toMatch(
      /− leg to 13 mm .* \+ leg to 19 mm.* bigger loop is \+/,
    );
  });

  test('ids are unique and survive an edit of the plan', () => {
    expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
    const moved = smallLantern();
    moved.edit(moveParts(moved.plan, ['p3'], { x: 2, y: 1 })).light('third', 170, 120);
    const later = new Set(sewingSheet(moved.plan).steps.map((step) => step.id));
    for (const step of steps) expect(later).toContain(step.id);
  });
});

describe('what to gather, and cautions', () => {
  test('counts parts by kind and colour, and adds up thread', () => {
    const { plan } = smallLantern();
    const items = gatherList(plan);
    expect(items.find(({ what }) => what === 'Sew-on light with resistor, warm white')).toMatchObject({
      id: 'part:sew-on-light:warm-white',
      count: 2,
      unit: 'pieces',
    });
    const metres = cutPieces(plan).reduce((sum, piece) => sum + piece.cutMm, 0) / 1000;
    const thread = items.find((item) => item.id === 'thread:steel-3-ply');
    expect(thread).toBeDefined();
    if (thread !== undefined) expect(amountWords(thread)).toBe(`${metres.toFixed(2)} m in 3 pieces`);
    expect(items.find((item) => item.id === 'pliers')).toBeUndefined();
  });

  test('a coin cell brings up swallowing first; an empty cloth only the usual care', () => {
    expect(cautionsFor(smallLantern().plan)[0]?.text).toMatch(/deadly if swallowed.*medical help at once/);
    expect(cautionsFor(new PlanBuilder().plan).map((caution) => caution.id)).toEqual(['tools', 'not-rated']);
    expect(
      cautionsFor(new PlanBuilder().bareLight('eye', 60, 60).plan).map((caution) => caution.id),
    ).toContain('legs');
  });
});

describe('the pattern', () => {
  test('tiles cover the piece with overlap, and no tile is empty', () => {
    for (const [width, height] of [
      [300, 300],
      [150, 100],
      [186, 251],
      [187, 252],
      [1000, 40],
    ] as const) {
      const tiling = tilePattern(width, height, A4);
      for (const { origin } of tiling.tiles) {
        expect(origin.x).toBeLessThan(width);
        expect(origin.y).toBeLessThan(height);
      }
      const last = tiling.tiles.at(-1);
      expect((last?.origin.x ?? 0) + tiling.windowWidthMm).toBeGreaterThanOrEqual(width);
      expect((last?.origin.y ?? 0) + tiling.windowHeightMm).toBeGreaterThanOrEqual(height);
    }
  });

  test('shows every hole at its true place on the worked face, mirrored on the wrong side', () => {
    for (const face of ['right', 'wrong'] as const) {
      const build = smallLantern();
      build.edit(chooseWorkedFace(build.plan, face));
      const circles = patternDrawing(build.plan).filter((item) => item.kind === 'circle');
      for (const part of Object.values(build.plan.parts)) {
        for (const hole of kindOf(build.plan, part).holes) {
          const wanted = asSeen(
            panelOf(build.plan),
            face,
            holePoint(build.plan, { partId: part.id, holeId: hole.id }),
          );
          expect(
            circles.some(
              (circle) => circle.kind === 'circle' && circle.at.x === wanted.x && circle.at.y === wanted.y,
            ),
          ).toBe(true);
        }
      }
    }
  });

  test('a curtain of more than 40 pages is refused in words', () => {
    expect(patternPages(new PlanBuilder('Curtain', 3000, 3000).plan)).toMatchObject({
      ok: false,
      problem: { code: 'pattern-too-large' },
    });
  });

  test('pages of lists keep inside the paper and print stops first', () => {
    const pages = sheetPages(smallLantern().plan, {
      warnings: { open: ['Threads cross.'], accepted: [{ message: 'A gap is small.', reason: 'lined' }] },
    });
    expect(pages.length).toBeGreaterThan(1);
    const texts = pages.flatMap((page) => page.items.flatMap((item) => (item.kind === 'text' ? [item] : [])));
    expect(texts[1]?.text).toBe('Still to be put right before sewing');
    expect(texts.slice(0, 5)).toContainEqual(
      expect.objectContaining({ text: '! A gap is small. Accepted: lined.', bold: true }),
    );
    expect(texts.map(({ text }) => text)).toContain(`sewing sheet, page ${pages.length} of ${pages.length}`);
    for (const text of texts) expect(text.at.y).toBeLessThan(297 - 10);
  });

  test('long words are cut rather than run off the page', () => {
    const lines = wrapText(`${'x'.repeat(300)} end`, 100, 4);
    for (const line of lines) expect(textWidthMm(line, 4)).toBeLessThanOrEqual(100);
    expect(lines.join('').replaceAll('x', '')).toBe(' end');
    expect(wrapText('a b', 100, 4)).toEqual(['a b']);
  });

  test('markup in names stays text', () => {
    const build = new PlanBuilder('<script>alert(1)</script>').light('<b>bold</b>', 60, 60);
    const pages = expectOk(patternPages(build.plan));
    const words = pages.flatMap((page) =>
      page.items.flatMap((item) => (item.kind === 'text' ? [item.text] : [])),
    );
    expect(words).toContain('<script>alert(1)</script>');
    expect(words).toContain('<b>bold</b>');
  });
});
