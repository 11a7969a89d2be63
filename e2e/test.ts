/** The `test` of the journeys: as Playwright's, with what each cost its machine beside it. */
import { readdirSync, readFileSync } from 'node:fs';
import { test as plain } from '@playwright/test';
import { slownessNow } from '../scripts/pace.mjs';

/** What the kernel counts a second in (Linux: sysconf(_SC_CLK_TCK), 100 everywhere). */
const TICKS = 100;

/** Processor seconds of this process and all it has begun, the browser among them; 0 where the system does not tell. */
function processorSeconds(): number {
  const children = new Map<number, { readonly parent: number; readonly ticks: number }>();
  try {
    for (const name of readdirSync('/proc')) {
      if (!/^\d+$/.test(name)) continue;
      const stat = statOf(name);
      if (stat !== null) children.set(Number(name), stat);
    }
  } catch {
    return 0;
  }
  const isOwn = (id: number): boolean => {
    for (let at = id; at > 1; at = children.get(at)?.parent ?? 0) if (at === process.pid) return true;
    return false;
  };
  return [...children].reduce((sum, [id, { ticks }]) => (isOwn(id) ? sum + ticks : sum), 0) / TICKS;
}

/** The fields after the name, which may hold anything: state, parent, …, own ticks and those of children that have ended. */
function statOf(id: string): { readonly parent: number; readonly ticks: number } | null {
  try {
    const text = readFileSync(`/proc/${id}/stat`, 'utf8');
    const fields = text
      .slice(text.lastIndexOf(')') + 2)
      .split(' ')
      .map(Number);
    return {
      parent: fields[1] ?? 0,
      ticks: fields.slice(11, 15).reduce((sum, one) => sum + one, 0),
    };
  } catch {
    return null;
  }
}

export const test = plain.extend<{ cost: undefined }>({
  cost: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the names of fixtures from the pattern.
    async ({}, use, testInfo) => {
      const slowBefore = slownessNow();
      const before = processorSeconds();
      await use(undefined);
      const seconds = Math.max(0, processorSeconds() - before);
      const slowness = (slowBefore + slownessNow()) / 2;
      testInfo.annotations.push({ type: 'slowness of the machine', description: slowness.toFixed(3) });
      testInfo.annotations.push({ type: 'processor seconds', description: seconds.toFixed(2) });
    },
    { auto: true },
  ],
});
