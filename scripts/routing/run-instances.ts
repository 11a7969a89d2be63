/**
 * `tsx scripts/routing/run-instances.ts [SECONDS] [--from FOLDER] [--out FOLDER] [--seed N] [ID …]`: routes the instances beside it, or
 * those of another folder, writes the solutions, and prints a line for each and the table. Beside another folder may lie `verify.py`,
 * which then checks every solution as well, and `INDEX.json` with what is known of the instances.
 */
import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { type InstanceResult, resultLine, resultTable, routeInstances } from './route-instances.ts';

const here = fileURLToPath(new URL('.', import.meta.url));
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { from: { type: 'string' }, out: { type: 'string' }, seed: { type: 'string', default: '1' } },
});
const [seconds = '5', ...only] = positionals;
const folder = values.from ?? join(here, 'instances');
const references = values.from === undefined ? join(here, 'references.json') : join(folder, '../INDEX.json');
const out = values.out ?? mkdtempSync(join(tmpdir(), 'routing-'));
mkdirSync(out, { recursive: true });
const results: InstanceResult[] = [];
for (const result of routeInstances(folder, references, Number(seconds), {
  only,
  out,
  seed: Number(values.seed),
  verifier: join(folder, '../verify.py'),
})) {
  results.push(result);
  console.log(resultLine(result));
}
console.log(`\n${resultTable(results)}\n\nThe solutions lie in ${out}`);
