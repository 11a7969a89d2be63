import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import { beforeAll, describe, expect, test } from 'vitest';
import { runCommand } from './commands.ts';

const root = fileURLToPath(new URL('../../../', import.meta.url));
const good = join(root, 'demo/lighthouse-cushion.sashiko.json');
const bad = join(root, 'demo/tide-pool-hanging.sashiko.json');
const folder = mkdtempSync(join(tmpdir(), 'sashiko-cli-'));

function file(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

describe('exit status and output', () => {
  test('validate', async () => {
    expect(await runCommand('validate', good, false)).toEqual({
      status: 0,
      output: 'Lighthouse cushion: a sound plan of version 12.\n',
      error: '',
    });
  });

  test('solve', async () => {
    const netlist = file('divider.cir', 'a divider\nV1 a 0 DC 9\nR1 a b 1k\nR2 b 0 2k\n.op\n.end\n');
    const solved = await runCommand('solve', netlist, false);
    expect(solved).toMatchObject({ status: 0, error: '' });
    expect(solved.output).toContain('b  6.00000000 V\n');
    expect(JSON.parse((await runCommand('solve', netlist, true)).output)).toMatchObject({
      title: 'a divider',
      nodes: { a: 9 },
      elements: { R1: expect.closeTo(0.003, 12) as number },
    });
    const coil = file('coil.cir', 'a coil\nV1 a 0 DC 9\nL1 a 0 1m\n.end\n');
    const refused = await runCommand('solve', coil, true);
    expect(refused).toMatchObject({ status: 2, output: '' });
    expect(refused.error).toMatch(/Line 3, “L1 a 0 1m”/);
    const apart = await runCommand('netlist', bad, false, { touch: 'none' });
    expect((await runCommand('netlist', bad, false)).output).toMatch(/^Rx_1 /m);
    expect(apart.output).not.toMatch(/^Rx_/m);
    expect(await runCommand('netlist', bad, false, { touch: 'much' })).toMatchObject({ status: 2 });
    // What the application writes it reads.
    const own = file('own.cir', (await runCommand('netlist', good, false)).output);
    expect((await runCommand('solve', own, false)).status).toBe(0);
  });

  test('validate: parts, backups and drawings too, by what is in them', async () => {
    const hole = { diameterMm: 2, padMm: 4, label: '', joinedAs: '', abilities: [] };
    const part = {
      id: 'own-reed',
      title: 'Reed resistor',
      outline: { form: 'round', acrossMm: 12 },
      massG: 1,
      holes: [
        { ...hole, id: 'a', x: -4, y: 0, role: 'pin' },
        { ...hole, id: 'b', x: 4, y: 0, role: 'pin' },
      ],
      model: { kind: 'none' },
    };
    const partFile = file('reed.json', JSON.stringify({ format: 'sashiko-part', version: 1, part }));
    expect(await runCommand('validate', partFile, false)).toEqual({
      status: 0,
      output: 'Reed resistor: a sound part with 2 holes.\n',
      error: '',
    });
    const drawing = file(
      'pond.svg',
      '<svg width="50mm" height="50mm" viewBox="0 0 100 100"><rect id="edge" width="40" height="20"/><text>x</text></svg>',
    );
    expect((await runCommand('validate', drawing, false)).output).toBe(
      'A drawing with 1 line. Left out: 1 × <text>.\n',
    );
    expect(JSON.parse((await runCommand('validate', drawing, true)).output)).toEqual({
      kind: 'drawing',
      widthMm: 50,
      heightMm: 50,
      lines: [
        {
          name: 'edge',
          closed: true,
          nodes: 4,
          box: { x: 0, y: 0, widthMm: 20, heightMm: 10 },
          lengthMm: 60,
        },
      ],
      leftOut: ['1 × <text>'],
    });
    const plan = JSON.parse(readFileSync(good, 'utf8')) as unknown;
    const shelf = { format: 'sashiko-shelf', version: 1, savedAtMs: 5, plans: [plan, 7], ownParts: [part] };
    expect((await runCommand('validate', file('shelf.json', JSON.stringify(shelf)), false)).output).toBe(
      'A backup with 1 plan and 1 described part; 1 cannot be read.\n',
    );
    const script = file('bad.svg', '<svg><script>1</script></svg>');
    expect(await runCommand('validate', script, false)).toMatchObject({ status: 2, output: '' });
  });

  test('files in the encoding that their mark names', async () => {
    const text = readFileSync(good, 'utf8');
    for (const bytes of [
      Buffer.from(`\uFEFF${text}`),
      Buffer.from(`\uFEFF${text}`, 'utf16le'),
      Buffer.from(`\uFEFF${text}`, 'utf16le').swap16(),
    ]) {
      const path = join(folder, 'marked.json');
      writeFileSync(path, bytes);
      expect(await runCommand('validate', path, false)).toMatchObject({ status: 0 });
    }
  });

  test('check: 0 when clear, 1 when something is to be put right; JSON as documented', async () => {
    expect(await runCommand('check', good, true)).toMatchObject({ status: 0 });
    const result = await runCommand('check', bad, true);
    expect(result.status).toBe(1);
    const { findings } = JSON.parse(result.output) as {
      findings: {
        id: string;
        severity: string;
        fixes: string[];
      }[];
    };
    expect(findings).toHaveLength(13);
    // A light that was sewn the wrong way round is turned under its threads; nothing mends a note.
    expect(findings.find(({ id }) => id === 'reversed')?.fixes).toContain('turn-part');
    expect(findings.find(({ id }) => id === 'light-load')?.fixes).toEqual(['exchange-kind']);
    for (const finding of findings) {
      expect(Object.keys(finding).sort()).toEqual([
        'accepted',
        'faces',
        'fixes',
        'fixesTried',
        'found',
        'id',
        'key',
        'message',
        'parts',
        'place',
        'places',
        'runs',
        'severity',
        'state',
        'step',
        'touching',
        'wanted',
      ]);
    }
    const words = await runCommand('check', bad, false);
    expect(words.output.split('\n').filter((line) => line !== '')).toHaveLength(13);
  });

  test('check and simulate in a state: as it is written, the rest at rest; what cannot be is told', async () => {
    const lit = async (state: string): Promise<number> => {
      const { output } = await runCommand('simulate', good, true, { state });
      return (JSON.parse(output) as { lights: { isLit: boolean }[] }).lights.filter(({ isLit }) => isLit)
        .length;
    };
    const { parts } = JSON.parse(readFileSync(good, 'utf8')) as { parts: Record<string, { kindId: string }> };
    const [gate] = Object.entries(parts).flatMap(([id, { kindId }]) =>
      kindId === 'slide-switch' ? [id] : [],
    );
    expect(await lit(`${gate}=on`)).toBeGreaterThan(1);
    expect(await lit(`${gate}=off`)).toBe(0);
    const checked = await runCommand('check', good, true, { state: `${gate}=off` });
    expect(JSON.parse(checked.output)).toMatchObject({ state: `${gate}=off`, isClear: true });
    const refused = await runCommand('check', good, true, { state: 'p99=on' });
    expect(refused).toMatchObject({ status: 2, output: '' });
    expect(refused.error).toMatch(/--state names a part "p99"/);
  });

  test('simulate: currents in A add up to what the source gives', async () => {
    const { output } = await runCommand('simulate', good, true);
    const answer = JSON.parse(output) as {
      lights: { currentA: number; relativeBrightness: number }[];
      sources: { currentA: number }[];
      nodeVoltagesV: Record<string, number>;
      hours: { atMost: number; toHalfBrightness: number };
    };
    expect(answer.lights).toHaveLength(4);
    const sum = answer.lights.reduce((total, light) => total + light.currentA, 0);
    expect(answer.sources[0]?.currentA).toBeCloseTo(sum, 9);
    expect(Math.max(...answer.lights.map((light) => light.relativeBrightness))).toBe(1);
    expect(answer.nodeVoltagesV['p5.plus']).toBeGreaterThan(3);
    expect(answer.hours.toHalfBrightness).toBeLessThan(answer.hours.atMost);
  });

  test('simulate: charge, touches and trials as they are asked, pins, loads, threads and hours as documented', async () => {
    interface Answer {
      readonly charge: number;
      readonly touchOhm: number | null;
      readonly lights: ReadonlyArray<{
        readonly id: string;
        readonly isLit: boolean;
        readonly currentA: number;
      }>;
      readonly pins: ReadonlyArray<{
        readonly id: string;
        readonly currentA: number;
        readonly mostCurrentA: number;
      }>;
      readonly loads: ReadonlyArray<{
        readonly id: string;
        readonly standing: string;
        readonly currentA: number;
      }>;
      readonly threads: ReadonlyArray<{
        readonly lostV: number;
        readonly ohm: number;
        readonly currentA: number;
      }>;
      readonly shorts: ReadonlyArray<{ readonly currentA: number; readonly minutesToEmpty: number }>;
      readonly hours: {
        readonly good: number;
        readonly atMost: number;
        readonly evenings: { readonly count: number };
      };
      readonly trials?: {
        readonly trials: number;
        readonly allLit: number;
        readonly lights: readonly unknown[];
      };
    }
    const answerOf = async (path: string, options = {}): Promise<Answer> =>
      JSON.parse((await runCommand('simulate', path, true, options)).output) as Answer;
    const coat = join(root, 'demo/night-walk-dog-coat.sashiko.json');
    const fresh = await answerOf(coat);
    expect(fresh).toMatchObject({ charge: 1, touchOhm: 1, shorts: [] });
    expect(fresh.pins.every(({ currentA, mostCurrentA }) => currentA > 0 && currentA < mostCurrentA)).toBe(
      true,
    );
    expect(fresh.loads).toMatchObject([{ standing: 'works', currentA: expect.closeTo(0.005, 9) as number }]);
    for (const { lostV, ohm, currentA } of fresh.threads)
      expect(lostV).toBeCloseTo(Math.abs(ohm * currentA), 9);
    expect(fresh.hours.good).toBeLessThanOrEqual(fresh.hours.atMost);
    expect(fresh.hours.evenings.count).toBeGreaterThan(1);
    const used = await answerOf(coat, { charge: '0.8' });
    expect(used.lights[0]?.currentA).toBeLessThan(fresh.lights[0]?.currentA ?? 0);
    expect(used.hours.atMost).toBeLessThan(fresh.hours.atMost);
    expect(await answerOf(coat, { charge: '80%' })).toEqual(used);
    const made = await answerOf(coat, { trials: '50', seed: 3 });
    expect(made.trials).toMatchObject({ trials: 50 });
    expect(await answerOf(coat, { trials: '50', seed: 3 })).toEqual(made);
    expect((await answerOf(bad)).shorts[0]?.currentA).toBeGreaterThan(0.1);
    const apart = await answerOf(bad, { touch: 'none' });
    expect(apart).toMatchObject({ touchOhm: null, shorts: [] });
    expect(apart.lights.some(({ isLit }) => isLit)).toBe(true);
    expect(new Set(apart.lights.map(({ id }) => id)).size).toBe(apart.lights.length);
    for (const wrong of [
      { charge: '0' },
      { charge: 'full' },
      { charge: '101%' },
      { touch: '-1' },
      { trials: '0' },
      { trials: '1.5' },
    ])
      expect(await runCommand('simulate', coat, true, wrong)).toMatchObject({ status: 2, output: '' });
    expect((await runCommand('simulate', bad, false)).output).toMatch(
      /^SHORT: holder gives 119\smA, 0\.38\sW/,
    );
    expect((await runCommand('simulate', coat, false, { trials: '20' })).output).toMatch(
      /does in \d+ of 20\./,
    );
  });

  test('route: the same seed, the same proposal, written where it is asked for', async () => {
    const out = join(folder, 'routed.json');
    const result = await runCommand('route', good, true, { out });
    expect(result.status).toBe(0);
    expect(JSON.parse(result.output)).toMatchObject({ leftOut: [], patches: [], stops: 0 });
    expect(await runCommand('route', good, true)).toEqual(result);
    expect((await runCommand('check', out, true)).status).toBe(0);
    const nowhere = join(folder, 'no', 'folder.json');
    expect(await runCommand('route', good, false, { out: nowhere })).toMatchObject({ status: 2, output: '' });
    const bare = file(
      'bare.json',
      readFileSync(good, 'utf8').replace(/"runs": \{[\s\S]*?\n {2}\},\n/, '"runs": {},\n'),
    );
    expect((await runCommand('route', bare, false)).output).toMatch(/all gaps kept/);
    // What is there cannot be bettered by what was just routed: it stays, and that is said.
    const again = await runCommand('route', out, true);
    expect(JSON.parse(again.output)).toMatchObject({ isBetter: false });
    expect((await runCommand('route', out, false)).output).toMatch(/Nothing better was found/);
  });

  test('sheet: the ending says what is written; stops are told and printed', async () => {
    const kinds = { pdf: '%PDF-', html: '<!doctype html>', svg: '<?xml', csv: 'group,item', json: '{' };
    for (const [ending, start] of Object.entries(kinds)) {
      const out = join(folder, `sheet.${ending}`);
      expect(await runCommand('sheet', good, false, { out })).toMatchObject({ status: 0, error: '' });
      expect(readFileSync(out, 'utf8').startsWith(start)).toBe(true);
    }
    const pattern = join(folder, 'pattern.pdf');
    expect(
      (await runCommand('sheet', good, false, { out: pattern, as: 'pattern', paper: 'a3' })).output,
    ).toMatch(/^1:1 pattern written to /);
    const stopped = await runCommand('sheet', bad, false, { out: join(folder, 'bad.html') });
    expect(stopped.status).toBe(1);
    expect(stopped.output).toMatch(/7 findings are to be put right/);
    expect(readFileSync(join(folder, 'bad.html'), 'utf8')).toContain('Still to be put right before sewing');
  });

  test.each([
    ['no file to write', {}, /--out FILE\.pdf/],
    ['an ending nobody knows', { out: join(folder, 'sheet.docx') }, /\.docx is to hold is not known/],
    ['an unknown paper', { out: join(folder, 'x.pdf'), paper: 'b5' }, /Choose a4, a3 or letter/],
    ['an unknown print', { out: join(folder, 'x.pdf'), as: 'poster' }, /no such print/],
    ['a folder that is not there', { out: join(folder, 'no', 'x.pdf') }, /cannot be written/],
  ])('sheet with %s: status 2 and one line', async (_what, options, words) => {
    const result = await runCommand('sheet', good, false, options);
    expect(result).toMatchObject({ status: 2, output: '' });
    expect(result.error).toMatch(words);
    expect(result.error.trimEnd()).not.toContain('\n');
  });

  test('netlist', async () => {
    const { output, status } = await runCommand('netlist', good, false);
    expect(status).toBe(0);
    expect(output).toMatch(/^\* Lighthouse cushion\n\.options /);
  });

  test.each([
    ['a file that is not there', join(folder, 'missing.json'), /cannot be read/],
    ['nonsense', file('nonsense.json', 'light me up'), /not readable JSON/],
    ['a truncated file', file('short.json', '{"format": "sashiko-plan", "vers'), /not readable JSON/],
    ['a foreign file', file('foreign.json', '{"a": 1}'), /not a Sashiko plan/],
    ['a newer file', file('newer.json', '{"format": "sashiko-plan", "version": 99}'), /newer Sashiko/],
    ['a folder', folder, /cannot be read/],
    ['fifty megabytes', file('large.json', 'x'.repeat(90_000_000)), /larger than a plan/],
  ] as const)('%s: status 2 and one line', async (_what, path, words) => {
    for (const command of ['validate', 'check', 'simulate', 'netlist']) {
      const result = await runCommand(command, path, true);
      expect(result).toMatchObject({ status: 2, output: '' });
      expect(result.error).toMatch(words);
      expect(result.error.trimEnd()).not.toContain('\n');
    }
  });
});

describe('as a maker calls it', () => {
  /** The command as one file, compiled once for all calls. It lies where it finds its packages. */
  const command = join(root, 'node_modules/.cache/sashiko/command.mjs');
  beforeAll(async () => {
    await build({
      configFile: false,
      root,
      logLevel: 'error',
      build: {
        ssr: join(root, 'packages/cli/src/main.ts'),
        outDir: join(root, 'node_modules/.cache/sashiko'),
        target: 'node20',
        rolldownOptions: { output: { entryFileNames: 'command.mjs' } },
      },
      ssr: { noExternal: [/^@sashiko/] },
      resolve: { alias: { '@sashiko/core': join(root, 'packages/core/src') } },
    });
  });
  const call = (...args: string[]) => {
    try {
      const output = execFileSync(process.execPath, [command, ...args], { encoding: 'utf8', stdio: 'pipe' });
      return { status: 0, output, error: '' };
    } catch (error) {
      const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
      return { status, output: stdout, error: stderr };
    }
  };

  test('commands, statuses and a missing word', () => {
    expect(call('check', bad).status).toBe(1);
    expect(call('validate', good)).toMatchObject({ status: 0, error: '' });
    expect(call('validate', 'nowhere.json')).toMatchObject({ status: 2, output: '' });
    expect(call()).toMatchObject({ status: 2 });
    expect(call('polish', good)).toMatchObject({ status: 2 });
    expect(call('check').error).toBe('sashiko: check needs the name of a file. See docs/cli.md.\n');
    expect(call('solve', good, '--bogus')).toMatchObject({
      status: 2,
      error: 'sashiko: there is no option --bogus here. See docs/cli.md.\n',
    });
    expect(call('simulate', good, '--charge', '-5').error).toMatch(/--charge is a share .* not "-5"/);
  });
});
