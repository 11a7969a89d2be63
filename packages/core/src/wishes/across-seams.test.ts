/** What is left to the hand: wishes on two panels, until a thread passes the seam. */
import { expect, test } from 'vitest';
import { addPanels, panelIdOf } from '../plan/edits/panel-edits.ts';
import { placePart, putOnPanel } from '../plan/edits/part-edits.ts';
import { drawRun } from '../plan/edits/run-edits.ts';
import { panelOf } from '../plan/panels.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { acrossWords, threadsAcross } from './across-seams.ts';

test('a light on one panel and its holder on the other: both sides pass, one after the other they are done', () => {
  const build = new PlanBuilder('Two', 200, 120).light('lamp', 140, 60);
  const first = panelOf(build.plan);
  const second = panelIdOf(build.plan.nextNumber);
  build.edit(addPanels(build.plan, [{ name: 'back', shape: first.shape, like: first }]));
  build.edit(
    placePart(build.plan, {
      panelId: second,
      kindId: 'coin-cell-holder',
      name: 'holder',
      at: { x: 70, y: 60 },
    }),
  );
  const seamId = `s${build.plan.nextNumber}`;
  build.seam({ sewn: 'before' }, first.id, second);
  expect(threadsAcross(build.plan).map(({ count, panels }) => [count, panels])).toEqual([
    [1, ['piece', 'back']],
    [1, ['piece', 'back']],
  ]);
  expect(acrossWords(build.plan)).toMatch(/^2 threads must pass a seam and are left to your hand: /);
  for (const sign of ['plus', 'minus'])
    build.edit(
      drawRun(build.plan, {
        from: build.hole(`lamp.${sign}`),
        to: build.hole(`holder.${sign}`),
        bends: [],
        passes: [{ seamId, leaves: 'a', share: sign === 'plus' ? 0.3 : 0.7, bends: 0 }],
      }),
    );
  expect(acrossWords(build.plan)).toBeNull();
});

test('a part that nothing is sewn to goes onto another panel; one with a thread is refused', () => {
  const build = new PlanBuilder('Two', 200, 120).light('a', 60, 60).light('b', 120, 60);
  const first = panelOf(build.plan);
  const second = panelIdOf(build.plan.nextNumber);
  build.edit(addPanels(build.plan, [{ name: 'back', shape: first.shape, like: first }]));
  build.edit(putOnPanel(build.plan, [build.part('a').id], second, { x: 50, y: 50 }));
  expect(build.part('a')).toMatchObject({ panelId: second, at: { x: 50, y: 50 } });
  build.edit(putOnPanel(build.plan, [build.part('a').id], first.id, { x: 60, y: 60 }));
  build.edit(drawRun(build.plan, { from: build.hole('a.plus'), to: build.hole('b.plus'), bends: [] }));
  expect(putOnPanel(build.plan, [build.part('a').id], second, { x: 50, y: 50 })).toMatchObject({
    problem: { code: 'other-panel' },
  });
});
