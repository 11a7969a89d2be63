import { countFindings } from '@sashiko/core/checks/check-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { memo } from 'react';
import { Link } from 'react-router';
import { STAGES, type StageId } from '../stages/stages.ts';
import { useCommittedPlan } from '../stores/plan-store.ts';
import { useWorkDone, type WorkDone } from '../stores/sheet-store.ts';
import { type Sorted, useIsLookedAt, useOpenFindings, useSorted } from '../stores/use-findings.ts';
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
      if (Object.keys(plan.parts).length === 0 || !isLookedAt) return null;
      const counts = countFindings(wrong);
      if (counts.stop > 0)
        return { text: String(counts.stop), kind: 'stop', words: `${counts.stop} to put right` };
      if (counts.mend > 0)
        return { text: String(counts.mend), kind: 'mend', words: `${counts.mend} to mend` };
      // What is not sewn yet is no mistake.
      return left !== null
        ? { text: '…', kind: 'plain', words: left }
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
  return (
    <nav className="ribbon" aria-label="Stages">
      <Link className="home" to="/" aria-label="Back to the shelf" title="Back to the shelf">
        <img src="/icon.svg" alt="" width={42} height={42} />
      </Link>
      {STAGES.map(({ id, title }) => {
        const badge = badgeOf(plan, id, work, sorted, isLookedAt);
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
