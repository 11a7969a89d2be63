import type { Face } from '@sashiko/core/cloth/cloth';
import { boundsOf } from '@sashiko/core/geometry/polygon';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { hasElement } from '@sashiko/core/parts/part-element';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { panelOf } from '@sashiko/core/plan/panels';
import { poseOf } from '@sashiko/core/plan/placed';
import type { Panel, Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { memo } from 'react';
import { type Camera, toPixels } from '../stores/camera.ts';
import { type NameKind, nameKindOf } from '../stores/name-kinds.ts';
import { INK } from '../ui/ink.ts';
import { NEAR_FROM_SCALE } from './detail.ts';
import { type LabelBox, placeLabels } from './labels.ts';
import { onTable, panelBox } from './table.ts';

/** Whose names, at which zoom, and which are hidden. */
interface NamesProps {
  readonly plan: Plan;
  readonly face: Face;
  readonly camera: Camera;
  readonly isDark: boolean;
  /** Their names are drawn in any case. */
  readonly chosen: ReadonlySet<string>;
  /** A word beside a part's name, such as the current of a light. */
  readonly notes: Readonly<Record<string, string>> | undefined;
  /** Kinds of parts whose names are left out. */
  readonly hidden?: ReadonlySet<NameKind>;
  /** Only the names of these parts. */
  readonly only?: ReadonlySet<string>;
}

/** Height of a name. */
const SIZE_PX = 13;
/** The width of a letter of the type that ships, of its height, on average: measured over the names of the demo plans. */
const LETTER = 0.56;

/**
 * The parts' names, upright and never smaller than can be read; where there is no room for one it is left out. They are text of the page, not of
 * a drawing: a drawing lays its letters out anew with every step of a zoom.
 */
export const PartNames = memo(
  function PartNames({ plan, face, camera, isDark, chosen, notes, hidden, only }: NamesProps) {
    const { scale } = camera;
    const ink = isDark ? INK.cotton : INK.ink;
    const halo = isDark ? INK.midnight : INK.cotton;
    const parts = Object.values(plan.parts);
    const isWritten = (part: Part): boolean =>
      only?.has(part.id) !== false &&
      (chosen.has(part.id) || hidden?.has(nameKindOf(kindOf(plan, part))) !== true);
    const named = parts.filter(isWritten).map((part) => {
      const note = notes?.[part.id];
      const letters = part.name.length + (note === undefined ? 0 : note.length + 1);
      const panel = panelOf(plan, part);
      const body = bodyBox(plan, part, panel, face);
      return { part, note, body, places: placesFor(plan, part, panel, body, face, letters, scale) };
    });
    const at = placeLabels(
      named.map(({ part, places }) => ({
        boxes: places.map(({ box }) => box),
        isKept: chosen.has(part.id),
      })),
      named.map(({ body }) => body),
      scale >= NEAR_FROM_SCALE,
    );
    return (
      <div className="part-names" style={{ color: ink, WebkitTextStrokeColor: halo }}>
        {named.map(({ part, note, places }, i) => {
          const place = places[at[i] ?? -1];
          if (place === undefined) return null;
          const { px, py } = toPixels(camera, place);
          return (
            <span
              key={part.id}
              data-thing={part.id}
              data-panel={part.panelId}
              className={place.anchor}
              style={{ left: px, top: py }}
            >
              {part.name}
              {note !== undefined && <b> {note}</b>}
            </span>
          );
        })}
      </div>
    );
  },
  (before, after) =>
    before.plan.parts === after.plan.parts &&
    before.plan.panels === after.plan.panels &&
    before.plan.ownParts === after.plan.ownParts &&
    before.face === after.face &&
    before.camera === after.camera &&
    before.isDark === after.isDark &&
    before.chosen === after.chosen &&
    before.only === after.only &&
    before.hidden === after.hidden &&
    before.notes === after.notes,
);

/** Where a name lies, and of what. */
interface NamePlace {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly box: LabelBox;
}

/** The box of a part on the screen: its own name must not lie there. */
function bodyBox(plan: Plan, part: Part, panel: Panel, face: Face): LabelBox {
  const pose = poseOf(part);
  const [left, top, right, bottom] = boundsOf(
    kindOf(plan, part).outline.map((corner) => onTable(panel, face, placePointExactly(pose, corner))),
  );
  return { left, top, right, bottom };
}

/** Where a name may stand, the best first. Threads run up and down past lights, so a light's name stands beside it, clear of them. */
function placesFor(
  plan: Plan,
  part: Part,
  panel: Panel,
  body: LabelBox,
  face: Face,
  letters: number,
  scale: number,
): readonly NamePlace[] {
  const cloth = panelBox(panel, face);
  const middle = onTable(panel, face, part.at);
  const width = (letters * SIZE_PX * LETTER) / scale;
  const px = 1 / scale;
  const place = (x: number, y: number, anchor: NamePlace['anchor']): NamePlace => {
    const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2;
    return { x, y, anchor, box: { left, top: y - 10 * px, right: left + width, bottom: y + 3 * px } };
  };
  const right = place(body.right + 5 * px, middle.y + 4 * px, 'start');
  const left = place(body.left - 5 * px, middle.y + 4 * px, 'end');
  const below = place(middle.x, body.bottom + 14 * px, 'middle');
  const above = place(middle.x, body.top - 6 * px, 'middle');
  const isBeside = hasElement(kindOf(plan, part), 'light') && body.right + 60 * px < cloth.right;
  // Beyond the left rim stand the ruler's numbers.
  const beside = left.box.left >= cloth.left ? [right, left] : [right];
  return isBeside ? [...beside, below, above] : [below, above, ...beside];
}
