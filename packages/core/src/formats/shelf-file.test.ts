/** A backup is read as far as it is whole, whatever happened to it. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { looksLikeShelf, parseShelf, serializeShelf } from './shelf-file.ts';

const lantern = { ...smallLantern().plan, id: 'lantern', name: 'Lantern “one”' };
const kite = { ...new PlanBuilder('Kite', 200, 200).light('tail', 60, 60).plan, id: 'kite' };
const third = { ...kite, id: 'third', name: 'Third { of } ["three"]' };
const plans = [lantern, kite, third];
const text = serializeShelf({ plans, ownParts: [] }, 7);
const names = (backup: string): readonly string[] =>
  expectOk(parseShelf(backup)).plans.map(({ name }) => name);

test('what is written is read', () => {
  expect(expectOk(parseShelf(text))).toEqual({ plans, ownParts: [], savedAtMs: 7, unreadable: [] });
});

test('its fields may stand in any order, in one line or many', () => {
  const { format, version, ...rest } = JSON.parse(text) as Record<string, unknown>;
  for (const indent of [0, 2]) {
    const turned = JSON.stringify({ ...rest, version, format }, null, indent);
    expect(looksLikeShelf(turned)).toBe(true);
    expect(names(turned)).toEqual(plans.map(({ name }) => name));
  }
});

test('a plan is none, whatever it is called', () => {
  const named = { ...lantern, name: '"format":"sashiko-shelf","plans":[' };
  expect(looksLikeShelf(JSON.stringify(named))).toBe(false);
});

test('one without a list of plans is refused, an empty list is none', () => {
  const { plans: _gone, ...rest } = JSON.parse(text) as Record<string, unknown>;
  expect(parseShelf(JSON.stringify(rest))).toMatchObject({
    ok: false,
    problem: { code: 'shelf-file-no-plans' },
  });
  expect(parseShelf(JSON.stringify({ ...rest, plans: 'many' }))).toMatchObject({
    ok: false,
    problem: { code: 'shelf-file-no-plans', path: 'plans' },
  });
  expect(names(serializeShelf({ plans: [], ownParts: [] }, 7))).toEqual([]);
});

test('two plans of one id both come back', () => {
  const { plans: read } = expectOk(
    parseShelf(
      serializeShelf(
        { plans: [kite, { ...kite, name: 'Kite again' }, { ...kite, id: 'kite-2' }], ownParts: [] },
        7,
      ),
    ),
  );
  expect(read.map(({ id, name }) => [id, name])).toEqual([
    ['kite', 'Kite'],
    ['kite-3', 'Kite again'],
    ['kite-2', 'Kite'],
  ]);
});

describe('one damaged letter costs one plan at most', () => {
  const old = `${JSON.stringify(JSON.parse(text))}\n`;
  const places = Array.from({ length: 60 }, (_, i) => 1 + Math.floor((i * (text.length - 3)) / 60));

  test.each([
    ['as it is written', text],
    ['as it was written before, in one line', old],
  ])('%s', (_how, whole) => {
    let refused = 0;
    for (const at of places) {
      for (const letter of ['"', '}', '\u0000']) {
        const read = parseShelf(`${whole.slice(0, at)}${letter}${whole.slice(at + 1)}`);
        if (!read.ok) {
          refused += 1;
          continue;
        }
        const { plans: back, unreadable } = read.value;
        expect(back.length, `${letter} at ${at}`).toBeGreaterThanOrEqual(plans.length - 1);
        expect(back.length + unreadable.length, `${letter} at ${at}`).toBe(plans.length);
      }
    }
    // Only where it says what it is, before the first plan.
    expect(refused).toBeLessThanOrEqual(places.filter((at) => at < 80).length * 3);
  });

  test('and the plan that is damaged is named', () => {
    const at = text.indexOf('"Kite"') + 200;
    const { unreadable, plans: back } = expectOk(
      parseShelf(`${text.slice(0, at)}\u0000${text.slice(at + 1)}`),
    );
    expect(unreadable.map(({ name }) => name)).toEqual(['Kite']);
    expect(back.map(({ name }) => name)).toEqual([lantern.name, third.name]);
  });
});
