import type { Plan } from '@sashiko/core/plan/schema';
import { stopWarnings } from '@sashiko/core/sewing/stop-warnings';
import { useCheckStanding, useRestingFindings } from '../../stores/use-findings.ts';

/** What stands in bold at the head of the sheet: stops to put right, and those the maker lives with. */
export function StopsNotice({ plan }: { readonly plan: Plan }) {
  const { open, accepted } = stopWarnings(plan, useRestingFindings());
  const standing = useCheckStanding();
  if (open.length + accepted.length === 0 && standing.state !== 'failed') return null;
  return (
    <div>
      {standing.state === 'failed' && (
        <p>
          <strong className="plus">? The plan is not checked.</strong> {standing.why}
        </p>
      )}
      {open.length > 0 && (
        <p>
          <strong className="plus">
            ! {open.length} {open.length === 1 ? 'finding' : 'findings'} to put right first.
          </strong>{' '}
          The sheet prints {open.length === 1 ? 'it' : 'them'} at its top.
        </p>
      )}
      {accepted.map(({ message, reason }) => (
        <p key={message}>
          <strong className="plus">! {message}</strong> Accepted: {reason}.
        </p>
      ))}
    </div>
  );
}
