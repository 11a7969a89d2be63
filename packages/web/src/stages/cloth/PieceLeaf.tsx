import { shapeNodes } from '@sashiko/core/cloth/cloth';
import { type ReadyPiece, usualSizes } from '@sashiko/core/cloth/ready-piece';
import { READY_PIECES } from '@sashiko/core/cloth/ready-pieces';
import { panelSuffix } from '@sashiko/core/formats/print-kind';
import { clothSvg, pathData } from '@sashiko/core/formats/svg-export';
import { boundsOf } from '@sashiko/core/geometry/polygon';
import { drawOutline, takePiece } from '@sashiko/core/plan/edits/cloth-edits';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { Button, Segmented } from 'antd';
import { takePen } from '../../canvas/pen-tool.ts';
import { panelInHand, usePanelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { download, fileName } from '../../ui/download.ts';
import { Field } from '../../ui/Field.tsx';
import { DrawnOutline, Sizes } from './PieceForm.tsx';
import { SetCards } from './SetCards.tsx';
import { SvgImport } from './SvgImport.tsx';

/** The outline: a ready piece with its sizes, one drawn by hand, one from a file. */
export function PieceLeaf() {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const panel = usePanelInHand(plan);
  const { shape } = panel;
  const { unit } = plan.habits;
  return (
    <>
      {shape.kind === 'ready' ? <Sizes shape={shape} /> : <DrawnOutline />}
      <section>
        <h2>Ready pieces</h2>
        <div className="piece-cards">
          {READY_PIECES.map((piece) => (
            <PieceCard
              key={piece.id}
              piece={piece}
              isTaken={shape.kind === 'ready' && shape.pieceId === piece.id}
            />
          ))}
        </div>
      </section>
      <SetCards />
      <section>
        <h2>Your own outline</h2>
        <div className="buttons">
          <Button size="small" onClick={() => takePen('outline')}>
            Draw it
          </Button>
          {shape.kind === 'ready' && (
            <Button
              size="small"
              title="Turns the piece into nodes that can be moved one by one"
              onClick={() => {
                if (
                  commit(
                    drawOutline(plan, shapeNodes(shape), 'change the outline by hand', { panelId: panel.id }),
                  )
                )
                  useViewStore.getState().select({ markingId: 'outline' });
              }}
            >
              Change this one
            </Button>
          )}
          <SvgImport />
          <Button
            size="small"
            onClick={() => {
              const now = currentPlan();
              const of = panelInHand(now);
              download(
                fileName(plan.name, `${panelSuffix(now, of)}.svg`),
                'image/svg+xml',
                clothSvg(now, of),
              );
            }}
          >
            Save as SVG
          </Button>
        </div>
      </section>
      <section>
        <Field label="Shown in">
          <Segmented
            value={unit}
            options={[
              { value: 'mm', label: 'mm' },
              { value: 'in', label: 'inch' },
            ]}
            onChange={(next) =>
              commit(
                changeHabits(
                  plan,
                  { unit: next as 'mm' | 'in' },
                  `show lengths in ${next === 'mm' ? 'millimetres' : 'inches'}`,
                ),
              )
            }
          />
        </Field>
      </section>
    </>
  );
}

/** A ready piece in its usual size. */
function PieceCard({ piece, isTaken }: { readonly piece: ReadyPiece; readonly isTaken: boolean }) {
  const nodes = piece.outline(usualSizes(piece));
  const [left, top, right, bottom] = boundsOf(nodes.map((node) => node.at));
  const room = Math.max(right - left, bottom - top) * 0.06;
  return (
    <button
      type="button"
      className="piece-card"
      title={piece.description}
      aria-pressed={isTaken}
      onClick={() => {
        const plan = currentPlan();
        usePlanStore.getState().commit(takePiece(plan, piece.id, {}, { panelId: panelInHand(plan).id }));
      }}
    >
      <svg
        viewBox={`${left - room} ${top - room} ${right - left + 2 * room} ${bottom - top + 2 * room}`}
        aria-hidden="true"
      >
        <path d={pathData(nodes, true)} vectorEffect="non-scaling-stroke" />
      </svg>
      {piece.title}
    </button>
  );
}
