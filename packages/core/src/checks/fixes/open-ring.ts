import { deriveNets, terminalKey, terminalOfHole } from '../../joining/nets.ts';
import { UnionFind } from '../../joining/union-find.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import type { Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Unpicks a run that only closes a ring: everything stays joined, and the other thread can get out. */
export const openRingFix: FixKind = {
  id: 'open-ring',
  rules: ['crossing', 'gap', 'two-pads', 'wrap'],
  propose: (plan, finding) =>
    finding.runIds.flatMap((id) => {
      const run = plan.runs[id];
      if (run === undefined || run.prewired === true || !closesRing(plan, run)) return [];
      return sound(
        checkEdit(plan, `open the ring: unpick ${runName(plan, run)}`, [
          { table: 'runs', id, before: run, after: null },
        ]),
      );
    }),
};

function closesRing(plan: Plan, run: Run): boolean {
  const net = deriveNets(plan).ofRun(run.id);
  const sets = new UnionFind();
  for (const id of net.runIds) {
    const other = plan.runs[id];
    if (other === undefined || other === run) continue;
    sets.join(terminalKey(terminalOfHole(plan, other.from)), terminalKey(terminalOfHole(plan, other.to)));
  }
  return (
    sets.find(terminalKey(terminalOfHole(plan, run.from))) ===
    sets.find(terminalKey(terminalOfHole(plan, run.to)))
  );
}
