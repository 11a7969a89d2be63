/** Lays out the plans that come with Sashiko in a new browser; what they are is fetched there only. */
import { LAID_OUT, readFact } from './facts.ts';

/** Lays the demo plans out where that was never done. */
export async function layOutOnce(now: number): Promise<void> {
  if ((await readFact(LAID_OUT)) !== undefined) return;
  const { layOutDemo } = await import('./demo-plans.ts');
  await layOutDemo(now);
}
