import type { Plan } from '@sashiko/core/plan/schema';
import type { Round } from '@sashiko/core/sewing/rounds';
import type { DrawItem } from '@sashiko/core/sewing/sheet-drawing';
import { StepArtist } from '@sashiko/core/sewing/step-drawing';
import { remembered } from '@sashiko/core/units/remembered';
import { INK } from '../ui/ink.ts';

const artistOf = remembered(
  { name: 'step artist', under: (plan: Plan) => plan },
  (plan) => new StepArtist(plan),
);

/** The small drawing of one step on paper, as the piece lies in the hand; nothing where the step is about no place. */
export function StepPicture({
  plan,
  step,
  widthMm,
  heightMm,
}: {
  readonly plan: Plan;
  readonly step: Pick<Round, 'id' | 'partIds' | 'runIds'>;
  readonly widthMm: number;
  readonly heightMm: number;
}) {
  const drawing = artistOf(plan).draw(step, widthMm, heightMm);
  if (drawing === null) return null;
  return (
    <svg
      className="step-picture"
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      role="img"
      aria-label={drawing.description}
      fill="none"
      stroke={INK.black}
    >
      <DrawnItems items={drawing.items} />
    </svg>
  );
}

/** Drawing data as SVG elements. */
export function DrawnItems({ items }: { readonly items: readonly DrawItem[] }) {
  return items.map((item, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: the items of one drawing have no other name, and never move
    <Item key={i} item={item} />
  ));
}

function tint(grey = 0): string {
  const level = Math.round(grey * 255);
  return `rgb(${level} ${level} ${level})`;
}

function Item({ item }: { readonly item: DrawItem }) {
  switch (item.kind) {
    case 'text':
      return (
        <text
          x={item.at.x}
          y={item.at.y}
          fontSize={item.sizeMm}
          fontWeight={item.bold === true ? 600 : 400}
          textAnchor={item.anchor ?? 'start'}
          fill={tint(item.grey)}
          stroke="none"
        >
          {item.text}
        </text>
      );
    case 'circle':
      return (
        <circle
          cx={item.at.x}
          cy={item.at.y}
          r={item.radiusMm}
          strokeWidth={item.widthMm}
          stroke={tint(item.grey)}
          fill={item.filled === true ? tint(item.grey) : 'none'}
        />
      );
    case 'line': {
      const points = item.points.map((p) => `${p.x},${p.y}`).join(' ');
      const look = {
        points,
        strokeWidth: item.widthMm,
        stroke: tint(item.grey),
        strokeDasharray: item.dashMm?.join(' '),
      };
      return item.closed === true ? <polygon {...look} /> : <polyline {...look} />;
    }
  }
}
