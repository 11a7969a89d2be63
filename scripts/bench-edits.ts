/**
 * `npm run bench -- edits`: what follows each step of a drag, in processor time (median): checks of the drawing kept up to date, nets, the
 * tightest gaps, wishes, and the list of what is drawn; checks also beside a plain scan of every pair of bare things. With how each grows from
 * one plan to the next larger.
 */
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { expectOk } from '@sashiko/core/errors/problem';
import { deriveNets } from '@sashiko/core/joining/nets';
import { deriveSides } from '@sashiko/core/joining/sides';
import { applyEdit } from '@sashiko/core/plan/edit';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { tightestPlaces } from '@sashiko/core/spacing/tightest';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { wishDifference } from '@sashiko/core/wishes/wish-difference';
import { movingIn } from '../packages/web/src/canvas/moving.ts';
import { cpuMs, median, plainScan } from './measuring.ts';

const STEPS = 60;

/** A large piece whose lights are so far apart that its threads have about so many stitches. */
function pieceOf(lights: number, stitches: number): Plan {
  const rows = Math.ceil(lights / 10);
  const pitches = [40, 60, 90, 130, 180, 240, 320, 420, 560, 740];
  const plans = pitches.map((pitch) => gridPlan(rows, 10, pitch));
  return plans.find((plan) => stitchesOf(plan) >= stitches) ?? (plans.at(-1) as Plan);
}

function stitchesOf(plan: Plan): number {
  return Object.values(plan.runs).reduce((sum, run) => sum + sumRun(plan, run).stitchCount, 0);
}

const WORKS = {
  checks: (() => {
    const session = new CheckSession(CHECK_RULES, false);
    return (plan: Plan) => session.update(plan);
  })(),
  nets: (plan: Plan) => deriveSides(plan) && deriveNets(plan),
  gaps: (plan: Plan) => tightestPlaces(plan, 12),
  wishes: (plan: Plan) => wishDifference(plan),
} as const;
const names = [...Object.keys(WORKS), 'drawing', 'plain'];

console.log(['parts', 'stitches', ...names].map((name) => name.padStart(10)).join(''));
let before: readonly number[] = [];
for (const [lights, stitches] of [
  [50, 5000],
  [100, 10_000],
  [200, 20_000],
  [400, 40_000],
] as const) {
  const plan = pieceOf(lights, stitches);
  const dragged = Object.keys(plan.parts)[Math.floor(lights / 2)] as string;
  const steps = Array.from({ length: STEPS }, (_, i) =>
    applyEdit(plan, expectOk(moveParts(plan, [dragged], { x: Math.sin(i) * 3, y: Math.cos(i) * 3 }))),
  );
  const figures: number[] = [];
  for (const work of Object.values(WORKS)) {
    for (const step of steps.slice(0, 10)) work(step);
    figures.push(median(steps.slice(10).map((step) => cpuMs(() => work(step)))));
  }
  figures.push(median(steps.map((step) => cpuMs(() => movingIn(plan, step)))));
  figures.push(cpuMs(() => plainScan(plan)));
  console.log(
    [
      String(Object.keys(plan.parts).length),
      String(stitchesOf(plan)),
      ...figures.map((figure) => figure.toFixed(2)),
    ]
      .map((figure) => figure.padStart(10))
      .join(''),
  );
  const growth = figures.map((figure, i) =>
    before[i] === undefined ? '' : `× ${(figure / before[i]).toFixed(1)}`,
  );
  if (before.length > 0)
    console.log(`${'growth'.padStart(20)}${growth.map((word) => word.padStart(10)).join('')}`);
  before = figures;
}
