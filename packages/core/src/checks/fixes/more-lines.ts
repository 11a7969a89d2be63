import { applyEdit, type Edit, squashEdits } from '../../plan/edit.ts';
import { changeStitching, runName } from '../../plan/edits/run-edits.ts';
import type { Plan } from '../../plan/schema.ts';
import { circuitsOf } from '../../power/circuits.ts';
import type { Finding } from '../finding.ts';
import type { FixKind } from '../fix-kind.ts';

/** Sews the lines that carry the current several times side by side: twice, and if that is too little, up to four times. */
export const moreLinesFix: FixKind = {
  id: 'more-lines',
  rules: ['uneven', 'forward-voltage', 'voltage-at-board', 'too-many-volts', 'data-supply', 'fire'],
  propose: (plan, finding) => [2, 3, 4].flatMap((lines) => sewn(plan, linesOf(plan, finding), lines)),
};

/** The thread a finding names, or else that of the circuits of its parts. */
function linesOf(plan: Plan, finding: Finding): readonly string[] {
  if (finding.runIds.length > 0) return finding.runIds;
  const named = new Set(finding.partIds);
  const circuits = circuitsOf(plan).filter(
    ({ source, lights, loads, pinLights }) =>
      named.has(source.part.id) ||
      lights.some(({ part }) => named.has(part.id)) ||
      pinLights.some(({ light }) => named.has(light.part.id)) ||
      loads.some(({ id }) => named.has(id)),
  );
  return [
    ...new Set(circuits.flatMap(({ plus, minus }) => [...plus, ...minus].flatMap(({ runIds }) => runIds))),
  ];
}

function sewn(plan: Plan, runIds: readonly string[], lines: number): readonly Edit[] {
  let edit: Edit | null = null;
  let now = plan;
  for (const id of runIds) {
    const run = now.runs[id];
    if (run === undefined || run.prewired === true || run.locked === true || (run.lines ?? 1) >= lines)
      continue;
    const next = changeStitching(now, id, { lines });
    if (!next.ok) continue;
    now = applyEdit(now, next.value);
    edit = edit === null ? next.value : squashEdits(edit, next.value);
  }
  const times = ['', '', 'twice', 'three times', 'four times'][lines];
  const only = runIds.length === 1 ? plan.runs[runIds[0] as string] : undefined;
  const what = only === undefined ? `${runIds.length} threads` : `the thread ${runName(plan, only)}`;
  return edit === null ? [] : [{ ...edit, label: `sew ${what} ${times} side by side` }];
}
