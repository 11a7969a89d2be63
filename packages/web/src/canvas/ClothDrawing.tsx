/** The one drawing of the cloth with all that is on it, in millimetres: on the worktable and on the shelf. */
import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { maybeClothColour } from '@sashiko/core/cloth/cloth-kinds';
import { deriveSides } from '@sashiko/core/nets/sides';
import { sumRun } from '@sashiko/core/plan/placed';
import type { Plan } from '@sashiko/core/plan/schema';
import { useId } from 'react';
import { PartDrawing } from './PartDrawing.tsx';
import { RunDrawing } from './RunDrawing.tsx';
import { linePath } from './seen.ts';

interface ClothDrawingProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly chosenParts?: readonly string[];
  readonly chosenRuns?: readonly string[];
  readonly litParts?: readonly string[];
  readonly isDim?: boolean;
  /** Wraps each part, so that the worktable can make it a button. */
  readonly wrapPart?: (partId: string, drawing: React.ReactNode) => React.ReactNode;
  readonly wrapRun?: (runId: string, drawing: React.ReactNode) => React.ReactNode;
}

const NONE: readonly string[] = [];

export function ClothDrawing(props: ClothDrawingProps) {
  const { plan, face, chosenParts = NONE, chosenRuns = NONE, litParts = NONE, isDim = false } = props;
  const { cloth } = plan;
  const sides = deriveSides(plan);
  const isDark = maybeClothColour(cloth.colourId)?.isDark === true || isDim;
  const wrapPart = props.wrapPart ?? ((_id, drawing) => drawing);
  const wrapRun = props.wrapRun ?? ((_id, drawing) => drawing);
  return (
    <g>
      <Ground plan={plan} face={face} isDark={isDark} isDim={isDim} />
      {Object.values(plan.runs).map((run) => (
        <g key={run.id} opacity={isDim ? 0.7 : 1}>
          {wrapRun(
            run.id,
            <RunDrawing
              sum={sumRun(plan, run)}
              side={sides.of(sides.nets.ofRun(run.id))}
              cloth={cloth}
              face={face}
              isDark={isDark}
              isChosen={chosenRuns.includes(run.id)}
            />,
          )}
        </g>
      ))}
      {Object.values(plan.parts).map((part) => (
        <g key={part.id} opacity={isDim && !litParts.includes(part.id) ? 0.6 : 1}>
          {wrapPart(
            part.id,
            <PartDrawing
              part={part}
              cloth={cloth}
              face={face}
              isChosen={chosenParts.includes(part.id)}
              isLit={litParts.includes(part.id)}
            />,
          )}
        </g>
      ))}
    </g>
  );
}

interface GroundProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly isDark: boolean;
  readonly isDim: boolean;
}

/** The cloth itself: its weave, a line of stitches along the edge, chalk marks. */
function Ground({ plan, face, isDark, isDim }: GroundProps) {
  const weave = useId();
  const { cloth } = plan;
  const { widthMm, heightMm } = cloth.shape;
  const hex = maybeClothColour(cloth.colourId)?.hex ?? '#efe6d2';
  const chalk = isDark ? '#f6f1e6' : '#7b6c4d';
  return (
    <g>
      <defs>
        <pattern id={weave} width="2" height="2" patternUnits="userSpaceOnUse">
          <path d="M0 0.5H2M0.5 0V2" stroke={isDark ? '#fff' : '#6b5c3c'} strokeWidth="0.22" opacity={0.11} />
        </pattern>
      </defs>
      <rect x={0.8} y={1.6} width={widthMm} height={heightMm} rx={2.5} fill="#000" opacity={0.22} />
      <rect
        width={widthMm}
        height={heightMm}
        rx={2.5}
        fill={hex}
        stroke={isDark ? 'none' : '#b7a57c'}
        strokeWidth={0.5}
      />
      <rect width={widthMm} height={heightMm} rx={2.5} fill={`url(#${weave})`} />
      {isDim && <rect width={widthMm} height={heightMm} rx={2.5} fill="#060a18" opacity={0.72} />}
      {face === 'wrong' && !isDim && (
        <rect width={widthMm} height={heightMm} rx={2.5} fill={isDark ? '#fff' : '#000'} opacity={0.07} />
      )}
      <g
        stroke={chalk}
        strokeWidth={0.5}
        fill="none"
        opacity={face === 'right' ? 0.6 : 0.18}
        strokeLinejoin="round"
      >
        {cloth.marks.map((mark) => {
          const data = linePath(
            mark.points.map((p) => asSeen(cloth, face, p)),
            mark.closed,
          );
          return (
            <path
              key={data}
              d={data}
              fill={mark.closed ? chalk : 'none'}
              fillOpacity={mark.closed ? 0.1 : 0}
            />
          );
        })}
      </g>
    </g>
  );
}
