/** The plans that come with Sashiko, laid on the shelf of every new browser. */
import { parsePlan } from '@sashiko/core/formats/plan-file';
import harbourPouch from '../../../../demo/harbour-pouch.sashiko.json?raw';
import lanternCuff from '../../../../demo/lantern-cuff.sashiko.json?raw';
import lighthouse from '../../../../demo/lighthouse-cushion.sashiko.json?raw';
import nightTrain from '../../../../demo/night-train-curtain.sashiko.json?raw';
import dogCoat from '../../../../demo/night-walk-dog-coat.sashiko.json?raw';
import tidePool from '../../../../demo/tide-pool-hanging.sashiko.json?raw';
import { database } from './database.ts';
import { LAID_OUT } from './facts.ts';
import { putPlan } from './repository.ts';
import { planTables } from './shelf.ts';

/** Lays the demo plans on the shelf, once per browser. */
export async function layOutDemo(now: number): Promise<void> {
  const tables = [...planTables(), database.facts];
  await database.transaction('rw', tables, async () => {
    if ((await database.facts.get(LAID_OUT)) !== undefined) return;
    for (const [i, text] of [
      lanternCuff,
      tidePool,
      nightTrain,
      harbourPouch,
      dogCoat,
      lighthouse,
    ].entries()) {
      const result = parsePlan(text);
      if (result.ok) await putPlan(result.value, now + i);
    }
    await database.facts.put({ key: LAID_OUT, value: 'laid out' });
  });
}
