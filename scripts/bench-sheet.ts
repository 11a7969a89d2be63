/** `npm run bench -- sheet`: the sewing sheet of large plans, its order against the plain way of finding one, in the same run. */
import { cutPieces } from '@sashiko/core/pieces/pieces';
import type { Plan } from '@sashiko/core/plan/schema';
import { sewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import { sheetPages } from '@sashiko/core/sewing/sheet-pages';
import type { SewingStep } from '@sashiko/core/sewing/step';
import { orderedSteps } from '@sashiko/core/sewing/step-order';
import { stepContext } from '@sashiko/core/sewing/steps/step-context';
import { lightRows } from '@sashiko/core/testing/light-rows';
import { Bench } from 'tinybench';

/** A fresh copy, so that nothing is remembered from the last round. */
const afresh = (plan: Plan): Plan => ({ ...plan, parts: { ...plan.parts }, runs: { ...plan.runs } });

/** Looks through the whole list for the next step that needs nothing more, again and again. */
function plainOrder(steps: readonly SewingStep[]): readonly string[] {
  const left = [...steps];
  const done = new Set<string>();
  const order: string[] = [];
  while (left.length > 0) {
    const i = left.findIndex((step) => step.needs.every(({ stepId }) => done.has(stepId)));
    const [next] = left.splice(i, 1);
    if (next === undefined) break;
    done.add(next.id);
    order.push(next.id);
  }
  return order;
}

for (const lights of [50, 200]) {
  const plan = lightRows(lights);
  const { steps } = sewingSheet(plan);
  const context = stepContext(plan, cutPieces(plan));
  const shuffled = [...steps].reverse();
  const bench = new Bench({ time: 600 });
  bench
    .add('whole sheet', () => sewingSheet(afresh(plan)))
    .add('its order', () => orderedSteps(context, shuffled))
    .add('plain order', () => plainOrder(shuffled))
    .add('pages with drawings', () => sheetPages(afresh(plan)));
  await bench.run();
  const ms = Object.fromEntries(
    bench.tasks.map((task) => [
      task.name,
      task.result.state === 'completed' ? task.result.latency.mean : Number.NaN,
    ]),
  );
  console.log(`\n${lights} lights, ${steps.length} steps`);
  for (const [name, time] of Object.entries(ms)) console.log(`  ${name.padEnd(22)} ${time.toFixed(1)} ms`);
  console.log(`  plain order / its order ${((ms['plain order'] ?? 0) / (ms['its order'] ?? 1)).toFixed(1)}`);
}
