/** Writes the lit pieces to begin from into `starts/`: `npx tsx scripts/write-starts.ts`. */
import { writeFileSync } from 'node:fs';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { ovalCurve, roundedBoxCurve } from '@sashiko/core/geometry/curve';
import { arcLine } from '@sashiko/core/plan/arrange/lines';
import { spreadParts } from '@sashiko/core/plan/arrange/spread';
import { placePair } from '@sashiko/core/plan/edits/part-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { begin, corners, mark, routed } from './demo-kit.ts';

/** A decoration with openings, behind which its lights lie. */
function kite(): Plan {
  const windows = [
    [90, 74],
    [60, 118],
    [120, 118],
  ] as const;
  const build = begin(
    'start-kite',
    'Kite for a window',
    ['rectangle', { widthMm: 180, heightMm: 260 }],
    ['felt', 'plum'],
    { forWhom: 'nobody', worn: false, washed: false, unattended: false },
    [
      mark('kite', corners([90, 14], [160, 104], [90, 246], [20, 104])),
      ...windows.map(([x, y], i) => ({
        use: 'window' as const,
        name: `pane ${i + 1}`,
        closed: true,
        nodes: ovalCurve({ x, y }, 8, 8),
      })),
    ],
  );
  for (const [i, [x, y]] of windows.entries()) build.light(`pane light ${i + 1}`, x, y, 90, 'warm-white');
  build.place('coin-cell-holder-switched', 'holder', 90, 186);
  return routed(build).plan;
}

/** A hoop with planets on an arc. */
function planets(): Plan {
  const build = begin(
    'start-planets',
    'Hoop mobile, five planets',
    ['hoop', { insideMm: 200, turnInMm: 30 }],
    ['firm-woven', 'indigo'],
    { forWhom: 'nobody', worn: false, washed: false, unattended: false },
    [mark('comet', corners([92, 176], [168, 160]), false)],
  );
  build.edit(
    spreadParts(build.plan, {
      line: arcLine({ x: 66, y: 122 }, { x: 194, y: 122 }, 46),
      count: 5,
      turn: 'plus-left',
      placing: { kindId: 'sew-on-light', colourId: 'warm-white' },
    }),
  );
  build.holder(130, 186, 180).switch(94, 150, 90);
  return routed(build).plan;
}

/** A band round the ankle, closed by a snap that is its switch too. */
function ankleBand(): Plan {
  const build = begin(
    'start-ankle-band',
    'Evening-ride ankle band',
    ['strip', { widthMm: 300, heightMm: 60, overlapMm: 34 }],
    ['firm-woven', 'moss'],
    { forWhom: 'adult', worn: true, onSkin: false, washed: false },
    [],
  );
  build.edit(
    placePair(build.plan, { kindId: 'snap-ball', at: { x: 17, y: 30 }, name: 'ball' }, { x: 266, y: 0 }),
  );
  build.holder(70, 30, 90);
  for (const [i, x] of [140, 180, 220].entries()) build.light(`light ${i + 1}`, x, 30, 90, 'white');
  return routed(build).plan;
}

/** The front of a stuffed figure. */
function glowWorm(): Plan {
  const build = begin(
    'start-glow-worm',
    'Glow-worm for a bedside',
    ['soft-body', { widthMm: 170, heightMm: 260, headMm: 120 }],
    ['felt', 'moss'],
    { forWhom: 'adult', worn: false, washed: false, unattended: false },
    [mark('face', ovalCurve({ x: 85, y: 52 }, 34, 30))],
  );
  build.light('left eye', 66, 46, 90, 'warm-white').light('right eye', 104, 46, 90, 'warm-white');
  build.light('tail', 85, 226, 90, 'warm-white');
  build.place('coin-cell-holder-switched', 'holder', 85, 160);
  return routed(build).plan;
}

/** The front of a bag. */
function marketBag(): Plan {
  const build = begin(
    'start-market-bag',
    'Market bag front, string of lamps',
    ['rectangle', { widthMm: 320, heightMm: 280 }],
    ['firm-woven', 'undyed'],
    { forWhom: 'adult', worn: false, washed: false },
    [
      { use: 'reach', name: 'pocket', closed: true, nodes: roundedBoxCurve(104, 180, 276, 268, 8) },
      mark(
        'string',
        [
          { at: { x: 40, y: 60 }, after: { x: 110, y: 112 } },
          { at: { x: 280, y: 60 }, before: { x: 210, y: 112 } },
        ],
        false,
      ),
    ],
  );
  for (const [i, [x, y]] of (
    [
      [60, 86],
      [110, 104],
      [160, 110],
      [210, 104],
      [260, 86],
    ] as const
  ).entries())
    build.light(`lamp ${i + 1}`, x, y, 90, 'warm-white');
  build.place('aaa-holder-2', 'holder', 160, 224).switch(246, 224);
  return routed(build).plan;
}

/** A mitten that lights up when its button is pressed. */
function crossingMitten(): Plan {
  const build = begin(
    'start-crossing-mitten',
    'Mitten for crossing the road',
    ['mitten', { widthMm: 130, heightMm: 230, thumbMm: 40 }],
    ['felt', 'sand'],
    { forWhom: 'adult', worn: true, onSkin: false, washed: false },
    [],
  );
  build.light('arrow tip', 46, 46, 90, 'warm-white').light('arrow left', 28, 82, 90, 'warm-white');
  build.light('arrow right', 64, 82, 90, 'warm-white');
  build.place('push-switch', 'button', 46, 126).holder(46, 186);
  return routed(build).plan;
}

for (const make of [kite, planets, ankleBand, glowWorm, marketBag, crossingMitten]) {
  const plan = make();
  writeFileSync(new URL(`../starts/${plan.id}.sashiko.json`, import.meta.url), serializePlan(plan));
  const found = checkPlan(plan).map((finding) => `${finding.severity} ${finding.ruleId}: ${finding.message}`);
  console.log(`${plan.name}\n  ${found.join('\n  ') || 'clear'}`);
}
