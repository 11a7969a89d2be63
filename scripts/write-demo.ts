/** Writes the demo plans into `demo/` from the core's own edits: `npx tsx scripts/write-demo.ts`. */

import { writeFileSync } from 'node:fs';
import { withStrongLines } from '@sashiko/core/advice/strong-lines';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { clothOutline } from '@sashiko/core/cloth/cloth';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { type CurveNode, ovalCurve, roundedBoxCurve } from '@sashiko/core/geometry/curve';
import { ringLine } from '@sashiko/core/plan/arrange/lines';
import { spreadParts } from '@sashiko/core/plan/arrange/spread';
import { addMarkings } from '@sashiko/core/plan/edits/cloth-edits';
import { addLayer } from '@sashiko/core/plan/edits/layer-edits';
import { addPanels, changePanel, layAlongSeam, panelIdOf } from '@sashiko/core/plan/edits/panel-edits';
import { placePair, setLevel, tackParts, turnPart } from '@sashiko/core/plan/edits/part-edits';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { addSeam, seamIdOf } from '@sashiko/core/plan/edits/seam-edits';
import { panelOf, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { proposalEdit } from '@sashiko/core/router/proposal';
import { route } from '@sashiko/core/router/route';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import type { Spot } from '@sashiko/core/testing/plan-builder';
import { bankTogether } from '@sashiko/core/wishes/wiring-edits';
import { begin, corners, mark, routed, upperSide } from './demo-kit.ts';
import { harbourPouch } from './demo-pouch.ts';

function lighthouseCushion(): Plan {
  const build = begin(
    'lighthouse-cushion',
    'Lighthouse cushion',
    ['rectangle', { widthMm: 300, heightMm: 300 }],
    ['firm-woven', 'indigo'],
    { forWhom: 'adult', worn: false, washed: false },
    [],
  );
  build
    .light('lamp', 150, 91)
    .light('window 1', 150, 132)
    .light('window 2', 150, 174)
    .light('window 3', 150, 216);
  build.holder(236, 66).switch(236, 118);
  build.edit(
    addMarkings(build.plan, [
      mark('roof', corners([130, 78], [150, 48], [170, 78])),
      mark('lamp room', corners([133, 78], [167, 78], [167, 104], [133, 104])),
      mark('tower', corners([136, 104], [164, 104], [176, 262], [124, 262])),
      mark('shore', corners([60, 262], [240, 262]), false),
      mark(
        'waves',
        Array.from({ length: 11 }, (_, i): CurveNode => {
          const at = { x: 60 + 18 * i, y: i % 2 === 0 ? 276 : 270 };
          return { at, before: { x: at.x - 7, y: at.y }, after: { x: at.x + 7, y: at.y } };
        }),
        false,
      ),
    ]),
  );
  return routed(build).plan;
}

/** A sew-on board, six lights in a chase, a pocketed holder. */
function nightWalkDogCoat(): Plan {
  const build = begin(
    'night-walk-dog-coat',
    'Night-walk dog coat',
    ['animal-coat', { widthMm: 420, heightMm: 480, neckMm: 150, neckDepthMm: 55 }],
    ['firm-woven', 'slate'],
    { forWhom: 'animal', worn: true, onSkin: false, washed: false, rainedOn: true, flashingFine: true },
    [
      { use: 'reach', name: 'pocket', closed: true, nodes: roundedBoxCurve(160, 392, 260, 444, 8) },
      mark(
        'chase',
        [
          { at: { x: 62, y: 200 }, after: { x: 120, y: 130 } },
          { at: { x: 210, y: 128 }, before: { x: 165, y: 122 }, after: { x: 255, y: 122 } },
          { at: { x: 358, y: 200 }, before: { x: 300, y: 130 } },
        ],
        false,
      ),
      { use: 'keep-out', name: 'harness ring', closed: true, nodes: ovalCurve({ x: 210, y: 92 }, 16, 12) },
    ],
  );
  build.place('board-round', 'board', 210, 300);
  build.place('aaa-holder-2', 'holder', 210, 418);
  const lights = [
    [72, 190],
    [126, 156],
    [182, 142],
    [238, 142],
    [294, 156],
    [348, 190],
  ] as const;
  const pins = ['a2', 'a3', 'p7', 'p2', 'p3', 'p4'] as const;
  for (const [i, [x, y]] of lights.entries()) build.light(`light ${i + 1}`, x, y, 90, 'amber');
  // Each thread leaves its pin straight away from the board before it turns to its light.
  const away = [180, 202.5, 225, -22.5, 0, 22.5].map((degrees): Spot => {
    const angle = (degrees * Math.PI) / 180;
    return [Math.round(210 + 38 * Math.cos(angle)), Math.round(300 + 38 * Math.sin(angle))];
  });
  const below: readonly Spot[] = [
    [72, 250],
    [126, 230],
    [182, 240],
    [238, 240],
    [294, 230],
    [348, 250],
  ];
  for (const [i, pin] of pins.entries())
    build.sew(`board.${pin}`, `light ${i + 1}.plus`, [away[i] as Spot, below[i] as Spot]);
  for (let i = 1; i < 6; i += 1) build.sew(`light ${i + 1}.minus`, `light ${i}.minus`);
  build.sew('light 1.minus', 'holder.minus-2', [
    [46, 210],
    [70, 330],
    [120, 427],
  ]);
  build.sew('holder.minus-1', 'board.ground-2', [
    [168, 408],
    [168, 380],
    [205, 345],
  ]);
  build.sew('holder.plus-1', 'board.raw', [
    [252, 408],
    [252, 370],
    [222, 342],
  ]);
  const board = build.part('board').id;
  for (const pin of pins) build.edit(setLevel(build.plan, board, pin, 1));
  // The lining covers the threads: rain would join them.
  build.edit(changeHabits(build.plan, { cover: 'lining' }));
  const coat = panelOf(build.plan);
  build.edit(changePanel(build.plan, coat.id, { name: 'coat', grainDeg: 0 }));
  const strap = panelIdOf(build.plan.nextNumber);
  build.edit(
    addPanels(build.plan, [
      {
        name: 'belly strap',
        shape: { kind: 'ready', pieceId: 'rectangle', sizes: { widthMm: 300, heightMm: 88 } },
        like: coat,
        grainDeg: 90,
      },
    ]),
  );
  const seam = seamIdOf(build.plan.nextNumber);
  build.edit(
    addSeam(build.plan, {
      a: { panelId: coat.id, from: 3.06, to: 3.34 },
      b: { panelId: strap, from: 3, to: 0, reversed: true },
      allowanceMm: 10,
      pressed: 'to-a',
      sewn: 'after',
    }),
  );
  build.edit(layAlongSeam(build.plan, seam));
  const nodes = roundedBoxCurve(150, 384, 270, 452, 8);
  const pocket = { name: 'lined pocket with an open top', panelId: coat.id, face: 'right' as const };
  return build.edit(addLayer(build.plan, { ...pocket, nodes, openEdge: upperSide(nodes) })).plan;
}

/** A ring of twelve bare-leg lights with mistakes left in, each of them found by a check. */
function tidePoolHanging(): Plan {
  const middle = { x: 150, y: 165 };
  const build = begin(
    'tide-pool-hanging',
    'Tide-pool wall hanging, mistakes left in',
    ['banner', { widthMm: 300, heightMm: 430, pointMm: 60, tunnelMm: 30 }],
    ['felt', 'sand'],
    { forWhom: 'nobody', worn: false, washed: false, unattended: false },
    [
      mark(
        'pool',
        Array.from({ length: 9 }, (_, i): CurveNode => {
          const angle = (i / 9) * 2 * Math.PI;
          const reach = 122 + (i % 2 === 0 ? 8 : -5);
          const at = { x: middle.x + reach * Math.cos(angle), y: middle.y + reach * Math.sin(angle) };
          const along = { x: -30 * Math.sin(angle), y: 30 * Math.cos(angle) };
          return {
            at,
            before: { x: at.x - along.x, y: at.y - along.y },
            after: { x: at.x + along.x, y: at.y + along.y },
          };
        }),
      ),
      {
        use: 'opening',
        name: 'slit for the cord',
        closed: true,
        nodes: roundedBoxCurve(136, 158, 164, 172, 6),
      },
    ],
  );
  const names = [
    'anemone',
    'limpet',
    'crab',
    'urchin',
    'starfish',
    'snail',
    'mussel',
    'prawn',
    'goby',
    'kelp',
    'barnacle',
    'whelk',
  ];
  const colours = ['pink', 'amber', 'red', 'blue', 'yellow', 'green'];
  build.edit(
    spreadParts(build.plan, {
      line: ringLine(middle, 92),
      count: 12,
      turn: 'plus-left',
      placing: { kindId: 'bare-leg-light-5' },
    }),
  );
  const ring = Object.values(build.plan.parts);
  build.plan = {
    ...build.plan,
    parts: Object.fromEntries(
      ring.map((part, i) => [
        part.id,
        { ...part, name: names[i] as string, colourId: colours[i % colours.length] as string },
      ]),
    ),
  };
  const at = (i: number): string => names[i % 12] as string;
  // Mussel is turned the wrong way round before it is sewn.
  const mussel = build.part('mussel');
  build.edit(turnPart(build.plan, mussel.id, mussel.turnDeg + 180));
  build.holder(150, 345);
  const outer = (i: number): string => `${at(i)}.${at(i) === 'mussel' ? 'minus' : 'plus'}`;
  const inner = (i: number): string => `${at(i)}.${at(i) === 'mussel' ? 'plus' : 'minus'}`;
  // The outer rail runs from urchin (below) round to crab and stays open between them and starfish.
  build.sew('holder.plus', outer(3));
  for (let i = 3; i > -8; i -= 1) {
    // Whelk has only its − sewn.
    if (at(i + 12) === 'whelk') continue;
    const next = at(i + 11) === 'whelk' ? i - 2 : i - 1;
    const bends: Spot[] = at(i + 11) === 'whelk' ? [[258, 108]] : [];
    build.sew(outer(i + 12), outer(next + 12), bends);
  }
  for (let i = 4; i < 14; i += 1) build.sew(inner(i), inner(i + 1));
  build.sew(inner(4), 'holder.minus', [
    [122, 262],
    [126, 300],
  ]);
  // A second way from limpet to the holder's − leaves the ring across the outer rail.
  build.sew(inner(1), 'holder.minus', [
    [264, 236],
    [240, 372],
    [138, 372],
  ]);
  return build.plan;
}

/** A strip that closes on itself with a snap, which is its switch too. */
function lanternCuff(): Plan {
  const build = begin(
    'lantern-cuff',
    'Lantern tea-light cuff for a jar',
    ['strip', { widthMm: 320, heightMm: 70, overlapMm: 32 }],
    ['light-woven', 'undyed'],
    { forWhom: 'adult', worn: false, washed: false, unattended: false },
    [
      { use: 'window', name: 'lantern 1', closed: true, nodes: ovalCurve({ x: 110, y: 35 }, 11, 13) },
      { use: 'window', name: 'lantern 2', closed: true, nodes: ovalCurve({ x: 158, y: 35 }, 11, 13) },
      { use: 'window', name: 'lantern 3', closed: true, nodes: ovalCurve({ x: 206, y: 35 }, 11, 13) },
      { use: 'window', name: 'lantern 4', closed: true, nodes: ovalCurve({ x: 254, y: 35 }, 11, 13) },
    ],
  );
  build.edit(
    placePair(build.plan, { kindId: 'snap-ball', at: { x: 16, y: 35 }, name: 'ball' }, { x: 288, y: 0 }),
  );
  build.place('coin-cell-holder', 'holder', 58, 35, { turnDeg: 90 });
  const lanterns = [110, 158, 206, 254];
  for (const [i, x] of lanterns.entries()) build.light(`lantern ${i + 1}`, x, 35, 90, 'warm-white');
  build.sew('holder.plus', 'ball.hole-1', [
    [58, 60],
    [19, 60],
  ]);
  const socket = build.part('snap socket 1').name;
  build.sew(`${socket}.hole-2`, 'lantern 4.plus', [
    [301, 54],
    [254, 54],
  ]);
  for (let i = 4; i > 1; i -= 1) {
    const [from, to] = [lanterns[i - 1] as number, lanterns[i - 2] as number];
    build.sew(`lantern ${i}.plus`, `lantern ${i - 1}.plus`, [
      [from, 54],
      [to, 54],
    ]);
  }
  build.sew('holder.minus', 'lantern 1.minus', [
    [58, 14],
    [110, 14],
  ]);
  for (let i = 1; i < 4; i += 1) {
    const [from, to] = [lanterns[i - 1] as number, lanterns[i] as number];
    build.sew(`lantern ${i}.minus`, `lantern ${i + 1}.minus`, [
      [from, 14],
      [to, 14],
    ]);
  }
  return build.plan;
}

/** A board with a light sensor, a button and a bank: the carriage windows go on together when it gets dark. */
function nightTrainCurtain(): Plan {
  const build = begin(
    'night-train-curtain',
    'Night-train window curtain',
    ['rectangle', { widthMm: 460, heightMm: 360 }],
    ['firm-woven', 'indigo'],
    { forWhom: 'nobody', worn: false, washed: false, unattended: false },
    [
      mark('engine', corners([36, 92], [96, 92], [96, 150], [24, 150], [24, 116]), true),
      mark('carriages', corners([104, 96], [372, 96], [372, 150], [104, 150]), true),
      mark('rails', corners([16, 160], [444, 160]), false),
      mark('signal mast', corners([412, 160], [412, 84]), false),
    ],
  );
  build.place('board-long', 'board', 230, 228).place('aaa-holder-2-boost', 'pack', 230, 312);
  const windows = [128, 174, 220, 266, 312, 352].map((x, i) => {
    build.light(`window ${i + 1}`, x, 120, 90, 'warm-white');
    return build.part(`window ${i + 1}`).id;
  });
  build.edit(bankTogether(build.plan, windows, 'carriage windows'));
  build.light('headlamp', 52, 122, 90, 'white').light('signal', 412, 70, 90, 'red');
  build.place('sensor-light', 'dusk sensor', 392, 236).place('push-switch', 'whistle button', 70, 236);
  build.edit(tackParts(build.plan, [build.part('dusk sensor').id], true));
  const problem = expectOk(routingProblemOf(build.plan, USUAL_REQUEST));
  const search = route(problem, { seed: 3, moves: 4000 });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const solution = withStrongLines(build.plan, problem, step.value);
  return build.edit(proposalEdit(build.plan, problem, solution)).plan;
}

const PLANS = [
  lighthouseCushion,
  nightWalkDogCoat,
  tidePoolHanging,
  lanternCuff,
  nightTrainCurtain,
  harbourPouch,
];
/** With names, only those are written: the others stay as they are. */
const wanted = process.argv.slice(2);

for (const make of PLANS) {
  const plan = make();
  if (wanted.length > 0 && !wanted.includes(plan.id)) continue;
  writeFileSync(new URL(`../demo/${plan.id}.sashiko.json`, import.meta.url), serializePlan(plan));
  const found = checkPlan(plan).map((finding) => `${finding.severity} ${finding.ruleId}: ${finding.message}`);
  console.log(
    `${plan.name}, ${panelsOf(plan)
      .map((panel) => clothOutline(panel).length)
      .join(' + ')} corners\n  ${found.join('\n  ') || 'clear'}`,
  );
}
