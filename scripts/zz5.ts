import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { insulated } from '@sashiko/core/testing/insulated';
import { solvePlan } from '@sashiko/core/circuit/faded';
import { warmPlaces } from '@sashiko/core/circuit/heat';
import { describeSpool } from '@sashiko/core/plan/edits/patch-edits';
import { applyEdit } from '@sashiko/core/plan/edit';
  const b2 = new PlanBuilder('Hot', 3000, 600).place('power-board', 'holder', 100, 300);
  for (let i = 0; i < 40; i += 1) {
    b2.place('bare-leg-light-5', `l${i}`, 200 + 60 * i, 220, { turnDeg: 90, colourId: 'red' });
    if (i > 0) b2.sew('l0.plus', `l${i}.plus`).sew('l0.minus', `l${i}.minus`);
  }
  b2.sew('holder.plus-1', 'l0.plus').sew('holder.minus-1', 'l0.minus');
let w = insulated(b2.plan); const e = describeSpool(w,'insulated-wire',{swatch:{lengthMm:100,ohm:3,clothMm:1}}); if(e.ok) w=applyEdit(w,e.value); const q = solvePlan(w); if (q.ok) { console.log(q.value.ampOf('V_p1')); for (const x of warmPlaces(w, q.value).slice(0,6)) console.log(x.name,x.celsius,x.watt,x.wattPerCm);}
