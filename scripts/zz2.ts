import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { lightRows } from '@sashiko/core/testing/light-rows';
import { touchesOf } from '@sashiko/core/circuit/touches';
import { willItLight } from '@sashiko/core/circuit/will-it-light';
import { expectOk } from '@sashiko/core/errors/problem';
for (const plan of [gridPlan(3,8), gridPlan(1,8), gridPlan(10,10), lightRows(24), lightRows(100)]) { const a = expectOk(willItLight(plan)); console.log(touchesOf(plan).length, a.supplies[0]?.amp, a.lights[0]?.amp, expectOk(willItLight(plan,{touchOhm:null})).lights[0]?.amp); }
