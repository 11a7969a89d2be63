import { type ClothShape, clothBox } from '@sashiko/core/cloth/cloth';
import type { SizeField } from '@sashiko/core/cloth/ready-piece';
import { maybeReadyPiece } from '@sashiko/core/cloth/ready-pieces';
import { resizePiece } from '@sashiko/core/plan/edits/cloth-edits';
import { formatLength } from '@sashiko/core/units/length';
import { Button } from 'antd';
import type { ReactNode } from 'react';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { More } from '../../ui/More.tsx';
import { Row } from '../../ui/Row.tsx';

/** So many sizes are measured on whoever wears it; where there are more than are seen at once, the others are folded away. */
const MEASURED = 3;
/** Of a piece with more measures than this the further ones are folded away. */
const SEEN_AT_ONCE = 4;

/** The measures of a ready piece. */
export function Sizes({ shape }: { readonly shape: Extract<ClothShape, { kind: 'ready' }> }) {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const of = { panelId: usePanelInHand(plan).id };
  const piece = maybeReadyPiece(shape.pieceId);
  if (piece === undefined) return null;
  const isLong = piece.sizes.length > SEEN_AT_ONCE;
  const [measured, further] = isLong
    ? [piece.sizes.slice(0, MEASURED), piece.sizes.slice(MEASURED)]
    : [piece.sizes, []];
  const field = ({ id, title }: SizeField): ReactNode => (
    <LengthField
      key={id}
      label={title}
      valueMm={shape.sizes[id] ?? 0}
      unit={plan.habits.unit}
      onChange={(mm) => commit(resizePiece(plan, { [id]: mm }, of))}
    />
  );
  return (
    <section aria-label="Sizes">
      <h2>Sizes: {piece.title}</h2>
      {measured.map(field)}
      {further.length > 0 && (
        <More id="further-sizes" title="Further sizes">
          {further.map(field)}
        </More>
      )}
    </section>
  );
}

/** A piece whose outline was drawn: its size, and the way to its nodes. */
export function DrawnOutline() {
  const plan = useShownPlan();
  const select = useViewStore((state) => state.select);
  const isChosen = useViewStore((state) => state.selection.markingId === 'outline');
  const { widthMm, heightMm } = clothBox(usePanelInHand(plan));
  const { unit } = plan.habits;
  return (
    <section>
      <h2>Drawn outline</h2>
      <Row label="Across" value={formatLength(widthMm, unit, 0)} />
      <Row label="From top to bottom" value={formatLength(heightMm, unit, 0)} />
      <div className="buttons">
        <Button size="small" onClick={() => select(isChosen ? {} : { markingId: 'outline' })}>
          {isChosen ? 'Done with its nodes' : 'Move its nodes'}
        </Button>
      </div>
    </section>
  );
}
