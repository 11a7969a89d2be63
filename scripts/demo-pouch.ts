/** A demo plan of several panels: a pouch whose threads pass its side seam. */
import { roundedBoxCurve } from '@sashiko/core/geometry/curve';
import type { Point } from '@sashiko/core/geometry/point';
import { addMarkings } from '@sashiko/core/plan/edits/cloth-edits';
import { addLayer } from '@sashiko/core/plan/edits/layer-edits';
import { placePart } from '@sashiko/core/plan/edits/part-edits';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { takeSet } from '@sashiko/core/plan/edits/set-edits';
import { panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { begin, routed, upperSide } from './demo-kit.ts';

/** A boxed pouch: the lamps of a harbour on its front, the power in a pocket on its back, both sides over the side seam. */
export function harbourPouch(): Plan {
  const build = begin(
    'harbour-pouch',
    'Harbour-lamps travel pouch',
    ['rectangle', { widthMm: 200, heightMm: 200 }],
    ['firm-woven', 'indigo'],
    { forWhom: 'adult', worn: false, washed: false, unattended: false },
    [],
  );
  build.edit(takeSet(build.plan, 'boxed-pouch', { widthMm: 240, heightMm: 170, boxMm: 40 }));
  const [front, back] = panelsOf(build.plan);
  if (front === undefined || back === undefined) throw new Error('a pouch has a front and a back');
  const put = (panelId: string, kindId: string, name: string, at: Point, turnDeg: number): void => {
    const amber = kindId === 'sew-on-light' ? { colourId: 'amber' } : {};
    build.edit(placePart(build.plan, { panelId, kindId, name, at, turnDeg, ...amber }));
  };
  const lamps = [
    [72, 96],
    [132, 80],
    [192, 96],
  ] as const;
  for (const [i, [x, y]] of lamps.entries()) put(front.id, 'sew-on-light', `lamp ${i + 1}`, { x, y }, 90);
  put(back.id, 'coin-cell-holder-switched', 'holder', { x: 84, y: 100 }, 0);
  const holder = build.part('holder').at;
  build.edit(
    addMarkings(
      build.plan,
      [
        {
          use: 'reach',
          name: 'pocket',
          closed: true,
          nodes: roundedBoxCurve(holder.x - 32, holder.y - 34, holder.x + 32, holder.y + 34, 6),
        },
      ],
      undefined,
      { panelId: back.id },
    ),
  );
  routed(build);
  const [side] = Object.values(build.plan.seams);
  if (side === undefined) throw new Error('a pouch has a side seam');
  for (const [sign, hole, share, bends] of [
    ['minus', 'minus-1', 0.36, [{ x: 44, y: 72 }]],
    [
      'plus',
      'plus-2',
      0.66,
      [
        { x: 44, y: 132 },
        { x: 106, y: 132 },
      ],
    ],
  ] as const)
    build.edit(
      drawRun(build.plan, {
        from: build.hole(`lamp 3.${sign}`),
        to: build.hole(`holder.${hole}`),
        bends,
        passes: [{ seamId: side.id, leaves: 'a', share, bends: 0 }],
      }),
    );
  const nodes = roundedBoxCurve(holder.x - 40, holder.y - 40, holder.x + 40, holder.y + 40, 6);
  const pocket = { name: 'pocket with an open top', panelId: back.id, face: 'right' as const };
  return build.edit(addLayer(build.plan, { ...pocket, nodes, openEdge: upperSide(nodes) })).plan;
}
