import { countFindings } from '@sashiko/core/checks/check-plan';
import type { Finding } from '@sashiko/core/checks/finding';
import { reopenFinding } from '@sashiko/core/plan/edits/patch-edits';
import { Button } from 'antd';
import { useState } from 'react';
import { currentPlan, useCommittedPlan, usePlanStore } from '../../stores/plan-store.ts';
import {
  checkAgain,
  useCheckStanding,
  useFindings,
  useIsLookedAt,
  useOpenFindings,
  useRestingOpenFindings,
  useSorted,
} from '../../stores/use-findings.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Hard } from '../../ui/Hard.tsx';
import { LongList } from '../../ui/LongList.tsx';
import { Assumptions } from './Assumptions.tsx';
import { FindingCard } from './FindingCard.tsx';

/** Everything that was found, worst first; what the maker leaves as it is stands below. */
export function FindingsLeaf({ onChoose }: { readonly onChoose: (finding: Finding) => void }) {
  const plan = useCommittedPlan();
  const isLookedAt = useIsLookedAt();
  const [isTrying, setTrying] = useState(false);
  const spotlight = useViewStore((state) => state.spotlight);
  // While a fix is tried the list stays, so that its button does not vanish under the pointer; the count follows.
  const resting = useRestingOpenFindings();
  const shown = useOpenFindings();
  const { wrong: findings, notYet } = useSorted(isTrying ? resting : shown);
  const standing = useCheckStanding();
  const accepted = useFindings().filter((finding) => Object.hasOwn(plan.accepted, finding.key));
  const now = useSorted(shown);
  const counts = countFindings(now.wrong);
  const all = [...findings, ...notYet];
  const chosen = all.find((finding) => finding.key === spotlight?.key);
  const alike = chosen === undefined ? 0 : all.filter((one) => one.ruleId === chosen.ruleId).length;
  return (
    <>
      <section aria-live="polite">
        <h2>Findings</h2>
        <p>
          {Object.keys(plan.parts).length === 0 ? (
            'There is nothing on the cloth to check yet.'
          ) : standing.state === 'failed' ? (
            <>
              <strong className="plus">? Not checked.</strong> {standing.why}{' '}
              <Button size="small" onClick={checkAgain}>
                Try again
              </Button>
            </>
          ) : !isLookedAt ? (
            'Looking …'
          ) : counts.stop + counts.mend === 0 ? (
            <strong>
              {standing.state === 'due'
                ? 'Nothing wrong in the drawing; the currents are being worked out'
                : `${now.left !== null ? '✓ Nothing wrong so far' : '✓ Clear'}, under the assumptions below`}
              .
            </strong>
          ) : (
            <>
              <strong>{counts.stop} to put right</strong> <Hard term="stop" />{' '}
              <strong>{counts.mend} to mend</strong> <Hard term="mend" />
            </>
          )}
          {now.left !== null && ` · ${now.left}`}
          {counts.note > 0 && ` · ${counts.note} ${counts.note === 1 ? 'note' : 'notes'}`}
        </p>
      </section>
      <section>
        <LongList
          items={findings}
          keyOf={({ key }) => key}
          aboutPx={180}
          gapPx={8}
          shownKey={chosen?.key ?? null}
        >
          {(finding, i) => (
            <FindingCard
              key={finding.key}
              finding={finding}
              number={i + 1}
              isChosen={spotlight?.key === finding.key}
              onChoose={() => onChoose(finding)}
              alike={spotlight?.key === finding.key ? alike : 0}
              onTry={setTrying}
            />
          )}
        </LongList>
      </section>
      {notYet.length > 0 && (
        <section aria-label="Not sewn yet">
          <h2>Not sewn yet</h2>
          <LongList
            items={notYet}
            keyOf={({ key }) => key}
            aboutPx={150}
            gapPx={8}
            shownKey={spotlight?.key ?? null}
          >
            {(finding, i) => (
              <FindingCard
                key={finding.key}
                finding={finding}
                number={findings.length + i + 1}
                isChosen={spotlight?.key === finding.key}
                isNotYet
                alike={spotlight?.key === finding.key ? alike : 0}
                onChoose={() => onChoose(finding)}
                onTry={setTrying}
              />
            )}
          </LongList>
        </section>
      )}
      {accepted.length > 0 && (
        <section aria-label="Accepted">
          <h2>Left as they are</h2>
          <ul className="rows">
            {accepted.map((finding) => (
              <li key={finding.key}>
                <span>
                  {finding.severity === 'stop' && <strong>put right: </strong>}
                  {finding.message} <em>“{plan.accepted[finding.key]?.reason}”</em>{' '}
                  <button
                    type="button"
                    className="linkish"
                    onClick={() => usePlanStore.getState().commit(reopenFinding(currentPlan(), finding.key))}
                  >
                    take up again
                  </button>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Assumptions />
    </>
  );
}
