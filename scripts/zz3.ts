import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { compileCircuit } from '@sashiko/core/circuit/solve-plan';
import { solveFaded } from '@sashiko/core/circuit/faded';
import { NOMINAL, stateOf } from '@sashiko/core/circuit/state';
import { expectOk } from '@sashiko/core/errors/problem';
const cpu=(f:()=>unknown)=>{const c=process.cpuUsage();const r=f();const d=process.cpuUsage(c);return [(d.user+d.system)/1000, r] as const;};
for (const n of [10,50, 100,200,400]) {
  const raw = gridPlan(n/10, 10);
  const plan = {...raw, runs: Object.fromEntries(Object.entries(raw.runs).map(([id,r])=>[id,{...r, threadId:'insulated-wire', stitchId:'laid'}]))};
  const c = expectOk(compileCircuit(plan)); const st = stateOf(plan);
  const p = expectOk(solveFaded(c, NOMINAL, st));
  for (let k=0;k<3;k++) expectOk(solveFaded(c, NOMINAL, st));
  const cold = cpu(()=>{for(let i=0;i<20;i++) expectOk(solveFaded(c, NOMINAL, st))});
  const warm = cpu(()=>{for(let i=0;i<20;i++) expectOk(solveFaded(c, NOMINAL, {...st, chargeLeft: 0.95-i*0.001}, p))});
  const its = expectOk(solveFaded(c, NOMINAL, {...st, chargeLeft: 0.95}, p)).point.iterations;
  console.log(n, c.circuit.nodes.length, 'cold', cold[0]/20, 'warm', warm[0]/20, 'iter', p.point.iterations, its);
}
