import { normaliseDeg } from '../../geometry/transform.ts';
import { consumersOf, elementsOf } from '../../parts/part-element.ts';
import type { PartKind } from '../../parts/part-kind.ts';
import { putPart, putRun } from '../../plan/edits/changes.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { HoleRef, Part, Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Turns a part round under its threads: they stay where they lie and end at the other holes. */
export const turnPartFix: FixKind = {
  id: 'turn-part',
  rules: ['reversed', 'series'],
  propose: (plan, finding) =>
    finding.partIds.flatMap((id) => {
      const part = plan.parts[id];
      return part === undefined || part.locked === true ? [] : sound(turnUnderThreads(plan, part));
    }),
};

function turnUnderThreads(plan: Plan, part: Part): ReturnType<typeof checkEdit> {
  const kind = kindOf(plan, part);
  const other = oppositeHole(kind);
  const moved = (ref: HoleRef): HoleRef =>
    ref.partId === part.id ? { partId: ref.partId, holeId: other.get(ref.holeId) ?? ref.holeId } : ref;
  const runs = Object.values(plan.runs).filter(
    (run) => run.from.partId === part.id || run.to.partId === part.id,
  );
  return checkEdit(plan, `turn ${part.name} round under its threads`, [
    putPart(plan, { ...part, turnDeg: normaliseDeg(part.turnDeg + 180) }),
    ...runs.map((run: Run) => putRun(plan, { ...run, from: moved(run.from), to: moved(run.to) })),
  ]);
}

/** Each + hole of a light, board or holder with the − hole that takes its place when the part is turned by half a turn. */
function oppositeHole(kind: PartKind): ReadonlyMap<string, string> {
  const pairs = new Map<string, string>();
  for (const { plus, minus } of [...consumersOf(kind), ...elementsOf(kind, 'cell')]) {
    const of = (terminal: string) => kind.holes.filter((hole) => hole.terminal === terminal);
    for (const hole of [...of(plus), ...of(minus)]) {
      const targets = of(hole.terminal === plus ? minus : plus);
      const nearest = [...targets].sort(
        (a, b) =>
          Math.hypot(a.at.x + hole.at.x, a.at.y + hole.at.y) -
          Math.hypot(b.at.x + hole.at.x, b.at.y + hole.at.y),
      )[0];
      if (nearest !== undefined) pairs.set(hole.id, nearest.id);
    }
  }
  return pairs;
}
