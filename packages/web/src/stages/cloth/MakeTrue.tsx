import type { FourPoints } from '@sashiko/core/geometry/homography';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { calibratePicture, layPicture, toPicture } from '@sashiko/core/plan/edits/picture-edits';
import { Button } from 'antd';
import { useState } from 'react';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { useAskingFor } from '../../workers/asking.ts';
import { inBase64, isOnTable, LEFT, type PictureProps, straightening, tellPicture } from './picture-files.ts';

/** Makes a picture true to size by what was measured on the real piece. */
export function MakeTrue({ backdrop, image }: PictureProps) {
  const plan = useShownPlan();
  const tool = useViewStore((state) => state.tool);
  const setTool = useViewStore((state) => state.setTool);
  const { unit } = plan.habits;
  const [knownMm, setKnownMm] = useState(100);
  const [size, setSize] = useState({ widthMm: 210, heightMm: 297 });
  const isBusy = useAskingFor(straightening, ({ asked }) => asked !== null);
  const purpose = tool.kind === 'point' ? tool.purpose : null;
  const points = tool.kind === 'point' ? tool.points.map((p) => toPicture(backdrop, p)) : [];
  const start = (next: 'calibrate' | 'straighten'): void =>
    setTool(purpose === next ? { kind: 'hand' } : { kind: 'point', purpose: next, points: [] });
  const calibrate = (): void => {
    const [a, b] = points;
    if (a === undefined || b === undefined) return;
    if (usePlanStore.getState().commit(calibratePicture(currentPlan(), a, b, knownMm)))
      setTool({ kind: 'hand' });
  };
  const straighten = async (): Promise<void> => {
    const asked = currentPlan();
    const [first] = points;
    if (first === undefined) return;
    const outcome = await straightening.ask({ image, corners: points as unknown as FourPoints, ...size });
    if (outcome.kind !== 'answered') return tellPicture(outcome, asked);
    const { mmPerPx, cornerPx } = outcome.answer;
    const straight = await inBase64(outcome.answer.image);
    if (!isOnTable(asked)) return tellPicture(LEFT, asked);
    // The first corner stays where it lay on the cloth.
    const corner = placePointExactly(
      { at: backdrop.at, turnDeg: backdrop.turnDeg, mirrored: false },
      { x: first.x * backdrop.mmPerPx, y: first.y * backdrop.mmPerPx },
    );
    const at = { x: corner.x - cornerPx.x * mmPerPx, y: corner.y - cornerPx.y * mmPerPx };
    const placing = { panelId: backdrop.panelId, at, mmPerPx, turnDeg: 0, strength: backdrop.strength };
    const edit = layPicture(currentPlan(), straight, placing, 'straighten the picture');
    if (usePlanStore.getState().commit(edit)) setTool({ kind: 'hand' });
  };
  return (
    <section aria-label="Make the picture true">
      <h2>Make it true</h2>
      <div className="buttons">
        <Button
          size="small"
          type={purpose === 'calibrate' ? 'primary' : 'default'}
          onClick={() => start('calibrate')}
        >
          By a known distance
        </Button>
        <Button
          size="small"
          type={purpose === 'straighten' ? 'primary' : 'default'}
          onClick={() => start('straighten')}
        >
          Straighten it
        </Button>
      </div>
      {purpose === 'calibrate' && (
        <>
          <p className="quiet">{`Two places: ${points.length} of 2 chosen.`}</p>
          <LengthField label="They are apart" valueMm={knownMm} unit={unit} onChange={setKnownMm} />
          <div className="buttons">
            <Button size="small" type="primary" disabled={points.length < 2} onClick={calibrate}>
              Make it true
            </Button>
          </div>
        </>
      )}
      {purpose === 'straighten' && (
        <>
          <p className="quiet">
            {`Corners of a rectangle, such as a sheet of paper laid beside the piece: ${points.length} of 4 chosen.`}
          </p>
          <LengthField
            label="Its width"
            valueMm={size.widthMm}
            unit={unit}
            onChange={(widthMm) => setSize({ ...size, widthMm })}
          />
          <LengthField
            label="Its height"
            valueMm={size.heightMm}
            unit={unit}
            onChange={(heightMm) => setSize({ ...size, heightMm })}
          />
          <div className="buttons">
            <Button
              size="small"
              type="primary"
              loading={isBusy}
              disabled={points.length < 4 || !(size.widthMm > 0 && size.heightMm > 0)}
              onClick={straighten}
            >
              Straighten
            </Button>
          </div>
        </>
      )}
    </section>
  );
}
