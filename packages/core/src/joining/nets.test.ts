import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { deleteRuns } from '../plan/edits/run-edits.ts';
import { runPath } from '../plan/run-way.ts';
import { bareLine, clearanceOf } from '../spacing/clearance.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { deriveWishes } from '../wishes/wishes.ts';
import { deriveNets, terminalKey } from './nets.ts';
import { deriveSides } from './sides.ts';

const namesOf = (build: PlanBuilder, keys: readonly string[]): readonly string[] =>
  keys.map((key) => `${build.plan.parts[key.split('/')[0] as string]?.name}/${key.split('/')[1]}`).sort();

describe('nets are what the stitches join', () => {
  const build = smallLantern();
  const nets = deriveNets(build.plan);
  const netOf = (hole: string): readonly string[] =>
    namesOf(build, nets.ofHole(build.hole(hole)).terminals.map(terminalKey));

  test('each side is one net, the switch parts the + side in two', () => {
    expect(netOf('holder.minus')).toEqual(['holder/minus', 'left/minus', 'right/minus']);
    expect(netOf('holder.plus')).toEqual(['holder/plus', 'switch/b']);
    expect(netOf('left.plus')).toEqual(['left/plus', 'right/plus', 'switch/a']);
    expect(nets.all).toHaveLength(3);
  });

  test('unpicking a run parts its net, wherever it was', () => {
    const [, , third] = Object.keys(build.plan.runs);
    const cut = smallLantern().edit(deleteRuns(build.plan, [third as string]));
    expect(deriveNets(cut.plan).all).toHaveLength(4);
  });

  test('holes of one sign on one part are one conductor', () => {
    const two = new PlanBuilder()
      .place('coin-cell-holder-switched', 'holder', 100, 100)
      .light('a', 60, 30)
      .light('b', 150, 30);
    two.sew('holder.plus-1', 'a.plus').sew('holder.plus-2', 'b.plus');
    const found = deriveNets(two.plan);
    expect(found.ofHole(two.hole('a.plus'))).toBe(found.ofHole(two.hole('b.plus')));
  });

  test('sides reach through switches, not through lights', () => {
    const sides = deriveSides(build.plan);
    expect(sides.of(nets.ofHole(build.hole('left.plus')))).toBe('+');
    expect(sides.of(nets.ofHole(build.hole('left.minus')))).toBe('-');
    const open = deriveSides(build.plan, false);
    expect(open.of(nets.ofHole(build.hole('left.plus')))).toBe('neither');
  });
});

describe('wishes', () => {
  test('every light between + and −, the switch in the side of the habits', () => {
    const build = smallLantern();
    const wishes = expectOk(deriveWishes(build.plan));
    expect(wishes.map((wish) => [wish.side, wish.title, wish.terminals.length])).toEqual([
      ['+', 'holder to switch', 2],
      ['+', 'switch to lights', 3],
      ['-', 'holder to lights', 3],
    ]);
  });

  test('nothing to route from, or to, is said', () => {
    expect(deriveWishes(new PlanBuilder().light('a', 50, 50).plan)).toMatchObject({
      problem: { code: 'router-no-supply' },
    });
    expect(deriveWishes(new PlanBuilder().holder(50, 50).plan)).toMatchObject({
      problem: { code: 'router-no-lights' },
    });
  });
});

describe('the gap to the nearest other thread', () => {
  test('is measured between lines, and from the rim of metal', () => {
    const build = new PlanBuilder()
      .light('a', 40, 40)
      .light('b', 140, 40)
      .light('c', 40, 90)
      .light('d', 140, 90);
    build.sew('a.plus', 'b.plus').sew('c.plus', 'd.plus', [
      [45.5, 47],
      [145.5, 47],
    ]);
    const { plan } = build;
    const clearance = clearanceOf(plan);
    const nets = deriveNets(plan);
    const gap = (id: string) => {
      const run = plan.runs[id] as NonNullable<(typeof plan.runs)[string]>;
      return clearance.nearestForeign(
        runPath(plan, run),
        bareLine(plan, run, [run.from, run.to]),
        new Set([nets.ofRun(id).id]),
        60,
      );
    };
    const [ab, cd] = Object.keys(plan.runs) as [string, string];
    // a's − metal (radius 1.8) starts 9.2 mm before ab, b's − metal lies on the line itself.
    expect(gap(ab)?.gapMm).toBe(0);
    // The nearest to cd is the metal of b's +: the line passes 7 mm from its middle.
    expect(gap(cd)?.gapMm).toBeCloseTo(5.2, 9);
    expect(gap(cd)?.wantedMm).toBeCloseTo(5.7, 9);
    expect(gap(cd)?.verdict).toBe('mend');
  });
});
