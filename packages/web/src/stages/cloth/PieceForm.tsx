import { type ClothShape, clothBox } from '@sashiko/core/cloth/cloth';
import { maybeReadyPiece } from '@sashiko/core/cloth/ready-pieces';
import { resizePiece } from '@sashiko/core/plan/edits/cloth-edits';
import { formatLength } from '@sashiko/core/units/length';
import { Button } from 'antd';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { Row } from '../../ui/Row.tsx';

export function Sizes({ shape }: { readonly shape: Extract<ClothShape, { kind: 'ready' }> }) {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const of = { panelId: usePanelInHand(plan).id };
  const piece = maybeReadyPiece(shape.pieceId);
  if (piece === undefined) return null;
  return (
    <section aria-label="Sizes">
      <h2>Sizes: {piece.title}</h2>
      {piece.sizes.map((field) => (
        <LengthField
          key={field.id}
          label={field.title}
          valueMm={shape.sizes[field.id] ?? 0}
          unit={plan.habits.unit}
          onChange={(mm) => commit(resizePiece(plan, { [field.id]: mm }, of))}
        />
      ))}
    </section>
  );
}

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
