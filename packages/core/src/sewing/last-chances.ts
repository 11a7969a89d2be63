/** What each closing step is the last chance for: said once of each thing, where it can no longer be reached. */
import type { Work } from '../plan/records.ts';
import { worksOf } from '../plan/seam-works.ts';
import { accessOf, outOfReach, unreachableHolders } from './access.ts';
import { listed } from './sheet-names.ts';
import type { StepDraft } from './step.ts';
import type { StepContext } from './steps/step-context.ts';

/** So many names say enough. */
const MOST_NAMES = 6;

interface Closing {
  readonly work: Work;
  readonly parts: ReadonlySet<string>;
  readonly runs: ReadonlySet<string>;
}

/** In words, by step id. */
export function lastChances(
  { plan, names }: StepContext,
  steps: readonly Pick<StepDraft, 'id'>[],
): ReadonlyMap<string, string> {
  const chances = new Map<string, string>();
  if (plan.habits.cover !== 'none')
    chances.set('finish:cover', 'Last chance to mend a thread: all of them lie under the cover after this.');
  const place = new Map(steps.map(({ id }, i) => [id, i]));
  const closings = worksOf(plan)
    .filter(({ kind }) => kind === 'close')
    .sort((a, b) => (place.get(`work:${a.id}`) ?? 0) - (place.get(`work:${b.id}`) ?? 0))
    .map((work): Closing => {
      const { partIds, runIds } = outOfReach(plan, accessOf(plan, work));
      return { work, parts: partIds, runs: runIds };
    });
  const isSeam = ({ work }: Closing): boolean => Object.hasOwn(plan.seams, work.id);
  const isLayer = ({ work }: Closing): boolean => Object.hasOwn(plan.layers, work.id);
  /** A layer hides at once. Seams leave a way in until the last of them, and what is closed after them, is done; else the first closing hides. */
  const hiding = (hides: readonly Closing[]): Closing | undefined => {
    const layer = hides.find(isLayer);
    return layer ?? (hides.some(isSeam) ? hides.at(-1) : hides[0]);
  };
  const hidden = (table: Readonly<Record<string, unknown>>, of: (closing: Closing) => ReadonlySet<string>) =>
    new Map(Object.keys(table).map((id) => [id, hiding(closings.filter((one) => of(one).has(id)))]));
  const parts = hidden(plan.parts, (closing) => closing.parts);
  const runs = hidden(plan.runs, (closing) => closing.runs);
  for (const closing of closings) {
    const here = [...closing.parts].filter((id) => parts.get(id) === closing).map((id) => names.part(id));
    const shown =
      here.length > MOST_NAMES
        ? [...here.slice(0, MOST_NAMES), `${here.length - MOST_NAMES} more parts`]
        : here;
    const count = [...closing.runs].filter((id) => runs.get(id) === closing).length;
    const what = listed([...shown, ...(count === 0 ? [] : [count === 1 ? '1 thread' : `${count} threads`])]);
    if (what === '') continue;
    const stuck = unreachableHolders(plan, closing.work)
      .filter(({ id }) => parts.get(id) === closing)
      .map((part) => names.part(part.id));
    const cell = stuck.length === 0 ? '' : ` The cell of ${listed(stuck)} could not be changed any more.`;
    chances.set(`work:${closing.work.id}`, `Last chance for ${what}: not to be reached after this.${cell}`);
  }
  return chances;
}
