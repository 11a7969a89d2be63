/** Whose light a light is: followed along the current, not along the drawing. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { willItLight } from './will-it-light.ts';

/** By the name of each light the names of its sources. */
function sourcesOfLights(plan: Plan): Readonly<Record<string, readonly string[]>> {
  const name = (id: string): string => plan.parts[id]?.name ?? id;
  return Object.fromEntries(
    expectOk(willItLight(plan)).lights.map(({ partId, fedBy }) => [name(partId), fedBy.map(name)]),
  );
}

const two = (): PlanBuilder =>
  new PlanBuilder('Two', 1200, 600)
    .holder(100, 300, 0, 'h')
    .holder(300, 300, 0, 'g')
    .light('a', 500, 300, 0, 'red')
    .light('b', 700, 300, 0, 'red');

describe('fed by', () => {
  test('two holders that share their −: each has its own', () => {
    const build = two()
      .sew('h.plus', 'a.plus')
      .sew('h.minus', 'a.minus')
      .sew('g.plus', 'b.plus')
      .sew('g.minus', 'b.minus');
    expect(sourcesOfLights(insulated(build.plan))).toEqual({ a: ['h'], b: ['g'] });
    build.sew('h.minus', 'g.minus').sew('a.minus', 'b.minus');
    expect(sourcesOfLights(insulated(build.plan))).toEqual({ a: ['h'], b: ['g'] });
  });

  test('two holders side by side: both feed both; one after another: both feed what hangs on them together', () => {
    const side = two().sew('h.plus', 'g.plus').sew('h.minus', 'g.minus');
    side.sew('g.plus', 'a.plus').sew('g.minus', 'a.minus').sew('a.plus', 'b.plus').sew('a.minus', 'b.minus');
    expect(sourcesOfLights(insulated(side.plan))).toEqual({ a: ['h', 'g'], b: ['h', 'g'] });
    const row = two().sew('h.minus', 'g.plus').sew('h.plus', 'a.plus').sew('g.minus', 'a.minus');
    expect(sourcesOfLights(insulated(row.plan))).toEqual({ a: ['h', 'g'], b: [] });
  });

  test('through the steady hole of a board, and through its pins', () => {
    const build = new PlanBuilder('Board', 1200, 600)
      .place('power-board', 'h', 100, 300)
      .place('board-long', 'board', 400, 300)
      .light('a', 700, 200, 0, 'red')
      .light('b', 700, 400, 0, 'red')
      .sew('h.plus-1', 'board.supply')
      .sew('h.minus-1', 'board.ground')
      .sew('board.regulated', 'a.plus')
      .sew('a.minus', 'board.ground')
      .sew('board.p2', 'b.plus')
      .sew('b.minus', 'board.ground');
    expect(sourcesOfLights(insulated(build.plan))).toEqual({ a: ['h'], b: ['h'] });
  });
});
