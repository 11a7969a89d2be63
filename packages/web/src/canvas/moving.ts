/** What moves while a gesture is under way, apart from what rests: what rests is drawn once, what moves is drawn over it. */
import { deriveSides } from '@sashiko/core/joining/sides';
import type { Plan } from '@sashiko/core/plan/schema';
import { usePlanStore } from '../stores/plan-store.ts';

export interface Moving {
  /** As it is to be drawn. */
  readonly plan: Plan;
  readonly partIds: ReadonlySet<string>;
  readonly runIds: ReadonlySet<string>;
  readonly patchIds: ReadonlySet<string>;
}

/** Tables and fields of a plan of which single things can be drawn apart, and those nothing is drawn of. */
const APART: ReadonlySet<string> = new Set(['parts', 'runs', 'patches', 'nextNumber', 'ticks', 'readings']);

/** What looks otherwise in `shown` than in `rest`; null where more differs than can be drawn apart, such as the cloth itself. O(parts + runs). */
export function movingIn(rest: Plan, shown: Plan): Moving | null {
  for (const key of Object.keys(shown) as (keyof Plan)[])
    if (!APART.has(key) && rest[key] !== shown[key]) return null;
  const partIds = changed(rest.parts, shown.parts);
  const runIds = changed(rest.runs, shown.runs);
  const [before, after] = [deriveSides(rest), deriveSides(shown)];
  for (const run of Object.values(shown.runs))
    if (
      partIds.has(run.from.partId) ||
      partIds.has(run.to.partId) ||
      (before.nets !== after.nets &&
        rest.runs[run.id] !== undefined &&
        before.of(before.nets.ofRun(run.id)) !== after.of(after.nets.ofRun(run.id)))
    )
      runIds.add(run.id);
  const patchIds = changed(rest.patches, shown.patches);
  for (const patch of Object.values(shown.patches))
    if (runIds.has(patch.overRunId) || runIds.has(patch.underRunId)) patchIds.add(patch.id);
  return { plan: shown, partIds, runIds, patchIds };
}

function changed<T>(rest: Readonly<Record<string, T>>, shown: Readonly<Record<string, T>>): Set<string> {
  const ids = new Set<string>();
  if (rest === shown) return ids;
  for (const id in shown) if (rest[id] !== shown[id]) ids.add(id);
  for (const id in rest) if (shown[id] === undefined) ids.add(id);
  return ids;
}

/** The last answer: all who draw ask about the same two plans. */
let last: { readonly rest: Plan; readonly shown: Plan; readonly moving: Moving | null } | null = null;

function movingNow(rest: Plan, shown: Plan): Moving | null {
  if (last?.rest !== rest || last.shown !== shown) last = { rest, shown, moving: movingIn(rest, shown) };
  return last.moving;
}

interface Shown {
  readonly preview: Plan | null;
  readonly history: { readonly plan: Plan } | null;
}

function restOf({ preview, history }: Shown): Plan {
  const plan = history?.plan;
  if (plan === undefined) throw new Error('restOf: no plan is open');
  return preview === null || movingNow(plan, preview) !== null ? plan : preview;
}

/** The plan without what moves: the same object as long as a gesture only moves things. Throws when no plan is open. */
export function useRestingPlan(): Plan {
  return usePlanStore(restOf);
}

/** What moves now, or null. */
export function useMoving(): Moving | null {
  return usePlanStore(({ preview, history }) =>
    preview === null || history === null ? null : movingNow(history.plan, preview),
  );
}
