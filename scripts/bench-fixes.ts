/**
 * `npm run bench -- fixes`: what fixes cost in processor time: of all findings together, as `check --json` tries them (3 s at the most), and of the
 * dearest single finding, as the screen does (2 s); and what one look costs, which the weights of `checks/tries.ts` stand for.
 */
import { CheckSession } from '@sashiko/core/checks/check-session';
import { fixesFor, fixesOfAll } from '@sashiko/core/checks/fix';
import { triesFor, WORK } from '@sashiko/core/checks/tries';
import type { Plan } from '@sashiko/core/plan/schema';
import { seededRandom } from '@sashiko/core/random/random';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { randomPlan } from '@sashiko/core/testing/random-plans';
import { cpuMs, median } from './measuring.ts';

const ROUNDS = 5;
/** Of more findings the dearest is looked for among so many, spread over all. */
const SINGLE = 12;

/** 26 lights, sewn one after another in a random order: hundreds of crossings. */
function crossed(): Plan {
  const build = new PlanBuilder('Crossed', 600, 500).holder(60, 450);
  const random = seededRandom(3);
  const names = Array.from({ length: 26 }, (_, i) => `l${i}`);
  for (const [i, name] of names.entries()) build.light(name, 60 + (i % 7) * 80, 60 + Math.floor(i / 7) * 95);
  const order = names.map((name) => ({ name, at: random() })).sort((a, b) => a.at - b.at);
  let before = 'holder';
  for (const { name } of order) {
    build.sew(`${before}.plus`, `${name}.plus`).sew(`${before}.minus`, `${name}.minus`);
    before = name;
  }
  return build.plan;
}

/** One thread of 499 bends. */
function bent(): Plan {
  const bends = Array.from(
    { length: 499 },
    (_, i) => [100 + (i % 25) * 40, 90 + Math.floor(i / 25) * 40 + (i % 2) * 12] as const,
  );
  return new PlanBuilder('Bent', 1200, 900)
    .light('a', 60, 60)
    .holder(1100, 850)
    .sew('a.plus', 'holder.plus', bends).plan;
}

const cases: ReadonlyArray<readonly [string, Plan]> = [
  ['26 lights, crossed', crossed()],
  ['one thread of 499 bends', bent()],
  ['a random piece', randomPlan(14)],
  ['49 lights', gridPlan(7, 7)],
  ['196 lights', gridPlan(14, 14)],
];

console.log('findings, tried, with fixes; all together, dearest of one (s of processor time, medians)');
for (const [name, plan] of cases) {
  const findings = new CheckSession().update(plan);
  let answers = fixesOfAll(plan, findings);
  const all = Array.from({ length: ROUNDS }, () =>
    cpuMs(() => {
      answers = fixesOfAll(plan, findings);
    }),
  );
  const every = Math.max(1, Math.floor(findings.length / SINGLE));
  const single = findings
    .filter((_, i) => i % every === 0)
    .map((finding) => cpuMs(() => void fixesFor(plan, finding)));
  const tried = answers.filter(({ isAll }) => isAll).length;
  const mended = answers.filter(({ fixes }) => fixes.length > 0).length;
  console.log(
    `${name.padEnd(26)} ${findings.length}, ${tried}, ${mended}; ${(median(all) / 1000).toFixed(2)}, ${(Math.max(0, ...single) / 1000).toFixed(2)}; ${triesFor(plan, WORK.plan).left} looks`,
  );
}
