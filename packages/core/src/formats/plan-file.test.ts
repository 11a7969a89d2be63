import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { clothBox } from '../cloth/cloth.ts';
import { describeProblem, expectOk } from '../errors/problem.ts';
import { panelOf } from '../plan/panels.ts';
import { PLAN_VERSION, type Plan } from '../plan/schema.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { migrate } from './migrations.ts';
import { parsePlan, planFromValue, serializePlan } from './plan-file.ts';
import { planJsonSchema } from './plan-schema-json.ts';

const { plan } = smallLantern();

/** The plan's file with something changed in it. */
function changed(
  change: (
    raw: Record<string, unknown> & {
      parts: Record<string, Record<string, unknown>>;
      runs: Record<string, Record<string, unknown>>;
      panels: Record<string, Record<string, unknown>>;
    },
  ) => void,
): string {
  const raw = JSON.parse(serializePlan(plan)) as Parameters<typeof change>[0];
  change(raw);
  return JSON.stringify(raw);
}

describe('round trips', () => {
  test('any plan that edits can make is read back as it was', () => {
    for (const seed of [2, 4, 6, 10]) {
      const random = editedAtRandom(plan, seed, 80).plan;
      expect(expectOk(parsePlan(serializePlan(random)))).toEqual(random);
    }
  });

  test('the same plan is the same text, whatever the order its records came in', () => {
    const shuffled: Plan = { ...plan, parts: Object.fromEntries(Object.entries(plan.parts).reverse()) };
    expect(serializePlan(shuffled)).toBe(serializePlan(plan));
    expect(
      serializePlan(plan).startsWith(`{\n  "format": "sashiko-plan",\n  "version": ${PLAN_VERSION},`),
    ).toBe(true);
  });
});

describe('refusals name the spot and what to do', () => {
  test.each([
    ['nothing', '', 'file-not-json', ''],
    ['a truncated file', serializePlan(plan).slice(0, 700), 'file-not-json', ''],
    ['a foreign file', '{"hello": "world"}', 'file-foreign', ''],
    ['a list', '[1, 2, 3]', 'file-foreign', ''],
    [
      'a newer version',
      changed((raw) => Object.assign(raw, { version: PLAN_VERSION + 1 })),
      'file-newer',
      'version',
    ],
    ['no version', changed((raw) => Object.assign(raw, { version: 'one' })), 'file-bad-version', 'version'],
    [
      'a zero size',
      changed((raw) =>
        Object.assign(raw.panels['a'] as object, {
          shape: { kind: 'ready', pieceId: 'rectangle', sizes: { widthMm: 0, heightMm: 30 } },
        }),
      ),
      'file-wrong-shape',
      'panels.a.shape.sizes.widthMm',
    ],
    [
      'a negative size',
      changed((raw) =>
        Object.assign(raw.panels['a'] as object, {
          shape: { kind: 'ready', pieceId: 'rectangle', sizes: { widthMm: 30, heightMm: -3 } },
        }),
      ),
      'file-wrong-shape',
      'panels.a.shape.sizes.heightMm',
    ],
    [
      'a coordinate beyond the world',
      changed((raw) => Object.assign(raw.parts['p3'] as object, { at: { x: 1e9, y: 0 } })),
      'file-wrong-shape',
      'parts.p3.at.x',
    ],
    [
      'a part outside the cloth',
      changed((raw) => Object.assign(raw.parts['p3'] as object, { at: { x: 190, y: 500 } })),
      'outside-cloth',
      'parts.p3.at',
    ],
    [
      'a run to nowhere',
      changed((raw) => Object.assign(raw.runs['r5'] as object, { to: { partId: 'p77', holeId: 'plus' } })),
      'run-to-nowhere',
      'runs.r5.to',
    ],
    [
      'a run to an inherited name',
      changed((raw) =>
        Object.assign(raw.runs['r5'] as object, { to: { partId: 'constructor', holeId: 'plus' } }),
      ),
      'run-to-nowhere',
      'runs.r5.to',
    ],
    [
      'an unknown part',
      changed((raw) => Object.assign(raw.parts['p3'] as object, { kindId: 'lava-lamp' })),
      'unknown-kind',
      'parts.p3.kindId',
    ],
    [
      'a record misfiled',
      changed((raw) => Object.assign(raw.parts['p3'] as object, { id: 'p4' })),
      'id-mismatch',
      'parts.p3',
    ],
    [
      'a field nobody knows',
      changed((raw) => Object.assign(raw, { glitter: true })),
      'file-wrong-shape',
      'glitter',
    ],
    [
      'no panels at all',
      changed((raw) => Reflect.deleteProperty(raw, 'panels')),
      'file-wrong-shape',
      'panels',
    ],
    ['not one panel', changed((raw) => Object.assign(raw, { panels: {} })), 'no-panel', 'panels'],
    [
      'a part on no panel',
      changed((raw) => Object.assign(raw.parts['p3'] as object, { panelId: 'b' })),
      'unknown-kind',
      'parts.p3.panelId',
    ],
    [
      'a run on another panel than its parts',
      changed((raw) => Object.assign(raw.runs['r5'] as object, { panelId: 'b' })),
      'other-panel',
      'runs.r5.panelId',
    ],
    ['a name of spaces', changed((raw) => Object.assign(raw, { name: '   ' })), 'file-wrong-shape', 'name'],
  ] as const)('%s', (_what, text, code, path) => {
    const result = parsePlan(text);
    expect(result).toMatchObject({ ok: false, problem: { code, path } });
    if (!result.ok) expect(describeProblem(result.problem)).not.toContain('\n');
  });

  test('fifty megabytes of nonsense are refused at once', () => {
    expect(parsePlan('x'.repeat(50_000_000))).toMatchObject({
      ok: false,
      problem: { code: 'file-too-large' },
    });
  });

  test('markup in names is kept as the text it is', () => {
    const name = '<img src=x onerror="alert(1)">';
    expect(expectOk(parsePlan(changed((raw) => Object.assign(raw, { name })))).name).toBe(name);
  });
});

describe('names that every object has', () => {
  test.each([
    ['"parts": {', 'parts.'],
    ['"habits": {', 'habits.'],
    ['"facts": {', 'facts.'],
    ['{', ''],
  ])('are refused after %s, with the spot', (from, path) => {
    const text = serializePlan(smallLantern().plan);
    for (const name of ['__proto__', 'constructor', 'prototype'])
      expect(parsePlan(text.replace(from, `${from} "${name}": {"id":"x"},`)), name).toMatchObject({
        ok: false,
        problem: { code: 'file-wrong-shape', path: `${path}${name}` },
      });
  });
});

describe('migrations', () => {
  const steps = [
    { from: 1, apply: (raw: Readonly<Record<string, unknown>>) => ({ ...raw, title: raw['name'] }) },
    { from: 2, apply: (raw: Readonly<Record<string, unknown>>) => ({ ...raw, colour: 'red' }) },
  ];

  test('steps are taken in order up to the target', () => {
    expect(migrate({ name: 'a', version: 1 }, 1, 3, steps)).toMatchObject({
      name: 'a',
      title: 'a',
      colour: 'red',
      version: 3,
    });
    // What a version brought is there by itself, empty.
    const brought = { patches: {}, wishes: null, spools: {}, accepted: {} };
    expect(migrate({ name: 'a', version: 2 }, 2, 3, steps)).toMatchObject({
      colour: 'red',
      version: 3,
      ...brought,
    });
  });

  test('a file that was written while its version was in the making gets what it lacks of it, and no more', () => {
    const brought = { patches: {}, wishes: null, spools: {}, accepted: {} };
    expect(migrate({ version: 3, spools: { s: 1 } }, 3, 3, steps)).toEqual({
      version: 3,
      colour: 'red',
      ...brought,
      spools: { s: 1 },
    });
    // What was always there has to be said.
    expect(migrate({ version: 1 }, 1, 1, [])).not.toHaveProperty('parts');
    expect(migrate({ version: 1 }, 1, 3, [])).not.toHaveProperty('parts');
  });

  test('what records have since a version is filled in with what is usual, and stays where a file says it', () => {
    expect(migrate({ habits: { feed: 'far' } }, 3, 4, [])['habits']).toEqual({
      feed: 'far',
      stitchId: 'running',
      strandStyle: 'chain',
      supplyLines: 1,
      supplyStitchId: null,
    });
    expect(migrate({ readings: { r: { value: 2 }, s: { value: 3, atMs: 9 } } }, 5, 6, steps)).toMatchObject({
      readings: { r: { value: 2, atMs: null }, s: { value: 3, atMs: 9 } },
    });
    // What is of no form is passed on, so that the schema can name the spot.
    expect(migrate({ habits: 7, parts: [1] }, 5, 6, steps)).toMatchObject({ habits: 7, parts: [1] });
  });
});

describe('the JSON Schema', () => {
  test('is the one in docs/, made from the Valibot schema', () => {
    const written = JSON.parse(
      readFileSync(new URL('../../../../docs/plan-file.schema.json', import.meta.url), 'utf8'),
    ) as unknown;
    expect(written).toEqual(JSON.parse(JSON.stringify(planJsonSchema())));
  });
});

describe('the demo plans', () => {
  const read = (name: string): Plan =>
    expectOk(
      planFromValue(
        JSON.parse(readFileSync(new URL(`../../../../demo/${name}.sashiko.json`, import.meta.url), 'utf8')),
      ),
    );

  test.each([
    'lighthouse-cushion',
    'night-walk-dog-coat',
    'lantern-cuff',
    'night-train-curtain',
    'harbour-pouch',
  ])('%s is clear', (name) => {
    expect(checkPlan(read(name)).filter((finding) => finding.severity !== 'note')).toEqual([]);
  });

  test('the tide-pool hanging has exactly the mistakes that were left in', () => {
    expect(
      checkPlan(read('tide-pool-hanging')).map((finding) => `${finding.severity} ${finding.ruleId}`),
    ).toEqual([
      'stop crossing',
      'stop two-pads',
      'stop gap',
      'stop gap',
      'stop reversed',
      'stop open',
      'stop open',
      'mend mixed-kinds',
      'mend uneven',
      'mend uneven',
      'mend fire',
      'note switch-none',
      'note light-load',
    ]);
  });
});

describe('files of version 1', () => {
  const old = (name: string): string =>
    readFileSync(new URL(`../testing/version-1/${name}.sashiko.json`, import.meta.url), 'utf8');

  test.each(['lighthouse-cushion', 'tide-pool-sampler'])(
    '%s opens, with its lines and its threads',
    (name) => {
      const raw = JSON.parse(old(name)) as {
        nextNumber: number;
        cloth: {
          shape: { widthMm: number; heightMm: number };
          marks: { points: unknown[]; closed: boolean }[];
        };
        parts: object;
        runs: object;
      };
      const plan = expectOk(parsePlan(old(name)));
      expect(plan.version).toBe(PLAN_VERSION);
      expect(plan.runs).toEqual(onPanel(raw.runs));
      expect(plan.parts).toEqual(onPanel(raw.parts));
      expect(clothBox(panelOf(plan))).toMatchObject({ ...sizes(raw.cloth.shape), left: 0, top: 0 });
      const markings = Object.values(panelOf(plan).markings);
      expect(markings.map((marking) => marking.closed)).toEqual(raw.cloth.marks.map((mark) => mark.closed));
      expect(markings.map((marking) => marking.nodes.map((node) => node.at))).toEqual(
        raw.cloth.marks.map((mark) => mark.points),
      );
      // Numbers of new markings are not taken by anything else.
      expect(plan.nextNumber).toBe(raw.nextNumber + markings.length);
      expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
    },
  );

  test('the old sampler still has the mistakes that were left in it', () => {
    const found = checkPlan(expectOk(parsePlan(old('tide-pool-sampler')))).map((finding) => finding.ruleId);
    for (const id of ['crossing', 'gap', 'reversed', 'series', 'open', 'switch-none', 'edge'])
      expect(found).toContain(id);
  });

  test('a broken one is refused with the spot, in the names of today', () => {
    const raw = JSON.parse(old('lighthouse-cushion')) as { cloth: { shape: Record<string, unknown> } };
    raw.cloth.shape['widthMm'] = -4;
    expect(parsePlan(JSON.stringify(raw))).toMatchObject({
      ok: false,
      problem: { path: 'panels.a.shape.sizes.widthMm' },
    });
    for (const cloth of [null, 7, { shape: 'square' }, { marks: 'many' }, { marks: [null] }]) {
      expect(parsePlan(JSON.stringify({ ...raw, cloth })).ok).toBe(false);
    }
  });
});

describe('files of version 10', () => {
  const old = readFileSync(
    new URL('../testing/version-10/harbour-pouch.sashiko.json', import.meta.url),
    'utf8',
  );

  test('open as they were; what was assumed of watts on a centimetre is gone, all else assumed stays', () => {
    const raw = JSON.parse(old) as { version: number; habits: { assumptions: Record<string, number> } };
    expect(raw.version).toBe(10);
    const asIs = expectOk(parsePlan(old));
    raw.habits.assumptions = { skinWattPerCm: 0.05, contactOhm: 1 };
    const plan = expectOk(parsePlan(JSON.stringify(raw)));
    expect(plan.habits.assumptions).toEqual({ contactOhm: 1 });
    expect({ ...plan, habits: asIs.habits }).toEqual(asIs);
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  });
});

/** Records as they are read from before there were panels: all on the first. */
function onPanel(records: object): object {
  return Object.fromEntries(Object.entries(records).map(([id, record]) => [id, { ...record, panelId: 'a' }]));
}

describe('files of version 5', () => {
  const file = new URL('../testing/version-5/lighthouse-cushion.sashiko.json', import.meta.url);
  const old = readFileSync(file, 'utf8');

  test('open with their cloth as the only panel, and all that lies on it says so', () => {
    const raw = JSON.parse(old) as { version: number; cloth: object; runs: object; parts: object };
    const plan = expectOk(parsePlan(old));
    expect([raw.version, plan.version]).toEqual([5, PLAN_VERSION]);
    expect(plan.panels).toEqual({
      a: { id: 'a', name: 'piece', table: { at: { x: 0, y: 0 }, turnDeg: 0 }, ...raw.cloth },
    });
    expect([plan.runs, plan.parts]).toEqual([onPanel(raw.runs), onPanel(raw.parts)]);
    expect(plan.log).toEqual([]);
  });

  test('ticks and readings stay, their time unknown', () => {
    const raw = JSON.parse(old) as Record<string, unknown>;
    const begun = { ticks: { 'sew:r9': true }, readings: { 'ohms:r9': { testId: 'ohms:r9', value: 3 } } };
    const plan = expectOk(parsePlan(JSON.stringify({ ...raw, ...begun })));
    expect(plan.ticks).toEqual({ 'sew:r9': { stepId: 'sew:r9', atMs: null } });
    expect(plan.readings).toEqual({ 'ohms:r9': { testId: 'ohms:r9', value: 3, atMs: null } });
    for (const ticks of [7, { 'sew:r9': 'yes' }])
      expect(parsePlan(JSON.stringify({ ...raw, ticks })).ok).toBe(false);
    for (const broken of [{ cloth: null }, { cloth: 7 }, { parts: 3 }, { parts: { p1: null } }])
      expect(parsePlan(JSON.stringify({ ...raw, ...broken })).ok).toBe(false);
  });
});

describe('files of version 2', () => {
  const old = readFileSync(
    new URL('../testing/version-2/tide-pool-hanging.sashiko.json', import.meta.url),
    'utf8',
  );

  test('open with everything on them, and running stitch as the habit', () => {
    const raw = JSON.parse(old) as { version: number; runs: object; parts: object };
    const plan = expectOk(parsePlan(old));
    expect([raw.version, plan.version]).toEqual([2, PLAN_VERSION]);
    expect([plan.runs, plan.parts]).toEqual([onPanel(raw.runs), onPanel(raw.parts)]);
    expect(plan).toMatchObject({ patches: {}, wishes: null, spools: {}, accepted: {} });
    expect(plan.habits.stitchId).toBe('running');
  });

  test('what version 3 knows is refused with its spot when it is wrong', () => {
    const plan = JSON.parse(serializePlan(expectOk(parsePlan(old)))) as Record<string, unknown> & {
      runs: Record<string, unknown>;
    };
    const [under, over] = Object.keys(plan.runs) as [string, string];
    const patch = {
      id: 'q1',
      panelId: 'a',
      at: { x: 100, y: 100 },
      lengthMm: 12,
      widthMm: 9,
      turnDeg: 0,
      underRunId: under,
    };
    const refused = (more: object, path: string): void => {
      const result = parsePlan(JSON.stringify({ ...plan, ...more }));
      expect(result).toMatchObject({ ok: false });
      if (!result.ok) expect(result.problem.path).toContain(path);
    };
    expectOk(parsePlan(JSON.stringify({ ...plan, patches: { q1: { ...patch, overRunId: over } } })));
    refused({ patches: { q1: { ...patch, overRunId: under } } }, 'patches.q1');
    refused({ patches: { q1: { ...patch, overRunId: 'r999' } } }, 'patches.q1.overRunId');
    refused({ patches: { q1: { ...patch, overRunId: over, at: { x: -90, y: 0 } } } }, 'patches.q1');
    refused(
      { wishes: { w1: { id: 'w1', title: 'x', terminals: [{ partId: 'p999', terminal: 'plus' }] } } },
      'wishes.w1',
    );
    refused({ spools: { gold: { threadId: 'gold' } } }, 'spools.gold');
    refused({ accepted: { 'gap:a': { key: 'gap:b', reason: 'x' } } }, 'accepted.gap:a');
  });
});

function sizes({ widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number }) {
  return { widthMm, heightMm };
}

/** Habits that came after version 7, as a plan has them that says nothing. */
const LATER = { seamPasses: 'allowed', supplyThreadId: null, rehearsal: 'none', lineOrder: 'by-side' };

describe('files of version 9', () => {
  test('open unchanged, without seams', () => {
    const file = new URL('../testing/version-9/night-train-curtain.sashiko.json', import.meta.url);
    const old = readFileSync(file, 'utf8');
    const raw = JSON.parse(old) as { version: number; habits: object; spools: object; panels: object };
    const plan = expectOk(parsePlan(old));
    expect([raw.version, plan.version]).toEqual([9, PLAN_VERSION]);
    const habits = { ...raw.habits, seamPasses: 'allowed' };
    expect(plan).toEqual({ ...raw, version: PLAN_VERSION, habits, seams: {}, layers: {} });
    // A swatch was sewn on the one cloth there was.
    const swatch = { lengthMm: 100, ohm: 4 };
    const [panel] = Object.values(plan.panels);
    const spools = { 'steel-3-ply': { threadId: 'steel-3-ply', swatch } };
    expect(expectOk(parsePlan(JSON.stringify({ ...raw, spools }))).spools['steel-3-ply']?.swatch).toEqual({
      ...swatch,
      clothMm: panel?.thicknessMm,
    });
  });
});

describe('files of version 8', () => {
  test('open unchanged; how a pin stands comes back as it was', () => {
    const file = new URL('../testing/version-8/night-train-curtain.sashiko.json', import.meta.url);
    const old = readFileSync(file, 'utf8');
    const raw = JSON.parse(old) as { version: number; parts: object; runs: object; habits: object };
    const plan = expectOk(parsePlan(old));
    expect([raw.version, plan.version]).toEqual([8, PLAN_VERSION]);
    expect([plan.parts, plan.runs]).toEqual([raw.parts, raw.runs]);
    expect(plan.habits).toEqual({ ...LATER, ...raw.habits });
    const [board] = Object.values(plan.parts).filter(({ kindId }) => kindId.startsWith('board-'));
    if (board === undefined) throw new Error('no board');
    const told = {
      ...plan,
      parts: { ...plan.parts, [board.id]: { ...board, pins: { p3: 'read' as const } } },
    };
    expect(expectOk(parsePlan(serializePlan(told)))).toEqual(told);
  });
});

describe('files of version 7', () => {
  test('open unchanged; what the maker decides of wiring comes back as it was', () => {
    const file = new URL('../testing/version-7/lighthouse-cushion.sashiko.json', import.meta.url);
    const old = readFileSync(file, 'utf8');
    const raw = JSON.parse(old) as { version: number; parts: Record<string, object>; habits: object };
    const before = expectOk(parsePlan(old));
    expect([raw.version, before.version]).toEqual([7, PLAN_VERSION]);
    expect(before.parts).toEqual(raw.parts);
    expect(before.habits).toEqual({
      ...raw.habits,
      supplyThreadId: null,
      rehearsal: 'none',
      seamPasses: 'allowed',
      lineOrder: 'by-side',
    });
    const [light, holder] = ['sew-on-light', 'coin-cell-holder'].map((kindId) =>
      Object.values(before.parts).find((part) => part.kindId === kindId),
    );
    const wired = { sourceId: holder?.id, bank: 'porch' };
    const decided = JSON.parse(serializePlan(before)) as { parts: Record<string, object> };
    Object.assign(decided.parts[light?.id ?? ''] as object, { wired });
    const plan = expectOk(parsePlan(JSON.stringify(decided)));
    expect(plan.parts[light?.id ?? '']?.wired).toEqual(wired);
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
    Object.assign(decided.parts[light?.id ?? ''] as object, { wired: { sourceId: 'nobody' } });
    expect(parsePlan(JSON.stringify(decided))).toMatchObject({ problem: { code: 'unknown-part' } });
  });
});

describe('files of version 6', () => {
  const file = new URL('../testing/version-6/lantern-cuff.sashiko.json', import.meta.url);
  const old = readFileSync(file, 'utf8');

  test('open unchanged, with nothing assumed otherwise than usual', () => {
    const raw = JSON.parse(old) as { version: number; parts: object; runs: object; habits: object };
    const plan = expectOk(parsePlan(old));
    expect([raw.version, plan.version]).toEqual([6, PLAN_VERSION]);
    expect([plan.parts, plan.runs]).toEqual([raw.parts, raw.runs]);
    expect(plan.habits).toEqual({ ...raw.habits, ...LATER, assumptions: {} });
  });

  test('an assumption that is none, or out of its range, is refused with its spot', () => {
    const raw = JSON.parse(old) as { habits: object };
    const withAssumed = (assumptions: object) =>
      parsePlan(
        JSON.stringify({
          ...raw,
          version: PLAN_VERSION,
          seams: {},
          layers: {},
          habits: { ...raw.habits, ...LATER, assumptions },
        }),
      );
    expect(withAssumed({ handWanderMm: 2 }).ok).toBe(true);
    expect(withAssumed({ handWanderMm: -2 })).toMatchObject({
      problem: { path: 'habits.assumptions.handWanderMm' },
    });
    expect(withAssumed({ luck: 2 })).toMatchObject({ ok: false });
  });
});
