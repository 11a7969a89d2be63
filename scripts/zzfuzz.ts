import { randomPlan } from '@sashiko/core/testing/random-plans';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { FIX_KINDS } from '@sashiko/core/checks/fix-kinds';
const [from, to] = process.argv.slice(2).map(Number) as [number, number];
const bad = new Map<string, string>();
for (let seed = from; seed <= to; seed++) { const p = randomPlan(seed, { wired: seed % 2 ? 'by hand' : 'by hand with mistakes' }); let f; try { f = checkPlan(p); } catch (e) { console.log('check', seed, String(e).slice(0, 200)); continue; }
  for (const x of f) for (const k of FIX_KINDS) if (k.rules.includes(x.ruleId)) try { k.propose(p, x); } catch (e) { const key = k.id + String(e).slice(0, 60); if (!bad.has(key)) { bad.set(key, ''); console.log(k.id, x.ruleId, seed, (e as Error).stack?.slice(0, 700)); } } }
