import type { Plan } from '@sashiko/core/plan/schema';
import {
  isClosedNow,
  type Mover,
  moversOf,
  putMovers,
  putToRest,
} from '@sashiko/core/power/operating-states';
import { capital } from '@sashiko/core/units/words';
import { Button, Checkbox } from 'antd';
import { usePlanStore } from '../stores/plan-store.ts';

/** How switches, buttons and closures stand: as a click on them on the cloth puts them, and by keyboard here. */
export function StateLeaf({ plan }: { readonly plan: Plan }) {
  const commit = usePlanStore((state) => state.commit);
  const movers = moversOf(plan);
  if (movers.length === 0) return null;
  const rests = movers.every((mover) => isClosedNow(plan, mover) === (mover.closedBy !== 'press'));
  return (
    <fieldset className="how-it-stands">
      <legend>As it stands</legend>
      {movers.map((mover) => {
        const isClosed = isClosedNow(plan, mover);
        return (
          <Checkbox
            key={mover.partId}
            checked={isClosed}
            onChange={() => commit(putMovers(plan, [mover], !isClosed))}
          >
            {capital(isClosed ? mover.closed : mover.open)}
          </Checkbox>
        );
      })}
      {!rests && (
        <Button size="small" onClick={() => commit(putToRest(plan))}>
          Let it rest
        </Button>
      )}
    </fieldset>
  );
}

/** A word beside each part that opens or closes, for the cloth. */
export function standNotes(plan: Plan): Readonly<Record<string, string>> {
  return Object.fromEntries(
    moversOf(plan).flatMap((mover) => mover.partIds.map((id) => [id, standWord(plan, mover)] as const)),
  );
}

function standWord(plan: Plan, mover: Mover): string {
  const isClosed = isClosedNow(plan, mover);
  switch (mover.closedBy) {
    case 'press':
      return isClosed ? 'pressed' : 'not pressed';
    case 'closing':
      return isClosed ? 'closed' : 'open';
    case 'tying':
      return isClosed ? 'tied' : 'untied';
    case 'magnet':
      return isClosed ? 'magnet near' : 'no magnet';
    case 'dark':
      return isClosed ? 'in the dark' : 'in the light';
    case 'hand':
      return isClosed ? 'on' : 'off';
  }
}
