import { clothBox } from '@sashiko/core/cloth/cloth';
import { dropPicture, layPicture } from '@sashiko/core/plan/edits/picture-edits';
import { Button } from 'antd';
import { useEffect } from 'react';
import { useDroppedStore } from '../../stores/dropped-store.ts';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { useAskingFor } from '../../workers/asking.ts';
import { MakeTrue } from './MakeTrue.tsx';
import { Placing } from './PicturePlacing.tsx';
import { inBase64, isOnTable, LEFT, readingPicture, tellPicture } from './picture-files.ts';

/** How strongly a new picture shows. */
const USUAL_STRENGTH = 0.75;

/** A photo or a scan under the drawing, made true by two points or straightened by four. */
export function PictureLeaf() {
  const plan = useShownPlan();
  const { backdrop } = plan;
  const image = backdrop === null ? undefined : plan.images[backdrop.imageId];
  const isBusy = useAskingFor(readingPicture, ({ asked }) => asked !== null);
  const read = async (file: File): Promise<void> => {
    const asked = currentPlan();
    const outcome = await readingPicture.ask({ file });
    if (outcome.kind !== 'answered') return tellPicture(outcome, asked);
    const bytes = await inBase64(outcome.answer);
    if (!isOnTable(asked)) return tellPicture(LEFT, asked);
    const now = currentPlan();
    const panel = panelInHand(now);
    const box = clothBox(panel);
    usePlanStore.getState().commit(
      layPicture(now, bytes, {
        panelId: panel.id,
        at: { x: box.left, y: box.top },
        mmPerPx: box.widthMm / bytes.widthPx,
        turnDeg: 0,
        strength: USUAL_STRENGTH,
      }),
    );
  };
  const waiting = useDroppedStore((state) => state.waiting);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a file is taken once
  useEffect(() => {
    const file = useDroppedStore.getState().take('picture');
    if (file !== null) void read(file);
  }, [waiting]);
  return (
    <>
      <section>
        <h2>Photo or scan</h2>
        <p className="quiet">
          Lay a photo of the piece under the drawing, make it true to size, and draw over it. It is kept with
          the plan.
        </p>
        <div className="buttons">
          <FileButton
            label="Picture file"
            accept="image/*"
            isBusy={isBusy}
            onFile={(file) => void read(file)}
          >
            {backdrop === null ? 'Choose a picture' : 'Choose another'}
          </FileButton>
          {backdrop !== null && (
            <Button
              size="small"
              danger
              onClick={() => usePlanStore.getState().commit(dropPicture(currentPlan()))}
            >
              Take away
            </Button>
          )}
        </div>
      </section>
      {backdrop !== null && image !== undefined && (
        <>
          <Placing backdrop={backdrop} image={image} />
          <MakeTrue backdrop={backdrop} image={image} />
        </>
      )}
    </>
  );
}
