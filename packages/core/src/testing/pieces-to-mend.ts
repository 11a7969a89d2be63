/** Small pieces with one thing wrong, made by hand, for the examples of fixes. */
import { expectOk } from '../errors/problem.ts';
import { roundedBoxCurve } from '../geometry/curve.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings, takePiece } from '../plan/edits/cloth-edits.ts';
import { addLayer, cutWindows } from '../plan/edits/layer-edits.ts';
import { copyPanel } from '../plan/edits/panel-edits.ts';
import { choosePartOptions, moveParts, placePair, setLevel, turnPartOver } from '../plan/edits/part-edits.ts';
import { addPatch, changePatch } from '../plan/edits/patch-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import { addSeam } from '../plan/edits/seam-edits.ts';
import { drawTail } from '../plan/edits/tail-edits.ts';
import { panelsOf, withPanel } from '../plan/panels.ts';
import type { Layer } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern, twoRails } from './plan-builder.ts';

export const box = (left: number, top: number, right: number, bottom: number) =>
  roundedBoxCurve(left, top, right, bottom, 0);

/** A holder and a light whose + and − are exchanged. */
export const wrongWay = (): PlanBuilder =>
  new PlanBuilder('Turned', 300, 200)
    .holder(60, 150)
    .light('a', 200, 100)
    .sew('holder.plus', 'a.minus')
    .sew('holder.minus', 'a.plus');

/** Two cells that feed a board. */
export const board = (kindId: string): PlanBuilder =>
  new PlanBuilder('Board', 700, 400)
    .place('aaa-holder-2', 'holder', 80, 200)
    .place(kindId, 'board', 300, 200)
    .sew('holder.plus-1', 'board.supply', [[200, 60]])
    .sew('holder.minus-1', 'board.ground', [[200, 340]]);

export const fought = (): PlanBuilder => board('board-small').sew('board.p1', 'board.ground', [[380, 300]]);

export const snapBand = (face: 'right' | 'wrong'): PlanBuilder => {
  const build = new PlanBuilder('Band', 320, 160);
  build.edit(takePiece(build.plan, 'strip', { widthMm: 320, heightMm: 160, overlapMm: 40 }));
  build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 20, y: 20 } }, { x: 0, y: 100 }));
  if (face === 'right') build.edit(turnPartOver(build.plan, build.part('snap socket 1').id, 'right'));
  return build;
};

export const clasp = (minus: Record<string, number>): PlanBuilder => {
  const build = new PlanBuilder('Clasp', 320, 160);
  build.edit(placePair(build.plan, { kindId: 'cell-clasp-plus', at: { x: 40, y: 110 } }, { x: 230, y: 0 }));
  build.edit(choosePartOptions(build.plan, build.part('minus clasp 1').id, minus));
  return build;
};

export const tailsOf = (names: readonly string[]): Plan => {
  const build = new PlanBuilder('Tails', 400, 200);
  for (const [i, name] of names.entries()) {
    build.light(name, 60, 60 + 90 * i);
    build.edit(
      drawTail(build.plan, {
        from: build.hole(`${name}.plus`),
        bends: [],
        at: { x: 200, y: 100 + 40 * i },
        lengthMm: 60,
        use: 'tied',
      }),
    );
  }
  const alone = Object.entries(build.plan.parts).map(([id, { mateId: _mate, ...part }]) => [id, part]);
  return { ...build.plan, parts: Object.fromEntries(alone) };
};

export const spark = (options: Record<string, number>): Plan => {
  const { plan } = new PlanBuilder('Spark', 200, 160)
    .holder(50, 110)
    .place('bare-leg-light-5', 'spark', 130, 60, { face: 'wrong', options });
  return withPanel(plan, { workedFace: 'wrong' });
};

export const seamOf = (allowanceMm: number): Plan => {
  const alone = new PlanBuilder('Tab', 100, 30).plan;
  const plan = applyEdit(alone, expectOk(copyPanel(alone, panelsOf(alone)[0]?.id ?? '', false)));
  const [a, b] = panelsOf(plan).map(({ id }) => id) as [string, string];
  const edges = { a: { panelId: a, from: 0, to: 1 }, b: { panelId: b, from: 2, to: 3, reversed: true } };
  const made = applyEdit(
    plan,
    expectOk(addSeam(plan, { ...edges, allowanceMm: 10, pressed: 'open', sewn: 'after' })),
  );
  const [id = ''] = Object.keys(made.seams);
  return { ...made, seams: { [id]: { ...made.seams[id], allowanceMm } as Plan['seams'][string] } };
};

export const layered = (changes: Partial<Layer>, build = smallLantern()): Plan => {
  const panelId = panelsOf(build.plan)[0]?.id ?? '';
  build.edit(addLayer(build.plan, { name: 'cover', panelId, face: 'right', ...changes }));
  return build.plan;
};

/** A cover with a window over each light, and the lights moved so far after that. */
export const windowed = (by: { readonly x: number; readonly y: number }): Plan => {
  const covered = layered({ fastened: 'comes-off' });
  const plan = applyEdit(covered, expectOk(cutWindows(covered, Object.keys(covered.layers)[0] ?? '')));
  const lights = Object.values(plan.parts).filter(({ kindId }) => kindId === 'sew-on-light');
  return applyEdit(
    plan,
    expectOk(
      moveParts(
        plan,
        lights.map(({ id }) => id),
        by,
      ),
    ),
  );
};

export const railsSewn = (apartMm: number, stitchMm: number): Plan => {
  const build = twoRails(apartMm);
  for (const id of Object.keys(build.plan.runs))
    build.edit(changeStitching(build.plan, id, { stitchMm, gapMm: stitchMm }));
  return build.plan;
};

export const ring = (isClosed: boolean): Plan => {
  const build = new PlanBuilder('Ring', 300, 300)
    .light('a', 100, 100)
    .light('b', 200, 100)
    .light('c', 150, 200)
    .holder(150, 140)
    .light('out', 260, 260)
    .sew('a.plus', 'b.plus', [[150, 70]])
    .sew('b.plus', 'c.plus', [[230, 200]]);
  if (isClosed) build.sew('c.plus', 'a.plus', [[70, 200]]);
  return build.sew('holder.minus', 'out.minus', isClosed ? [[150, 290]] : [[240, 190]]).plan;
};

export const groundSwitch = (extra: boolean): Plan => {
  const build = new PlanBuilder('Board', 400, 300)
    .holder(60, 250, 180)
    .switch(200, 250, 180)
    .place('board-small', 'board', 200, 100)
    .sew('holder.minus', 'switch.b')
    .sew('switch.a', 'board.ground', [[160, 200]])
    .sew('holder.plus', 'board.supply', [
      [20, 200],
      [20, 60],
      [180, 40],
    ]);
  if (extra) build.light('on', 340, 250).sew('switch.a', 'on.minus');
  return build.plan;
};

export const magnetBeside = (mm: number, wide = 300): PlanBuilder =>
  new PlanBuilder('Magnet', wide, 60).place('magnet', 'm', 30, 30).place('snap-ball', 's', 30 + mm, 30);

export const reached = (left: number, top: number, right: number, bottom: number): Plan => {
  const build = new PlanBuilder('Reach', 400, 300).switch(60, 60);
  build.edit(
    addMarkings(build.plan, [
      { use: 'reach', name: 'pocket', closed: true, nodes: box(left, top, right, bottom) },
    ]),
  );
  return build.plan;
};

export const farBoard = (source: string): Plan =>
  new PlanBuilder('Far', 2400, 300)
    .place(source, 'holder', 60, 150)
    .place('board-small', 'board', 2300, 150)
    .sew('holder.plus-1', 'board.supply', [[1200, 60]])
    .sew('holder.minus-1', 'board.ground', [[1200, 240]]).plan;

export const longRow = (count: number): Plan => {
  const build = new PlanBuilder('Long', 1500, 300).place('aaa-holder-2-boost', 'holder', 60, 220);
  for (let i = 0; i < count; i += 1)
    build.place('bare-leg-light-5', `l${i}`, 200 + 80 * i, 120, { colourId: 'white', turnDeg: 90 });
  build.sew('holder.plus-1', 'l0.plus', [[130, 60]]).sew('holder.minus-1', 'l0.minus', [[130, 200]]);
  for (let i = 1; i < count; i += 1)
    build.sew(`l${i - 1}.plus`, `l${i}.plus`).sew(`l${i - 1}.minus`, `l${i}.minus`);
  return build.plan;
};

export const oneBare = (source: string, kindId = 'bare-leg-light-5'): PlanBuilder => {
  const ends = source.startsWith('coin') ? ['plus', 'minus'] : ['plus-1', 'minus-1'];
  return new PlanBuilder('One', 500, 300)
    .place(source, 'holder', 80, 200)
    .place(kindId, 'lamp', 330, 100, { turnDeg: 90, colourId: 'red' })
    .sew(`holder.${ends[0]}`, 'lamp.plus', [[200, 60]])
    .sew(`holder.${ends[1]}`, 'lamp.minus', [[250, 230]]);
};

export const joinedLights = (mm: number): Plan =>
  new PlanBuilder('Far', mm + 60, 100)
    .light('a', 30, 50)
    .light('b', mm + 30, 50)
    .sew('a.plus', 'b.plus').plan;

export const crossed = (
  patch: { readonly lengthMm: number; readonly at: { readonly x: number; readonly y: number } } | null,
): Plan => {
  const build = new PlanBuilder('Cross', 300, 200)
    .light('a', 30, 100)
    .light('b', 270, 100)
    .light('c', 150, 30, 90)
    .light('d', 150, 170, 90)
    .sew('a.plus', 'b.minus')
    .sew('c.plus', 'd.minus');
  if (patch === null) return build.plan;
  const [underRunId, overRunId] = Object.keys(build.plan.runs) as [string, string];
  build.edit(
    addPatch(build.plan, {
      at: { x: 150, y: 100 },
      turnDeg: 90,
      underRunId,
      overRunId,
      lengthMm: 12,
      widthMm: 10,
    }),
  );
  const [id = ''] = Object.keys(build.plan.patches);
  build.edit(changePatch(build.plan, id, patch));
  return build.plan;
};

export const fading = (pin: string): Plan => {
  const build = board('board-round').light('a', 550, 100).sew('board.p2', 'a.plus');
  return applyEdit(build.plan, expectOk(setLevel(build.plan, build.part('board').id, pin, 0.5)));
};
