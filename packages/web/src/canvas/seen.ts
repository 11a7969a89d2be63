/** Drawing a piece that may be turned over. */
import { asSeen, type Cloth, type Face } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import type { Panel, Part } from '@sashiko/core/plan/records';
import type { ThreadSpan } from '@sashiko/core/thread/stitch-kind';

/** SVG transform that puts a panel's drawing where it lies on the table; none where its frame is the table's. `face` is that of the table: turned over, it turns the other way. */
export function tableTransform(
  { table: { at, turnDeg } }: Pick<Panel, 'table'>,
  face: Face,
): string | undefined {
  if (at.x === 0 && at.y === 0 && turnDeg === 0) return undefined;
  return `translate(${at.x} ${at.y}) rotate(${face === 'wrong' ? -turnDeg : turnDeg})`;
}

/** SVG transform that puts a part's local drawing where it is seen on the face that is up. */
export function partTransform(cloth: Cloth, face: Face, part: Part): string {
  const at = asSeen(cloth, face, part.at);
  const flip = face === 'wrong' ? ' scale(-1 1)' : '';
  const over = part.face === 'wrong' ? ' scale(-1 1)' : '';
  return `translate(${at.x} ${at.y})${flip} rotate(${part.turnDeg})${over}`;
}

/** SVG path data of the spans on one face; each is drawn a little short so that stitches stand apart. */
export function spansPath(cloth: Cloth, face: Face, spans: readonly ThreadSpan[], on: Face): string {
  const shortMm = 0.35;
  let data = '';
  for (const span of spans) {
    if (span.face !== on) continue;
    const a = asSeen(cloth, face, span.a);
    const b = asSeen(cloth, face, span.b);
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    const cut = length > 4 * shortMm ? shortMm / length : 0;
    const dx = (b.x - a.x) * cut;
    const dy = (b.y - a.y) * cut;
    data += `M${round(a.x + dx)} ${round(a.y + dy)}L${round(b.x - dx)} ${round(b.y - dy)}`;
  }
  return data;
}

/** SVG path data of a line through points. */
export function linePath(points: readonly Point[], closed = false): string {
  return (
    points.map((p, i) => `${i === 0 ? 'M' : 'L'}${round(p.x)} ${round(p.y)}`).join('') + (closed ? 'Z' : '')
  );
}

function round(value: number): number {
  return Math.round(value * 1000) / 1000;
}
