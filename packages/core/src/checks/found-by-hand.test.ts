/**
 * What must be found and what must not, and in which state: sixty pieces written by hand before they were checked. Each is a small lantern
 * (a coin-cell holder, a slide switch in its +, two lights) with one thing done to it, or a circuit of insulated wire in which only current
 * counts. What is listed is all that may be told; nothing more, nothing less.
 */
import { expect, test } from 'vitest';
import type { MarkingUse } from '../cloth/cloth.ts';
import { cornersOf } from '../geometry/curve.ts';
import { addMarkings, changeClothKind, takePiece } from '../plan/edits/cloth-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { deleteParts, flickSwitch, moveParts, placePair, turnPartOver } from '../plan/edits/part-edits.ts';
import { changeHabits, stateFacts } from '../plan/edits/plan-edits.ts';
import { changeStitching, deleteRuns } from '../plan/edits/run-edits.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { addWork } from '../plan/edits/sewing-edits.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Facts, Layer } from '../plan/records.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';

const box = (left: number, top: number, right: number, bottom: number) =>
  cornersOf([
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ]);
const runOf = (build: PlanBuilder, from: string, to: string): string => {
  const [a, b] = [build.hole(from), build.hole(to)];
  return (
    Object.values(build.plan.runs).find((run) => run.from.partId === a.partId && run.to.partId === b.partId)
      ?.id ?? ''
  );
};

type Case = readonly [what: string, build: () => PlanBuilder, found: readonly string[]];
const lantern =
  (change: (build: PlanBuilder) => void): (() => PlanBuilder) =>
  () => {
    const build = smallLantern();
    change(build);
    return build;
  };
const move = (name: string, x: number, y: number) =>
  lantern((build) => build.edit(moveParts(build.plan, [build.part(name).id], { x, y })));
const area = (use: MarkingUse, left: number, top: number, right: number, bottom: number) =>
  lantern((build) =>
    build.edit(
      addMarkings(build.plan, [{ use, name: use, closed: true, nodes: box(left, top, right, bottom) }]),
    ),
  );
const layer = (changes: Partial<Layer>) =>
  lantern((build) => {
    const panelId = panelsOf(build.plan)[0]?.id ?? '';
    build.edit(addLayer(build.plan, { name: 'cover', panelId, face: 'right', ...changes }));
  });
const facts = (said: Partial<Omit<Facts, 'asked'>>) =>
  lantern((build) => build.edit(stateFacts(build.plan, said)));
const without = (from: string, to: string) =>
  lantern((build) => build.edit(deleteRuns(build.plan, [runOf(build, from, to)])));
const stitched = (changes: Parameters<typeof changeStitching>[2]) =>
  lantern((build) => build.edit(changeStitching(build.plan, runOf(build, 'switch.a', 'left.plus'), changes)));
/** A holder of two cells and what hangs on it, by wire. */
const wired = (source: string, build: (one: PlanBuilder) => PlanBuilder) => (): PlanBuilder => {
  const one = build(new PlanBuilder('Wired', 700, 500).place(source, 'power', 80, 250));
  one.plan = insulated(one.plan);
  return one;
};
const at = (source: string, sign: '+' | '-'): string =>
  source === 'coin-cell-holder'
    ? `power.${sign === '+' ? 'plus' : 'minus'}`
    : `power.${sign === '+' ? 'plus' : 'minus'}-1`;
const lit = (one: PlanBuilder, source: string, kindId = 'sew-on-light', colourId = 'red'): PlanBuilder =>
  one
    .place(kindId, 'a', 400, 250, { colourId })
    .sew(at(source, '+'), 'a.plus')
    .sew('a.minus', at(source, '-'), [[300, 400]]);

const CASES: readonly Case[] = [
  // What lies on the cloth.
  ['as it is', lantern(() => undefined), []],
  ['a magnet on a light', lantern((build) => build.place('magnet', 'pull', 130, 58)), ['mend parts-overlap']],
  ['the holder a little to the right', move('holder', 4, 0), []],
  ['a light off its row, its threads with it', move('right', 6, -4), []],
  ['a keep-out beside everything', area('keep-out', 150, 100, 190, 150), []],
  ['a keep-out over a thread', area('keep-out', 30, 70, 50, 80), ['mend keep-out']],
  ['a zip over a thread', area('zip', 30, 70, 50, 80), ['mend keep-out']],
  ['a dart over a thread', area('dart', 30, 70, 50, 80), ['mend keep-out']],
  ['a binding over a thread', area('binding', 30, 70, 50, 80), ['mend keep-out']],
  ['a zip beside everything', area('zip', 150, 100, 190, 150), []],
  ['an opening over a thread', area('opening', 30, 70, 50, 80), ['mend opening']],
  ['a mark over everything', area('window', 0, 0, 10, 10), []],
  ['a reach zone round the holder and the switch', area('reach', 20, 80, 140, 150), []],
  ['a reach zone round the holder only', area('reach', 80, 110, 130, 150), ['mend reach']],
  ['stitches of 9 mm', stitched({ stitchMm: 9, gapMm: 9 }), []],
  [
    'stitches of 10 mm, longer where they share a line evenly',
    stitched({ stitchMm: 10, gapMm: 9 }),
    ['mend stitch-long'],
  ],
  // What is missing.
  ['the holder’s − is not sewn', without('holder.minus', 'right.minus'), ['stop open', 'stop open']],
  ['the second light’s + is not sewn', without('left.plus', 'right.plus'), ['stop open']],
  ['the switch leads nowhere', without('switch.a', 'left.plus'), ['stop open', 'stop open']],
  [
    'no holder at all',
    lantern((build) => build.edit(deleteParts(build.plan, [build.part('holder').id]))),
    ['stop open', 'stop open'],
  ],
  // Layers and reach.
  ['a lining behind it', layer({ face: 'wrong' }), []],
  [
    'a cover over everything, sewn on',
    layer({}),
    ['mend layer-holder', 'mend layer-holder', 'mend layer-window', 'mend layer-window'],
  ],
  ['a cover that comes off', layer({ fastened: 'comes-off' }), ['mend layer-window', 'mend layer-window']],
  ['a pocket round the holder, closed', layer({ nodes: box(80, 112, 120, 150) }), ['mend layer-holder']],
  [
    'a pocket round the holder, open at its top',
    layer({ nodes: box(80, 112, 120, 150), openEdge: { from: 0, to: 1 } }),
    [],
  ],
  [
    'a pocket whose edge goes through the holder',
    layer({ nodes: box(60, 125, 120, 155), openEdge: { from: 0, to: 1 } }),
    ['mend parts-overlap'],
  ],
  [
    'a pocket past the lower edge',
    layer({ nodes: box(80, 112, 120, 172), openEdge: { from: 0, to: 1 } }),
    ['mend layer-past'],
  ],
  ['a layer under it all, laid first', layer({ laid: 'before' }), []],
  [
    'a back glued on',
    lantern((build) =>
      build.edit(addWork(build.plan, { title: 'glue the back on', kind: 'close', place: 'wrong' })),
    ),
    [],
  ],
  [
    'a front glued on',
    lantern((build) =>
      build.edit(addWork(build.plan, { title: 'glue the front on', kind: 'close', place: 'right' })),
    ),
    ['stop shut-in', 'stop shut-in'],
  ],
  [
    'turned and closed, which hides nothing',
    lantern((build) =>
      build.edit(addWork(build.plan, { title: 'turn it', kind: 'close', place: 'nowhere' })),
    ),
    [],
  ],
  // Closures.
  [
    'a snap that only closes',
    lantern((build) =>
      build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 175, y: 20 } }, { x: 0, y: 100 })),
    ),
    [],
  ],
  [
    'a snap of a band whose halves meet',
    lantern((build) => {
      build.edit(takePiece(build.plan, 'strip', { widthMm: 320, heightMm: 160, overlapMm: 40 }));
      build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 20, y: 20 } }, { x: 0, y: 100 }));
    }),
    [],
  ],
  [
    'a snap of a band on one side',
    lantern((build) => {
      build.edit(takePiece(build.plan, 'strip', { widthMm: 320, heightMm: 160, overlapMm: 40 }));
      build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 20, y: 20 } }, { x: 0, y: 100 }));
      build.edit(turnPartOver(build.plan, build.part('snap socket 1').id, 'right'));
    }),
    ['stop closure-face'],
  ],
  [
    'a snap of a band 35 mm off',
    lantern((build) => {
      build.edit(takePiece(build.plan, 'strip', { widthMm: 320, heightMm: 160, overlapMm: 40 }));
      build.edit(placePair(build.plan, { kindId: 'snap-ball', at: { x: 20, y: 20 } }, { x: 0, y: 100 }));
      build.edit(moveParts(build.plan, [build.part('snap socket 1').id], { x: -35, y: 0 }));
    }),
    ['stop closure-apart'],
  ],
  // What it is for.
  ['for a small child', facts({ forWhom: 'small-child' }), ['stop swallow']],
  ['for an adult', facts({ forWhom: 'adult' }), []],
  ['washed', facts({ washed: true }), ['note wash']],
  [
    'worn near an implant, with nothing magnetic',
    facts({ worn: true, implantsNear: true }),
    ['mend implant'],
  ],
  [
    'worn near an implant, with a magnet',
    lantern((build) => {
      build.place('magnet', 'pull', 175, 20);
      build.edit(stateFacts(build.plan, { worn: true, implantsNear: true }));
    }),
    ['stop implant'],
  ],
  ['left unattended', facts({ unattended: true }), ['note fire']],
  ['on knit', lantern((build) => build.edit(changeClothKind(build.plan, 'knit'))), []],
  [
    'with a lining as a habit',
    lantern((build) => build.edit(changeHabits(build.plan, { cover: 'lining' }))),
    [],
  ],
  // Current, by wire.
  [
    'a red light on a coin cell',
    wired('coin-cell-holder', (one) => lit(one, 'coin-cell-holder')),
    ['note switch-none'],
  ],
  [
    'a blue light on one AAA',
    wired('aaa-holder-1', (one) => lit(one, 'aaa-holder-1', 'sew-on-light', 'blue')),
    ['stop forward-voltage'],
  ],
  ['a red light on two AAA', wired('aaa-holder-2', (one) => lit(one, 'aaa-holder-2')), []],
  [
    'a bare red light on two AAA',
    wired('aaa-holder-2', (one) => lit(one, 'aaa-holder-2', 'bare-leg-light-5')),
    ['stop light-load'],
  ],
  [
    'a light the wrong way round',
    wired('aaa-holder-2', (one) =>
      one
        .place('sew-on-light', 'a', 400, 250, { colourId: 'red' })
        .sew('power.plus-1', 'a.minus')
        .sew('a.plus', 'power.minus-1', [[300, 400]]),
    ),
    ['stop reversed'],
  ],
  [
    '+ and − joined by a line',
    wired('aaa-holder-2', (one) => lit(one, 'aaa-holder-2').sew('power.plus-2', 'power.minus-2', [[80, 60]])),
    ['stop fire', 'stop short-net'],
  ],
  [
    '+ and − joined by a switch that stands on',
    wired('aaa-holder-2', (one) =>
      lit(one, 'aaa-holder-2')
        .switch(200, 60, 0, 'gate')
        .sew('power.plus-2', 'gate.a')
        .sew('gate.b', 'power.minus-2', [[200, 480]]),
    ),
    ['stop fire', 'stop short-net'],
  ],
  [
    '+ and − joined by a button, while it is pressed',
    wired('aaa-holder-2', (one) =>
      lit(one, 'aaa-holder-2')
        .place('push-switch', 'bell', 200, 60)
        .sew('power.plus-2', 'bell.a')
        .sew('bell.b', 'power.minus-2', [[200, 480]]),
    ),
    ['stop fire @ bell pressed', 'stop short-net'],
  ],
  [
    'two lights, one after the other, on two AAA',
    wired('aaa-holder-2', (one) =>
      one
        .place('sew-on-light', 'a', 300, 120, { colourId: 'red' })
        .place('sew-on-light', 'b', 500, 120, { colourId: 'red' })
        .sew('power.plus-1', 'a.plus')
        .sew('a.minus', 'b.plus')
        .sew('b.minus', 'power.minus-1', [[300, 400]]),
    ),
    ['stop series'],
  ],
  [
    'a switch in both sides',
    wired('aaa-holder-2', (one) =>
      one
        .place('sew-on-light', 'a', 500, 250, { colourId: 'red' })
        .switch(250, 150, 0, 'upper')
        .switch(250, 350, 0, 'lower')
        .sew('power.plus-1', 'upper.a')
        .sew('upper.b', 'a.plus')
        .sew('a.minus', 'lower.b')
        .sew('lower.a', 'power.minus-1'),
    ),
    ['mend switch-both'],
  ],
  [
    'two switches in a row',
    wired('aaa-holder-2', (one) =>
      one
        .place('sew-on-light', 'a', 600, 250, { colourId: 'red' })
        .switch(250, 150, 0, 'one')
        .switch(400, 150, 0, 'two')
        .sew('power.plus-1', 'one.a')
        .sew('one.b', 'two.a')
        .sew('two.b', 'a.plus')
        .sew('a.minus', 'power.minus-1', [[300, 400]]),
    ),
    ['note switch-row'],
  ],
  [
    'a switch that stands off',
    wired('aaa-holder-2', (one) => {
      one
        .place('sew-on-light', 'a', 500, 250, { colourId: 'red' })
        .switch(250, 150, 0, 'gate')
        .sew('power.plus-1', 'gate.a')
        .sew('gate.b', 'a.plus')
        .sew('a.minus', 'power.minus-1', [[300, 400]]);
      return one.edit(flickSwitch(one.plan, one.part('gate').id, false));
    }),
    [],
  ],
  [
    'two holders of a kind side by side',
    wired('aaa-holder-2', (one) =>
      lit(one, 'aaa-holder-2')
        .place('aaa-holder-2', 'second', 80, 420)
        .sew('power.plus-1', 'second.plus-1')
        .sew('power.minus-1', 'second.minus-1'),
    ),
    ['mend supplies-merged'],
  ],
  [
    'a coin cell beside two AAA',
    wired('aaa-holder-2', (one) =>
      lit(one, 'aaa-holder-2')
        .place('coin-cell-holder', 'second', 80, 420)
        .sew('power.plus-1', 'second.plus')
        .sew('power.minus-1', 'second.minus'),
    ),
    ['stop supplies-merged', 'note switch-none'],
  ],
  // Ready pieces.
  ...(['front', 'front lining'] as const).flatMap((name) =>
    (['right', 'wrong'] as const).map(
      (face): Case => [
        `a switched holder on the ${face} side of the ${name} of a pouch`,
        () => {
          const build = new PlanBuilder('Pouch');
          build.edit(takeSet(build.plan, 'boxed-pouch'));
          const panelId = panelsOf(build.plan).find((one) => one.name === name)?.id ?? '';
          build.place('coin-cell-holder', 'power', 120, 110, { panelId, face });
          build.place('sew-on-light', 'a', 200, 110, { panelId, face, colourId: 'red' });
          build.sew('power.plus', 'a.plus', [[160, 60]]).sew('power.minus', 'a.minus', [[160, 160]]);
          return build;
        },
        face === 'wrong' ? ['note switch-none', 'stop shut-in'] : ['note switch-none'],
      ],
    ),
  ),
];

test('there are sixty', () => expect(CASES.length).toBeGreaterThanOrEqual(60));

test.each(CASES)('%s', (_, build, found) => {
  const told = checkPlan(build().plan).map(
    ({ severity, ruleId, state }) => `${severity} ${ruleId}${state === undefined ? '' : ` @ ${state}`}`,
  );
  expect(told.sort()).toEqual([...found].sort());
});
