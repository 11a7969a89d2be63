import { describe, expect, test } from 'vitest';
import { cautionsFor } from '../../checks/cautions.ts';
import { clothBox } from '../../cloth/cloth.ts';
import { READY_PIECES } from '../../cloth/ready-pieces.ts';
import { expectOk, type Result } from '../../errors/problem.ts';
import { cornersOf } from '../../geometry/curve.ts';
import { distance } from '../../geometry/point.ts';
import { placePointExactly } from '../../geometry/transform.ts';
import { cutPieces } from '../../pieces/pieces.ts';
import { gatherList } from '../../sewing/gather.ts';
import { patternDrawing } from '../../sewing/pattern-drawing.ts';
import { patternPages } from '../../sewing/pattern-pages.ts';
import { sewingSheet } from '../../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../../testing/plan-builder.ts';
import { layStrand } from '../arrange/strand.ts';
import { applyEdit, type Edit, invertEdit } from '../edit.ts';
import { newPlan } from '../new-plan.ts';
import { panelOf } from '../panels.ts';
import type { Facts } from '../records.ts';
import type { Plan } from '../schema.ts';
import {
  addMarkings,
  changeMarking,
  chooseWorkedFace,
  deleteMarkings,
  drawOutline,
  resizePiece,
  showWrongSide,
  takePiece,
} from './cloth-edits.ts';
import { calibratePicture, changePicture, dropPicture, layPicture, toPicture } from './picture-edits.ts';
import { stateFacts } from './plan-edits.ts';
import { changeThread } from './run-edits.ts';

const plan = newPlan('edits', 'Edits');
const after = (from: Plan, edit: Result<Edit>): Plan => applyEdit(from, expectOk(edit));
const triangle = cornersOf([
  { x: 0, y: 0 },
  { x: 60, y: 0 },
  { x: 0, y: 40 },
]);

describe('the piece', () => {
  test.each(READY_PIECES.map((piece) => piece.id))('%s is taken and given back', (pieceId) => {
    const edit = expectOk(takePiece(plan, pieceId));
    const taken = applyEdit(plan, edit);
    expect(panelOf(taken).shape).toMatchObject({ kind: 'ready', pieceId });
    expect(applyEdit(taken, invertEdit(edit))).toEqual(plan);
  });

  test.each([
    ['a piece nobody has', () => takePiece(plan, 'parachute'), 'unknown-kind'],
    ['a size below its range', () => resizePiece(plan, { widthMm: 3 }), 'value-out-of-range'],
    ['a size it does not have', () => resizePiece(plan, { sleeveMm: 30 }), 'unknown-kind'],
    [
      'sizes of a drawn piece',
      () => resizePiece(after(plan, drawOutline(plan, triangle)), { widthMm: 90 }),
      'not-a-ready-piece',
    ],
    ['an outline of two places', () => drawOutline(plan, triangle.slice(0, 2)), 'area-empty'],
    [
      'a mark without length',
      () => addMarkings(plan, [{ use: 'mark', closed: false, nodes: [triangle[0], triangle[0]] as never }]),
      'line-empty',
    ],
    [
      'an area on one line',
      () => addMarkings(plan, [{ use: 'window', closed: true, nodes: triangle.slice(0, 2) }]),
      'area-empty',
    ],
    ['a line that is not there', () => changeMarking(plan, 'm7', { name: 'x' }), 'unknown-marking'],
    ['wiping what is not there', () => deleteMarkings(plan, ['m7']), 'unknown-marking'],
    [
      'a mark of a page’s name',
      () => addMarkings(plan, [{ use: 'mark', closed: false, nodes: triangle, name: 'x'.repeat(130) }]),
      'name-too-long',
    ],
  ] as const)('%s is refused', (_what, act, code) => {
    expect(act()).toMatchObject({ ok: false, problem: { code } });
  });

  test('an open mark that becomes an area is closed; its name and number stay', () => {
    const marked = after(plan, addMarkings(plan, [{ use: 'mark', closed: false, nodes: triangle }]));
    const area = panelOf(after(marked, changeMarking(marked, 'm1', { use: 'keep-out' }))).markings['m1'];
    expect(area).toMatchObject({ use: 'keep-out', closed: true, name: 'mark 1' });
    expect(panelOf(after(marked, deleteMarkings(marked, ['m1']))).markings).toEqual({});
  });
});

describe('a piece whose box does not start at the origin', () => {
  const build = new PlanBuilder('Off', 300, 200);
  build.edit(
    drawOutline(
      build.plan,
      cornersOf([
        { x: 40, y: 30 },
        { x: 240, y: 30 },
        { x: 240, y: 170 },
        { x: 40, y: 170 },
      ]),
    ),
  );
  build.light('a', 100, 100);

  test.each(['right', 'wrong'] as const)('is printed from its own corner, %s side', (face) => {
    const faced = after(build.plan, chooseWorkedFace(build.plan, face));
    const [outline, ...items] = patternDrawing(faced);
    expect(outline).toMatchObject({ kind: 'line' });
    if (outline?.kind !== 'line') return;
    expect(Math.min(...outline.points.map((p) => p.x))).toBe(0);
    expect(Math.max(...outline.points.map((p) => p.y))).toBe(140);
    const circles = items.filter((item) => item.kind === 'circle');
    const minus = face === 'right' ? 94.5 - 40 : 240 - 94.5;
    expect(circles[0]?.at).toEqual({ x: expect.closeTo(minus, 9) as number, y: 70 });
    // 200 mm wide and 140 high: a cover, and two tiles of an A4 page.
    expect(expectOk(patternPages(faced)).length).toBeGreaterThanOrEqual(2);
  });
});

describe('pictures', () => {
  const bytes = { mime: 'image/png', widthPx: 400, heightPx: 300, data: 'AAAA' } as const;
  const laid = after(
    plan,
    layPicture(plan, bytes, { panelId: 'a', at: { x: 10, y: 20 }, mmPerPx: 0.5, turnDeg: 0, strength: 0.7 }),
  );

  test('two places and a known distance make it true, and the first of them stays where it lay', () => {
    for (const turnDeg of [0, 33, 270]) {
      const turned = after(laid, changePicture(laid, { turnDeg }));
      const [a, b] = [
        { x: 100, y: 60 },
        { x: 180, y: 120 },
      ];
      const onCloth = (of: Plan, p: typeof a) => {
        const { at, mmPerPx, turnDeg: by } = of.backdrop as NonNullable<Plan['backdrop']>;
        return placePointExactly(
          { at, turnDeg: by, mirrored: false },
          { x: p.x * mmPerPx, y: p.y * mmPerPx },
        );
      };
      const truer = after(turned, calibratePicture(turned, a, b, 25));
      expect(distance(onCloth(truer, a), onCloth(truer, b))).toBeCloseTo(25, 6);
      expect(distance(onCloth(truer, a), onCloth(turned, a))).toBeLessThan(0.002);
      expect(distance(toPicture(truer.backdrop as never, onCloth(truer, b)), b)).toBeLessThan(0.01);
    }
  });

  test('another picture takes the place of the first, and taking it away leaves no bytes', () => {
    const again = after(
      laid,
      layPicture(
        laid,
        { ...bytes, data: 'BBBB' },
        { panelId: 'a', at: { x: 0, y: 0 }, mmPerPx: 1, turnDeg: 0, strength: 1 },
      ),
    );
    expect(Object.values(again.images).map((image) => image.data)).toEqual(['BBBB']);
    expect(after(again, dropPicture(again))).toMatchObject({ images: {}, backdrop: null });
    const edit = expectOk(dropPicture(again));
    expect(applyEdit(applyEdit(again, edit), invertEdit(edit))).toEqual(again);
  });

  test.each([
    [
      'a distance of nothing',
      () => calibratePicture(laid, { x: 0, y: 0 }, { x: 90, y: 0 }, 0),
      'size-not-positive',
    ],
    [
      'two places that are one',
      () => calibratePicture(laid, { x: 5, y: 5 }, { x: 6, y: 5 }, 20),
      'picture-points',
    ],
    ['no picture', () => calibratePicture(plan, { x: 0, y: 0 }, { x: 90, y: 0 }, 20), 'no-picture'],
    ['taking away none', () => dropPicture(plan), 'no-picture'],
    [
      'bytes that are none',
      () =>
        layPicture(
          plan,
          { ...bytes, data: '<svg>' },
          { panelId: 'a', at: { x: 0, y: 0 }, mmPerPx: 1, turnDeg: 0, strength: 1 },
        ),
      'value-out-of-range',
    ],
    ['a scale beyond sense', () => changePicture(laid, { mmPerPx: 1e9 }), 'value-out-of-range'],
  ] as const)('%s is refused', (_what, act, code) => {
    expect(act()).toMatchObject({ ok: false, problem: { code } });
  });
});

describe('what the piece is for', () => {
  const cautions = (facts: Partial<Omit<Facts, 'asked'>>, from = plan): readonly string[] =>
    cautionsFor(after(from, stateFacts(from, facts))).map((caution) => caution.id);

  test('skipping the question is remembered, and says nothing', () => {
    const skipped = after(plan, stateFacts(plan, {}));
    expect(skipped.facts).toEqual({ ...plan.facts, asked: true });
  });

  test.each([
    [{ forWhom: 'small-child' }, 'small-child'],
    [{ forWhom: 'animal' }, 'small-child'],
    [{ implantsNear: true }, 'implant'],
    [{ unattended: true }, 'unattended'],
    [{ rainedOn: true }, 'rain'],
    [{ washed: true }, 'wash'],
  ] as const)('%j brings the caution %s, and is silent without it', (facts, id) => {
    expect(cautions(facts)).toContain(id);
    expect(cautions({})).not.toContain(id);
  });

  test('what lies on the cloth brings its own: packs, magnets, coin cells, flashing lights', () => {
    const build = new PlanBuilder('All', 300, 300)
      .place('power-board', 'power', 50, 50)
      .place('magnet', 'magnet', 150, 50)
      .place('bare-leg-light-flashing', 'blink', 150, 150);
    expect(cautions({}, build.plan)).toEqual(expect.arrayContaining(['pack', 'magnets', 'flashing']));
    // Bare lights are tried on a spare coin cell, not on the pack.
    expect(cautions({}, build.plan)).toContain('swallow');
    expect(cautions({}, new PlanBuilder('Pack').place('power-board', 'power', 50, 50).plan)).not.toContain(
      'swallow',
    );
    expect(cautions({ flashingFine: true }, build.plan)).not.toContain('flashing');
    expect(cautions({}, build.holder(220, 220).plan)).toContain('swallow');
  });
});

describe('on the sheet', () => {
  test('what must be bought with a value says it, and cells are counted', () => {
    const build = new PlanBuilder('Gather', 300, 300)
      .place('resistor', 'r', 60, 60, { options: { ohm: 220 } })
      .place('aaa-holder-2', 'power', 150, 200);
    const items = gatherList(build.plan).map((item) => `${item.count} ${item.what}`);
    expect(items).toContain('1 Resistor with curled legs, 220 Ω');
    expect(items).toContain('2 1.5 V alkaline cell, AAA size');
  });

  test('a strand’s own wires are neither cut nor sewn, wire of the maker’s own is laid', () => {
    const build = new PlanBuilder('Strand', 300, 200);
    build.edit(
      layStrand(
        build.plan,
        panelOf(build.plan),
        {
          points: [
            { x: 40, y: 60 },
            { x: 240, y: 60 },
          ],
          closed: false,
        },
        50,
        3,
      ),
    );
    expect(cutPieces(build.plan)).toEqual([]);
    build.light('a', 60, 140).light('b', 200, 140).sew('a.plus', 'b.plus');
    const [id] = Object.keys(build.plan.runs).filter(
      (run) => build.plan.runs[run]?.prewired === undefined,
    ) as [string];
    build.edit(changeThread(build.plan, id, 'insulated-wire'));
    expect(build.plan.runs[id]?.stitchId).toBe('laid');
    const step = sewingSheet(build.plan).steps.find((one) => one.id === `sew:${id}`);
    expect(step?.text).toMatch(/^Lay 140 mm of insulated wire/);
    build.edit(changeThread(build.plan, id, 'steel-2-ply'));
    expect(build.plan.runs[id]?.stitchId).toBe('running');
  });

  test('a wrong side that is seen is to be covered', () => {
    const finish = (of: Plan): string =>
      sewingSheet(of).steps.find((step) => step.id === 'finish:cover')?.text ?? '';
    expect(finish(plan)).not.toMatch(/Both sides/);
    expect(finish(after(plan, showWrongSide(plan, true)))).toMatch(/Both sides/);
  });

  test('areas are printed with their names, openings as edges', () => {
    const marked = after(
      plan,
      addMarkings(plan, [
        { use: 'opening', closed: true, nodes: triangle, name: 'slit' },
        { use: 'mark', closed: false, nodes: triangle },
      ]),
    );
    const items = patternDrawing(marked);
    expect(items).toContainEqual(expect.objectContaining({ kind: 'text', text: 'slit' }));
    expect(items.filter((item) => item.kind === 'line' && item.widthMm === 0.5)).toHaveLength(2);
    expect(clothBox(panelOf(marked)).widthMm).toBe(200);
  });
});
