import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { LONGEST_LINE } from '../errors/plain-line.ts';
import { describeProblem, describeToMaker, expectOk, type Problem } from '../errors/problem.ts';
import { CELL_KINDS } from '../parts/cells.ts';
import type { OwnPart } from '../parts/own-part-schema.ts';
import { keepOwnPart } from '../plan/edits/own-part-edits.ts';
import { PLAN_VERSION, type Plan } from '../plan/schema.ts';
import { parsePart, serializePart } from './part-file.ts';
import { parsePlan, serializePlan } from './plan-file.ts';
import { readSvg } from './svg-import.ts';
import { maybeSvgLengthMm } from './svg-view.ts';

const DEMO_PLANS = ['lighthouse-cushion', 'night-walk-dog-coat', 'tide-pool-hanging'].map((name) =>
  expectOk(
    parsePlan(readFileSync(new URL(`../../../../demo/${name}.sashiko.json`, import.meta.url), 'utf8')),
  ),
);
const [cushion] = DEMO_PLANS as [Plan];

/** What a pattern, a library or a machine says, and no person. */
const NO_WORDS =
  /Invalid|Expected|Unexpected|undefined|\bNaN\b|\[object|\bObject\b|\^\[|\\d|SyntaxError|unclosed|JSON at position/;

function expectPlain(problem: Problem): void {
  for (const line of [describeProblem(problem), describeToMaker(problem)]) {
    // So many are tried that only what is wrong is handed to the test library.
    const isPlain =
      !NO_WORDS.test(line) && !/\p{Cc}/u.test(line) && line.length <= LONGEST_LINE && /[.)]$/.test(line);
    if (!isPlain) expect.fail(`no plain line: ${line}`);
  }
}

/** Values of every sort, one of which is wrong in any place. */
const WRONG: readonly unknown[] = [
  null,
  true,
  -1e9,
  0.5,
  '',
  'UPPER case, ünd möre',
  'a\nb\u0007',
  'x'.repeat(100_000),
  [],
  {},
];

/** All copies of a value in which one spot is replaced, taken away or added to, visiting each shape of spot once. */
function* damaged(value: unknown): Generator<unknown> {
  const seen = new Set<string>();
  function* within(here: unknown, shape: string, put: (next: unknown) => unknown): Generator<unknown> {
    if (!seen.has(shape)) {
      seen.add(shape);
      for (const wrong of WRONG) yield put(wrong);
    }
    if (typeof here !== 'object' || here === null) return;
    for (const [key, item] of Object.entries(here)) {
      const isList = Array.isArray(here);
      const name = isList ? '*' : key.replaceAll(/\d+/g, 'n');
      const putHere = (next: unknown): unknown =>
        put(isList ? here.with(Number(key), next) : { ...here, [key]: next });
      yield* within(item, `${shape}.${name}`, putHere);
      if (isList || seen.has(`${shape}.${name}-`)) continue;
      seen.add(`${shape}.${name}-`);
      const { [key]: _gone, ...rest } = here as Record<string, unknown>;
      yield put(rest);
      yield put({ ...here, [`extra ${'y'.repeat(500)}\u0000`]: item });
    }
  }
  yield* within(value, '', (next) => next);
}

describe('every refusal is one plain line', () => {
  test('plan files with anything wrong anywhere', () => {
    let refusals = 0;
    for (const plan of DEMO_PLANS)
      for (const wrong of damaged(JSON.parse(serializePlan(plan)))) {
        const result = parsePlan(JSON.stringify(wrong) ?? '');
        if (result.ok) continue;
        refusals += 1;
        expectPlain(result.problem);
      }
    expect(refusals).toBeGreaterThan(1000);
  });

  test('part files with anything wrong anywhere', () => {
    let refusals = 0;
    for (const wrong of damaged(JSON.parse(serializePart(cellHolder('coin-20x3.2'))))) {
      const result = parsePart(JSON.stringify(wrong) ?? '');
      if (result.ok) continue;
      refusals += 1;
      expectPlain(result.problem);
    }
    expect(refusals).toBeGreaterThan(100);
  });

  test('files cut short or of another kind say where it goes wrong', () => {
    const text = serializePlan(cushion);
    for (const cut of [0, 1, 50, 1000, text.length - 3]) {
      const result = parsePlan(text.slice(0, cut));
      expect(result.ok).toBe(false);
      if (!result.ok) expectPlain(result.problem);
    }
    const result = parsePlan(text.replace(`"version": ${PLAN_VERSION},`, `"version": ${PLAN_VERSION}`));
    expect(result.ok ? '' : result.problem.detail).toMatch(/^Line 4, letter \d+ is where it goes wrong\.$/);
    for (const svg of ['', '<svg', '<svg><path d="M 0 0 &"/></svg>', '<svg></g>', 'plain words', text]) {
      const drawing = readSvg(svg);
      expect(drawing.ok).toBe(false);
      if (!drawing.ok) expectPlain(drawing.problem);
    }
  });
});

function cellHolder(cellId: string): OwnPart {
  const hole = { diameterMm: 2, padMm: 4, label: '', joinedAs: '', abilities: [] };
  return {
    id: 'own-holder',
    title: 'My holder',
    outline: { form: 'round', acrossMm: 30 },
    massG: 4,
    holes: [
      { ...hole, id: 'plus', x: -10, y: 0, role: 'plus' },
      { ...hole, id: 'minus', x: 10, y: 0, role: 'minus' },
    ],
    model: { kind: 'cell', cellId, count: 1, switched: false },
  };
}

describe('what was refused without need', () => {
  test('a holder of one’s own is kept for every kind of cell, and read back', () => {
    for (const { id } of CELL_KINDS) {
      const part = cellHolder(id);
      expect(parsePart(serializePart(part))).toEqual({ ok: true, value: part });
      expect(keepOwnPart(cushion, part).ok, id).toBe(true);
    }
    const unknown = parsePart(serializePart(cellHolder('coin of chocolate')));
    expect(unknown.ok ? '' : unknown.problem.detail).toContain('coin of chocolate');
  });

  test('a byte order mark in front is no fault', () => {
    expect(parsePlan(`\uFEFF${serializePlan(cushion)}`).ok).toBe(true);
    expect(parsePart(`\uFEFF${serializePart(cellHolder('coin-20x3.2'))}`).ok).toBe(true);
    expect(readSvg('\uFEFF<svg width="10mm" height="10mm"><rect width="5" height="5"/></svg>').ok).toBe(true);
  });

  test('a path that is none is left out with a word, and the rest is taken', () => {
    const drawing = readSvg(
      '<svg><path id="odd" d="M 5 5 L 5 5"/><path d="M 0 0 Q"/><circle id="pool" r="30"/></svg>',
    );
    expect(drawing.ok && drawing.value.lines.map(({ name }) => name)).toEqual(['pool']);
    expect(drawing.ok && drawing.value.leftOut).toEqual([
      '“odd”, which cannot be read or has no length',
      '“path 1”, which cannot be read or has no length',
    ]);
  });

  test('lengths are read in one go, however many their digits', () => {
    expect(maybeSvgLengthMm(' 12.5 mm ')).toBe(12.5);
    expect(maybeSvgLengthMm('1.e1cm')).toBe(100);
    expect(maybeSvgLengthMm('.5in')).toBeCloseTo(12.7);
    expect(maybeSvgLengthMm('1..5mm')).toBeNull();
    expect(maybeSvgLengthMm(`${'1'.repeat(1_000_000)}!`)).toBeNull();
    expect(maybeSvgLengthMm(`1${' '.repeat(1_000_000)}!`)).toBeNull();
  });
});
