import { countFindings } from '@sashiko/core/checks/check-plan';
import type { CheckStanding } from '@sashiko/core/checks/check-standing';
import type { Plan } from '@sashiko/core/plan/schema';
import { memo } from 'react';
import { Link } from 'react-router';
import { STAGES, type StageId } from '../stages/stages.ts';
import { useCommittedPlan } from '../stores/plan-store.ts';
import { useWorkDone, type WorkDone } from '../stores/sheet-store.ts';
import {
  type Sorted,
  useCheckStanding,
  useIsLookedAt,
  useOpenFindings,
  useSorted,
} from '../stores/use-findings.ts';
import { StageIcon } from './StageIcon.tsx';

interface Badge {
  readonly text: string;
  readonly kind: 'stop' | 'mend' | 'done' | 'plain';
  readonly words: string;
}

function badgeOf(
  plan: Plan,
  stage: StageId,
  { done, all }: WorkDone,
  { wrong, left }: Sorted,
  isLookedAt: boolean,
  standing: CheckStanding,
): Badge | null {
  const count = (number: number, noun: string): Badge | null =>
    number === 0
      ? null
      : { text: String(number), kind: 'plain', words: `${number} ${noun}${number === 1 ? '' : 's'}` };
  switch (stage) {
    case 'parts':
      return count(Object.keys(plan.parts).length, 'part');
    case 'thread':
      return count(Object.keys(plan.runs).length, 'run');
    case 'check': {
      if (Object.keys(plan.parts).length === 0) return null;
      if (standing.state === 'failed')
        return { text: '?', kind: 'mend', words: `not checked: ${standing.why}` };
      if (!isLookedAt) return null;
      const again = standing.state === 'due' ? ', being looked at again' : '';
      const counts = countFindings(wrong);
      if (counts.stop > 0)
        return { text: String(counts.stop), kind: 'stop', words: `${counts.stop} to put right${again}` };
      if (counts.mend > 0)
        return { text: String(counts.mend), kind: 'mend', words: `${counts.mend} to mend${again}` };
      // What is not sewn yet is no mistake.
      return left !== null || standing.state === 'due'
        ? { text: '…', kind: 'plain', words: left ?? 'being looked at' }
        : { text: '✓', kind: 'done', words: 'clear' };
    }
    case 'sew': {
      if (done === 0) return null;
      return all !== null && done >= all
        ? { text: '✓', kind: 'done', words: 'all done' }
        : {
            text: String(done),
            kind: 'plain',
            words: `${done} ${all === null ? '' : `of ${all} `}steps done`,
          };
    }
    case 'bench':
      return count(Object.keys(plan.readings).length, 'reading');
    default:
      return null;
  }
}

/** The seven stages, each with its progress or its count of findings. */
export function Ribbon({ planId, stage }: { readonly planId: string; readonly stage: StageId }) {
  const plan = useCommittedPlan();
  const work = useWorkDone(plan);
  const sorted = useSorted(useOpenFindings());
  const isLookedAt = useIsLookedAt();
  const standing = useCheckStanding();
  return (
    <nav className="ribbon" aria-label="Stages">
      <Link className="home" to="/" aria-label="Back to the shelf" title="Back to the shelf">
        <img src="/icon.svg" alt="" width={42} height={42} />
      </Link>
      {STAGES.map(({ id, title }) => {
        const badge = badgeOf(plan, id, work, sorted, isLookedAt, standing);
        return (
          <StageLink
            key={id}
            id={id}
            title={title}
            to={`/plan/${planId}/${id}`}
            isOpen={id === stage}
            text={badge?.text ?? ''}
            kind={badge?.kind ?? 'plain'}
            words={badge?.words ?? ''}
          />
        );
      })}
      <span className="tail" />
    </nav>
  );
}

interface StageLinkProps extends Badge {
  readonly id: StageId;
  readonly title: string;
  readonly to: string;
  readonly isOpen: boolean;
}

/** A stage, drawn anew only when its badge says something else. */
const StageLink = memo(function StageLink({ id, title, to, isOpen, text, kind, words }: StageLinkProps) {
  return (
    <Link to={to} aria-current={isOpen ? 'page' : undefined}>
      <StageIcon stage={id} />
      {title}
      {text !== '' && (
        <span className={`badge ${kind}`}>
          <span aria-hidden="true">{text}</span>
          <span className="visually-hidden">{words}</span>
        </span>
      )}
    </Link>
  );
});
