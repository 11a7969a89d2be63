/**
 * `npm run bench -- states`: what a drag step of one light costs before its operating states are judged anew, in processor time: with lights
 * that bring their resistor, where bounds spare most solves, and with bare ones, where every state is solved; beside the plain way, every state
 * solved from the beginning.
 */
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { currentsOf } from '@sashiko/core/checks/currents';
import { stateFindings } from '@sashiko/core/checks/state-findings';
import { solvePlan } from '@sashiko/core/circuit/faded';
import { expectOk } from '@sashiko/core/errors/problem';
import { deriveNets } from '@sashiko/core/joining/nets';
import { deriveSides } from '@sashiko/core/joining/sides';
import { applyEdit } from '@sashiko/core/plan/edit';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { statesThatMatter } from '@sashiko/core/power/operating-states';
import { switchedPiece } from '@sashiko/core/testing/switched-piece';
import { cpuMs, median } from './measuring.ts';

const STEPS = 60;
const asking = CHECK_RULES.filter(({ checkCurrents }) => checkCurrents !== undefined);

/** Every state solved by itself, as a plan of its own. */
function plainly(plan: Plan): void {
  for (const { switches } of statesThatMatter(plan)) {
    const parts = Object.fromEntries(
      Object.entries(plan.parts).map(([id, part]) => [
        id,
        switches.has(id) ? { ...part, switchedOn: switches.get(id) === true } : part,
      ]),
    );
    solvePlan({ ...plan, parts }, { touchOhm: null });
  }
}

console.log(
  'switches + buttons, lights          drawing   states   plain   (ms of processor time a drag step, median)',
);
for (const [switches, buttons, lights, kind] of [
  [3, 3, 12, 'sew-on-light'],
  [6, 6, 50, 'sew-on-light'],
  [6, 6, 100, 'sew-on-light'],
  [6, 6, 50, 'bare-leg-light-5'],
] as const) {
  let plan = switchedPiece({
    switches,
    buttons,
    lights,
    lightKind: kind,
    colourId: kind === 'sew-on-light' ? 'warm-white' : 'red',
  });
  const id =
    Object.values(plan.parts).find(({ name }) => name === `light ${Math.floor(lights / 2)}`)?.id ?? '';
  const session = new CheckSession(CHECK_RULES, false);
  session.update(plan);
  const times = { drawing: [] as number[], states: [] as number[], plain: [] as number[] };
  for (let i = 0; i < STEPS; i += 1) {
    plan = applyEdit(plan, expectOk(moveParts(plan, [id], { x: i % 2 === 0 ? 0.5 : -0.5, y: 0 })));
    times.drawing.push(cpuMs(() => session.update(plan)));
    const currents = currentsOf(plan);
    if (currents === null) throw new Error('no answer');
    const context = { plan, nets: deriveNets(plan), sides: deriveSides(plan), currents };
    const inUse = asking.flatMap((rule) => rule.checkCurrents?.(context) ?? []);
    times.states.push(cpuMs(() => stateFindings(context, asking, inUse)));
    if (i % 6 === 0) times.plain.push(cpuMs(() => plainly(plan)));
  }
  const cell = (list: readonly number[]): string => median(list).toFixed(2).padStart(8);
  console.log(
    `${String(switches).padStart(2)} + ${buttons}, ${String(lights).padStart(3)} × ${kind.padEnd(18)} ${cell(times.drawing)} ${cell(times.states)} ${cell(times.plain)}`,
  );
}
