/** How much one plan may hold: at every limit it can still be read, checked and written as a sheet in seconds. */

import { clothOutline, curvePoints } from '../cloth/cloth.ts';
import { fail, type Problem } from '../errors/problem.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { remembered } from '../units/remembered.ts';
import type { Run } from './records.ts';
import { cornersOfRun, IN_TURN, wayRests } from './run-way.ts';
import { type Plan, TABLES } from './schema.ts';

/** Wishes, at most: a table that may be missing, and so a field. */
const MOST_WISHES = { most: 2000, noun: 'wishes' };

/** Lines and areas on the cloth, at most. */
const MOST_MARKINGS = 500;
/** Corners of the outline and of all lines and areas together, once curves are flattened. */
const MOST_CORNERS = 60_000;
/** Bends of all threads together. */
const MOST_BENDS = 50_000;
/** Stitches of all threads together: a kilometre of thread. */
const MOST_STITCHES = 300_000;

/**
 * Whether a plan holds more records than it may, or null. Looks at nothing but how many there are, so that a file is counted before
 * anything else is done with it; `raw` may be anything. `before`: what is there already may stay.
 */
export function countProblem(raw: unknown, before?: unknown): Problem | null {
  for (const [table, { most, noun }] of Object.entries({ ...TABLES, wishes: MOST_WISHES })) {
    const count = sizeAt(raw, [table]);
    if (count > most && count > sizeAt(before, [table]))
      return fail(
        'plan-too-large',
        `It has ${count} ${noun}; ${most} ${most === 1 ? 'is' : 'are'} the most.`,
        table,
      ).problem;
  }
  const bends = bendsOf(raw);
  if (bends > MOST_BENDS && bends > bendsOf(before))
    return fail(
      'plan-too-large',
      `Its threads have ${bends} bends together; ${MOST_BENDS} are the most.`,
      'runs',
    ).problem;
  const markings = markingsOf(raw);
  return markings > MOST_MARKINGS && markings > markingsOf(before)
    ? fail('plan-too-large', `It has ${markings} lines and areas; ${MOST_MARKINGS} are the most.`, 'panels')
        .problem
    : null;
}

/** What a value that may be anything holds under a name of its own. */
function heldAt(raw: unknown, key: string): unknown {
  return typeof raw === 'object' && raw !== null && Object.hasOwn(raw, key)
    ? (raw as Readonly<Record<string, unknown>>)[key]
    : undefined;
}

function sizeAt(raw: unknown, path: readonly string[]): number {
  const held = path.reduce(heldAt, raw);
  return typeof held === 'object' && held !== null ? Object.keys(held).length : 0;
}

/** Lines and areas of all panels, or of the one cloth of older files. */
function markingsOf(raw: unknown): number {
  const panels = heldAt(raw, 'panels');
  const held = typeof panels === 'object' && panels !== null ? Object.values(panels) : [];
  return [heldAt(raw, 'cloth'), ...held].reduce<number>((sum, panel) => sum + sizeAt(panel, ['markings']), 0);
}

function bendsOf(raw: unknown): number {
  const runs = heldAt(raw, 'runs');
  if (typeof runs !== 'object' || runs === null) return 0;
  let bends = 0;
  for (const run of Object.values(runs)) {
    const own = heldAt(run, 'bends');
    if (Array.isArray(own)) bends += own.length;
  }
  return bends;
}

/** Whether the lines on the cloth have too many corners together, or null. Each is sound by itself. */
export function cornersProblem({ panels }: Pick<Plan, 'panels'>): Problem | null {
  let corners = 0;
  for (const panel of Object.values(panels)) {
    corners += clothOutline(panel).length;
    for (const marking of Object.values(panel.markings)) corners += curvePoints(marking).length;
  }
  return corners > MOST_CORNERS
    ? fail(
        'plan-too-large',
        `Its outline, lines and areas have ${corners} corners together; ${MOST_CORNERS} are the most.`,
        'panels',
      ).problem
    : null;
}

/**
 * About so many stitches a run has, every time it is sewn over, as if it went straight. O(bends), without laying any of them out.
 */
export const stitchesOf = remembered(
  {
    name: 'stitches of a run',
    under: (_plan: Plan, run: Run) => run,
    rests: wayRests,
    most: IN_TURN,
  },
  (plan, run): number => ((run.lines ?? 1) * polylineLengthMm(cornersOfRun(plan, run))) / run.stitchMm,
);

/** About so many stitches all runs have together. O(runs), and O(bends) for those that are not remembered. */
export function countStitches(plan: Plan): number {
  let stitches = 0;
  for (const id in plan.runs) stitches += stitchesOf(plan, plan.runs[id] as Run);
  return stitches;
}

/** Whether so many stitches are too many for one plan, or null. */
export function stitchesProblem(stitches: number): Problem | null {
  return stitches > MOST_STITCHES
    ? fail(
        'plan-too-large',
        `Its threads have ${Math.round(stitches)} stitches together; ${MOST_STITCHES} are the most.`,
        'runs',
      ).problem
    : null;
}
