import { UNFINISHED } from '@sashiko/core/advice/what-next';
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Face } from '@sashiko/core/cloth/cloth';
import type { Plan } from '@sashiko/core/plan/schema';
import { useCommittedPlan } from '../stores/plan-store.ts';
import { useOpenFindings } from '../stores/use-findings.ts';
import { INK } from '../ui/ink.ts';
import { gatherNear } from './labels.ts';
import { seer } from './table.ts';

/** What was found while something is pulled about. */
interface LiveMarksProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
}

/** Marks nearer to one another than this are one, px. */
const GATHERED_PX = 8;

/** Small warnings where something that is being placed or sewn goes wrong; the Check stage says what. */
export function LiveMarks({ face, scale }: Omit<LiveMarksProps, 'plan'>) {
  const plan = useCommittedPlan();
  const findings = useOpenFindings().filter(
    (finding) => finding.severity !== 'note' && !UNFINISHED.has(finding.ruleId),
  );
  // Stops come first, so that a stop is never under a lesser mark.
  const gathered = gatherNear(
    findings.map((finding) => seer(plan, finding, face)(finding.at)),
    GATHERED_PX / scale,
    () => false,
  );
  return (
    <g pointerEvents="none">
      {findings.map((finding, i) =>
        gathered[i] === null ? null : (
          <LiveMark key={finding.key} finding={finding} plan={plan} face={face} scale={scale} />
        ),
      )}
    </g>
  );
}

/** A finding as a square (stop) or a disc, with its words as a title. */
function LiveMark({ finding, plan, face, scale }: LiveMarksProps & { readonly finding: PlacedFinding }) {
  const at = seer(plan, finding, face)(finding.at);
  const r = 8 / scale;
  const isStop = finding.severity === 'stop';
  const paint = { fill: isStop ? INK.madder : INK.amber, stroke: INK.white, strokeWidth: 1.2 / scale };
  return (
    <g>
      {isStop ? (
        <rect x={at.x - r} y={at.y - r} width={2 * r} height={2 * r} rx={2 / scale} {...paint} />
      ) : (
        <circle cx={at.x} cy={at.y} r={r} {...paint} />
      )}
      <path
        d={`M${at.x} ${at.y - r * 0.55}v${r * 0.62}M${at.x} ${at.y + r * 0.45}v${r * 0.1}`}
        stroke={INK.white}
        strokeWidth={2 / scale}
        strokeLinecap="round"
      />
      <title>{finding.message}</title>
    </g>
  );
}
