import { clothBox } from '@sashiko/core/cloth/cloth';
import type { FourPoints } from '@sashiko/core/geometry/homography';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import {
  calibratePicture,
  changePicture,
  dropPicture,
  layPicture,
  type PictureBytes,
  toPicture,
} from '@sashiko/core/plan/edits/picture-edits';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Backdrop, PlanImage } from '@sashiko/core/plan/records';
import { formatLength } from '@sashiko/core/units/length';
import { Button, Slider } from 'antd';
import { useState } from 'react';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Field } from '../../ui/Field.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Row } from '../../ui/Row.tsx';
import type { PictureFile } from '../../workers/messages.ts';
import { ask, Cancelled } from '../../workers/workshop.ts';

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
        const box = clothBox(panelOf(now));
        usePlanStore.getState().commit(
          layPicture(now, bytes, {
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

/** A picture as the plan keeps it. The browser writes base64 itself, beside the page's own work. */
async function inBase64({ bytes, ...picture }: PictureFile): Promise<PictureBytes> {
  const url = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(new Error('The picture could not be read.'));
    reader.readAsDataURL(new Blob([bytes]));
  });
  return { ...picture, data: url.slice(url.indexOf(',') + 1) };
}

function tellProblem(error: unknown): void {
  if (error instanceof Cancelled) return;
  usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem');
}

interface PictureProps {
  readonly backdrop: Backdrop;
  readonly image: PlanImage;
}

function Placing({ backdrop, image }: PictureProps) {
  const plan = useShownPlan();
  const commit = usePlanStore((state) => state.commit);
  const { unit } = plan.habits;
  const size = `${formatLength(image.widthPx * backdrop.mmPerPx, unit, 0)} × ${formatLength(image.heightPx * backdrop.mmPerPx, unit, 0)}`;
  return (
    <section aria-label="Where the picture lies">
      <Row label="It measures" value={size} />
      <LengthField
        label="From the left"
        valueMm={backdrop.at.x}
        unit={unit}
        onChange={(x) => commit(changePicture(plan, { at: { ...backdrop.at, x } }))}
      />
      <LengthField
        label="From the top"
        valueMm={backdrop.at.y}
        unit={unit}
        onChange={(y) => commit(changePicture(plan, { at: { ...backdrop.at, y } }))}
      />
      <Field label="Turned by">
        <NumberField
          style={{ width: '100%' }}
          suffix="°"
          value={backdrop.turnDeg}
          onChange={(turnDeg) => {
            if (turnDeg !== null)
              commit(changePicture(plan, { turnDeg }, 'turn the picture'), 'turn picture');
          }}
        />
      </Field>
      <div className="field">
        <span id="picture-strength">Strength</span>
        <Slider
          aria-labelledby="picture-strength"
          min={0}
          max={1}
          step={0.05}
          value={backdrop.strength}
          onChange={(strength) =>
            commit(changePicture(plan, { strength }, 'fade the picture'), 'fade picture')
          }
        />
      </div>
    </section>
  );
}

function MakeTrue({ backdrop, image }: PictureProps) {
  const plan = useShownPlan();
  const tool = useViewStore((state) => state.tool);
  const setTool = useViewStore((state) => state.setTool);
  const { unit } = plan.habits;
  const [knownMm, setKnownMm] = useState(100);
  const [size, setSize] = useState({ widthMm: 210, heightMm: 297 });
  const [isBusy, setBusy] = useState(false);
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
  const straighten = (): void => {
    setBusy(true);
    ask('straighten', { image, corners: points as unknown as FourPoints, ...size })
      .answer.then(async ({ image: read, ...rest }) => ({ ...rest, image: await inBase64(read) }))
      .then(({ image: straight, mmPerPx, cornerPx }) => {
        const first = points[0] as { x: number; y: number };
        // The first corner stays where it lay on the cloth.
        const corner = placePointExactly(
          { at: backdrop.at, turnDeg: backdrop.turnDeg, mirrored: false },
          { x: first.x * backdrop.mmPerPx, y: first.y * backdrop.mmPerPx },
        );
        const at = { x: corner.x - cornerPx.x * mmPerPx, y: corner.y - cornerPx.y * mmPerPx };
        const placing = { at, mmPerPx, turnDeg: 0, strength: backdrop.strength };
        if (
          usePlanStore
            .getState()
            .commit(layPicture(currentPlan(), straight, placing, 'straighten the picture'))
        )
          setTool({ kind: 'hand' });
      })
      .catch(tellProblem)
      .finally(() => setBusy(false));
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
