import type { PieceSet } from '@sashiko/core/cloth/piece-set';
import { PIECE_SETS } from '@sashiko/core/cloth/piece-sets';
import { usualSizes } from '@sashiko/core/cloth/ready-piece';
import { pathData } from '@sashiko/core/formats/svg-export';
import { flattenCurve } from '@sashiko/core/geometry/curve';
import { boundsOf } from '@sashiko/core/geometry/polygon';
import { panelIdOf } from '@sashiko/core/plan/edits/panel-edits';
import { isBare, takeSet } from '@sashiko/core/plan/edits/set-edits';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';

/** Ready pieces of several panels, with their seams: taken in their usual sizes, changed by their measures afterwards. */
export function SetCards() {
  const plan = useShownPlan();
  return (
    <section>
      <h2>Ready pieces of several panels</h2>
      <p className="quiet">
        {isBare(plan)
          ? 'One takes the place of the empty cloth, with its seams; then type its measures under Piece.'
          : 'One comes beside what lies here, with its seams; then type its measures under Piece.'}
      </p>
      <div className="piece-cards">
        {PIECE_SETS.map((set) => (
          <SetCard key={set.id} set={set} />
        ))}
      </div>
    </section>
  );
}

interface DrawnPanel {
  readonly data: string;
  readonly x: number;
  readonly bottom: number;
}

/** So much of the width of a panel lies between two on a card. */
const BETWEEN = 0.12;

/** A ready piece of several panels, drawn side by side. */
function SetCard({ set }: { readonly set: PieceSet }) {
  const sizes = usualSizes(set);
  const drawn: DrawnPanel[] = [];
  let right = 0;
  for (const { outline } of set.panels) {
    const nodes = outline(sizes);
    const [left, , end, bottom] = boundsOf(flattenCurve(nodes, true));
    const x = right + (drawn.length === 0 ? 0 : (end - left) * BETWEEN) - left;
    right = x + end;
    drawn.push({ data: pathData(nodes, true), x, bottom });
  }
  const width = right;
  const height = Math.max(...drawn.map(({ bottom }) => bottom));
  const room = Math.max(width, height) * 0.05;
  const take = (): void => {
    const plan = currentPlan();
    const first = panelIdOf(plan.nextNumber);
    if (!usePlanStore.getState().commit(takeSet(plan, set.id))) return;
    useViewStore.getState().takePanel(first);
  };
  return (
    <button type="button" className="piece-card" title={set.description} onClick={take}>
      <svg viewBox={`${-room} ${-room} ${width + 2 * room} ${height + 2 * room}`} aria-hidden="true">
        {drawn.map(({ data, x }) => (
          <path key={x} d={data} transform={`translate(${x} 0)`} vectorEffect="non-scaling-stroke" />
        ))}
      </svg>
      {set.title}
    </button>
  );
}
