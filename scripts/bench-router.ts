/**
 * `npm run bench -- router`: how good the router is and how fast: on instances with known results, and on strewn boards of its
 * own. The plain reference joins each net
 * by nearest neighbours and 2-opt on straight lines, as if the other nets were not there: no router can do much better.
 */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { distance, type Point } from '@sashiko/core/geometry/point';
import { route } from '@sashiko/core/router/route';
import type { RoutingProblem, RoutingSolution } from '@sashiko/core/router/routing-problem';
import { strewnBoard, turnsOf } from '@sashiko/core/testing/strewn-board';
import { type InstanceResult, resultLine, resultTable, routeInstances } from './routing/route-instances.ts';

/** Twice the length of a short open way through all parts, less what the pads of a turned light save. */
function relaxedMm({ parts }: RoutingProblem): number {
  const places = parts.map((part) => part.at);
  const order = [0];
  const left = new Set(places.keys());
  left.delete(0);
  while (left.size > 0) {
    const last = places[order.at(-1) as number] as Point;
    let best = -1;
    for (const i of left)
      if (best < 0 || distance(last, places[i] as Point) < distance(last, places[best] as Point)) best = i;
    order.push(best);
    left.delete(best);
  }
  const leg = (a: number, b: number): number =>
    distance(places[order[a] as number] as Point, places[order[b] as number] as Point);
  for (let improved = true; improved; ) {
    improved = false;
    for (let i = 1; i < order.length - 1; i += 1) {
      for (let k = i + 1; k < order.length; k += 1) {
        const after = k + 1 < order.length ? leg(k, k + 1) : 0;
        const swapped = k + 1 < order.length ? leg(i, k + 1) : 0;
        if (leg(i - 1, k) + swapped < leg(i - 1, i) + after - 1e-9) {
          order.splice(i, k - i + 1, ...order.slice(i, k + 1).reverse());
          improved = true;
        }
      }
    }
  }
  let sum = 0;
  for (let i = 1; i < order.length; i += 1) sum += leg(i - 1, i);
  return 2 * sum;
}

const here = fileURLToPath(new URL('./routing/', import.meta.url));
for (const seconds of [1, 5]) {
  console.log(`\nInstances, ${seconds} s of processor time each\n`);
  const results: InstanceResult[] = [];
  for (const result of routeInstances(join(here, 'instances'), join(here, 'references.json'), seconds)) {
    results.push(result);
    console.log(resultLine(result));
  }
  console.log(`\n${resultTable(results)}`);
}

console.log('\nStrewn boards\n');
console.log('parts  budget   first answer    clean   patches   length / plain reference   memory');
for (const [count, seconds] of [
  [10, 1],
  [10, 5],
  [25, 1],
  [25, 5],
  [50, 5],
  [100, 5],
  [200, 10],
] as const) {
  const problem = strewnBoard(count, count, 60 * Math.sqrt(count) + 60, turnsOf(24));
  const start = performance.now();
  const spent = (): number => (performance.now() - start) / 1000;
  const search = route(problem, { seed: 1, spent: () => spent() / seconds });
  let first = Number.NaN;
  let solution: RoutingSolution | null = null;
  for (let step = search.next(); ; step = search.next()) {
    if (step.done === true) {
      solution = step.value;
      break;
    }
    const { best } = step.value;
    if (Number.isNaN(first) && best?.conflicts === 0 && (best.patches?.length ?? 0) <= 2) first = spent();
  }
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  const megabytes = (heapUsed + arrayBuffers) / 1e6;
  console.log(
    `${String(count).padStart(5)}  ${String(seconds).padStart(4)} s  ${first.toFixed(2).padStart(9)} s  ${String(solution.conflicts === 0 ? 'yes' : `${solution.conflicts} left`).padStart(9)}  ${String(solution.patches?.length ?? 0).padStart(7)}  ${(solution.lengthMm / relaxedMm(problem)).toFixed(3).padStart(14)}  ${megabytes.toFixed(0).padStart(14)} MB`,
  );
}
