import { countFindings } from '@sashiko/core/checks/check-plan';
import { CHECK_RULES, maybeCheckRule } from '@sashiko/core/checks/check-rules';
import type { Finding, Measure } from '@sashiko/core/checks/finding';
import { asSeen } from '@sashiko/core/cloth/cloth';
import { spacingRules } from '@sashiko/core/nets/clearance';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';
import { InputNumber } from 'antd';
import { ClothCanvas } from '../../canvas/ClothCanvas.tsx';
import { bringIntoView } from '../../canvas/camera.ts';
import { Flags } from '../../canvas/Flags.tsx';
import { findingsOf } from '../../stores/derived.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';

/** What the checks find, pinned on the cloth. Parts can be dragged here too, to see findings go. */
export function CheckStage() {
  const plan = useShownPlan();
  const face = useViewStore((state) => state.face);
  const spotlight = useViewStore((state) => state.spotlight);
  const findings = findingsOf(plan);
  const counts = countFindings(findings);
  const choose = (finding: Finding): void => {
    const view = useViewStore.getState();
    view.select({});
    view.setSpotlight({ key: finding.key, partIds: finding.partIds, runIds: finding.runIds });
    const area = document.querySelector('.cloth-area');
    if (view.camera !== null && area !== null) {
      view.setCamera(
        bringIntoView(view.camera, asSeen(plan.cloth, face, finding.at), area.clientWidth, area.clientHeight),
      );
    }
  };
  return (
    <>
      <ClothCanvas
        abilities={{ movesParts: true, drawsThread: false }}
        overlay={(scale) => (
          <Flags
            plan={plan}
            face={face}
            scale={scale}
            findings={findings}
            chosenKey={spotlight?.key ?? null}
            onChoose={choose}
          />
        )}
      />
      <aside className="tray" aria-label="Check">
        <section aria-live="polite">
          <h2>Findings</h2>
          <p>
            {Object.keys(plan.parts).length === 0 ? (
              'There is nothing on the cloth to check yet.'
            ) : findings.length === 0 ? (
              <strong>✓ Clear, under the assumptions below.</strong>
            ) : (
              <strong>
                {counts.stop} to put right, {counts.mend} to mend
              </strong>
            )}
          </p>
        </section>
        <section>
          {findings.map((finding, i) => (
            <FindingCard
              key={finding.key}
              finding={finding}
              number={i + 1}
              unit={plan.habits.unit}
              isChosen={spotlight?.key === finding.key}
              onChoose={() => choose(finding)}
            />
          ))}
        </section>
        <Assumptions />
      </aside>
    </>
  );
}

interface FindingCardProps {
  readonly finding: Finding;
  readonly number: number;
  readonly unit: LengthUnit;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function FindingCard({ finding, number, unit, isChosen, onChoose }: FindingCardProps) {
  const rule = maybeCheckRule(finding.ruleId);
  const severity =
    finding.severity === 'stop' ? 'stop: will not work' : finding.severity === 'mend' ? 'mend: weak' : 'note';
  return (
    <button type="button" className="finding" aria-pressed={isChosen} onClick={onChoose}>
      <span className={`mark ${finding.severity}`} aria-hidden="true">
        {number}
      </span>
      <strong>{rule?.title}</strong>
      <span className="detail">{finding.message}</span>
      <span className="kind">
        {severity}
        {rule?.touching == null ? '' : ` · ${rule.touching}`}
      </span>
      <span className="detail figure">
        found {measure(finding.found, unit)}, wanted {LIMIT_WORDS[finding.wanted.unit] ?? ''}
        {measure(finding.wanted, unit)}
      </span>
      {isChosen && <span className="detail">→ {finding.step}</span>}
      {isChosen && rule !== undefined && <span className="detail quiet">{rule.help}</span>}
    </button>
  );
}

/** Whether the number wanted is the least or the most. */
const LIMIT_WORDS: Readonly<Partial<Record<Measure['unit'], string>>> = { mm: 'at least ', g: 'at most ' };

const ONE: Readonly<Record<Measure['unit'], string>> = {
  mm: 'mm',
  g: 'g',
  zones: 'zone',
  crossings: 'crossing',
  sides: 'side',
  joins: 'join',
  switches: 'switch',
};

function measure({ value, unit: kind }: Measure, unit: LengthUnit): string {
  if (kind === 'mm') return formatLength(value, unit);
  if (kind === 'g') return `${value.toFixed(0)} g`;
  return `${value} ${value === 1 ? ONE[kind] : kind}`;
}

/** What the word "clear" rests on, to see and to change. */
function Assumptions() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const rules = spacingRules(plan);
  return (
    <section>
      <h2>Assumptions</h2>
      <div className="field">
        <label htmlFor="gap-stitches">Gap in stitches</label>
        <InputNumber
          id="gap-stitches"
          style={{ width: '100%' }}
          min={0}
          max={5}
          step={0.1}
          value={plan.habits.gapInStitches}
          onChange={(gapInStitches) => {
            if (gapInStitches !== null)
              commit(changeHabits(plan, { gapInStitches }, 'change the wanted gap'), 'gap');
          }}
        />
      </div>
      <p className="quiet">
        Between threads of different sides: one stitch, or both threads’ envelopes (a hand wanders 1 mm, hairs
        stand off 0.2 to 0.5 mm, the cloth gives × {rules.looseness}) and 1 mm more. {CHECK_RULES.length}{' '}
        rules are checked while you edit.
      </p>
    </section>
  );
}
