/**
 * `npm run bench -- hostile`: damaged files by the thousand, and files at every limit, in processor seconds. Breaks off at the first
 * file that is neither refused in plain words nor works.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePart } from '@sashiko/core/formats/part-file';
import type { PdfFonts } from '@sashiko/core/formats/pdf';
import { parsePlan, serializePlan } from '@sashiko/core/formats/plan-file';
import { printNamed } from '@sashiko/core/formats/print-kinds';
import { seededRandom } from '@sashiko/core/random/random';
import { UNKNOWN_PACE } from '@sashiko/core/sewing/pace';
import { damagedText } from '@sashiko/core/testing/damage';
import {
  damagedJson,
  plansToDamage,
  SVG_TO_DAMAGE,
  tryMany,
  tryPartText,
  tryPlanText,
  trySvgText,
} from '@sashiko/core/testing/hostile';
import { LIMIT_PLANS } from '@sashiko/core/testing/limit-plans';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { randomOwnPart } from '@sashiko/core/testing/random-own-part';

/** Seeds that the tests do not use. */
const FIRST_SEED = 100_000;

/** Processor seconds that something takes, and what it gives. */
function timed<T>(what: () => T): { readonly seconds: number; readonly value: T } {
  const start = process.cpuUsage();
  const value = what();
  const { user, system } = process.cpuUsage(start);
  return { seconds: (user + system) / 1e6, value };
}

const DEMO = ['lantern-cuff', 'lighthouse-cushion', 'night-walk-dog-coat', 'tide-pool-hanging'].map((name) =>
  JSON.parse(readFileSync(new URL(`../demo/${name}.sashiko.json`, import.meta.url), 'utf8')),
);
const plans = [...plansToDamage(), ...DEMO];
const cloth = new PlanBuilder('Pond', 300, 200).holder(40, 40).plan;
const parts = Array.from({ length: 20 }, (_, i) =>
  JSON.parse(serializePart(randomOwnPart(seededRandom(500 + i)))),
);
const families = [
  ['plan files', 10_000, (random) => damagedJson(plans, random), tryPlanText],
  ['drawings', 3000, (random) => damagedText(SVG_TO_DAMAGE, random), (text) => trySvgText(text, cloth)],
  ['part files', 3000, (random) => damagedJson(parts, random), (text) => tryPartText(text, cloth)],
] as const satisfies ReadonlyArray<
  readonly [string, number, Parameters<typeof tryMany>[2], Parameters<typeof tryMany>[3]]
>;
for (const [title, count, make, trial] of families) {
  const { seconds, value } = timed(() => tryMany(count, FIRST_SEED, make, trial));
  console.log(
    `${title.padEnd(28)} ${count} damaged: ${value.refused} refused, ${value.taken} taken and used, ${seconds.toFixed(1)} s`,
  );
}

const { resolve } = createRequire(new URL('../packages/web/package.json', import.meta.url));
const font = (name: string): Uint8Array => readFileSync(resolve(`source-sans/TTF/SourceSans3-${name}.ttf`));
const fonts: PdfFonts = { regular: font('Regular'), bold: font('Semibold') };

for (const [title, make] of Object.entries(LIMIT_PLANS)) {
  const text = serializePlan(make());
  const read = timed(() => expectOk(parsePlan(text)));
  const checked = timed(() => new CheckSession().update(read.value).length);
  const written = timed(() => {
    const work = expectOk(printNamed('sheet')).make(read.value, { pace: UNKNOWN_PACE, fonts });
    for (let step = work.next(); ; step = work.next())
      if (step.done === true) return expectOk(step.value).length;
  });
  const all = read.seconds + checked.seconds + written.seconds;
  console.log(
    `${title.padEnd(28)} ${(text.length / 1e6).toFixed(1)} MB: read ${read.seconds.toFixed(1)} s, checked ${checked.seconds.toFixed(1)} s, sheet ${written.seconds.toFixed(1)} s, in all ${all.toFixed(1)} s${all > 10 ? '  (over 10)' : ''}`,
  );
}
