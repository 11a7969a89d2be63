/**
 * `tsx scripts/routing/run-instances.ts [SECONDS] [--from FOLDER] [ID …]`: routes the instances beside it, or those of another folder,
 * and prints a line for each and the table. Where `verify.py` lies beside the folder, it checks every solution as well.
 */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { type InstanceResult, resultLine, resultTable, routeInstances } from './route-instances.ts';

const here = fileURLToPath(new URL('.', import.meta.url));
const { values, positionals } = parseArgs({ allowPositionals: true, options: { from: { type: 'string' } } });
const [seconds = '5', ...only] = positionals;
const folder = values.from ?? join(here, 'instances');
const references = values.from === undefined ? join(here, 'references.json') : join(folder, '../INDEX.json');
const results: InstanceResult[] = [];
for (const result of routeInstances(
  folder,
  references,
  Number(seconds),
  only,
  join(folder, '../verify.py'),
)) {
  results.push(result);
  console.log(resultLine(result));
}
console.log(`\n${resultTable(results)}`);
