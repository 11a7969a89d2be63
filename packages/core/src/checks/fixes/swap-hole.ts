import { maybeHole, type PartKind } from '../../parts/part-kind.ts';
import { putRun } from '../../plan/edits/changes.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { holeName } from '../../plan/hole-names.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeKey } from '../../plan/placed.ts';
import type { HoleRef, Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Ends a run at another hole that serves as well: of the same conductor, or an equal pin that nothing is sewn to. */
export const swapHoleFix: FixKind = {
  id: 'swap-hole',
  rules: ['gap', 'two-pads', 'crossing', 'hole-full', 'upload-pin', 'pwm', 'edge', 'opening'],
  propose: (plan, finding) => {
    const runs = finding.runIds.flatMap((id) => plan.runs[id] ?? []);
    return runs.flatMap((run) =>
      (['from', 'to'] as const).flatMap((end) =>
        alternatives(plan, run[end]).flatMap((hole) =>
          sound(
            checkEdit(plan, `end the thread at ${holeName(plan, hole)}`, [
              ...otherRuns(plan, run, end, hole).map((other) => putRun(plan, other)),
              putRun(plan, { ...run, [end]: hole }),
            ]),
          ),
        ),
      ),
    );
  },
};

/** When a pin is exchanged for another, everything sewn to it goes along. */
function otherRuns(plan: Plan, run: Run, end: 'from' | 'to', hole: HoleRef): readonly Run[] {
  const part = plan.parts[hole.partId];
  if (part === undefined) return [];
  const kind = kindOf(plan, part);
  if (terminalOf(kind, run[end].holeId) === terminalOf(kind, hole.holeId)) return [];
  const old = holeKey(run[end]);
  return Object.values(plan.runs).flatMap((other) => {
    if (other === run) return [];
    const from = holeKey(other.from) === old ? hole : other.from;
    const to = holeKey(other.to) === old ? hole : other.to;
    return from === other.from && to === other.to ? [] : [{ ...other, from, to }];
  });
}

function terminalOf(kind: PartKind, holeId: string): string {
  return maybeHole(kind, holeId)?.terminal ?? '';
}

function alternatives(plan: Plan, ref: HoleRef): readonly HoleRef[] {
  const part = plan.parts[ref.partId];
  if (part === undefined) return [];
  const kind = kindOf(plan, part);
  const own = maybeHole(kind, ref.holeId);
  if (own === undefined) return [];
  const used = new Set(Object.values(plan.runs).flatMap((run) => [holeKey(run.from), holeKey(run.to)]));
  return kind.holes
    .filter((hole) => {
      if (!hole.plated || hole.id === own.id) return false;
      if (hole.terminal === own.terminal) return true;
      const isFree = !used.has(holeKey({ partId: part.id, holeId: hole.id }));
      return own.role === 'pin' && hole.role === 'pin' && isFree && canAllOf(hole, own);
    })
    .map((hole) => ({ partId: part.id, holeId: hole.id }));
}

/** Whether a pin can do what the other can, the upload pair apart. */
function canAllOf(
  hole: { readonly abilities?: readonly string[] },
  own: { readonly abilities?: readonly string[] },
): boolean {
  if (hole.abilities?.includes('upload') === true) return false;
  return (own.abilities ?? []).every(
    (ability) => ability === 'upload' || hole.abilities?.includes(ability) === true,
  );
}
