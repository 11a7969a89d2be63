import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { lightTrials } from '@sashiko/core/circuit/light-trials';
import { howLong } from '@sashiko/core/circuit/how-long';
import { compileCircuit } from '@sashiko/core/circuit/solve-plan';
import { solveFaded } from '@sashiko/core/circuit/faded';
import { NOMINAL, stateOf } from '@sashiko/core/circuit/state';
import { expectOk } from '@sashiko/core/errors/problem';
const cpu=(f:()=>unknown)=>{const c=process.cpuUsage();const r=f();const d=process.cpuUsage(c);return [(d.user+d.system)/1000, r] as const;};
const A = {touchOhm:null};
const plan = gridPlan(3, 8);
for (let i=0;i<2;i++) { const [ms, a] = cpu(()=>expectOk(lightTrials(plan,{trials:1000,seed:1}, A))); console.log(ms); if (i) { const x=a as any; console.log(x.trials,x.allLit,x.failsFirst,x.evenness,x.sways, x.lights[23]); } }
for (const n of [10,100,400]) {
  const plan = gridPlan(n/10, 10);
  const c = expectOk(compileCircuit(plan, A)); const st = {...stateOf(plan), ...A};
  const p = expectOk(solveFaded(c, NOMINAL, st));
  const cold = cpu(()=>{for(let i=0;i<20;i++) expectOk(solveFaded(c, NOMINAL, st))});
  const warm = cpu(()=>{for(let i=0;i<20;i++) expectOk(solveFaded(c, NOMINAL, {...st, chargeLeft: 0.95-i*0.001}, p))});
  const h = cpu(()=>howLong(plan, A));
  const its = expectOk(solveFaded(c, NOMINAL, {...st, chargeLeft: 0.95}, p)).point.iterations;
  console.log(n, 'cold', cold[0]/20, 'warm', warm[0]/20, 'iter', p.point.iterations, its, 'hours', h[0]);
}
