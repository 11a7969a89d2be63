import { describe, expect, test } from 'vitest';
import { lightsOf } from '../joining/sides.ts';
import { type CellKind, maybeCellKind } from '../parts/cells.ts';
import { takesColour } from '../parts/part-element.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { tryWords } from '../sewing/try-words.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { mayHangOn, needsSpareCell, trialFinder } from './try-light.ts';

const cell = (id: string): CellKind => maybeCellKind(id) as CellKind;
const LIGHTS = PART_KINDS.filter(({ elements }) => elements.some(({ kind }) => kind === 'light'));

function words(sourceId: string, lightId: string, colourId = 'red'): string | null {
  const build = new PlanBuilder('Try', 300, 200).place(sourceId, 'source', 80, 100);
  const kind = PART_KINDS.find(({ id }) => id === lightId);
  build.place(lightId, 'lamp', 220, 60, kind !== undefined && takesColour(kind) ? { colourId } : {});
  return tryWords(build.plan, build.part('lamp'), 'lamp');
}

describe('what a light is tried on', () => {
  test('every light of the drawer on the coin cell of the piece, or on a spare one: never on a pack, a boost, or one AAA cell', () => {
    for (const { id } of LIGHTS) {
      expect(words('coin-cell-holder', id), id).toMatch(/^Hold lamp to a coin cell for a moment/);
      for (const source of [
        'power-board',
        'aaa-holder-1',
        'aaa-holder-1-boost',
        'aaa-holder-2-boost',
        'aaa-holder-2',
      ])
        expect(words(source, id), `${id} beside ${source}`).toMatch(/^Hold lamp to a spare 3 V coin cell/);
    }
  });

  test('a bare light is warned off the pack; a sew-on light with its own resistor is not', () => {
    expect(words('power-board', 'bare-leg-light-5')).toMatch(/Not to the pack of this piece/);
    expect(words('power-board', 'sew-on-light')).not.toMatch(/Not to/);
  });

  test('two colours are tried one after the other; lights that wait for a program are not tried', () => {
    expect(words('coin-cell-holder', 'bare-leg-light-two-colour')).toMatch(
      /each \+ in turn to \+: red and yellow-green/,
    );
    expect(words('coin-cell-holder', 'addressable-light')).toBeNull();
    expect(words('coin-cell-holder', 'strand-light')).toBeNull();
  });

  test('a spare cell is gathered where one is needed, and only there', () => {
    const build = new PlanBuilder('Spare', 300, 200).place('power-board', 'power', 80, 100);
    expect(needsSpareCell(build.plan)).toBe(false);
    expect(needsSpareCell(build.bareLight('lamp', 220, 60).plan)).toBe(true);
    expect(needsSpareCell(build.holder(80, 40).plan)).toBe(false);
  });

  test('only a lone coin cell holds the current of a bare light back (handbook section 4)', () => {
    const build = new PlanBuilder('Hang', 200, 200).bareLight('lamp', 100, 100);
    const [light] = lightsOf(build.plan, build.part('lamp'));
    if (light === undefined) throw new Error('it is a light');
    expect(mayHangOn(light, cell('coin-20x3.2'), 1)).toBe(true);
    expect(mayHangOn(light, cell('coin-20x3.2'), 2)).toBe(false);
    expect(mayHangOn(light, cell('aaa-alkaline'), 2)).toBe(false);
    expect(mayHangOn(light, cell('lithium-polymer'), 1)).toBe(false);
    expect(mayHangOn(light, cell('aaa-alkaline'), 1, 5)).toBe(false);
  });

  test('one finder tells lights apart by their colour and their resistor', () => {
    const build = new PlanBuilder('Both', 300, 200)
      .place('power-board', 'power', 80, 100)
      .place('aaa-holder-1', 'weak', 80, 40)
      .bareLight('bare', 200, 60)
      .light('sewn', 200, 120)
      .bareLight('white', 250, 60, 0, 'warm-white');
    const finder = trialFinder(build.plan);
    const strongFor = (name: string) => finder.tooStrongFor(build.part(name)).map(({ part }) => part.name);
    expect([strongFor('bare'), strongFor('sewn'), strongFor('bare')]).toEqual([['power'], [], ['power']]);
    expect(finder.supplyFor(build.part('white'))).toBe('spare');
    expect(finder.supplyFor(build.part('power'))).toBeNull();
  });

  test('a light of a colour that is not known takes nothing that could be reckoned', () => {
    const build = new PlanBuilder('Hang', 200, 200).bareLight('lamp', 100, 100);
    const [light] = lightsOf(build.plan, build.part('lamp'));
    if (light === undefined) throw new Error('it is a light');
    const unknown = {
      ...light,
      part: { ...light.part, colourId: 'no-such' },
      light: { ...light.light, colourId: undefined },
    };
    expect(mayHangOn(unknown as unknown as typeof light, cell('lithium-polymer'), 1)).toBe(true);
  });
});
