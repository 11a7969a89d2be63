import { clothBox } from '@sashiko/core/cloth/cloth';
import { dropPicture, layPicture } from '@sashiko/core/plan/edits/picture-edits';
import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { useDroppedStore } from '../../stores/dropped-store.ts';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { ask } from '../../workers/workshop.ts';
import { MakeTrue } from './MakeTrue.tsx';
import { Placing } from './PicturePlacing.tsx';
import { inBase64, tellProblem } from './picture-files.ts';

/** How strongly a new picture shows. */
const USUAL_STRENGTH = 0.75;

/** A photo or a scan under the drawing, made true by two points or straightened by four. */
export function PicturePanel() {
  const plan = useShownPlan();
  const { backdrop } = plan;
  const image = backdrop === null ? undefined : plan.images[backdrop.imageId];
  const [isBusy, setBusy] = useState(false);
  const read = (file: File): void => {
    setBusy(true);
    ask('readPicture', { file })
      .answer.then(inBase64)
      .then((bytes) => {
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
      })
      .catch(tellProblem)
      .finally(() => setBusy(false));
  };
  const waiting = useDroppedStore((state) => state.waiting);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a file is taken once
  useEffect(() => {
    const file = useDroppedStore.getState().take('picture');
    if (file !== null) read(file);
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
          <FileButton label="Picture file" accept="image/*" isBusy={isBusy} onFile={read}>
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
