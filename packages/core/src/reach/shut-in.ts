/** What closes a place, and when: the works of a plan done one after another. */
import type { Part, Work } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { worksOf } from '../plan/seam-works.ts';
import { remembered } from '../units/remembered.ts';
import { type Handled, handledOf } from './handled.ts';
import { allDone, type Done, type FacePlace, type Spaces, spacesWhen } from './spaces.ts';

/** A work that closes something, with the spaces before and after it. */
export interface Closing {
  readonly work: Work;
  readonly before: Spaces;
  readonly after: Spaces;
}

/** All that closes or covers, in the order in which it is done; `orderOf` tells where another order was chosen. O(works² ). */
export function closingsOf(plan: Plan, orderOf: (work: Work) => number = () => 0): readonly Closing[] {
  const works = worksOf(plan)
    .filter(({ kind }) => kind === 'close')
    .sort((a, b) => orderOf(a) - orderOf(b));
  let done: Done = new Set();
  let before = spacesWhen(plan, done);
  return works.map((work) => {
    done = new Set([...done, work.id]);
    const after = spacesWhen(plan, done);
    const closing = { work, before, after };
    before = after;
    return closing;
  });
}

/** The spaces of the finished piece. Remembered. */
export const finishedSpaces = remembered(
  {
    name: 'spaces of the finished piece',
    under: ({ panels }: Plan) => panels,
    rests: ({ seams, layers, works }) => [seams, layers, works],
  },
  (plan): Spaces => spacesWhen(plan, allDone(plan)),
);

/** What of a part is not got to any more as it has to be, the widest way that is left to it, and what shut it in. */
export interface ShutIn {
  readonly handled: Handled;
  readonly wayMm: number;
  readonly by: Work;
}

/** The first thing of a part that is handled and cannot be reached in the finished piece; null where all can. `closings`: in the order they are done. */
export function shutInOf(plan: Plan, part: Part, closings?: readonly Closing[]): ShutIn | null {
  const { panelId, face } = part;
  const spaces = finishedSpaces(plan);
  const missed = handledOf(plan, part).find(
    ({ at, needsMm }) => spaces.widestWayMm({ panelId, face, at }) < needsMm,
  );
  if (missed === undefined) return null;
  const place = { panelId, face, at: missed.at };
  const closing = shuttingOf(closings ?? closingsOf(plan), place, missed.needsMm);
  return closing === null ? null : { handled: missed, wayMm: spaces.widestWayMm(place), by: closing.work };
}

/** The closing after which the way to a place is too narrow, of those that it was wide enough before; null where there is none. */
function shuttingOf(closings: readonly Closing[], place: FacePlace, needsMm: number): Closing | null {
  return (
    closings.findLast(
      ({ before, after }) => before.widestWayMm(place) >= needsMm && after.widestWayMm(place) < needsMm,
    ) ?? null
  );
}
