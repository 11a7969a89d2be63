/** Writes the demo plans into `demo/` from the core's own edits: `npx tsx scripts/write-demo.ts`. */
import { writeFileSync } from 'node:fs';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { newCloth } from '@sashiko/core/plan/new-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { proposalEdit } from '@sashiko/core/router/proposal';
import { route } from '@sashiko/core/router/route';
import { routingProblemOf } from '@sashiko/core/router/routing-problem';
import { PlanBuilder, type Spot } from '@sashiko/core/testing/plan-builder';

const line = (points: readonly Spot[], closed = true) => ({
  points: points.map(([x, y]) => ({ x, y })),
  closed,
});

function lighthouseCushion(): Plan {
  const build = new PlanBuilder('Lighthouse cushion');
  build.plan = {
    ...build.plan,
    id: 'lighthouse-cushion',
    cloth: {
      ...newCloth('firm-woven', 300, 300, 'indigo'),
      marks: [
        line([
          [130, 78],
          [150, 48],
          [170, 78],
        ]),
        line([
          [133, 78],
          [167, 78],
          [167, 104],
          [133, 104],
        ]),
        line([
          [136, 104],
          [164, 104],
          [176, 262],
          [124, 262],
        ]),
        line(
          [
            [60, 262],
            [240, 262],
          ],
          false,
        ),
        line(
          [
            [60, 276],
            [78, 270],
            [96, 276],
            [114, 270],
            [132, 276],
            [150, 270],
            [168, 276],
            [186, 270],
            [204, 276],
            [222, 270],
            [240, 276],
          ],
          false,
        ),
      ],
    },
  };
  build
    .light('lamp', 150, 91)
    .light('window 1', 150, 132)
    .light('window 2', 150, 174)
    .light('window 3', 150, 216);
  build.holder(236, 66).switch(236, 118);
  const problem = expectOk(routingProblemOf(build.plan, 'half'));
  const search = route(problem, { seed: 7, tries: 8 });
  let step = search.next();
  while (step.done !== true) step = search.next();
  return build.edit(proposalEdit(build.plan, problem, step.value)).plan;
}

/** A ring of bare-leg lights with mistakes left in, each of them found by a check. */
function tidePool(): Plan {
  const build = new PlanBuilder('Tide-pool sampler, mistakes left in');
  build.plan = {
    ...build.plan,
    id: 'tide-pool-sampler',
    cloth: {
      ...newCloth('felt', 260, 200, 'sand'),
      marks: [
        line(
          Array.from({ length: 24 }, (_, i): Spot => {
            const angle = (i / 24) * 2 * Math.PI;
            const wobble = 1 + 0.06 * Math.sin(3 * angle);
            return [
              Math.round(130 + 112 * wobble * Math.cos(angle)),
              Math.round(100 + 82 * wobble * Math.sin(angle)),
            ];
          }),
        ),
      ],
    },
  };
  build
    .bareLight('anemone', 62, 56, 0, 'pink')
    .bareLight('limpet', 116, 56, 0, 'amber')
    .bareLight('crab', 170, 56, 180, 'red');
  build
    .bareLight('urchin', 62, 140, 0, 'blue')
    .bareLight('starfish', 116, 140, 0, 'yellow')
    .bareLight('snail', 168, 150, 0, 'green');
  build.holder(220, 100, 270);
  // Anemone and limpet are joined well; crab is the wrong way round.
  build.sew('holder.plus', 'crab.minus', [
    [220, 44],
    [176, 44],
  ]);
  build.sew('crab.minus', 'limpet.plus', [
    [176, 38],
    [125, 38],
  ]);
  build.sew('limpet.plus', 'anemone.plus', [
    [125, 40],
    [71, 40],
  ]);
  build.sew('holder.minus', 'crab.plus', [
    [196, 118],
    [160, 78],
  ]);
  build.sew('crab.plus', 'limpet.minus', [
    [160, 72],
    [110, 72],
  ]);
  build.sew('limpet.minus', 'anemone.minus', [
    [110, 72],
    [56, 72],
  ]);
  // Urchin's + line crosses the − line; urchin and starfish are sewn one after another, the way back comes too near.
  build.sew('anemone.plus', 'urchin.plus', [
    [82, 64],
    [82, 132],
  ]);
  build.sew('urchin.minus', 'starfish.plus', [
    [56, 158],
    [125, 158],
  ]);
  build.sew('starfish.minus', 'holder.minus', [
    [110, 126],
    [129, 126],
    [129, 172],
    [150, 196],
    [220, 196],
  ]);
  // Snail has only its − sewn.
  build.sew('snail.minus', 'holder.minus', [
    [162, 128],
    [206, 122],
  ]);
  return build.plan;
}

for (const plan of [lighthouseCushion(), tidePool()]) {
  writeFileSync(new URL(`../demo/${plan.id}.sashiko.json`, import.meta.url), serializePlan(plan));
  const found = checkPlan(plan).map((finding) => `${finding.severity} ${finding.ruleId}: ${finding.message}`);
  console.log(`${plan.name}\n  ${found.join('\n  ') || 'clear'}`);
}
