import { CheckSession } from '@sashiko/core/checks/check-session';
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { Fixes } from '@sashiko/core/checks/fix';
import { Tries } from '@sashiko/core/checks/fix-trial';
import { FIX_KINDS } from '@sashiko/core/checks/fix-kinds';
import { randomPlan } from '@sashiko/core/testing/random-plans';
const [from, to] = process.argv.slice(2, 4).map(Number) as [number, number]; const only = process.argv[4]?.split(',');
const st = new Map<string, { n: number; fixed: number; by: Map<string, number>; ex: string[] }>();
for (let s = from; s <= to; s++) { const p = randomPlan(s); const f = new CheckSession().update(p); const seen = new Map<string, number>();
  for (const x of f) { if (only && !only.includes(x.ruleId)) continue; const c = (seen.get(x.ruleId) ?? 0) + 1; seen.set(x.ruleId, c); if (c > 2) continue; const e = st.get(x.ruleId) ?? { n: 0, fixed: 0, by: new Map(), ex: [] }; st.set(x.ruleId, e); e.n++; const r = new Fixes(p, new Tries(150)).of(x); if (r.fixes.length > 0) e.fixed++; else e.ex.push(`${s} ${x.message.slice(0, 90)}`); for (const y of r.fixes) e.by.set(y.id, (e.by.get(y.id) ?? 0) + 1); } }
for (const [k, v] of [...st].sort()) console.log(k.padEnd(20), v.n, v.fixed, [...v.by].map(([a, b]) => `${a} ${b}`).join(', '), only || v.fixed < v.n / 2 ? v.ex.slice(0, only ? 8 : 1) : '', CHECK_RULES.find((r) => r.id === k)?.byHand ? 'BYHAND' : '');
