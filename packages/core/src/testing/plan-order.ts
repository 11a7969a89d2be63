import { type OrderPlan, planningOrder } from '../router/engine/order-plan.ts';

/** The plan of `planningOrder`, without pauses. */
export function planOrder(...how: Parameters<typeof planningOrder>): OrderPlan {
  const steps = planningOrder(...how);
  for (;;) {
    const { done, value } = steps.next();
    if (done === true) return value;
  }
}
