/** Writes the demo plans into `demo/` from the core's own edits: `npx tsx scripts/write-demo.ts`. */
import { writeFileSync } from 'node:fs';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { expectOk, type Result } from '@sashiko/core/errors/problem';
import { applyEdit, type Edit } from '@sashiko/core/plan/edit';
import { placePart, type Placing } from '@sashiko/core/plan/edits/part-edits';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { newCloth, newPlan } from '@sashiko/core/plan/new-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { proposalEdit } from '@sashiko/core/router/proposal';
import { route } from '@sashiko/core/router/route';
import { routingProblemOf } from '@sashiko/core/router/routing-problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';

type Spot = readonly [x: number, y: number];

const apply = (plan: Plan, edit: Result<Edit>): Plan => applyEdit(plan, expectOk(edit));
const place = (plan: Plan, placing: Placing): Plan => apply(plan, placePart(plan, placing));
const line = (points: readonly Spot[], closed = true) => ({ points: points.map(([x, y]) => ({ x, y })), closed });

function sew(plan: Plan, from: string, to: string, bends: readonly Spot[] = []): Plan {
  const ref = (text: string) => {
    const [name, holeId] = text.split('.') as [string, string];
    const part = Object.values(plan.parts).find((candidate) => candidate.name === name);
    if (part === undefined) throw new RangeError(`no part "${name}"`);
    return { partId: part.id, holeId };
  };
  return apply(plan, drawRun(plan, { from: ref(from), to: ref(to), bends: bends.map(([x, y]) => ({ x, y })) }));
}

function lighthouseCushion(): Plan {
  let plan: Plan = { ...newPlan('lighthouse-cushion', 'Lighthouse cushion'), cloth: {
    ...newCloth('firm-woven', 300, 300, 'indigo'),
    marks: [
      line([[130, 78], [150, 48], [170, 78]]),
      line([[133, 78], [167, 78], [167, 104], [133, 104]]),
      line([[136, 104], [164, 104], [176, 262], [124, 262]]),
      line([[60, 262], [240, 262]], false),
      line([[60, 276], [78, 270], [96, 276], [114, 270], [132, 276], [150, 270], [168, 276], [186, 270], [204, 276], [222, 270], [240, 276]], false),
    ],
  } };
  plan = place(plan, { kindId: 'sew-on-light', name: 'lamp', at: { x: 150, y: 91 }, colourId: 'warm-white' });
  for (const [i, y] of [132, 174, 216].entries()) {
    plan = place(plan, { kindId: 'sew-on-light', name: `window ${i + 1}`, at: { x: 150, y }, colourId: 'warm-white' });
  }
  plan = place(plan, { kindId: 'coin-cell-holder', name: 'holder', at: { x: 236, y: 66 } });
  plan = place(plan, { kindId: 'slide-switch', name: 'switch', at: { x: 236, y: 118 } });
  const problem = expectOk(routingProblemOf(plan, 'half'));
  const search = route(problem, { seed: 7, tries: 8 });
  let step = search.next();
  while (step.done !== true) step = search.next();
  return apply(plan, proposalEdit(plan, problem, step.value));
}

/** A ring of bare-leg lights with mistakes left in, each of them found by a check. */
function tidePool(): Plan {
  let plan: Plan = { ...newPlan('tide-pool-sampler', 'Tide-pool sampler, mistakes left in'), cloth: {
    ...newCloth('felt', 260, 200, 'sand'),
    marks: [
      line(Array.from({ length: 24 }, (_, i): Spot => {
        const angle = (i / 24) * 2 * Math.PI;
        const wobble = 1 + 0.06 * Math.sin(3 * angle);
        return [Math.round(130 + 112 * wobble * Math.cos(angle)), Math.round(100 + 82 * wobble * Math.sin(angle))];
      })),
    ],
  } };
  const lights: ReadonlyArray<readonly [name: string, x: number, y: number, turn: number, colour: string]> = [
    ['anemone', 70, 60, 0, 'pink'],
    ['limpet', 120, 60, 0, 'amber'],
    ['crab', 170, 60, 180, 'red'],
    ['urchin', 70, 140, 0, 'blue'],
    ['starfish', 120, 140, 0, 'yellow'],
  ];
  for (const [name, x, y, turnDeg, colourId] of lights) {
    plan = place(plan, { kindId: 'bare-leg-light-5', name, at: { x, y }, turnDeg, colourId });
  }
  plan = place(plan, { kindId: 'coin-cell-holder', name: 'holder', at: { x: 214, y: 104 }, turnDeg: 270 });
  // Anemone and limpet are joined well; crab is the wrong way round.
  plan = sew(plan, 'holder.plus', 'crab.minus', [[214, 60]]);
  plan = sew(plan, 'crab.minus', 'limpet.plus', [[176, 48], [130, 48]]);
  plan = sew(plan, 'limpet.plus', 'anemone.plus', [[129, 45], [79, 45]]);
  plan = sew(plan, 'holder.minus', 'crab.plus', [[176, 112], [160, 76]]);
  plan = sew(plan, 'crab.plus', 'limpet.minus', [[160, 74], [114, 74]]);
  plan = sew(plan, 'limpet.minus', 'anemone.minus', [[113, 78], [82, 72], [64, 72]]);
  // Urchin and starfish one after another, and their thread across another.
  plan = sew(plan, 'anemone.plus', 'urchin.plus', [[92, 76], [92, 130]]);
  plan = sew(plan, 'urchin.minus', 'starfish.plus', [[64, 154], [129, 154]]);
  plan = sew(plan, 'starfish.minus', 'holder.minus', [[113, 196], [196, 196]]);
  return plan;
}

for (const plan of [lighthouseCushion(), tidePool()]) {
  writeFileSync(new URL(`../demo/${plan.id}.sashiko.json`, import.meta.url), serializePlan(plan));
  const found = checkPlan(plan).map((finding) => `${finding.severity} ${finding.ruleId}: ${finding.message}`);
  console.log(`${plan.name}\n  ${found.join('\n  ') || 'clear'}`);
}
