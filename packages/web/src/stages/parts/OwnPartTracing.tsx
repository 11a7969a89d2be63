import { boundsOf } from '@sashiko/core/geometry/polygon';
import { kindOfOwnPart } from '@sashiko/core/parts/own-part';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import type { LengthUnit } from '@sashiko/core/units/length';
import { Button } from 'antd';
import { type PointerEvent as PagePointer, useRef, useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { INK } from '../../ui/ink.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { withHole } from './own-holes.ts';
import { PartArt } from './PartPicture.tsx';

interface Photo {
  readonly url: string;
  /** Its height as a share of its width. */
  readonly ratio: number;
  /** How wide what it shows is. */
  readonly widthMm: number;
  /** Where its middle lies, from the middle of the part, mm. */
  readonly x: number;
  readonly y: number;
}

interface TracingProps {
  readonly part: OwnPart;
  readonly unit: LengthUnit;
  readonly onChange: (holes: OwnPart['holes']) => void;
}

/** Room round the part, mm: also where a photo is taken hold of. */
const ROOM_MM = 6;
/** Places are kept to a tenth of a millimetre: nobody pulls more finely. */
const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** A photo as the page can show it; it leaves the browser nowhere. */
function asDataUrl(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(file);
  });
}

/** The part as it is described so far. Its holes are pulled where they lie; a photo laid under it is traced: pulled and sized until its rim fits. */
export function OwnPartTracing({ part, unit, onChange }: TracingProps) {
  const [photo, setPhoto] = useState<Photo | null>(null);
  const kind = kindOfOwnPart(part);
  const [left, top, right, bottom] = boundsOf(kind.outline);
  const drawing = useRef<SVGSVGElement>(null);
  const lay = async (file: File): Promise<void> => {
    try {
      const { width, height } = await createImageBitmap(file);
      setPhoto({
        url: await asDataUrl(file),
        ratio: height / width,
        widthMm: (right - left) * 1.2,
        x: 0,
        y: 0,
      });
    } catch {
      usePlanStore.getState().tell(`“${file.name}” is no picture that this browser can show.`, 'problem');
    }
  };
  /** Follows the pointer from where it was pressed until it is let go, in mm of the part. */
  const pull = (event: PagePointer<SVGElement>, step: (dx: number, dy: number) => void): void => {
    const matrix = drawing.current?.getScreenCTM();
    if (matrix == null) return;
    event.preventDefault();
    const { clientX, clientY, currentTarget, pointerId } = event;
    currentTarget.setPointerCapture(pointerId);
    const move = (now: PointerEvent): void =>
      step((now.clientX - clientX) / matrix.a, (now.clientY - clientY) / matrix.d);
    currentTarget.onpointermove = move;
    // Let go, or taken by the browser: either way the pull is over.
    currentTarget.onlostpointercapture = () => {
      currentTarget.onpointermove = null;
    };
  };
  return (
    <>
      <svg
        ref={drawing}
        role="img"
        aria-label={`${part.title} as it is described, from its front`}
        viewBox={`${left - ROOM_MM} ${top - ROOM_MM} ${right - left + 2 * ROOM_MM} ${bottom - top + 2 * ROOM_MM}`}
      >
        {photo !== null && (
          <image
            href={photo.url}
            x={photo.x - photo.widthMm / 2}
            y={photo.y - (photo.widthMm * photo.ratio) / 2}
            width={photo.widthMm}
            height={photo.widthMm * photo.ratio}
            style={{ cursor: 'grab' }}
            onPointerDown={(event) =>
              pull(event, (dx, dy) => setPhoto({ ...photo, x: photo.x + dx, y: photo.y + dy }))
            }
          />
        )}
        <g pointerEvents="none" opacity={photo === null ? 1 : 0.55}>
          <PartArt kind={kind} />
        </g>
        {part.holes.map((hole, i) => (
          <circle
            key={hole.id}
            data-own-hole={hole.id}
            cx={hole.x}
            cy={hole.y}
            r={Math.max(hole.padMm / 2, 1.5)}
            fill="transparent"
            stroke={photo === null ? 'none' : INK.madder}
            strokeWidth={0.4}
            style={{ cursor: 'move' }}
            onPointerDown={(event) =>
              pull(event, (dx, dy) =>
                onChange(withHole(part.holes, i, { x: tenth(hole.x + dx), y: tenth(hole.y + dy) })),
              )
            }
          >
            <title>{hole.label === '' ? hole.id : hole.label}: pull it where it lies</title>
          </circle>
        ))}
      </svg>
      <div className="buttons">
        <FileButton label="Photo to trace" accept="image/*" size="small" onFile={(file) => void lay(file)}>
          {photo === null ? 'Lay a photo under it' : 'Another photo'}
        </FileButton>
        {photo !== null && (
          <Button size="small" onClick={() => setPhoto(null)}>
            Take the photo away
          </Button>
        )}
      </div>
      {photo !== null && (
        <>
          <LengthField
            label="The photo is wide"
            valueMm={photo.widthMm}
            unit={unit}
            onChange={(widthMm) => setPhoto({ ...photo, widthMm })}
          />
          <LengthField
            label="Photo, right of middle"
            valueMm={photo.x}
            unit={unit}
            onChange={(x) => setPhoto({ ...photo, x })}
          />
          <LengthField
            label="Photo, below middle"
            valueMm={photo.y}
            unit={unit}
            onChange={(y) => setPhoto({ ...photo, y })}
          />
          <p className="quiet">
            Pull the photo and size it until its rim lies on the outline, then pull each hole on to its own.
            The photo itself is not kept.
          </p>
        </>
      )}
    </>
  );
}
