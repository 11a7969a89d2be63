import { toJsonSchema } from '@valibot/to-json-schema';
import { PLAN_VERSION, PlanSchema } from '../plan/schema.ts';

/** The JSON Schema of a plan file, made from the Valibot schema. Rules that span records are in docs/plan-file.md. */
export function planJsonSchema(): Record<string, unknown> {
  return {
    title: `Sashiko plan, version ${PLAN_VERSION}`,
    ...toJsonSchema(PlanSchema, { errorMode: 'ignore' }),
  };
}
