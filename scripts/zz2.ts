import { randomPlan } from '@sashiko/core/testing/random-plans';
import { currentsOf } from '@sashiko/core/checks/currents';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { lightStates, supplyStates } from '@sashiko/core/circuit/will-it-light';
import { turnedRound } from '@sashiko/core/circuit/turned-round';
import { shortsOf } from '@sashiko/core/circuit/shorts';
import { whyDark } from '@sashiko/core/circuit/why-dark';
import { inLoop } from '@sashiko/core/power/loops';
import { deriveNets } from '@sashiko/core/joining/nets';
import { deriveSides } from '@sashiko/core/joining/sides';
for (const s of process.argv.slice(2).map(Number)) {
const p=randomPlan(s); const c=currentsOf(p)!;
console.log('SEED',s, [...turnedRound(c.on,c.apart)], shortsOf(c.on,c.apart).map(x=>x.partId), supplyStates(c.on,c.apart).map(x=>[x.partId,x.standing,x.volt.toFixed(2)].join()));
for(const x of Object.values(p.parts)) console.log(x.id,x.kindId,x.name);
for(const n of deriveNets(p).all) if(n.runIds.length) console.log('  net', deriveSides(p).of(n), n.terminals.map(t=>t.partId+'.'+t.terminal).join(' '));
for(const l of lightStates(c.on,c.apart)) if(!l.isLit) console.log(l.id,l.peakVolt.toFixed(3), whyDark(c.on,c.apart).find(r=>r.lightId===l.id)?.text);
for(const f of checkPlan(p)) if(f.severity==='stop'&&!f.state&&!['crossing','gap'].includes(f.ruleId)) console.log('   ',f.key,f.message, f.partIds.join());
}
