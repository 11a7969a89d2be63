import type { Box } from '@sashiko/core/cloth/cloth';
import { formatLengthBare, type LengthUnit, MM_PER_INCH } from '@sashiko/core/units/length';
import { type Camera, toPixels } from '../stores/camera.ts';

/** Distances between labels that read well, in the unit. */
const NICE = [0.25, 0.5, 1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000];
/** Numbers of a ruler are no nearer to each other. */
const LABEL_EVERY_PX = 62;

/** The step between labels, in mm, for a scale. */
export function rulerStepMm(scale: number, unit: LengthUnit): number {
  const perUnit = unit === 'in' ? MM_PER_INCH : 1;
  const usable = unit === 'in' ? NICE : NICE.filter((step) => step >= 1);
  return (usable.find((step) => step * perUnit * scale >= LABEL_EVERY_PX) ?? 1000) * perUnit;
}

/** The camera and the unit of length. */
interface RulersProps {
  /** The panel that is measured. */
  readonly panelId: string;
  readonly camera: Camera;
  readonly box: Box;
  readonly unit: LengthUnit;
}

/** One stroke of a ruler, with a number or without. */
interface Tick {
  /** Of the fifths between numbers. */
  readonly i: number;
  /** From the beginning of the ruler, px. */
  readonly px: number;
}

/** Where both rulers run, and their strokes at this zoom. */
interface Layout {
  /** Upper and left ruler: where their edges run, px. */
  readonly top: number;
  readonly left: number;
  readonly across: readonly Tick[];
  readonly down: readonly Tick[];
  readonly stepMm: number;
}

/** Counted from the left and upper edge of the piece's box. */
function layoutOf({ camera, box, unit }: RulersProps): Layout {
  const stepMm = rulerStepMm(camera.scale, unit);
  const zero = toPixels(camera, { x: box.left, y: box.top });
  const ticks = (lengthMm: number, from: number): readonly Tick[] => {
    const list: Tick[] = [];
    for (let i = 0; (i * stepMm) / 5 <= lengthMm + 1e-9; i += 1)
      list.push({ i, px: from + ((i * stepMm) / 5) * camera.scale });
    return list;
  };
  return {
    top: zero.py - 8,
    left: zero.px - 8,
    across: ticks(box.widthMm, zero.px),
    down: ticks(box.heightMm, zero.py),
    stepMm,
  };
}

/** The lines of the rulers along the upper and left edge of the piece, in pixels of the canvas. */
export function Rulers(props: RulersProps) {
  const { top, left, across, down } = layoutOf(props);
  const length = ({ i }: Tick): number => (i % 5 === 0 ? -9 : -4);
  const lines = [
    ...across.map((tick) => `M${tick.px} ${top}v${length(tick)}`),
    ...down.map((tick) => `M${left} ${tick.px}h${length(tick)}`),
  ];
  return (
    <path
      className="rulers"
      data-ruler
      data-panel={props.panelId}
      d={lines.join('')}
      stroke="var(--quiet)"
      strokeWidth={1}
      aria-hidden="true"
    />
  );
}

/** Their numbers: text of the page, as the parts' names are. */
export function RulerNumbers(props: RulersProps) {
  const { top, left, across, down, stepMm } = layoutOf(props);
  const isNumbered = ({ i }: Tick): boolean => i % 5 === 0;
  const words = ({ i }: Tick): string => formatLengthBare((i * stepMm) / 5, props.unit, 1);
  return (
    <div className="ruler-numbers" data-panel={props.panelId}>
      {across.filter(isNumbered).map((tick) => (
        <span key={`x${tick.i}`} className="start" style={{ left: tick.px + 3, top: top - 8 }}>
          {words(tick)}
        </span>
      ))}
      {down
        .filter((tick) => isNumbered(tick) && tick.i > 0)
        .map((tick) => (
          <span key={`y${tick.i}`} className="end" style={{ left: left - 12, top: tick.px + 4 }}>
            {words(tick)}
          </span>
        ))}
    </div>
  );
}
