import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expectOk } from '@sashiko/core/errors/problem';
import { parsePlan, serializePlan } from '@sashiko/core/formats/plan-file';
import type { Plan } from '@sashiko/core/plan/schema';
import { describe, expect, test } from 'vitest';
import { runCommand } from './commands.ts';

const folder = mkdtempSync(join(tmpdir(), 'sashiko-panels-'));
const pouchFile = fileURLToPath(new URL('../../../demo/harbour-pouch.sashiko.json', import.meta.url));
const pouch = expectOk(parsePlan(readFileSync(pouchFile, 'utf8')));
const idOf = (name: string): string =>
  Object.values(pouch.panels).find((panel) => panel.name === name)?.id ?? '';

function written(name: string, plan: Plan): string {
  const path = join(folder, `${name}.sashiko.json`);
  writeFileSync(path, serializePlan(plan));
  return path;
}

/** One thread of the holder led over the other on the back. */
function withCrossing(): Plan {
  const back = idOf('back');
  const [first, ...others] = Object.values(pouch.runs).filter(
    ({ to }) => pouch.parts[to.partId]?.panelId === back,
  );
  if (first === undefined || others.length === 0) throw new Error('no two threads lead to the holder');
  const bends = [{ x: 44, y: 160 }];
  return { ...pouch, patches: {}, runs: { ...pouch.runs, [first.id]: { ...first, bends } } };
}

describe('a plan of several panels', () => {
  test('validate tells the size of each and of no one for all', async () => {
    const { output } = await runCommand('validate', pouchFile, true);
    const { valid: _, ...record } = JSON.parse(output) as Record<string, unknown>;
    expect(record).not.toHaveProperty('widthMm');
    expect(record).toMatchObject({
      seams: Object.keys(pouch.seams).length,
      panels: ['front', 'back', 'front lining', 'back lining'].map((name) => ({
        name,
        widthMm: 260,
        heightMm: 190,
      })),
    });
  });

  test('check says on which panel', async () => {
    // Of a holder without a thread it is told that it is not joined.
    const holder = Object.values(pouch.parts).find(({ panelId }) => panelId === idOf('back'));
    const runs = Object.fromEntries(
      Object.entries(pouch.runs).filter(
        ([, run]) => ![run.from, run.to].some(({ partId }) => partId === holder?.id),
      ),
    );
    const unsewn = written('unsewn', { ...pouch, runs });
    const { x = 0, y = 0 } = holder?.at ?? {};
    const told = await runCommand('check', unsewn, false);
    expect(told.output).toMatch(/^stop {2}open {2}at [\d.]+, [\d.]+ mm on back: /m);
    const { findings } = JSON.parse((await runCommand('check', unsewn, true)).output) as {
      findings: ReadonlyArray<{
        id: string;
        place: { x: number; y: number; panel: string };
        places: readonly object[];
      }>;
    };
    const open = findings.find(({ id, place }) => id === 'open' && place.panel === idOf('back'));
    expect(open?.places).toEqual([open?.place]);
    expect(Math.hypot((open?.place.x ?? 0) - x, (open?.place.y ?? 0) - y)).toBeLessThan(20);
  });

  test('route leads what lies on each panel and says what must pass a seam', async () => {
    const bare = written('bare', { ...pouch, runs: {}, patches: {} });
    const { output } = await runCommand('route', bare, true, { seconds: '1' });
    const { acrossSeams, leftOut, runs } = JSON.parse(output) as Record<string, readonly object[]>;
    expect(leftOut).toEqual([]);
    expect(runs).toBe(4);
    expect(acrossSeams).toEqual([
      { title: expect.stringMatching(/^\+/) as string, count: 1, panels: ['front', 'back'] },
      { title: expect.stringMatching(/^-/) as string, count: 1, panels: ['front', 'back'] },
    ]);
  });

  test('sheet --panel writes one panel, by name or id, and names those there are when it is none of them', async () => {
    const steps = async (panel?: string): Promise<readonly string[]> => {
      const out = join(folder, 'x.html');
      const options = { out, ...(panel === undefined ? {} : { panel }) };
      expect(await runCommand('sheet', pouchFile, false, options)).toMatchObject({ status: 0, error: '' });
      return [...readFileSync(out, 'utf8').matchAll(/data-step="([^"]+)"/g)].map(([, id]) => id as string);
    };
    const [all, back, byId] = [await steps(), await steps('Back'), await steps(idOf('back'))];
    expect(byId).toEqual(back);
    const onFront = Object.values(pouch.runs).filter(({ passes }) => passes === undefined);
    expect(onFront.length).toBe(4);
    for (const { id } of onFront) expect(all).toContain(`sew:${id}`);
    expect(back).toContain(`hold:${Object.values(pouch.parts).find(({ name }) => name === 'holder')?.id}`);
    for (const { id } of onFront) expect(back).not.toContain(`sew:${id}`);
    expect(all.length).toBeGreaterThan(back.length);
    const out = join(folder, 'y.svg');
    const refused = await runCommand('sheet', pouchFile, false, { out, panel: 'sleeve' });
    expect(refused).toMatchObject({ status: 2, output: '' });
    expect(refused.error).toMatch(/no panel “sleeve”; there are front, back, front lining, back lining/);
  });

  test('patterns and stitches come panel by panel', async () => {
    const names = async (as: string, panel?: string): Promise<readonly string[]> => {
      const own = mkdtempSync(join(folder, 'prints-'));
      const options = { out: join(own, 'p.svg'), as, ...(panel === undefined ? {} : { panel }) };
      expect(await runCommand('sheet', pouchFile, false, options)).toMatchObject({ status: 0, error: '' });
      return readdirSync(own).sort();
    };
    expect(await names('cutting')).toEqual([
      'p-cutting-back-layer-1.svg',
      'p-cutting-back-lining.svg',
      'p-cutting-back.svg',
      'p-cutting-front-lining.svg',
      'p.svg',
    ]);
    expect(await names('cutting', 'back')).toEqual(['p-cutting-back-layer-1.svg', 'p.svg']);
    expect((await names('stitches-svg')).length).toBe(2);
    expect(await names('finished')).toEqual(['p.svg']);
  });

  test('simulate tells the panel of every touch', async () => {
    const crossed = written('crossed', withCrossing());
    const { output } = await runCommand('simulate', crossed, true);
    const { shorts } = JSON.parse(output) as {
      shorts: ReadonlyArray<{ touches: ReadonlyArray<{ panel: string }> }>;
    };
    const touches = shorts.flatMap((short) => short.touches);
    expect(touches.length).toBeGreaterThan(0);
    expect(touches.every(({ panel }) => panel === idOf('back'))).toBe(true);
  });
});
