import { checkPlan } from '@sashiko/core/checks/check-plan';
import { darkAmp, willItLight } from '@sashiko/core/circuit/will-it-light';
import { expectOk } from '@sashiko/core/errors/problem';
import { parsePlan } from '@sashiko/core/formats/plan-file';
import { withContactsClosed } from '@sashiko/core/power/operating-states';
import { describe, expect, test } from 'vitest';
import { STARTS } from './starts.ts';

describe.each(STARTS)('to begin from $family: $id', ({ load }) => {
  test('the plan can be read, nothing is wrong with it, and its lights light', async () => {
    const plan = expectOk(parsePlan(await load()));
    expect(checkPlan(plan).filter(({ severity }) => severity !== 'note')).toEqual([]);
    const { lights } = expectOk(willItLight(withContactsClosed(plan)));
    expect(lights.length).toBeGreaterThan(1);
    for (const { amp } of lights) expect(amp).toBeGreaterThan(darkAmp(plan));
  });
});
