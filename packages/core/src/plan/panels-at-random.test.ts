/** Pieces of several panels, edited at random: each edit has its inverse, and all that is done with a plan can be done with what comes of it. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { CheckSession } from '../checks/check-session.ts';
import { PIECE_SETS } from '../cloth/piece-sets.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { seededRandom } from '../random/random.ts';
import { usePlan } from '../testing/hostile.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPanelEdit, saysSeams } from '../testing/random-panel-edits.ts';
import { seeds } from '../testing/seeds.ts';
import { applyEdit, invertEdit } from './edit.ts';
import { takeSet } from './edits/set-edits.ts';
import type { Plan } from './schema.ts';

function begin(seed: number): Plan {
  const set = PIECE_SETS[seed % PIECE_SETS.length];
  const build = new PlanBuilder('At random', 240, 180);
  return set === undefined ? build.plan : build.edit(takeSet(build.plan, set.id)).plan;
}

describe('edits of panels, seams, layers and threads over seams', () => {
  let withSeams = 0;
  let done = 0;

  test.each(seeds(24, 60))('seed %d', (seed) => {
    const random = seededRandom(seed);
    const session = new CheckSession();
    let plan = begin(seed);
    session.update(plan);
    for (let i = 0; i < 90; i += 1) {
      const edit = randomPanelEdit(plan, random);
      if (!edit.ok) continue;
      const after = applyEdit(plan, edit.value);
      expect(applyEdit(after, invertEdit(edit.value))).toEqual(plan);
      plan = after;
      done += 1;
      if (i % 6 === 0) expect(session.update(plan)).toEqual(checkPlan(plan));
    }
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
    usePlan(plan);
    if (saysSeams(plan)) withSeams += 1;
  });

  test('many were made, and often threads went over seams', () => {
    expect(done).toBeGreaterThan(500);
    expect(withSeams).toBeGreaterThan(3);
  });
});
