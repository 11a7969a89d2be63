/** Seams: lengths and places, what is refused, what goes along, and what Check says. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { clothSvg } from '../formats/svg-export.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { applyEdit, invertEdit } from './edit.ts';
import { takePiece } from './edits/cloth-edits.ts';
import { addSeam, changeSeam, deleteSeam } from './edits/seam-edits.ts';
import { panelOf } from './panels.ts';
import type { Seam } from './records.ts';
import { seamWords, worksOf } from './seam-works.ts';
import { allowanceStrips, pointOnSeam, seamLengths, seamLetter, tubeSizes } from './seams.ts';

/** A tube: the right edge of a rectangle on its left one. */
function tube(changes: Partial<Seam> = {}, widthMm = 240, heightMm = 160): PlanBuilder {
  const build = new PlanBuilder('Tube', widthMm, heightMm);
  build.edit(takePiece(build.plan, 'rectangle', { widthMm, heightMm }));
  return build.seam(changes);
}
const itsSeam = ({ plan }: PlanBuilder): Seam => Object.values(plan.seams)[0] as Seam;

describe('lengths and places', () => {
  test('both edges of a tube are as long as it is high, and a place on one lies on the same height of the other', () => {
    const build = tube();
    expect(seamLengths(build.plan, itsSeam(build))).toEqual({ aMm: 160, bMm: 160, ease: 0 });
    for (const share of [0, 0.25, 1]) {
      const [a, b] = (['a', 'b'] as const).map((side) =>
        pointOnSeam(build.plan, itsSeam(build), side, share),
      );
      expect(a).toEqual({ x: 230, y: 160 * share });
      expect(b).toEqual({ x: 10, y: 160 * share });
    }
  });

  test('the strips are what lies between cut edge and seam line', () => {
    const build = tube();
    const strips = allowanceStrips(panelOf(build.plan), build.plan);
    expect(strips.map(({ name }) => name)).toEqual(['the allowance of seam A', 'the allowance of seam A']);
    expect(strips[0]?.area).toEqual([
      { x: 240, y: 0 },
      { x: 240, y: 160 },
      { x: 230, y: 160 },
      { x: 230, y: 0 },
    ]);
    expect(allowanceStrips(panelOf(tube({ allowanceMm: 0 }).plan), tube({ allowanceMm: 0 }).plan)).toEqual(
      [],
    );
  });

  test('a tube of flat width w is 2 w ÷ π across when it is stuffed round', () => {
    const build = tube();
    // 240 mm less 10 mm at each edge are 220 mm round.
    const sizes = tubeSizes(build.plan, itsSeam(build));
    expect(sizes?.girthMm).toBeCloseTo(220, 9);
    expect(sizes?.flatMm).toBeCloseTo(110, 9);
    expect(sizes?.acrossMm).toBeCloseTo((2 * 110) / Math.PI, 9);
    const { id: panelId } = panelOf(build.plan);
    const dart = tube({ a: { panelId, from: 1, to: 1.5 }, b: { panelId, from: 1.5, to: 2, reversed: true } });
    expect(tubeSizes(dart.plan, itsSeam(dart))).toBeNull();
  });

  test('letters follow the order of the seams', () => {
    const build = tube({
      a: { panelId: panelOf(tube().plan).id, from: 1, to: 1.5 },
      b: { panelId: panelOf(tube().plan).id, from: 1.5, to: 2, reversed: true },
    });
    const { id: panelId } = panelOf(build.plan);
    build.edit(
      addSeam(build.plan, {
        ...itsSeam(build),
        a: { panelId, from: 0, to: 0.5 },
        b: { panelId, from: 0.5, to: 1, reversed: true },
      }),
    );
    expect(Object.keys(build.plan.seams).map((id) => seamLetter(build.plan, id))).toEqual(['A', 'B']);
  });
});

test('seam lines come along in the SVG, two for each seam', () => {
  const lines = clothSvg(tube().plan).match(/<path [^>]*aria-label="seam A"[^>]*>/g) ?? [];
  expect(lines.map((line) => / d="([^"]*)"/.exec(line)?.[1])).toEqual(['M230 0L230 160', 'M10 160L10 0']);
});

describe('edits', () => {
  test('each has its inverse, and the file brings seams back', () => {
    const build = tube();
    const { plan } = build;
    for (const edit of [
      changeSeam(plan, itsSeam(build).id, { allowanceMm: 15, pressed: 'to-a' }),
      deleteSeam(plan, itsSeam(build).id),
    ].map(expectOk)) {
      const after = applyEdit(plan, edit);
      expect(after.seams).not.toEqual(plan.seams);
      expect(applyEdit(after, invertEdit(edit))).toEqual(plan);
    }
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  });

  test('what is not there is refused: places, panels, an edge that is sewn already', () => {
    const { plan } = tube();
    const { id: panelId } = panelOf(plan);
    const draft = {
      ...itsSeam(tube()),
      a: { panelId, from: 0, to: 1 },
      b: { panelId, from: 2, to: 3, reversed: true },
    };
    const code = (seam: Partial<Seam>) => {
      const result = addSeam(plan, { ...draft, ...seam });
      return result.ok ? 'ok' : result.problem.code;
    };
    expect(code({})).toBe('ok');
    expect(code({ a: { panelId, from: 0, to: 4 } })).toBe('seam-place');
    expect(code({ a: { panelId, from: 0, to: 0 } })).toBe('seam-place');
    expect(code({ a: { panelId, from: 1.2, to: 1.8 } })).toBe('seam-twice');
    expect(code({ b: { ...draft.b, from: 0.5, to: 1 } })).toBe('seam-twice');
    expect(code({ b: { ...draft.b, panelId: 'nowhere' } })).not.toBe('ok');
  });

  test('with an outline of other corners its seams go; with other sizes they stay', () => {
    const { plan } = tube();
    expect(applyEdit(plan, expectOk(takePiece(plan, 'circle'))).seams).toEqual({});
    const wider = applyEdit(plan, expectOk(takePiece(plan, 'rectangle', { widthMm: 300, heightMm: 160 })));
    expect(wider.seams).toEqual(plan.seams);
  });
});

describe('what Check and the sheet say', () => {
  test('a hole and a thread in the allowance are found, and beyond the seam line they are not', () => {
    const found = (x: number) => {
      const build = tube({}, 240, 160).light('lamp', x, 80, 90);
      return checkPlan(build.plan).filter(({ ruleId }) => ruleId === 'seam');
    };
    expect(found(234).map(({ message }) => message)[0]).toMatch(/lies in the allowance of seam A\.$/);
    expect(found(200)).toEqual([]);
  });

  test('a stiff body that reaches into the allowance is found, even where its holes are clear of it', () => {
    const body = (x: number) => {
      const build = tube({}, 240, 160).holder(x, 80, 90);
      return checkPlan(build.plan)
        .filter(({ ruleId }) => ruleId === 'seam')
        .map(({ message }) => message);
    };
    // A coin-cell holder is 26 mm wide across its holes' line: at 222 mm its rim lies at 235, its holes on its middle line.
    expect(body(222)).toEqual(['The body of holder lies in the allowance of seam A.']);
    expect(body(180)).toEqual([]);
  });

  test('edges that differ by more than 5 % are told with both lengths', () => {
    const build = new PlanBuilder('Cone', 200, 160);
    build.edit(takePiece(build.plan, 'rectangle', { widthMm: 200, heightMm: 160 }));
    const { id: panelId } = panelOf(build.plan);
    const seam = (to: number) =>
      addSeam(build.plan, {
        a: { panelId, from: 1, to: 2 },
        b: { panelId, from: 3, to, reversed: true },
        allowanceMm: 0,
        pressed: 'none',
        sewn: 'before',
      });
    const told = (to: number) =>
      checkPlan(applyEdit(build.plan, expectOk(seam(to))))
        .filter(({ ruleId }) => ruleId === 'seam-length')
        .map(({ message }) => message);
    // 0.95 of 160 is 152 mm: 160 ÷ 152 = 1.053 is too much, 160 ÷ 154 = 1.039 is eased in.
    expect(told(3.95)).toEqual(['The edges of seam A are 160 mm and 152 mm long.']);
    expect(told(3.9625)).toEqual([]);
  });

  test('a seam sewn before comes first on the sheet, one sewn after closes the piece', () => {
    const lit = (sewn: Seam['sewn']) =>
      sewingSheet(
        tube({ sewn })
          .light('lamp', 100, 60)
          .holder(100, 110)
          .sew('holder.plus', 'lamp.plus')
          .sew('holder.minus', 'lamp.minus').plan,
      ).steps;
    const place = (sewn: Seam['sewn']) => lit(sewn).findIndex(({ text }) => text.startsWith('Sew seam A'));
    const firstSewn = (sewn: Seam['sewn']) => lit(sewn).findIndex(({ id }) => id.startsWith('sew:'));
    expect(place('before')).toBeGreaterThanOrEqual(0);
    expect(place('before')).toBeLessThan(firstSewn('before'));
    expect(place('after')).toBeGreaterThan(firstSewn('after'));
    expect(worksOf(tube().plan).map(({ kind, place }) => [kind, place])).toEqual([['close', 'wrong']]);
    expect(seamWords(tube().plan, itsSeam(tube()))).toBe(
      'seam A: the right edge on the left edge, right sides together, 10 mm from the cut edges; press it open',
    );
    // What is butted has nothing to press.
    const butted = tube({ allowanceMm: 0 });
    expect(seamWords(butted.plan, itsSeam(butted))).toBe(
      'seam A: the right edge on the left edge, the edges butted',
    );
  });
});
