/** The one drawing of the cloth with all that is on it, in millimetres: on the worktable and on the shelf. */

import type { Face } from '@sashiko/core/cloth/cloth';
import { maybeClothColour } from '@sashiko/core/cloth/cloth-kinds';
import type { Point } from '@sashiko/core/geometry/point';
import { deriveSides } from '@sashiko/core/joining/sides';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Panel, Patch, Run } from '@sashiko/core/plan/records';
import { sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import type { LineSum } from '@sashiko/core/thread/thread-sums';
import { memo } from 'react';
import { PartByDetail, RunByDetail } from './ByDetail.tsx';
import { PartButton, RunButton } from './CanvasButtons.tsx';
import { ALL_NEAR, detailOf, type NearBounds } from './detail.ts';
import { Ground } from './Ground.tsx';
import { HoleLoops } from './HoleLoops.tsx';
import { PatchDrawing } from './PatchDrawing.tsx';
import { tableTransform } from './seen.ts';

/** What the worktable adds: parts and runs to take hold of. */
export interface DrawingHands {
  /** Which of the two can be chosen; the others are looked at only. */
  readonly takes: 'parts' | 'runs';
  /** Clicks on a part do this instead of choosing it. */
  readonly onPart?: ((partId: string) => void) | undefined;
}

interface ClothDrawingProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly chosenParts?: ReadonlySet<string>;
  readonly chosenRuns?: ReadonlySet<string>;
  readonly litParts?: ReadonlySet<string>;
  readonly isDim?: boolean;
  readonly hands?: DrawingHands;
  /** What is drawn with all its detail; everything, if it is not said. */
  readonly near?: NearBounds;
}

const NONE: ReadonlySet<string> = new Set();

/** Runs, then the ids of patches, then the runs that go over them. */
function runsInOrder(
  plan: Plan,
  isHere: (thing: { readonly panelId: string }) => boolean,
): ReadonlyArray<Run | string> {
  const patches = Object.values(plan.patches).filter(isHere);
  const runs = Object.values(plan.runs).filter(isHere);
  if (patches.length === 0) return runs;
  const over = new Set(patches.map((patch) => patch.overRunId));
  return [
    ...runs.filter((run) => !over.has(run.id)),
    ...patches.map((patch) => patch.id),
    ...runs.filter((run) => over.has(run.id)),
  ];
}

/** The panels where they lie on the table, each with what is on it. */
export const ClothDrawing = memo(function ClothDrawing(props: ClothDrawingProps) {
  return (
    <g>
      {Object.values(props.plan.panels).map((panel) => (
        <g key={panel.id} transform={tableTransform(panel, props.face)}>
          <PanelDrawing {...props} panel={panel} />
        </g>
      ))}
    </g>
  );
});

/** Every part and run is remembered by its own record, so that a drag draws only what it moves. */
function PanelDrawing(props: ClothDrawingProps & { readonly panel: Panel }) {
  const {
    plan,
    face,
    chosenParts = NONE,
    chosenRuns = NONE,
    litParts = NONE,
    isDim = false,
    hands,
    near = ALL_NEAR,
  } = props;
  const cloth = props.panel;
  const isHere = ({ panelId }: { readonly panelId: string }): boolean => panelId === cloth.id;
  const backdrop = plan.backdrop !== null && isHere(plan.backdrop) ? plan.backdrop : null;
  const sides = deriveSides(plan);
  const isDark = maybeClothColour(cloth.colourId)?.isDark === true || isDim;
  return (
    <g>
      <Ground
        cloth={cloth}
        backdrop={backdrop}
        image={backdrop === null ? undefined : plan.images[backdrop.imageId]}
        face={face}
        isDark={isDark}
        isDim={isDim}
      />
      {runsInOrder(plan, isHere).map((run) => {
        if (typeof run === 'string')
          return <PatchDrawing key={run} patch={plan.patches[run] as Patch} cloth={cloth} face={face} />;
        const sum = sumRun(plan, run);
        const look = {
          run,
          sum,
          side: sides.of(sides.nets.ofRun(run.id)),
          cloth,
          face,
          isDark,
          isDim,
          isChosen: chosenRuns.has(run.id),
          detail: detailOf(near, cloth, face, endsAndBends(run, sum)),
        };
        return hands === undefined ? (
          <RunByDetail key={run.id} {...look} />
        ) : (
          <RunButton
            key={run.id}
            {...look}
            from={plan.parts[run.from.partId]?.name ?? ''}
            to={plan.parts[run.to.partId]?.name ?? ''}
            unit={plan.habits.unit}
            isFocusable={hands.takes === 'runs'}
          />
        );
      })}
      {Object.values(plan.parts)
        .filter(isHere)
        .map((part) => {
          const look = {
            part,
            kind: kindOf(plan, part),
            cloth,
            face,
            isChosen: chosenParts.has(part.id),
            isLit: litParts.has(part.id),
            isFaint: isDim && !litParts.has(part.id),
            detail: detailOf(near, cloth, face, [part.at]),
          };
          return hands === undefined ? (
            <PartByDetail key={part.id} {...look} />
          ) : (
            <PartButton
              key={part.id}
              {...look}
              unit={plan.habits.unit}
              isFocusable={hands.takes === 'parts'}
              onPart={hands.onPart}
            />
          );
        })}
      {near !== null && <HoleLoops plan={plan} panel={cloth} face={face} isDark={isDark} near={near} />}
    </g>
  );
}

function endsAndBends(run: Run, { spans }: LineSum): readonly Point[] {
  const [first, last] = [spans[0], spans.at(-1)];
  return first === undefined || last === undefined ? [] : [first.a, last.b, ...run.bends];
}
