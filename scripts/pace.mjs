/** How slow this machine is now, beside an idle one of the sort that the limits of tests were set on: 1 or more. */
import { cpus, loadavg } from 'node:os';

/** What the work below takes there, ms. */
const USUAL_MS = 50;
const SLOWEST = 8;

/** A small piece of work, and the processor time it takes on an idle machine, ms. */
const YARD_STEPS = 1e5;
const YARD_MS = 1.77;
/** It is done so many times, and the best of them counts: the first ones are not compiled yet. */
const YARD_TIMES = 6;

/**
 * How much more processor time work takes now than on an idle machine of that sort, 1 or more: what else runs there takes caches and
 * turns from it. Costs about ten milliseconds.
 */
export function slownessNow() {
  let best = Number.POSITIVE_INFINITY;
  for (let time = 0; time < YARD_TIMES; time += 1) {
    const before = process.cpuUsage();
    let sum = 0;
    for (let i = 0; i < YARD_STEPS; i += 1) sum = (sum + i * i) % 1_000_003;
    const { user, system } = process.cpuUsage(before);
    if (sum >= 0) best = Math.min(best, (user + system) / 1000 / YARD_MS);
  }
  return Math.max(1, best);
}

/** Measured once; processes begun later are told by their environment. */
export function paceOfMachine() {
  const known = Number(process.env.SASHIKO_PACE);
  if (known >= 1) return known;
  const times = [1, 2, 3].map(() => {
    const start = performance.now();
    let sum = 0;
    for (let i = 0; i < 3e6; i += 1) sum = (sum + i * i) % 1_000_003;
    return sum < 0 ? 0 : performance.now() - start;
  });
  const slow = Math.min(...times) / USUAL_MS;
  const busy = loadavg()[0] / cpus().length;
  const pace = Math.min(SLOWEST, Math.max(1, slow) * Math.max(1, busy));
  process.env.SASHIKO_PACE = pace.toFixed(2);
  return pace;
}
