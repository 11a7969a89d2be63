/** Labels find free room beside what they name, and give way where there is none. */

import type { Point } from '@sashiko/core/geometry/point';

export interface LabelBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export interface WantedLabel {
  /** Where it may stand, the best first. */
  readonly boxes: readonly LabelBox[];
  /** It is drawn in any case: chosen parts keep their names. */
  readonly isKept: boolean;
}

/** As much of two labels may lie over one another, as a share of their size: letters seldom fill their boxes. */
const MAY_OVERLAP = 0.12;

/**
 * Which of its boxes each label takes: the first free of labels and of the things given, else (where it may cover things) the
 * first free of labels, else none (`null`), or the first of all where it is kept. Kept labels choose first, then the others in
 * their order.
 */
export function placeLabels(
  labels: readonly WantedLabel[],
  things: readonly LabelBox[],
  mayCoverThings: boolean,
): ReadonlyArray<number | null> {
  const cell = Math.max(1e-6, ...labels.flatMap(({ boxes }) => boxes.map((b) => b.right - b.left)));
  const taken = new Grid(cell);
  const bodies = new Grid(cell);
  for (const thing of things) bodies.add(thing);
  const chosen: (number | null)[] = labels.map(() => null);
  const order = labels.map((_, i) => i).sort((a, b) => Number(labels[b]?.isKept) - Number(labels[a]?.isKept));
  for (const i of order) {
    const { boxes, isKept } = labels[i] as WantedLabel;
    const free = boxes.flatMap((box, k) => (taken.meets(box) ? [] : [k]));
    const clear = free.find((k) => !bodies.meets(boxes[k] as LabelBox));
    const at = clear ?? (mayCoverThings || isKept ? free[0] : undefined) ?? (isKept ? 0 : null);
    chosen[i] = at;
    if (at !== null) taken.add(boxes[at] as LabelBox);
  }
  return chosen;
}

/** Boxes by the squares they lie in. */
class Grid {
  private readonly squares = new Map<string, LabelBox[]>();
  private readonly cell: number;

  constructor(cell: number) {
    this.cell = cell;
  }

  add(box: LabelBox): void {
    for (const key of this.keys(box)) {
      const there = this.squares.get(key);
      if (there === undefined) this.squares.set(key, [box]);
      else there.push(box);
    }
  }

  meets(box: LabelBox): boolean {
    const slackX = (box.right - box.left) * MAY_OVERLAP;
    const slackY = (box.bottom - box.top) * MAY_OVERLAP;
    return this.keys(box).some((key) =>
      this.squares
        .get(key)
        ?.some(
          (other) =>
            other.left < box.right - slackX &&
            other.right > box.left + slackX &&
            other.top < box.bottom - slackY &&
            other.bottom > box.top + slackY,
        ),
    );
  }

  private keys({ left, top, right, bottom }: LabelBox): readonly string[] {
    const keys: string[] = [];
    for (let x = Math.floor(left / this.cell); x <= Math.floor(right / this.cell); x += 1)
      for (let y = Math.floor(top / this.cell); y <= Math.floor(bottom / this.cell); y += 1)
        keys.push(`${x} ${y}`);
    return keys;
  }
}

/**
 * Things that would be drawn over one another are gathered: each stands for itself and for those after it that lie nearer to
 * it than this. What is returned is, for each, how many more it stands for, or `null` where another stands for it.
 */
export function gatherNear(
  places: readonly Point[],
  nearer: number,
  isKept: (i: number) => boolean,
): ReadonlyArray<number | null> {
  const more: (number | null)[] = places.map(() => null);
  const squares = new Map<string, number[]>();
  const square = (value: number): number => Math.floor(value / nearer);
  for (const [i, { x, y }] of places.entries()) {
    let host: number | undefined;
    for (let dx = -1; dx <= 1 && host === undefined; dx += 1)
      for (let dy = -1; dy <= 1 && host === undefined; dy += 1)
        host = squares.get(`${square(x) + dx} ${square(y) + dy}`)?.find((k) => {
          const other = places[k] as Point;
          return Math.abs(other.x - x) < nearer && Math.abs(other.y - y) < nearer;
        });
    if (host !== undefined && !isKept(i)) {
      more[host] = (more[host] ?? 0) + 1;
      continue;
    }
    more[i] = 0;
    if (host !== undefined) continue;
    const key = `${square(x)} ${square(y)}`;
    squares.set(key, [...(squares.get(key) ?? []), i]);
  }
  return more;
}
