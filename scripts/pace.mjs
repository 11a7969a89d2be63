/** How slow this machine is now, beside an idle one of the sort that the limits of tests were set on: 1 or more. */
import { cpus, loadavg } from 'node:os';

/** What the work below takes there, ms. */
const USUAL_MS = 50;
const SLOWEST = 8;

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
