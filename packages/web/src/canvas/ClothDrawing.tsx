/** The one drawing of the cloth with all that is on it, in millimetres: on the worktable and on the shelf. */

import type { Face } from '@sashiko/core/cloth/cloth';
import { faceUp } from '@sashiko/core/plan/panels';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { memo } from 'react';
import { useArriving } from '../ui/use-arriving.ts';
import { PartByDetail, RunByDetail } from './ByDetail.tsx';
import { PartButton, RunButton } from './CanvasButtons.tsx';
import { ALL_NEAR, type NearBounds } from './detail.ts';
import { Ground } from './Ground.tsx';
import { HoleLoops } from './HoleLoops.tsx';
import { LayerDrawing } from './LayerDrawing.tsx';
import type { Moving } from './moving.ts';
import { PatchDrawing } from './PatchDrawing.tsx';
import { isDarkCloth, type PanelItem, type PanelView, panelItems } from './panel-items.ts';
import { SeamDrawing } from './SeamDrawing.tsx';
import { tableTransform } from './seen.ts';

/** What the worktable adds: parts and runs to take hold of. */
export interface DrawingHands {
  /** Which of the two can be chosen; the others are looked at only. */
  readonly takes: 'parts' | 'runs';
  /** Clicks on a part do this instead of choosing it. */
  readonly onPart?: ((partId: string) => void) | undefined;
}

/** What is drawn, of which face, how dark and how near. */
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

/** One empty set for all: a new one would be drawn anew. */
const NONE: ReadonlySet<string> = new Set();

/** The panels where they lie on the table, each with what is on it. */
export const ClothDrawing = memo(function ClothDrawing({
  plan,
  hands,
  face,
  chosenParts = NONE,
  chosenRuns = NONE,
  litParts = NONE,
  isDim = false,
  near = ALL_NEAR,
}: ClothDrawingProps) {
  const view = { face, isDim, chosenParts, chosenRuns, litParts, near };
  return (
    <g>
      {Object.values(plan.panels).map((panel) => (
        <g key={panel.id} data-panel={panel.id} transform={tableTransform(panel, face)}>
          <PanelDrawing plan={plan} panel={panel} view={view} hands={hands} />
        </g>
      ))}
    </g>
  );
});

/** Every part and run is remembered by its own record, so that an edit draws only what it changes. */
function PanelDrawing({
  plan,
  panel,
  view,
  hands,
}: {
  readonly plan: Plan;
  readonly panel: Panel;
  readonly view: PanelView;
  readonly hands: DrawingHands | undefined;
}) {
  const { isDim, near } = view;
  const face = faceUp(panel, view.face);
  const backdrop = plan.backdrop !== null && plan.backdrop.panelId === panel.id ? plan.backdrop : null;
  const isDark = isDarkCloth(panel);
  const items = panelItems(plan, panel, view);
  return (
    <g>
      <Ground
        cloth={panel}
        backdrop={backdrop}
        image={backdrop === null ? undefined : plan.images[backdrop.imageId]}
        face={face}
        isDark={isDark || isDim}
        isDim={isDim}
      />
      <SeamDrawing plan={plan} panel={panel} face={face} isDark={isDark || isDim} />
      <LayerDrawing plan={plan} panel={panel} face={face} isDark={isDark || isDim} isDim={isDim} />
      {hands === undefined ? (
        items.map((item) => <ItemDrawing key={item.id} item={item} panel={panel} face={face} />)
      ) : (
        <ItemsInHand items={items} plan={plan} panel={panel} face={face} hands={hands} />
      )}
      {near !== null && <HoleLoops plan={plan} panel={panel} face={view.face} isDark={isDark} near={near} />}
    </g>
  );
}

/** On the worktable parts and threads are buttons, and come in slices where they are many. */
function ItemsInHand({
  items,
  plan,
  panel,
  face,
  hands,
}: {
  readonly items: readonly PanelItem[];
  readonly plan: Plan;
  readonly panel: Panel;
  readonly face: Face;
  readonly hands: DrawingHands;
}) {
  return useArriving(items).map((item) =>
    item.kind === 'patch' ? (
      <ItemDrawing key={item.id} item={item} panel={panel} face={face} />
    ) : item.kind === 'run' ? (
      <RunButton
        key={item.id}
        {...item.look}
        from={plan.parts[item.look.run.from.partId]?.name ?? ''}
        to={plan.parts[item.look.run.to.partId]?.name ?? ''}
        unit={plan.habits.unit}
        isFocusable={hands.takes === 'runs'}
      />
    ) : (
      <PartButton
        key={item.id}
        {...item.look}
        unit={plan.habits.unit}
        isFocusable={hands.takes === 'parts'}
        onPart={hands.onPart}
      />
    ),
  );
}

/** One thing of a panel, by what it is. */
function ItemDrawing({
  item,
  panel,
  face,
}: {
  readonly item: PanelItem;
  readonly panel: Panel;
  readonly face: Face;
}) {
  switch (item.kind) {
    case 'run':
      return <RunByDetail {...item.look} />;
    case 'part':
      return <PartByDetail {...item.look} />;
    case 'patch':
      return <PatchDrawing patch={item.patch} cloth={panel} face={face} />;
  }
}

/** What moves, drawn over the rest: only looked at, as long as it moves. */
export function MovingDrawing({ moving, view }: { readonly moving: Moving; readonly view: PanelView }) {
  const { plan } = moving;
  const { face, near } = view;
  return (
    <g pointerEvents="none">
      {Object.values(plan.panels).map((panel) => (
        <g key={panel.id} transform={tableTransform(panel, face)}>
          {panelItems(plan, panel, view, moving).map((item) => (
            <ItemDrawing key={item.id} item={item} panel={panel} face={faceUp(panel, face)} />
          ))}
          {near !== null && (
            <HoleLoops
              plan={plan}
              panel={panel}
              face={face}
              isDark={isDarkCloth(panel)}
              near={near}
              only={moving.partIds}
            />
          )}
        </g>
      ))}
    </g>
  );
}
