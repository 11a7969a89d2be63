import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { CheckSession } from '@sashiko/core/checks/check-session';
import { Fixes } from '@sashiko/core/checks/fix';
import { triesFor } from '@sashiko/core/checks/fix-trial';
import { FIX_KINDS } from '@sashiko/core/checks/fix-kinds';
import { seededRandom } from '@sashiko/core/random/random';
import { readFileSync, readdirSync } from 'node:fs';
import { parsePlan } from '@sashiko/core/formats/plan-file';
import { touchesOf } from '@sashiko/core/circuit/touches';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { randomPlan } from '@sashiko/core/testing/random-plans';
export function crossings() { const b = new PlanBuilder('Crossed', 600, 500).holder(60, 450); const r = seededRandom(3); for (let i = 0; i < 26; i++) b.light(`l${i}`, 60 + (i % 7) * 80, 60 + Math.floor(i / 7) * 95);
 const o = [...Array(26).keys()].sort(() => r() - 0.5); for (let i = 0; i < 26; i++) { const p = i === 0 ? 'holder' : `l${o[i - 1]}`; b.sew(`${p}.plus`, `l${o[i]}.plus`); b.sew(`${p}.minus`, `l${o[i]}.minus`); } return b.plan; }
export function bends() { const b = new PlanBuilder('Long', 1200, 900).light('a', 60, 60).holder(1100, 850); const at: [number, number][] = []; for (let i = 0; i < 499; i++) at.push([100 + (i % 25) * 40, 90 + Math.floor(i / 25) * 40 + (i % 2) * 12]); b.sew('a.plus', 'holder.plus', at); return b.plan; }
const looks = Number(process.argv[2] ?? 400);
const demos = readdirSync('demo').filter((f) => f.endsWith('.json')).map((f) => { const r = parsePlan(readFileSync('demo/' + f, 'utf8')); return r.ok ? [f.slice(0, 14), r.value] as const : null; }).filter((x) => x !== null);
const which = process.argv[3]; for (const [n, p] of ([['crossings', crossings()], ['bends', bends()], ['random4', randomPlan(4)], ['random14', randomPlan(14)], ['grid50', gridPlan(7, 7)], ['grid200', gridPlan(14, 14)], ...demos, ...[1,2,3,5,6,7,8,9,10,11,12].map((n) => ['r' + n, randomPlan(n)] as const)] as const).filter(([n]) => which === undefined || n === which)) {
  const cpu = () => process.cpuUsage().user / 1e6; let t = cpu(); const s = new CheckSession(); const f = s.update(p); const c = cpu() - t; t = cpu(); let k = 0; let all = 0;
  const props: Record<string, number> = {}; 
  const saved = FIX_KINDS.map((kind) => kind.propose);
  for (const kind of FIX_KINDS) { const orig = kind.propose; (kind as any).propose = (pl: any, fi: any) => { const t0 = cpu(); const r = orig(pl, fi); props[kind.id] = (props[kind.id] ?? 0) + cpu() - t0; return r; }; }
  let used = 0; const tries = triesFor(p, looks); const take = tries.take.bind(tries); tries.take = (n: number) => { const ok = take(n); if (ok) used += n; return ok; }; const fx = new Fixes(p, tries);
  for (const x of f) { const r = fx.of(x); k += r.fixes.length; if (r.isAll) all++; }
  FIX_KINDS.forEach((kind, i) => { (kind as any).propose = saved[i]; });
  const pr = Object.values(props).reduce((a, b) => a + b, 0); const bends = Object.values(p.runs).reduce((a, r) => a + r.bends.length, 0); console.log(n, 'parts', Object.keys(p.parts).length, 'runs', Object.keys(p.runs).length, 'bends', bends, 'touches', touchesOf(p).length, 'used', used, 'ms/look', ((cpu() - t - pr) * 1000 / Math.max(1, used)).toFixed(1), '|', f.length, 'check', c.toFixed(2), 'fixes', k, 'tried', all, (cpu() - t).toFixed(2), Object.fromEntries(Object.entries(props).filter(([, v]) => v > 0.05).map(([a, v]) => [a, +v.toFixed(2)])));
}
