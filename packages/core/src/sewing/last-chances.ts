/** What each closing step is the last chance for: said once of each thing, where it can no longer be reached. */
import type { Part, Run } from '../plan/records.ts';
import { closingsOf, shutInOf } from '../reach/shut-in.ts';
import { listed, lower } from '../units/words.ts';
import { isOutOfReach } from './access.ts';
import type { StepDraft } from './step.ts';
import type { StepContext } from './steps/step-context.ts';

/** So many names say enough. */
const MOST_NAMES = 6;

/** In words, by step id. */
export function lastChances(
  { plan, names }: StepContext,
  steps: readonly Pick<StepDraft, 'id'>[],
): ReadonlyMap<string, string> {
  const chances = new Map<string, string>();
  if (plan.habits.cover !== 'none')
    chances.set('finish:cover', 'Last chance to mend a thread: all of them lie under the cover after this.');
  const place = new Map(steps.map(({ id }, i) => [id, i]));
  const closings = closingsOf(plan, ({ id }) => place.get(`work:${id}`) ?? 0);
  const parts = Object.values(plan.parts);
  const runs = Object.values(plan.runs).filter(({ prewired }) => prewired !== true);
  for (const { work, before, after } of closings) {
    const isLast = (thing: Part | Run): boolean =>
      isOutOfReach(plan, after, thing) && !isOutOfReach(plan, before, thing);
    const here = parts.filter(isLast).map(({ id }) => names.part(id));
    const shown =
      here.length > MOST_NAMES
        ? [...here.slice(0, MOST_NAMES), `${here.length - MOST_NAMES} more parts`]
        : here;
    const count = runs.filter(isLast).length;
    const what = listed([...shown, ...(count === 0 ? [] : [count === 1 ? '1 thread' : `${count} threads`])]);
    if (what === '') continue;
    const stuck = parts.flatMap((part) => {
      const shut = shutInOf(plan, part, closings);
      return shut?.by.id === work.id ? [`${lower(shut.handled.what)} of ${names.part(part.id)}`] : [];
    });
    const never = stuck.length === 0 ? '' : ` After it no hand gets to ${listed(stuck)} any more.`;
    chances.set(`work:${work.id}`, `Last chance for ${what}: not to be reached after this.${never}`);
  }
  return chances;
}
