import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { deleteRuns } from '../plan/edits/run-edits.ts';
import type { Part, Run } from '../plan/records.ts';
import { runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
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

describe('nets stay the same object while nothing is joined or parted', () => {
  const { plan } = smallLantern();
  const [part] = Object.values(plan.parts) as [Part];
  const [run] = Object.values(plan.runs) as [Run];
  const nets = deriveNets(plan);
  /** Asked once more for the plan itself in between: only the last answer is kept. */
  const after = (changed: Plan) => {
    expect(deriveNets(plan).all).toEqual(nets.all);
    const first = deriveNets(plan);
    return deriveNets(changed) === first;
  };
  const withPart = (more: Partial<Part>): Plan => ({
    ...plan,
    parts: { ...plan.parts, [part.id]: { ...part, ...more } },
  });
  const withRun = (more: Partial<Run>): Plan => ({
    ...plan,
    runs: { ...plan.runs, [run.id]: { ...run, ...more } },
  });

  test('what moves, turns or is sewn otherwise joins what it joined', () => {
    expect(after(withPart({ at: { x: 1, y: 2 }, turnDeg: 45 }))).toBe(true);
    expect(after(withRun({ bends: [{ x: 9, y: 9 }], stitchMm: 4 }))).toBe(true);
    expect(after({ ...plan, parts: { ...plan.parts }, runs: { ...plan.runs } })).toBe(true);
  });

  test('a part of another kind, name, option, mate, stand or colour may join otherwise', () => {
    for (const more of [
      { kindId: 'sew-on-light' },
      { name: 'other' },
      { options: { ohm: 9 } },
      { mateId: 'p2' },
      { switchedOn: false },
      { colourId: 'red' },
    ] as const)
      expect(after(withPart(more as Partial<Part>)), JSON.stringify(more)).toBe(false);
  });

  test('a run of other ends, thread or making does too', () => {
    for (const more of [
      { from: { ...run.from, holeId: 'minus' } },
      { to: { ...run.to, holeId: 'a' } },
      { threadId: 'other' },
      { prewired: true },
    ] as const)
      expect(after(withRun(more as Partial<Run>)), JSON.stringify(more)).toBe(false);
  });

  test('the same parts and runs in another order are other nets: each goes by its first terminal', () => {
    const turned = <T>(table: Readonly<Record<string, T>>): Record<string, T> =>
      Object.fromEntries(Object.entries(table).reverse());
    expect(after({ ...plan, parts: turned(plan.parts) })).toBe(false);
    expect(after({ ...plan, runs: turned(plan.runs) })).toBe(false);
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
