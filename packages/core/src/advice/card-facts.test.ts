import { describe, expect, test } from 'vitest';
import { willItLight } from '../circuit/will-it-light.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { maybePartKind, PART_KINDS } from '../parts/part-kinds.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { cardFacts } from './card-facts.ts';

const kindOf = (id: string): PartKind => {
  const kind = maybePartKind(id);
  if (kind === undefined) throw new Error(`no part ${id}`);
  return kind;
};
const facts = (plan: PlanBuilder['plan'], id: string, colourId = 'warm-white') =>
  cardFacts(plan, kindOf(id), colourId);

describe('cards of the drawer', () => {
  const empty = new PlanBuilder('Empty').plan;
  const white = new PlanBuilder('White').bareLight('a', 60, 60, 0, 'white').plan;
  const red = new PlanBuilder('Red').bareLight('a', 60, 60, 0, 'red').plan;

  test('every source says its volts and its cells, whatever lies on the cloth', () => {
    expect(facts(empty, 'coin-cell-holder')).toMatchObject({ fit: null, rank: 0 });
    expect(facts(empty, 'coin-cell-holder').power).toMatch(/^3\.2\sV fresh, 1 coin cell$/);
    expect(facts(empty, 'aaa-holder-2').power).toMatch(/^3\.\d+\sV fresh, 2 cells$/);
    for (const kind of PART_KINDS)
      expect(cardFacts(empty, kind, 'red').power === null).toBe(
        !kind.elements.some((e) => e.kind === 'cell'),
      );
  });

  test('one alkaline cell lights no white light, two do, and a coin cell does', () => {
    // Common practice, no source: white lights want about 3 V, red ones about 2 V, one alkaline cell gives 1.5 V.
    expect(facts(white, 'aaa-holder-1')).toMatchObject({ fit: 'lights nothing here', rank: 2 });
    expect(facts(white, 'coin-cell-holder')).toMatchObject({ fit: 'fits the light here', rank: 0 });
    expect(facts(red, 'aaa-holder-1').rank).toBe(2);
    expect(facts(red, 'aaa-holder-2').rank).toBeLessThan(2);
  });

  test('what is said to stay dark stays dark when it is sewn as short as can be', () => {
    for (const source of PART_KINDS.filter((kind) => kind.elements.some((e) => e.kind === 'cell'))) {
      const cell = source.elements.find((element) => element.kind === 'cell');
      if (cell?.kind !== 'cell' || source.clasps !== undefined) continue;
      const hole = (terminal: string) => source.holes.find((one) => one.terminal === terminal)?.id;
      const [plus, minus] = [hole(cell.plus), hole(cell.minus)];
      if (plus === undefined || minus === undefined) continue;
      for (const colour of ['red', 'white', 'blue']) {
        const build = new PlanBuilder('Short').bareLight('a', 60, 60, 0, colour);
        const { fit } = facts(build.plan, source.id);
        build.place(source.id, 'source', 120, 60);
        build.sew(`source.${plus}`, 'a.plus').sew(`source.${minus}`, 'a.minus');
        const sewn = willItLight(build.plan, { touchOhm: null });
        if (!sewn.ok || fit !== 'lights nothing here') continue;
        expect(sewn.value.lights.every(({ amp }) => amp < 0.0005)).toBe(true);
      }
    }
  });

  test('of a light it is told whether the power that is there lights it', () => {
    const one = new PlanBuilder('One cell').place('aaa-holder-1', 'source', 60, 60).plan;
    expect(facts(one, 'sew-on-light', 'white').fit).toBe('stays dark with the power here');
    expect(facts(empty, 'sew-on-light', 'white').fit).toBeNull();
    expect(facts(one, 'post-switch').fit).toBeNull();
  });

  test('addressable lights are counted among the lights, by the volts they need', () => {
    const told = new PlanBuilder('Told').place('addressable-light', 'a', 60, 60);
    const need = kindOf('addressable-light').elements.find((one) => one.kind === 'load');
    if (need?.kind !== 'load') throw new Error('no load');
    expect(facts(told.plan, 'aaa-holder-1')).toMatchObject({ fit: 'lights nothing here', rank: 2 });
    expect(facts(told.plan, 'aaa-holder-2-boost').rank).toBe(need.leastV <= 5 ? 0 : 2);
    told.bareLight('b', 90, 60, 0, 'red');
    expect(facts(told.plan, 'coin-cell-holder').fit).toBe(
      need.leastV <= 3.2 ? 'fits all lights here' : 'lights 1 of 2 here',
    );
    const one = new PlanBuilder('One cell').place('aaa-holder-1', 'source', 60, 60).plan;
    expect(facts(one, 'addressable-light').fit).toBe('stays dark with the power here');
  });
});
