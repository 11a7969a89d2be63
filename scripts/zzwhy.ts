import { readFileSync } from 'node:fs';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { compared } from '@sashiko/core/checks/fix-trial';
import { FIX_KINDS } from '@sashiko/core/checks/fix-kinds';
import { parsePlan } from '@sashiko/core/formats/plan-file';
import { applyEdit } from '@sashiko/core/plan/edit';
export function why(p: any, rule: string, fixId: string) {
  const before = new CheckSession().update(p); const f = before.find((x) => x.ruleId === rule)!; console.log(f?.message);
  for (const e of FIX_KINDS.find((k) => k.id === fixId)!.propose(p, f).slice(0, 4)) { const after = new CheckSession().update(applyEdit(p, e)); const c = compared(before, after); console.log(e.label, 'ADDED', c.added.map((x) => `${x.severity} ${x.ruleId}: ${x.message}`), 'REMOVED', c.removed.map((x) => `${x.severity} ${x.ruleId}: ${x.message}`)); }
}
if (process.argv[2]) { const r = parsePlan(readFileSync(process.argv[2], 'utf8')); if (r.ok) why(r.value, process.argv[3]!, process.argv[4]!); }
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
if (!process.argv[2]) { const build = new PlanBuilder('Long', 1500, 300).place('aaa-holder-2-boost', 'holder', 60, 220);
    for (let i = 0; i < 10; i += 1)
      build.place('bare-leg-light-5', `l${i}`, 200 + 120 * i, 120, { colourId: 'red', turnDeg: 90 });
    build.sew('holder.plus-1', 'l0.plus', [[130, 60]]).sew('holder.minus-1', 'l0.minus', [[130, 200]]);
    for (let i = 1; i < 6; i += 1)
      build.sew(`l${i - 1}.plus`, `l${i}.plus`).sew(`l${i - 1}.minus`, `l${i}.minus`);
why(build.plan, 'uneven', 'feed-both-ends'); }
