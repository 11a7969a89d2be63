import { drawingSvg } from '@sashiko/core/formats/drawing-svg';
import type { Plan } from '@sashiko/core/plan/schema';
import { finishedDrawing } from '@sashiko/core/sewing/finished-drawing';
import { Button } from 'antd';
import { usePlanStore } from '../../stores/plan-store.ts';
import { download, fileName } from '../../ui/download.ts';
import { INK } from '../../ui/ink.ts';
import { pngOfSvg } from '../../ui/picture-of-svg.ts';
import { DrawnItems } from '../StepPicture.tsx';

/** As wide as the tray, in mm of paper, so that its words can be read there. */
const TRAY_MM = 60;
/** The drawing is made to fit a box of this height, mm. */
const TALL_MM = 400;
/** What is taken out fits a page. */
const PAGE_MM = { width: 178, height: 260 } as const;
/** Fine enough to print, and to look at closely. */
const PX_PER_MM = 8;

/** The piece as it will be: every panel as its seams leave it, what shows, and what is hidden. */
export function FinishedLeaf({ plan }: { readonly plan: Plan }) {
  const { widthMm, heightMm, items, description, oneTo } = finishedDrawing(plan, TRAY_MM, TALL_MM);
  const svg = (): { readonly text: string; readonly widthMm: number; readonly heightMm: number } => {
    const page = finishedDrawing(plan, PAGE_MM.width, PAGE_MM.height);
    return { ...page, text: drawingSvg(page, `${plan.name}, as finished, one to ${page.oneTo}`) };
  };
  const savePng = (): void => {
    const page = svg();
    pngOfSvg(page.text, page.widthMm, page.heightMm, PX_PER_MM)
      .then((blob) => blob.arrayBuffer())
      .then((data) => download(fileName(plan.name, '-finished.png'), 'image/png', new Uint8Array(data)))
      .catch((error: unknown) =>
        usePlanStore.getState().tell(error instanceof Error ? error.message : String(error), 'problem'),
      );
  };
  return (
    <section aria-label="As finished">
      <h2>As finished</h2>
      <p className="quiet">
        Flat, one to {oneTo}: lights that show with their glow, threads that are seen, and in dashes what is
        hidden.
      </p>
      <svg
        className="step-picture"
        viewBox={`-1 -1 ${widthMm + 2} ${heightMm + 2}`}
        role="img"
        aria-label={description}
        fill="none"
        stroke={INK.black}
      >
        <DrawnItems items={items} />
      </svg>
      <div className="buttons">
        <Button
          size="small"
          onClick={() => download(fileName(plan.name, '-finished.svg'), 'image/svg+xml', svg().text)}
        >
          Save as SVG
        </Button>
        <Button size="small" onClick={savePng}>
          Save as PNG
        </Button>
      </div>
    </section>
  );
}
