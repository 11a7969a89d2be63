import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Face } from '@sashiko/core/cloth/cloth';
import type { Plan } from '@sashiko/core/plan/schema';
import { INK } from '../ui/ink.ts';
import { gatherNear } from './labels.ts';
import { seer } from './table.ts';

/** Findings with their numbers, and what a press on a flag does. */
interface FlagsProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
  readonly findings: readonly PlacedFinding[];
  readonly chosenKey: string | null;
  readonly onChoose: (finding: PlacedFinding) => void;
}

/** Told by shape and number as well. */
const FLAG_COLOURS = { stop: INK.madder, mend: INK.amber, note: INK.indigo } as const;

/** Flags nearer to one another than this would be drawn over each other, px. */
const GATHERED_PX = 13;

/** Numbered flags where findings are: a square for stop, a disc for mend and note. Where several fall on one spot the first stands for all, and says how many more. */
export function Flags({ plan, face, scale, findings, chosenKey, onChoose }: FlagsProps) {
  const places = findings.map((finding) => seer(plan, finding, face)(finding.at));
  const gathered = gatherNear(places, GATHERED_PX / scale, (i) => findings[i]?.key === chosenKey);
  return (
    <g>
      {findings.map((finding, i) => {
        const at = places[i];
        const more = gathered[i];
        if (at === undefined || more === null || more === undefined) return null;
        const isChosen = finding.key === chosenKey;
        const r = (isChosen ? 13 : 11) / scale;
        const up = 20 / scale;
        const fill = FLAG_COLOURS[finding.severity];
        return (
          // Unseen by screen readers and the keyboard: the list beside the cloth offers the same.
          <g
            key={finding.key}
            onClick={() => onChoose(finding)}
            onPointerDown={(event) => event.stopPropagation()}
            style={{ cursor: 'pointer' }}
            aria-hidden="true"
          >
            {isChosen && (
              <circle
                cx={at.x}
                cy={at.y}
                r={16 / scale}
                fill="none"
                stroke={INK.lamp}
                strokeWidth={2.5 / scale}
                strokeDasharray={`${5 / scale} ${3 / scale}`}
              />
            )}
            <path d={`M${at.x} ${at.y}v${-up}`} stroke={fill} strokeWidth={2 / scale} />
            <circle
              cx={at.x}
              cy={at.y}
              r={3 / scale}
              fill={fill}
              stroke={INK.white}
              strokeWidth={1 / scale}
            />
            {finding.severity === 'stop' ? (
              <rect
                x={at.x - r}
                y={at.y - up - r}
                width={2 * r}
                height={2 * r}
                rx={3 / scale}
                fill={fill}
                stroke={INK.white}
                strokeWidth={1.5 / scale}
              />
            ) : (
              <circle
                cx={at.x}
                cy={at.y - up}
                r={r}
                fill={fill}
                stroke={INK.white}
                strokeWidth={1.5 / scale}
              />
            )}
            <text
              x={at.x}
              y={at.y - up + 4.6 / scale}
              fontSize={13.5 / scale}
              textAnchor="middle"
              fill={INK.white}
              fontWeight={700}
            >
              {i + 1}
            </text>
            {more > 0 && (
              <text
                x={at.x + 14 / scale}
                y={at.y - up + 4.6 / scale}
                fontSize={13 / scale}
                fill={fill}
                stroke={INK.white}
                strokeWidth={3 / scale}
                paintOrder="stroke"
                fontWeight={700}
              >
                +{more}
              </text>
            )}
            <title>{more === 0 ? finding.message : `${finding.message} And ${more} more here.`}</title>
          </g>
        );
      })}
    </g>
  );
}
