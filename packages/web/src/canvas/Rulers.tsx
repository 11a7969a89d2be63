import type { Box } from '@sashiko/core/cloth/cloth';
import { formatLengthBare, type LengthUnit, MM_PER_INCH } from '@sashiko/core/units/length';
import { type Camera, toPixels } from '../stores/camera.ts';

/** Distances between labels that read well, in the unit. */
const NICE = [0.25, 0.5, 1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000];
const LABEL_EVERY_PX = 62;

/** The step between labels, in mm, for a scale. */
export function rulerStepMm(scale: number, unit: LengthUnit): number {
  const perUnit = unit === 'in' ? MM_PER_INCH : 1;
  const usable = unit === 'in' ? NICE : NICE.filter((step) => step >= 1);
  return (usable.find((step) => step * perUnit * scale >= LABEL_EVERY_PX) ?? 1000) * perUnit;
}

interface RulersProps {
  readonly camera: Camera;
  readonly box: Box;
  readonly unit: LengthUnit;
}

/** Rulers along the upper and left edge of the piece, in pixels of the canvas. */
export function Rulers({ camera, box, unit }: RulersProps) {
  const { widthMm, heightMm } = box;
  const step = rulerStepMm(camera.scale, unit);
  const ticks = (lengthMm: number): readonly number[] => {
    const list: number[] = [];
    for (let i = 0; (i * step) / 5 <= lengthMm + 1e-9; i += 1) list.push(i);
    return list;
  };
  // Counted from the left and upper edge of the piece's box.
  const zero = toPixels(camera, { x: box.left, y: box.top });
  const top = zero.py - 8;
  const left = zero.px - 8;
  return (
    <g
      className="rulers"
      stroke="currentColor"
      fill="currentColor"
      fontSize={13}
      aria-hidden="true"
      style={{ color: 'var(--quiet)' }}
    >
      {ticks(widthMm).map((i) => {
        const x = zero.px + ((i * step) / 5) * camera.scale;
        return (
          <g key={i}>
            <path d={`M${x} ${top}v${i % 5 === 0 ? -9 : -4}`} strokeWidth={1} />
            {i % 5 === 0 && (
              <text x={x + 3} y={top - 8} stroke="none">
                {formatLengthBare((i * step) / 5, unit, 1)}
              </text>
            )}
          </g>
        );
      })}
      {ticks(heightMm).map((i) => {
        const y = zero.py + ((i * step) / 5) * camera.scale;
        return (
          <g key={i}>
            <path d={`M${left} ${y}h${i % 5 === 0 ? -9 : -4}`} strokeWidth={1} />
            {i % 5 === 0 && i > 0 && (
              <text x={left - 12} y={y + 4} textAnchor="end" stroke="none">
                {formatLengthBare((i * step) / 5, unit, 1)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
