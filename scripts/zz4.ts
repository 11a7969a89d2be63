import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { checkPlan } from '@sashiko/core/checks/check-plan';
import { solvePlan } from '@sashiko/core/circuit/faded';
for (const [holder,n,kind] of [['aaa-holder-1-boost',40,'sew-on-light'],['power-board',40,'bare-leg-light-5']] as const) {
    const build = new PlanBuilder('Beside', 2400, 600).place(holder, 'holder', 100, 300);
  for (let i=0;i<n;i++) build.place(kind, `light ${i+1}`, 250+45*i,100,{turnDeg:90,colourId:'red'}).sew('holder.plus-1', `light ${i + 1}.plus`).sew('holder.minus-1', `light ${i + 1}.minus`);
  const plan = {...build.plan, runs: Object.fromEntries(Object.entries(build.plan.runs).map(([id, run]) => [id,{ ...run, threadId: 'insulated-wire', stitchId: 'laid' }]))};
  const s = solvePlan(plan); console.log(s.ok ? [...s.value.state.devices] : s.problem, s.ok && s.value.ampOf('V_p1'), s.ok && s.value.ampOf('Vb_p1'));
  console.log(checkPlan(plan).map(f=>f.severity+' '+f.message).filter(m=>!/close|crosses/.test(m)).slice(0,8));
}
