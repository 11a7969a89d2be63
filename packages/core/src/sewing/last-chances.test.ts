/** The last chance for each thing is said once, where it is the last; and what seams close is lit again. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan } from '../formats/plan-file.ts';
import { applyEdit } from '../plan/edit.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { addWork } from '../plan/edits/sewing-edits.ts';
import { panelOf, panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { sewingSheet } from './sewing-sheet.ts';

const pouch = expectOk(
  parsePlan(readFileSync(new URL('../../../../demo/harbour-pouch.sashiko.json', import.meta.url), 'utf8')),
);
const chances = (plan: Plan): ReadonlyArray<readonly [text: string, chance: string]> =>
  sewingSheet(plan).steps.flatMap(({ text, lastChance }) =>
    lastChance === null ? [] : [[text, lastChance]],
  );

describe('a boxed pouch with a pocket and a lining', () => {
  test('the pocket is open at its top; seams leave a way in until the gap is closed', () => {
    const said = chances(pouch);
    expect(said.map(([text]) => text.split(' ').slice(0, 3).join(' '))).toEqual(['Turn it through']);
    expect(said.map(([, chance]) => chance)).toEqual([
      'Last chance for 6 threads: not to be reached after this.',
    ]);
  });

  test('it is lit once more when it is closed, before it is put away', () => {
    const { steps } = sewingSheet(pouch);
    const at = steps.findIndex(({ id }) => id.startsWith('again:'));
    expect(steps[at]?.text).toMatch(
      /^Now that the piece is closed: put the coin cell into holder, \+ to \+, and turn holder on once more\./,
    );
    expect(steps.findLastIndex(({ id }) => id.startsWith('work:'))).toBeLessThan(at);
    expect(steps.at(-1)?.id).toBe('finish:keep');
  });
});

describe('a flat piece', () => {
  const { plan } = smallLantern();
  const lay = (on: Plan, name: string): Plan =>
    applyEdit(on, expectOk(addLayer(on, { name, panelId: panelOf(on).id, face: 'right' })));

  test('what two layers hide is said with the first of them; nothing is lit again', () => {
    expect(chances(lay(lay(plan, 'veil'), 'overlay')).map(([text]) => text)).toEqual([
      expect.stringMatching(/^Sew veil onto/),
    ]);
    expect(sewingSheet(lay(plan, 'veil')).steps.some(({ id }) => id.startsWith('again:'))).toBe(false);
  });

  test('work that closes the wrong side twice hides it the first time', () => {
    const close = (on: Plan, title: string): Plan =>
      applyEdit(on, expectOk(addWork(on, { title, kind: 'close', place: 'wrong' })));
    const said = chances(close(close(plan, 'glue felt behind it'), 'hem it'));
    expect(said.map(([text]) => text)).toEqual(['Glue felt behind it.']);
  });
});

test('a seam between panels that hold nothing is the last chance for nothing', () => {
  const [, , lining] = panelsOf(pouch);
  expect(lining?.name).toBe('front lining');
  expect(chances(pouch).some(([text]) => /front lining/.test(text))).toBe(false);
});
