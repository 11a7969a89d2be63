/** What closes a place, and when: the works of a plan done one after another. */
import type { Part, Work } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { worksOf } from '../plan/seam-works.ts';
import { remembered } from '../units/remembered.ts';
import { type Handled, handledOf } from './handled.ts';
import { allDone, type Done, type Place, type Spaces, spacesWhen } from './spaces.ts';

/** How wide a way has to be, lying flat, mm (assumptions): for a hand, for two fingers; a needle comes through whatever is open at all. */
export const HAND_MM = 90;
export const FINGERS_MM = 40;

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

/** What of a part no two fingers get to any more, and what shut it in. */
export interface ShutIn {
  readonly handled: Handled;
  readonly by: Work;
}

/** The first thing of a part that is handled and cannot be reached in the finished piece; null where all can. `closings`: in the order they are done. */
export function shutInOf(plan: Plan, part: Part, closings?: readonly Closing[]): ShutIn | null {
  const { panelId, face } = part;
  const missed = handledOf(plan, part).find(
    ({ at }) => finishedSpaces(plan).widestWayMm({ panelId, face, at }) < FINGERS_MM,
  );
  if (missed === undefined) return null;
  const closing = shuttingOf(closings ?? closingsOf(plan), { panelId, face, at: missed.at });
  return closing === null ? null : { handled: missed, by: closing.work };
}

/** The closing after which no two fingers get to a place, of those it could be reached before; null where there is none. */
function shuttingOf(closings: readonly Closing[], place: Place): Closing | null {
  return (
    closings.findLast(
      ({ before, after }) => before.widestWayMm(place) >= FINGERS_MM && after.widestWayMm(place) < FINGERS_MM,
    ) ?? null
  );
}
