import { stateFacts } from '@sashiko/core/plan/edits/plan-edits';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { StageCloth } from '../../canvas/StageCloth.tsx';
import { useDroppedStore } from '../../stores/dropped-store.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { StageTray } from '../StageTray.tsx';
import { ClothKindLeaf } from './ClothKindLeaf.tsx';
import { FactsLeaf } from './FactsLeaf.tsx';
import { LinesLeaf } from './LinesLeaf.tsx';
import { PanelsLeaf } from './PanelsLeaf.tsx';
import { PictureLeaf } from './PictureLeaf.tsx';
import { PieceLeaf } from './PieceLeaf.tsx';
import { SeamsLeaf } from './SeamsLeaf.tsx';

const LEAVES = {
  Piece: PieceLeaf,
  Lines: LinesLeaf,
  Panels: PanelsLeaf,
  Seams: SeamsLeaf,
  Photo: PictureLeaf,
  Cloth: ClothKindLeaf,
  Facts: FactsLeaf,
} as const;

type LeafName = keyof typeof LEAVES;

/** Outlines, lines and areas can be pulled. */
const SHAPES_CLOTH = { movesParts: false, drawsThread: false, shapesCloth: true };
/** Panels can be pulled about on the table. */
const MOVES_PANELS = { movesParts: false, drawsThread: false, movesPanels: true };

/** The piece: its outline, the lines and areas on it, its cloth, and what it is for. */
export function ClothStage() {
  const [leaf, setLeaf] = useState<LeafName>('Piece');
  // A file that was dropped opens the leaf that takes it.
  const waiting = useDroppedStore((state) => state.waiting?.kind);
  useEffect(() => {
    if (waiting === 'svg') setLeaf('Piece');
    if (waiting === 'picture') setLeaf('Photo');
  }, [waiting]);
  const Leaf = LEAVES[leaf];
  const { asked } = useShownPlan().facts;
  return (
    <>
      <StageCloth abilities={leaf === 'Panels' ? MOVES_PANELS : SHAPES_CLOTH} hint={useHint()} />
      <StageTray
        stage="cloth"
        question="What of the cloth"
        leaves={Object.keys(LEAVES) as LeafName[]}
        open={leaf}
        onOpen={setLeaf}
      >
        {!asked && leaf !== 'Facts' && <AskForFacts onAnswer={() => setLeaf('Facts')} />}
        <Leaf />
      </StageTray>
    </>
  );
}

/** Asked once: whom the piece is for decides which cautions it needs. */
function AskForFacts({ onAnswer }: { readonly onAnswer: () => void }) {
  return (
    <section className="ask" aria-label="What the piece is for">
      <p>Whom is this piece for, and will it be worn, washed, rained on? The cautions follow from it.</p>
      <div className="buttons">
        <Button size="small" onClick={onAnswer}>
          Say it
        </Button>
        <Button size="small" onClick={() => usePlanStore.getState().commit(stateFacts(currentPlan(), {}))}>
          Skip
        </Button>
      </div>
    </section>
  );
}

/** What a press does next while a line is drawn or a picture measured; null while nothing is. */
function useHint(): string | null {
  const tool = useViewStore((state) => state.tool);
  const node = useViewStore((state) => state.selection.node);
  if (tool.kind === 'pen') {
    const ends = tool.use === 'mark' || tool.use === 'fold' ? 'Enter ends it' : 'the first node closes it';
    return tool.nodes.length === 0
      ? 'Click for a corner, press and pull for a curve. Keys: arrows move the pen, N puts a node.'
      : `Go on node by node; ${ends}. Esc steps back.`;
  }
  if (tool.kind === 'seam')
    return tool.edge === null
      ? 'Click an edge of a seam, or walk to it with Tab and press Enter.'
      : 'Click the edge that is sewn to it: those as long stand out. Esc steps back.';
  if (tool.kind === 'point') {
    return tool.purpose === 'calibrate'
      ? 'Click two places of the picture whose distance you know.'
      : 'Click the four corners of something rectangular, from its upper left one clockwise.';
  }
  return node === null
    ? null
    : 'Drag the node, or its handles. C makes it smooth or a corner, Delete removes it.';
}
