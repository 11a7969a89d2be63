import { type Verdict, verdictWords } from '@sashiko/core/advice/verdict';
import type { Plan } from '@sashiko/core/plan/schema';
import { memo } from 'react';
import { Link } from 'react-router';
import { STAGES, type StageId } from '../stages/stages.ts';
import { useCommittedPlan } from '../stores/plan-store.ts';
import { useWorkDone, type WorkDone } from '../stores/sheet-store.ts';
import { useCheckStanding, useVerdict } from '../stores/use-findings.ts';
import { StageIcon } from './StageIcon.tsx';

/** What stands beside a stage: its count or its progress, with words for those who hear it. */
interface Badge {
  readonly text: string;
  readonly kind: 'stop' | 'mend' | 'done' | 'plain';
  readonly words: string;
}

/** The badge of a stage by what is done there, what was found, and what comes next. */
function badgeOf(
  plan: Plan,
  stage: StageId,
  { done, all }: WorkDone,
  verdict: Verdict | null,
  isDue: boolean,
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
    case 'check':
      return verdict === null ? null : checkBadge(verdict, isDue);
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

/** What Check has to say, in the words of the shelf. */
function checkBadge(verdict: Verdict, isDue: boolean): Badge | null {
  const words = `${verdictWords(verdict)}${isDue ? ', being looked at again' : ''}`;
  switch (verdict.kind) {
    case 'empty':
      return null;
    case 'failed':
      return { text: '?', kind: 'mend', words };
    case 'left':
      return { text: '…', kind: 'plain', words: verdict.what };
    case 'clear':
      return isDue
        ? { text: '…', kind: 'plain', words: 'being looked at' }
        : { text: '✓', kind: 'done', words };
    default:
      return { text: String(verdict.count), kind: verdict.kind, words };
  }
}

/** The seven stages, each with its progress or its count of findings. */
export function Ribbon({ planId, stage }: { readonly planId: string; readonly stage: StageId }) {
  const plan = useCommittedPlan();
  const work = useWorkDone(plan);
  const verdict = useVerdict();
  const isDue = useCheckStanding().state === 'due';
  return (
    <nav className="ribbon" aria-label="Stages">
      <Link className="home" to="/" aria-label="Back to the shelf" title="Back to the shelf">
        <img src="/icon.svg" alt="" width={42} height={42} />
      </Link>
      {STAGES.map(({ id, title }) => {
        const badge = badgeOf(plan, id, work, verdict, isDue);
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

/** A stage in the ribbon. */
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
