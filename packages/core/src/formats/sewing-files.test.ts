import { readdirSync, readFileSync } from 'node:fs';
import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, test } from 'vitest';
import { clothBox } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { applyEdit } from '../plan/edit.ts';
import { changeClothKind } from '../plan/edits/cloth-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { acceptFinding } from '../plan/edits/patch-edits.ts';
import { tickStep } from '../plan/edits/progress-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { firstPanel, panelOf } from '../plan/panels.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { UNKNOWN_PACE } from '../sewing/pace.ts';
import { paperNamed } from '../sewing/papers.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { stitchList } from '../sewing/stitch-list.ts';
import { stopWarnings } from '../sewing/stop-warnings.ts';
import { LABEL_MM, labelDrawing, labelLines } from '../sewing/wash-label.ts';
import { JSDOM } from '../testing/page-dom.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { cuttingSvg, layerCuttingSvg } from './cutting-svg.ts';
import { parsePlan } from './plan-file.ts';
import { PRINT_KINDS, printNamed } from './print-kinds.ts';
import { sheetHtml } from './sheet-html.ts';
import { stitchJson, stitchSvg } from './stitch-files.ts';

const font = (name: string): Uint8Array =>
  readFileSync(new URL(`../../../../node_modules/source-sans/TTF/SourceSans3-${name}.ttf`, import.meta.url));
const setting = { pace: UNKNOWN_PACE, fonts: { regular: font('Regular'), bold: font('Semibold') } };
const demo = (name: string): Plan =>
  expectOk(
    parsePlan(readFileSync(new URL(`../../../../demo/${name}.sashiko.json`, import.meta.url), 'utf8')),
  );

describe('every print', () => {
  const plans = readdirSync(new URL('../../../../demo/', import.meta.url)).map(
    (file) => file.split('.')[0] as string,
  );
  test.each(PRINT_KINDS)('$id is made of every demo plan and of an empty one, the same each time', (kind) => {
    const all = [...plans.map(demo), new PlanBuilder('Empty').plan];
    for (const [i, plan] of all.entries()) {
      const make = () => {
        const work = kind.make(plan, setting);
        let step = work.next();
        while (step.done !== true) {
          expect(step.value).toBeGreaterThanOrEqual(0);
          expect(step.value).toBeLessThanOrEqual(1);
          step = work.next();
        }
        return expectOk(step.value);
      };
      const files = make();
      expect(files.length).toBeGreaterThan(0);
      for (const { suffix, data } of files) {
        expect(suffix).toMatch(/^-[a-z\d-]+\.(pdf|svg|html|json|csv)$/);
        expect(data.length).toBeGreaterThan(40);
      }
      // Each is made again of one plan: which, by its place in the list.
      if (i === PRINT_KINDS.indexOf(kind) % all.length) expect(make()).toEqual(files);
    }
  });

  test('an unknown print and an unknown paper are refused with those there are', () => {
    expect(printNamed('poster')).toMatchObject({
      problem: { code: 'print-unknown', detail: expect.stringMatching(/pattern, sheet/) },
    });
    expect(paperNamed('b5')).toMatchObject({ problem: { code: 'paper-unknown' } });
  });

  test('a pattern of too many pages says how many, and names a paper that would do', () => {
    const work = expectOk(printNamed('pattern')).make(new PlanBuilder('Wide', 1500, 1200).plan, setting);
    let step = work.next();
    while (step.done !== true) step = work.next();
    expect(step.value).toMatchObject({
      ok: false,
      problem: {
        code: 'pattern-too-large',
        detail: expect.stringMatching(/^It would need \d+ of A4\. On A3 it would fit\.$/),
      },
    });
  });
});

describe('the sheet as one file', () => {
  const build = new PlanBuilder('<img src=x onerror=alert(1)>', 200, 160)
    .holder(100, 130, 180)
    .light('<b>l</b>', 60, 50, 180)
    .sew('holder.plus', '<b>l</b>.plus')
    .sew('holder.minus', '<b>l</b>.minus');
  const html = sheetHtml(build.plan, sewingSheet(build.plan));

  test('holds no markup of the maker’s and asks for nothing from anywhere', () => {
    const { document } = new JSDOM(html).window;
    expect(document.querySelectorAll('img, b, link, iframe, object')).toHaveLength(0);
    expect(document.title).toContain('<img src=x onerror=alert(1)>');
    expect(html).not.toMatch(/(?:src|href)=["'](?!data:)/);
    expect(html.replaceAll('http://www.w3.org/2000/svg', '')).not.toMatch(/https?:/);
    expect(document.querySelector('meta[http-equiv]')?.getAttribute('content')).toContain(
      "default-src 'none'",
    );
  });

  test('has a box for every step, in order, with the ticks of the plan, and a drawing where something is sewn', () => {
    const ticked = applyEdit(build.plan, expectOk(tickStep(build.plan, 'prepare:mark', true, 1)));
    const sheet = sewingSheet(ticked);
    const { document } = new JSDOM(sheetHtml(ticked, sheet)).window;
    const boxes = [...document.querySelectorAll<HTMLInputElement>('[data-step]')];
    expect(boxes.map((box) => box.dataset['step'])).toEqual(sheet.steps.map(({ id }) => id));
    expect(boxes.filter((box) => box.hasAttribute('checked')).map((box) => box.dataset['step'])).toEqual([
      'prepare:mark',
    ]);
    expect(document.querySelectorAll('.step svg title').length).toBe(Object.keys(build.plan.runs).length);
  });

  test('ticks are kept by step id where the browser keeps them, and one step is shown at a time', () => {
    const open = () => new JSDOM(html, { runScripts: 'dangerously', url: 'http://localhost/' });
    const first = open();
    const { document } = first.window;
    const box = document.querySelector<HTMLInputElement>('[data-step="prepare:mark"]');
    box?.click();
    expect(document.getElementById('count')?.textContent).toMatch(/^1 of /);
    const kept = first.window.localStorage.getItem('sashiko:test-piece');
    expect(JSON.parse(kept ?? '{}')).toEqual({ 'prepare:mark': true });
    document.getElementById('one')?.click();
    // The first step that is not done is shown.
    expect(document.querySelector('.step.now [data-step]')?.getAttribute('data-step')).toBe('prepare:try:p2');
    document.getElementById('next')?.click();
    expect(document.querySelectorAll('.step.now')).toHaveLength(1);
  });

  test('stops print first and bold, open ones and those that were accepted with their reason', () => {
    const tide = demo('tide-pool-hanging');
    const warnings = stopWarnings(tide);
    expect(warnings.open.length).toBeGreaterThan(3);
    const crossing = applyEdit(
      tide,
      expectOk(acceptFinding(tide, 'crossing:r18+r38:1', 'a patch will go there')),
    );
    const after = stopWarnings(crossing);
    expect(after.open).toHaveLength(warnings.open.length - 1);
    const { document } = new JSDOM(sheetHtml(crossing, sewingSheet(crossing), { warnings: after })).window;
    const stops = [...document.querySelectorAll('.stop')].map((item) => item.textContent);
    expect(stops).toHaveLength(warnings.open.length);
    expect(stops.at(-1)).toMatch(/Accepted: a patch will go there/);
    expect(document.querySelector('h2')?.textContent).toBe('Still to be put right before sewing');
  });
});

describe('stitches for a machine', () => {
  const plans = [
    smallLantern().plan,
    demo('night-walk-dog-coat'),
    editedAtRandom(smallLantern().plan, 71, 120).plan,
  ];

  test('one path for each thread, in sewing order, as long as its lines (measured by a general-purpose path library)', () => {
    for (const plan of plans) {
      const { document } = new JSDOM(stitchSvg(plan, firstPanel(plan)), { contentType: 'image/svg+xml' })
        .window;
      const paths = [...document.querySelectorAll('path')].map((path) => path.getAttribute('d') ?? '');
      const { threads } = stitchList(plan, firstPanel(plan));
      expect(paths).toHaveLength(threads.length);
      for (const [i, thread] of threads.entries()) {
        const mm = thread.lines.reduce(
          (sum, { points }) => sum + polylineLengthMm(points.map(([x, y]) => ({ x, y }))),
          0,
        );
        expect(new svgPathProperties(paths[i] as string).getTotalLength()).toBeCloseTo(mm, 2);
      }
    }
  });

  test('lines of a thread hang together, and are never shorter than the way on the cloth', () => {
    for (const plan of plans) {
      const { left, top } = clothBox(firstPanel(plan));
      const pieces = cutPieces(plan);
      for (const [i, { lines, loops, cutMm }] of stitchList(plan, firstPanel(plan)).threads.entries()) {
        expect([loops, cutMm]).toEqual([pieces[i]?.loops, pieces[i]?.cutMm]);
        for (const [k, line] of lines.entries()) {
          // A machine starts every pass anew.
          if (k > 0 && pieces[i]?.manner === 'hand')
            expect(line.points[0]).toEqual(lines[k - 1]?.points.at(-1));
          const run = pieces[i]?.passes[k]?.run;
          if (run === undefined) throw new Error('a line is a run of its piece');
          const mm = polylineLengthMm(line.points.map(([x, y]) => ({ x: x + left, y: y + top })));
          const { pathMm } = sumRun(plan, run);
          // Round a bend a stitch cuts the corner.
          expect(mm).toBeGreaterThan(0.85 * pathMm - 0.1);
        }
      }
    }
  });

  test('the JSON is what docs/stitch-list.md shows', () => {
    const docs = readFileSync(new URL('../../../../docs/stitch-list.md', import.meta.url), 'utf8');
    const list = JSON.parse(stitchJson(smallLantern().plan)) as Record<string, unknown>;
    for (const field of [
      ...Object.keys(list),
      ...Object.keys((list['threads'] as object[])[0] ?? {}),
      'from',
      'to',
      'stitch',
      'workedFrom',
      'pass',
      'points',
    ])
      expect(docs).toContain(`\`${field}\``);
  });
});

describe('the cutting layer', () => {
  test('woven cloth has nothing to drill, but for the post of a switch', () => {
    const woven = demo('lantern-cuff');
    expect(cuttingSvg(woven)).not.toContain('drill');
    const build = new PlanBuilder('Post').place('post-switch', 'switch', 60, 60);
    expect(cuttingSvg(build.plan)).toMatch(/id="drill">\s*<circle aria-label="switch, post"/);
  });

  test('cuts outline and openings; in cloth whose holes are made first it drills every hole at its diameter', () => {
    const lantern = demo('lantern-cuff');
    const plan = applyEdit(lantern, expectOk(changeClothKind(lantern, 'leather-like')));
    const { document } = new JSDOM(cuttingSvg(plan), { contentType: 'image/svg+xml' }).window;
    const openings = Object.values(panelOf(plan).markings).filter(({ use }) => use === 'opening').length;
    expect(document.querySelectorAll('#cut path')).toHaveLength(1 + openings);
    const holes = Object.values(plan.parts).flatMap((part) => kindOf(plan, part).holes);
    const radii = [...document.querySelectorAll('#drill circle')].map((circle) =>
      Number(circle.getAttribute('r')),
    );
    expect(radii).toEqual(holes.map(({ diameterMm }) => Math.round((diameterMm / 2) * 1000) / 1000));
  });

  test.each([
    ['right', 'M20 20L40 20L40 30L20 30Z'],
    // From 10 to 90 wide: what lies 10 to 30 from its left lies 50 to 70 from it, turned over.
    ['wrong', 'M60 30L80 30L80 20L60 20Z'],
  ] as const)(
    'a layer on the %s side is cut of its own right side, with its windows and pin holes',
    (face, window) => {
      const { plan } = new PlanBuilder('Layered');
      const corners = (...points: ReadonlyArray<readonly [number, number]>) =>
        points.map(([x, y]) => ({ at: { x, y } }));
      const layered = applyEdit(
        plan,
        expectOk(
          addLayer(plan, {
            name: 'overlay',
            panelId: firstPanel(plan).id,
            face,
            nodes: corners([10, 10], [90, 10], [90, 60], [10, 60]),
            windows: [corners([20, 20], [40, 20], [40, 30], [20, 30])],
          }),
        ),
      );
      const [layer] = Object.values(layered.layers);
      if (layer === undefined) throw new Error('no layer');
      const { document } = new JSDOM(layerCuttingSvg(layered, layer), { contentType: 'image/svg+xml' })
        .window;
      expect(document.documentElement.getAttribute('viewBox')).toBe('10 10 80 50');
      const drawn = document.querySelector('[aria-label="window 1"]')?.getAttribute('d') ?? '';
      const cornersOf = (data: string): readonly string[] => data.match(/[\d.]+ [\d.]+/g)?.sort() ?? [];
      expect(cornersOf(drawn)).toEqual(cornersOf(window));
      // A tenth of its width from either side, half way down, where the crosses of the panel's pattern are.
      expect(
        [...document.querySelectorAll('#drill circle')].map((hole) => [
          hole.getAttribute('cx'),
          hole.getAttribute('cy'),
        ]),
      ).toEqual([
        ['18', '35'],
        ['82', '35'],
      ]);
    },
  );
});

test('the label follows what is known of the piece, the graver first', () => {
  const { plan } = smallLantern();
  const label = (of: Plan, facts: Partial<Plan['facts']> = {}): string =>
    labelLines({ ...of, facts: { ...of.facts, ...facts } }).join(' ');
  expect(labelLines(plan).slice(0, 2).join(' ')).toMatch(
    /sewn circuit: 1 coin cell and 2 lights\. Coin cell: keep away from children/,
  );
  // Not asked yet: wiped only.
  expect(label(plan)).toMatch(/Do not wash: wipe only .*, coin cell out/);
  expect(label(plan, { washed: false })).toMatch(/Do not wash/);
  expect(label(plan, { washed: true })).toMatch(/Wash by hand, coin cell out/);
  expect(label(plan, { forWhom: 'small-child' })).toMatch(/Made for a small child/);
  expect(label(plan)).toMatch(/To turn it off, turn switch off\./);
  const board = new PlanBuilder('Board', 300, 200)
    .place('power-board', 'power', 60, 60)
    .place('board-round', 'board', 160, 60)
    .place('magnet', 'magnet', 240, 60).plan;
  expect(label(board, { washed: true })).toMatch(
    /Do not wash: what is sewn on cannot come out\..*pack unplugged/,
  );
  expect(label(board)).toMatch(/1 lithium pack, 1 small magnet and 1 board.*Small magnets: keep away/);
  expect(label(new PlanBuilder('Bare').holder(60, 60).plan)).toMatch(
    /No switch: the coin cell is the switch and must come out/,
  );
});

test('a label that says much is as high as its words', () => {
  const build = new PlanBuilder('Much', 300, 300)
    .holder(60, 60)
    .place('power-board', 'power', 160, 60)
    .place('magnet', 'magnet', 240, 60)
    .place('board-round', 'board', 160, 200);
  const items = labelDrawing({ ...build.plan, facts: { ...build.plan.facts, forWhom: 'small-child' } });
  const lowest = Math.max(...items.flatMap((item) => (item.kind === 'text' ? [item.at.y] : [])));
  const frame = items.find((item) => item.kind === 'line');
  expect(lowest).toBeGreaterThan(LABEL_MM.height - 4);
  expect(frame?.kind === 'line' ? Math.max(...frame.points.map(({ y }) => y)) : 0).toBeGreaterThan(lowest);
});
