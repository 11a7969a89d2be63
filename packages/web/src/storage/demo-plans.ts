/** The plans that come with Sashiko, laid on the shelf of every new browser. */
import { parsePlan } from '@sashiko/core/formats/plan-file';
import harbourPouch from '../../../../demo/harbour-pouch.sashiko.json?raw';
import lanternCuff from '../../../../demo/lantern-cuff.sashiko.json?raw';
import lighthouse from '../../../../demo/lighthouse-cushion.sashiko.json?raw';
import nightTrain from '../../../../demo/night-train-curtain.sashiko.json?raw';
import dogCoat from '../../../../demo/night-walk-dog-coat.sashiko.json?raw';
import tidePool from '../../../../demo/tide-pool-hanging.sashiko.json?raw';
import { database } from './database.ts';
import harbourPouchLook from './demo-looks/harbour-pouch.svg?raw';
import lanternCuffLook from './demo-looks/lantern-cuff.svg?raw';
import lighthouseLook from './demo-looks/lighthouse-cushion.svg?raw';
import nightTrainLook from './demo-looks/night-train-curtain.svg?raw';
import dogCoatLook from './demo-looks/night-walk-dog-coat.svg?raw';
import tidePoolLook from './demo-looks/tide-pool-hanging.svg?raw';
import { LAID_OUT } from './facts.ts';
import { putPlan } from './repository.ts';
import { contents, planTables, revisionOf } from './shelf.ts';

/** The latest on top of the shelf comes last. */
const DEMO = [
  { text: lanternCuff, look: lanternCuffLook },
  { text: tidePool, look: tidePoolLook },
  { text: nightTrain, look: nightTrainLook },
  { text: harbourPouch, look: harbourPouchLook },
  { text: dogCoat, look: dogCoatLook },
  { text: lighthouse, look: lighthouseLook },
];

/** Lays the demo plans on the shelf, once per browser. Their looks come with them: a first visit draws nothing. */
export async function layOutDemo(now: number): Promise<void> {
  const tables = [...planTables(), database.facts, database.looks];
  await database.transaction('rw', tables, async () => {
    if ((await database.facts.get(LAID_OUT)) !== undefined) return;
    for (const [i, { text, look }] of DEMO.entries()) {
      const result = parsePlan(text);
      if (!result.ok) continue;
      const plan = result.value;
      await putPlan(plan, now + i);
      const record = await database.plans.get(plan.id);
      if (record !== undefined)
        await database.looks.put({
          id: plan.id,
          revision: revisionOf(record),
          svg: look,
          words: contents(plan),
        });
    }
    await database.facts.put({ key: LAID_OUT, value: 'laid out' });
  });
}
