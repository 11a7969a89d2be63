import { expect, test } from 'vitest';
import { seededRandom } from '../random/random.ts';
import { damagedText } from '../testing/damage.ts';
import {
  damagedJson,
  plansToDamage,
  SVG_TO_DAMAGE,
  tryMany,
  tryPartText,
  tryPlanText,
  trySvgText,
} from '../testing/hostile.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomOwnPart } from '../testing/random-own-part.ts';
import { tries } from '../testing/seeds.ts';
import { serializePart } from './part-file.ts';

const SOURCES = plansToDamage();

test.each([0, 1, 2, 3])(
  'plan files with anything wrong are refused in plain words, or work (%d of 4)',
  (quarter) => {
    const count = tries(75, 500);
    const counts = tryMany(count, 1 + 500 * quarter, (random) => damagedJson(SOURCES, random), tryPlanText);
    expect(counts.refused).toBeGreaterThan(count / 5);
    expect(counts.taken).toBeGreaterThan(count / 25);
  },
);

test('drawings with anything wrong', () => {
  const cloth = new PlanBuilder('Pond', 300, 200).plan;
  const counts = tryMany(
    300,
    1,
    (random) => damagedText(SVG_TO_DAMAGE, random),
    (text) => trySvgText(text, cloth),
  );
  expect(counts.refused).toBeGreaterThan(50);
  expect(counts.taken).toBeGreaterThan(50);
});

test('part files with anything wrong', () => {
  const cloth = new PlanBuilder('Pond', 300, 200).holder(40, 40).plan;
  const parts = [1, 2, 3, 4, 5, 6].map((seed) =>
    JSON.parse(serializePart(randomOwnPart(seededRandom(seed)))),
  );
  const counts = tryMany(
    300,
    1,
    (random) => damagedJson(parts, random),
    (text) => tryPartText(text, cloth),
  );
  expect(counts.refused).toBeGreaterThan(50);
  expect(counts.taken).toBeGreaterThan(10);
});
