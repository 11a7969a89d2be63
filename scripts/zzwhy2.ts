import { CheckSession } from '@sashiko/core/checks/check-session';
import { compared } from '@sashiko/core/checks/fix-trial';
import { FIX_KINDS } from '@sashiko/core/checks/fix-kinds';
import { applyEdit } from '@sashiko/core/plan/edit';
import { randomPlan } from '@sashiko/core/testing/random-plans';
const [rule, ...ss] = process.argv.slice(2);
for (const s of ss) { const p = randomPlan(Number(s)); const before = new CheckSession().update(p); for (const f of before.filter((x) => x.ruleId === rule).slice(0, 2)) { console.log('##', s, f.key, f.message, 'PARTS', f.partIds.map((id) => `${p.parts[id]?.name}:${p.parts[id]?.kindId}${p.parts[id]?.locked ? ' locked' : ''}`).join(', '), f.runIds.join());
  for (const k of FIX_KINDS) if (k.rules.includes(rule!)) for (const e of k.propose(p, f).slice(0, 3)) { const after = new CheckSession().update(applyEdit(p, e)); const c = compared(before, after); console.log('  ', k.id, e.label, '| there', after.some((x) => x.key === f.key), '| ADDED', c.added.filter((x) => x.severity !== 'note').map((x) => `${x.severity} ${x.ruleId}: ${x.message.slice(0, 80)}`).slice(0, 4), 'REMOVED', c.removed.length); } } }
