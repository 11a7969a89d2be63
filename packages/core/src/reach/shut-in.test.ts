/** What a hand must get to, in every place of a piece that closes: by hand first, then Check, sheet and spaces held together over random plans. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import type { Finding } from '../checks/finding.ts';
import { fixesFor } from '../checks/fix.ts';
import { expectOk } from '../errors/problem.ts';
import { cornersOf } from '../geometry/curve.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { placePart } from '../plan/edits/part-edits.ts';
import { changeSeam } from '../plan/edits/seam-edits.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { outsideFace, panelsOf } from '../plan/panels.ts';
import type { Layer } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { handledOf } from './handled.ts';
import { finishedSpaces } from './shut-in.ts';

const REACHED = ['shut-in', 'layer-holder'];
const told = (plan: Plan, rules: readonly string[] = REACHED): readonly Finding[] =>
  checkPlan(plan).filter(({ ruleId }) => rules.includes(ruleId));
const box = (left: number, top: number, right: number, bottom: number) =>
  cornersOf([
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ]);

/** A ready piece of several panels with one part on a face of one of them. */
function pieceWith(
  setId: string,
  panel: string,
  face: 'right' | 'wrong',
  kindId = 'coin-cell-holder',
  at = { x: 80, y: 120 },
): Plan {
  const empty = new PlanBuilder('Piece').plan;
  const plan = applyEdit(empty, expectOk(takeSet(empty, setId)));
  const panelId = panelsOf(plan).find(({ name }) => name === panel)?.id ?? '';
  return applyEdit(plan, expectOk(placePart(plan, { panelId, kindId, name: 'power', at, face })));
}

describe('by hand: where the cell is, in which piece, and what is told', () => {
  test.each([
    // Outside it is always reached.
    ['stuffed-body', 'front', 'right', []],
    ['boxed-pouch', 'front', 'right', []],
    ['bag', 'front', 'right', []],
    ['glove', 'front', 'right', []],
    // Inside what is closed for good it is not; between outside and lining of a bag or a pouch neither.
    ['stuffed-body', 'front', 'wrong', ['shut-in']],
    ['stuffed-body', 'back', 'wrong', ['shut-in']],
    ['boxed-pouch', 'front', 'wrong', ['shut-in']],
    ['boxed-pouch', 'back lining', 'wrong', ['shut-in']],
    ['bag', 'front', 'wrong', ['shut-in']],
    // Inside the bag, on its lining, it is; in a mitten through the wrist, in a pullover through its hem, in a sleeve, in a coat.
    ['boxed-pouch', 'front lining', 'right', []],
    ['bag', 'back lining', 'right', []],
    ['glove', 'back', 'wrong', []],
    ['pullover', 'front', 'wrong', []],
    ['opened-sleeve', 'sleeve', 'wrong', []],
    ['coat', 'back', 'wrong', []],
    ['darted-panel', 'outside', 'wrong', []],
    ['cuff', 'band', 'wrong', []],
  ] as const)('%s, on the %s, %s side: %j', (setId, panel, face, rules) => {
    const at = setId === 'cuff' ? { x: 80, y: 25 } : { x: 80, y: 120 };
    expect(told(pieceWith(setId, panel, face, 'coin-cell-holder', at)).map(({ ruleId }) => ruleId)).toEqual(
      rules,
    );
  });

  test.each(['slide-switch', 'push-switch'])('a %s is shut in as a cell is; a light is not', (kindId) => {
    const plan = pieceWith('stuffed-body', 'front', 'wrong', kindId);
    expect(told(plan).map(({ message }) => message)).toEqual([
      'The switch of power cannot be reached any more after this step: stuff it, and close the gap by hand.',
    ]);
    expect(told(pieceWith('stuffed-body', 'front', 'wrong', 'sew-on-light'))).toEqual([]);
  });

  test('a zone, a zip or a hole in the cloth lets a hand in; one too small for two fingers does not', () => {
    const shut = pieceWith('stuffed-body', 'front', 'wrong');
    const bare = { ...shut, works: {} };
    const [seam] = Object.values(bare.seams);
    if (seam === undefined) throw new Error('no seam');
    const narrow = applyEdit(
      bare,
      expectOk(
        changeSeam(bare, seam.id, {
          a: { ...seam.a, from: 4.6, to: 4.4 },
          b: { ...seam.b, from: 2.6, to: 2.4 },
        }),
      ),
    );
    const panelId = panelsOf(shut)[1]?.id ?? '';
    const area = (use: 'reach' | 'zip' | 'opening', width: number, height: number): Plan =>
      applyEdit(
        narrow,
        expectOk(
          addMarkings(
            narrow,
            [{ use, name: 'way in', closed: true, nodes: box(60, 100, 60 + width, 100 + height) }],
            undefined,
            { panelId },
          ),
        ),
      );
    expect(told(narrow).map(({ ruleId }) => ruleId)).toEqual(['shut-in']);
    expect(told(area('zip', 60, 8))).toEqual([]);
    expect(told(area('opening', 50, 20))).toEqual([]);
    expect(told(area('reach', 50, 50))).toEqual([]);
    expect(told(area('zip', 30, 8)).map(({ ruleId }) => ruleId)).toEqual(['shut-in']);
    expect(told(area('opening', 20, 10)).map(({ ruleId }) => ruleId)).toEqual(['shut-in']);
  });
});

describe('under a layer', () => {
  const under = (changes: Partial<Layer>, kindId = 'coin-cell-holder'): Plan => {
    const build = new PlanBuilder('Pocket', 200, 200).place(kindId, 'power', 90, 80);
    const panelId = panelsOf(build.plan)[0]?.id ?? '';
    return build.edit(
      addLayer(build.plan, {
        name: 'pocket',
        panelId,
        face: 'right',
        nodes: box(40, 40, 140, 120),
        ...changes,
      }),
    ).plan;
  };

  test('fastened all round it is told, of a switch as well; with an open edge for two fingers, or where it comes off, it is not', () => {
    expect(told(under({})).map(({ message }) => message)).toEqual([
      'pocket is fastened over power for good: the cell could not be reached.',
    ]);
    expect(told(under({}, 'slide-switch'))).toHaveLength(1);
    expect(told(under({ openEdge: { from: 0, to: 1 } }))).toEqual([]);
    expect(told(under({ openEdge: { from: 0, to: 0.3 } }))).toHaveLength(1);
    expect(told(under({ fastened: 'comes-off' }))).toEqual([]);
    expect(told(under({ laid: 'before' }))).toEqual([]);
    expect(told(under({ face: 'wrong' }))).toEqual([]);
  });

  test('cells that are laid in take a hand, a coin cell two fingers: an open edge of 60 mm is wide enough for one of them', () => {
    const open = { nodes: box(40, 40, 140, 120), openEdge: { from: 0, to: 0.6 } };
    expect(told(under(open))).toEqual([]);
    expect(told(under(open, 'aaa-holder-2')).map(({ ruleId }) => ruleId)).toEqual(['layer-holder']);
    expect(told(under({ ...open, openEdge: { from: 0, to: 1 } }, 'aaa-holder-2'))).toEqual([]);
  });

  test('whoever has larger hands says so', () => {
    const open = under({ nodes: box(40, 40, 140, 120), openEdge: { from: 0, to: 0.6 } });
    const large = (changes: Readonly<Record<string, number>>): Plan => ({
      ...open,
      habits: { ...open.habits, assumptions: changes },
    });
    expect(told(open)).toEqual([]);
    expect(told(large({ fingersMm: 70 })).map(({ ruleId }) => ruleId)).toEqual(['layer-holder']);
    expect(told(large({ handMm: 200 }))).toEqual([]);
  });

  test('a closed piece with a way for two fingers is to be mended for a holder of cells, and is no matter for a coin cell', () => {
    const shut = (kindId: string): Plan => ({
      ...pieceWith('stuffed-body', 'front', 'wrong', kindId),
      works: {},
    });
    expect(told(shut('coin-cell-holder'))).toEqual([]);
    expect(
      told(shut('aaa-holder-2')).map(({ severity, message }) => [severity, message.slice(0, 50)]),
    ).toEqual([['mend', 'Only two fingers get to the cell of power after th']]);
  });

  test('it is mended by letting it come off, or by leaving an edge open, and said so on the sheet', () => {
    const plan = under({});
    const [finding] = told(plan);
    if (finding === undefined) throw new Error('not told');
    const { fixes } = fixesFor(plan, finding);
    expect(fixes.map(({ label }) => label)).toEqual(
      expect.arrayContaining(['let pocket come off', 'leave the upper edge of pocket open']),
    );
    for (const { edit } of fixes) expect(told(applyEdit(plan, edit))).toEqual([]);
    const open = under({ openEdge: { from: 0, to: 1 } });
    expect(
      sewingSheet(open)
        .steps.map(({ text }) => text)
        .join('\n'),
    ).toContain('its upper edge stays open');
    expect(fixesFor(open, finding).fixes).toEqual([]);
  });
});

describe('Check, sheet and spaces speak of the same hand', () => {
  test.each(seeds(24, 300))('plan %i', (seed) => {
    const plan = randomPlan(seed, { wired: 'none' });
    const spaces = finishedSpaces(plan);
    const out = Object.values(plan.parts).filter((part) => {
      return handledOf(plan, part).some(
        ({ at, needsMm }) => spaces.widestWayMm({ panelId: part.panelId, face: part.face, at }) < needsMm,
      );
    });
    const byCheck = told(plan).flatMap(({ partIds }) => partIds);
    expect(new Set(byCheck)).toEqual(new Set(out.map(({ id }) => id)));
    const { steps } = sewingSheet(plan);
    const said = steps
      .map(({ lastChance }) => /After it no hand gets to (.*) any more/.exec(lastChance ?? '')?.[1] ?? '')
      .join(' ');
    for (const part of Object.values(plan.parts))
      if (handledOf(plan, part).length > 0)
        expect(new RegExp(`of ${part.name}(?: |,|$)`).test(said), part.name).toBe(out.includes(part));
    // What is called outside elsewhere lies open here.
    for (const panelId of Object.keys(plan.panels))
      expect(spaces.widestWayToFaceMm(panelId, outsideFace(plan, { panelId }))).toBe(
        Number.POSITIVE_INFINITY,
      );
    for (const { id } of out) expect(steps.some((step) => step.id === `again:${id}`)).toBe(false);
  });
});
