import { maybeCheckRule } from '@sashiko/core/checks/check-rules';
import type { Finding } from '@sashiko/core/checks/finding';
import type { Fix } from '@sashiko/core/checks/fix';
import { foundAndWanted } from '@sashiko/core/checks/measure-words';
import { succeed } from '@sashiko/core/errors/problem';
import { acceptFinding } from '@sashiko/core/plan/edits/patch-edits';
import { capital } from '@sashiko/core/units/words';
import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { currentPlan, type Preview, useCommittedPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { FixAllButton } from './FixAllButton.tsx';

interface FindingCardProps {
  readonly finding: Finding;
  readonly number: number;
  readonly isChosen: boolean;
  /** It says what is left to do, not what is wrong. */
  readonly isNotYet?: boolean;
  /** How many findings of its rule there are, where it is chosen. */
  readonly alike?: number;
  readonly onChoose: () => void;
  /** A fix is shown on the cloth, or no longer. */
  readonly onTry: (isTrying: boolean) => void;
}

/** For those who hear the sign before a finding. */
const SEVERITY_WORDS = {
  stop: 'put right: will not work, or is not safe',
  mend: 'mend: weak, or wants doing',
  note: 'note',
} as const;

/** One finding: what, where, why it matters; when it is chosen, what to do about it. */
export function FindingCard({
  finding,
  number,
  isChosen,
  isNotYet = false,
  alike = 0,
  onChoose,
  onTry,
}: FindingCardProps) {
  const { unit } = useCommittedPlan().habits;
  const rule = maybeCheckRule(finding.ruleId);
  const figures = foundAndWanted(finding, unit);
  return (
    <div className={`finding-card${isChosen ? ' chosen' : ''}`}>
      <button type="button" className="finding" aria-pressed={isChosen} onClick={onChoose}>
        <span className={`mark ${isNotYet ? 'note' : finding.severity}`} aria-hidden="true">
          {number}
        </span>
        <strong>{rule?.title}</strong>
        <span className="detail">{finding.message}</span>
        <span className="kind">
          {isNotYet ? 'left to do' : SEVERITY_WORDS[finding.severity]}
          {isNotYet || rule?.touching == null ? '' : ` · ${rule.touching}`}
        </span>
        {figures !== null && <span className="detail figure">{figures}</span>}
        {isChosen && <span className="detail">→ {finding.step}</span>}
        {isChosen && rule !== undefined && <span className="detail quiet">{rule.help}</span>}
      </button>
      {isChosen && <Remedies key={finding.key} finding={finding} alike={alike} onTry={onTry} />}
    </div>
  );
}

/** Fixes to try and take, and a way to leave things as they are. They are looked for once the plan rests. */
function Remedies({
  finding,
  alike,
  onTry,
}: Pick<FindingCardProps, 'finding' | 'onTry'> & { readonly alike: number }) {
  const plan = usePlanStore((state) => state.history?.plan ?? null);
  const looked = useAnswer('fixes', plan === null ? null : { plan, finding });
  const tried = looked.isDue ? null : looked.answer;
  const fixes = looked.isDue ? null : (tried?.fixes ?? []);
  const [reason, setReason] = useState('');
  const { commit } = usePlanStore.getState();
  const shown = useRef<Preview | null>(null);
  const leave = (): void => shown.current?.end();
  useEffect(() => () => shown.current?.end(), []);
  const attempt = (fix: Fix): void => {
    shown.current = usePlanStore.getState().startPreview(() => onTry(false));
    onTry(true);
    shown.current.show(succeed(fix.edit));
  };
  return (
    <div className="remedies">
      {fixes === null && <p className="quiet">Looking for a fix …</p>}
      {fixes?.length === 0 && (
        <p className="quiet">
          {tried?.isAll === false
            ? 'None of the changes that were tried mends it; the others take too long to try here.'
            : (maybeCheckRule(finding.ruleId)?.byHand ?? 'No single edit mends it: it takes a hand.')}
        </p>
      )}
      {fixes?.map((fix) => (
        <Button
          key={fix.id}
          size="small"
          onMouseEnter={() => attempt(fix)}
          onFocus={() => attempt(fix)}
          onMouseLeave={leave}
          onBlur={leave}
          onClick={() => {
            if (commit(succeed(fix.edit))) useViewStore.getState().setSpotlight(null);
          }}
        >
          {capital(fix.label)}
        </Button>
      ))}
      {fixes !== null && fixes.length > 0 && alike > 1 && (
        <FixAllButton ruleId={finding.ruleId} count={alike} />
      )}
      <div className="accept">
        <Input
          size="small"
          aria-label="Why it may stay as it is"
          placeholder="Why it may stay as it is"
          maxLength={120}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
        <Button
          size="small"
          disabled={reason.trim() === ''}
          onClick={() => commit(acceptFinding(currentPlan(), finding.key, reason))}
        >
          Leave it as it is
        </Button>
      </div>
    </div>
  );
}
