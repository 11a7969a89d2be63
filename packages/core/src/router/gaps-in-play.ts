/** How far lines keep from each other and from metal, while they are led. */
import { assumedIn } from '../plan/assumed.ts';
import { sewingByHabit } from '../plan/edits/run-edits.ts';
import { type OnPanel, panelOf, panelsOf } from '../plan/panels.ts';
import type { Run } from '../plan/records.ts';
import type { RunSewing } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { conductorOf } from '../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../spacing/clearance.ts';
import { foldedMetal, loopedHole, requiredGap } from '../thread/required-gap.ts';
import { supplySewing } from './supply-lines.ts';

/** How new lines are sewn: by habit, and where they carry the whole current. */
export function freshSewings(plan: Plan, of: OnPanel): readonly RunSewing[] {
  const habit = sewingByHabit(plan, of);
  return [habit, supplySewing(plan, habit)];
}

/** The gaps that hold for all lines in play: the widest of new lines, supply lines and kept ones. */
export function gapsOf(
  plan: Plan,
  kept: readonly Run[],
): { readonly lineMm: number; readonly padMm: number; readonly metalMm: number } {
  const rulesBetween = spacingRules(plan);
  const lines = panelsOf(plan).flatMap(({ id }) =>
    freshSewings(plan, { panelId: id }).map((sewing) => conductorOf(plan, sewing)),
  );
  const all = [...lines, ...kept.map((run) => conductorOf(plan, run))];
  return {
    lineMm: Math.max(
      ...lines.flatMap((line) =>
        all
          .filter(({ panelId }) => panelId === line.panelId)
          .map((other) => requiredGap(line, other, FLAT, rulesBetween)),
      ),
    ),
    padMm: Math.max(
      ...lines.map((line) =>
        requiredGap(line, loopedHole(line.panelId, assumedIn(plan)), FLAT, rulesBetween),
      ),
    ),
    metalMm: Math.max(
      ...lines.map((line) =>
        requiredGap(
          line,
          foldedMetal(panelOf(plan, line).workedFace, line.panelId, assumedIn(plan)),
          FLAT,
          rulesBetween,
        ),
      ),
    ),
  };
}
