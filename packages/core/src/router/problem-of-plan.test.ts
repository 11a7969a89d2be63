/** What a plan becomes for the router: how far lines keep apart, and which pins may be exchanged. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { lockRuns } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { USUAL_REQUEST } from './route-request.ts';

const problemOf = (plan: Plan) => expectOk(routingProblemOf(plan, USUAL_REQUEST));

describe('the gap that all lines keep', () => {
  const { plan } = smallLantern();
  const [run] = Object.values(plan.runs) as [Run];
  const withRun = (more: Partial<Run>): Plan => ({
    ...plan,
    runs: { ...plan.runs, [run.id]: { ...run, ...more } },
  });

  test('is the one that new lines want of each other: a stitch (common practice, no source)', () => {
    expect(problemOf(plan).lineGapMm).toBeCloseTo(plan.habits.stitchMm, 9);
  });

  test('is that of a kept line of longer stitches, where one is kept; one that is given up has no say', () => {
    const long = withRun({ stitchMm: 9 });
    expect(problemOf(long).lineGapMm).toBeCloseTo(plan.habits.stitchMm, 9);
    const locked = {
      ...long,
      runs: { ...long.runs, [run.id]: { ...(long.runs[run.id] as Run), locked: true as const } },
    };
    expect(problemOf(locked).lineGapMm).toBeCloseTo(9, 9);
    expect(problemOf(locked).keptRunIds).toEqual([run.id]);
  });
});

describe('pins that may be exchanged', () => {
  /** A board of three pins with lights on them; what is said of the lights decides which pins are free. */
  function board(): PlanBuilder {
    return new PlanBuilder('Board', 300, 200)
      .place('aaa-holder-2', 'pack', 60, 40)
      .place('board-small', 'board', 150, 100)
      .light('a', 60, 150)
      .light('b', 150, 170)
      .light('c', 240, 150);
  }
  const wiredTo = (build: PlanBuilder, light: string, terminal: string): Plan => {
    const part = build.part(light);
    const pin = { partId: build.part('board').id, terminal };
    return { ...build.plan, parts: { ...build.plan.parts, [part.id]: { ...part, wired: { pin } } as Part } };
  };
  /** The pins that some stop may be led to instead of its own. */
  const offered = (plan: Plan, build: PlanBuilder): ReadonlySet<string> => {
    const at = Object.keys(plan.parts).indexOf(build.part('board').id);
    const plated = kindOf(plan, build.part('board')).holes.filter((hole) => hole.plated);
    return new Set(
      problemOf(plan).exchanges?.flatMap(({ stops }) =>
        stops.flatMap(({ pads }) =>
          pads.flatMap(({ part, pad }) => (part === at ? [plated[pad]?.id ?? ''] : [])),
        ),
      ),
    );
  };

  test('are all of them while nobody has decided', () => {
    const build = board();
    expect([...offered(build.plan, build)].sort()).toEqual(['p0', 'p1', 'p2']);
  });

  test('but not one that the maker has decided on', () => {
    const build = board();
    expect([...offered(wiredTo(build, 'c', 'p1'), build)].sort()).toEqual(['p0', 'p2']);
  });

  test('nor one whose thread stays', () => {
    const build = board().sew('board.p0', 'a.plus');
    const [run] = Object.keys(build.plan.runs) as [string];
    build.edit(lockRuns(build.plan, [run], true));
    expect([...offered(build.plan, build)].sort()).toEqual(['p1', 'p2']);
  });
});
