import { randomPlan } from '@sashiko/core/testing/random-plans';
import { currentsOf } from '@sashiko/core/checks/currents';
import { lightStates } from '@sashiko/core/circuit/will-it-light';
import { whyDark } from '@sashiko/core/circuit/why-dark';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { lightsIn } from '@sashiko/core/joining/sides';
import { pinsAt } from '@sashiko/core/power/pins-at';
let lit=0,dark=0,strict=0; let t=0; const counts = new Map<string, number>(); const ex = new Map<string,string>();
for (let s=1;s<=Number(process.argv[2]??200);s++){ const p=randomPlan(s, {}); const c=currentsOf(p); if(!c){console.log(s,'no answer');continue}
 const f=checkPlan(p).filter(x=>x.state===undefined);
 const prog=new Set(lightsIn(c.on).flatMap(({id,part,light})=>[light.plus,light.minus].some(e=>pinsAt(c.on)(part,e).length>0)?[id]:[]));
 const why=new Map(whyDark(c.on,c.apart).map(r=>[r.lightId,r]));
 for(const l of lightStates(c.on,c.apart)){ if(l.isLit){lit++;continue} dark++; if(prog.has(l.id))continue;
  const told=f.filter(x=>x.partIds.includes(l.partId)&&x.severity==='stop'&&['reversed','series','open','forward-voltage','data-order','short-net'].includes(x.ruleId));
  if(told.length===0){ strict++; const r=why.get(l.id); const others=[...new Set(f.filter(x=>['short-net','cell-load','fire','voltage-at-board','mixed-kinds','data-order'].includes(x.ruleId)&&x.severity!=='note').map(x=>x.ruleId))].join('+'); const k=`${r?.cause} | ${others}`; counts.set(k,(counts.get(k)??0)+1); if(!ex.has(k)) ex.set(k,`seed ${s} ${l.id}: ${r?.text}`);} } }
console.log({lit,dark,strict}); for(const [k,n] of [...counts].sort((a,b)=>b[1]-a[1])) console.log(n,k,'::',ex.get(k));
