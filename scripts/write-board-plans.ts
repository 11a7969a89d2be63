/** `npx tsx scripts/write-board-plans.ts [plans] [first]`: lays plans with witnesses and prints a line of JSON for each. */
import { layBoardPlan, writtenBoardPlan } from '@sashiko/core/testing/board-plans';

const plans = Number(process.argv[2] ?? 48);
const first = Number(process.argv[3] ?? 1);
for (let seed = first; seed < first + plans; seed += 1) {
  const laid = layBoardPlan(seed);
  if (laid !== null) process.stdout.write(`${JSON.stringify(writtenBoardPlan(seed, laid))}\n`);
}
