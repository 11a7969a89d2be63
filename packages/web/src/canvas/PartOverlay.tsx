/** What is laid over the cloth while parts are placed: names, the handle to turn by, the part in hand. */

import type { Face } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { boundsOf } from '@sashiko/core/geometry/polygon';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { kindOf, maybeKindOf } from '@sashiko/core/plan/kind-of';
import { faceUp, panelOf } from '@sashiko/core/plan/panels';
import { poseOf } from '@sashiko/core/plan/placed';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { type Camera, toPixels } from '../stores/camera.ts';
import { usePanelInHand } from '../stores/panel-in-hand.ts';
import { useShownPlan } from '../stores/plan-store.ts';
import { type Ghost, useViewStore } from '../stores/view-store.ts';
import { INK } from '../ui/ink.ts';
import { clampPlacing } from './clamp.ts';
import { PartDrawing } from './PartDrawing.tsx';
import { tableTransform } from './seen.ts';
import { onTable, seer } from './table.ts';

/** A handle above the one chosen part; dragging it turns the part. */
export function TurnHandle({ face, scale }: { readonly face: Face; readonly scale: number }) {
  const plan = useShownPlan();
  const { partIds } = useViewStore((state) => state.selection);
  const part = partIds.length === 1 ? plan.parts[partIds[0] as string] : undefined;
  if (part === undefined || part.locked === true) return null;
  const [, top] = boundsOf(kindOf(plan, part).outline);
  const panel = panelOf(plan, part);
  const seen = (local: Point): Point => onTable(panel, face, placePointExactly(poseOf(part), local));
  const rim = seen({ x: 0, y: top - 1 });
  const handle = seen({ x: 0, y: top - 22 / scale });
  return (
    <g data-turn={part.id} style={{ cursor: 'grab' }}>
      <path
        d={`M${rim.x} ${rim.y}L${handle.x} ${handle.y}`}
        stroke={INK.paper}
        strokeWidth={2 / scale}
        strokeDasharray={`${4 / scale} ${3 / scale}`}
      />
      <circle
        cx={handle.x}
        cy={handle.y}
        r={8 / scale}
        fill={INK.paper}
        stroke={INK.indigo}
        strokeWidth={2 / scale}
      />
      <path
        d={`M${handle.x - 3.4 / scale} ${handle.y + 1 / scale}a${3.5 / scale} ${3.5 / scale} 0 1 1 ${3.4 / scale} ${2.6 / scale}`}
        fill="none"
        stroke={INK.indigo}
        strokeWidth={1.4 / scale}
      />
    </g>
  );
}

/** The part in hand, where it would be placed, and the parts a tray proposes. */
export function PlacingGhosts({ plan, face }: { readonly plan: Plan; readonly face: Face }) {
  const tool = useViewStore((state) => state.tool);
  const pointer = useViewStore((state) => (state.tool.kind === 'place' ? state.pointer : null));
  const ghosts = useViewStore((state) => state.ghosts);
  const panel = usePanelInHand(plan);
  const up = faceUp(panel, face);
  const inHand: readonly Ghost[] =
    tool.kind === 'place' && pointer !== null
      ? [{ ...tool, at: clampPlacing(plan, panel, tool, pointer), face: up }]
      : [];
  return (
    <g pointerEvents="none" opacity={0.9} transform={tableTransform(panel, face)}>
      {[...inHand, ...ghosts].map(({ kindId, at, turnDeg, face: on, colourId, options }, i) => {
        const kind = maybeKindOf(plan, { kindId, options });
        if (kind === undefined) return null;
        const part: Part = {
          id: 'ghost',
          panelId: panel.id,
          kindId,
          name: '',
          at,
          turnDeg,
          face: on,
          colourId: colourId ?? 'warm-white',
        };
        return (
          <PartDrawing
            // biome-ignore lint/suspicious/noArrayIndexKey: ghosts are known by their place
            key={i}
            part={part}
            kind={kind}
            cloth={panel}
            face={up}
            isChosen
            isLit={false}
          />
        );
      })}
    </g>
  );
}

/** Why a dragged part was caught: a line to what it is in line with, and a word. */
export function SnapMarks({
  plan,
  face,
  scale,
}: {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
}) {
  const guides = useViewStore((state) => state.snapGuides);
  const seen = seer(plan, { panelId: usePanelInHand(plan).id }, face);
  return (
    <g pointerEvents="none">
      {guides.map(({ from, to, words }) => {
        const [a, b] = [seen(from), seen(to)];
        return (
          <g key={words + from.x + from.y}>
            <path
              d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
              stroke={INK.lamp}
              strokeWidth={1.6 / scale}
              strokeDasharray={`${6 / scale} ${4 / scale}`}
            />
            <circle cx={b.x} cy={b.y} r={3 / scale} fill={INK.lamp} />
          </g>
        );
      })}
    </g>
  );
}

/** What caught the part that is moved, in words: text of the page, as the names are. */
export function SnapWords({
  camera,
  plan,
  face,
}: {
  readonly camera: Camera;
  readonly plan: Plan;
  readonly face: Face;
}) {
  const guides = useViewStore((state) => state.snapGuides);
  const seen = seer(plan, { panelId: usePanelInHand(plan).id }, face);
  return (
    <div className="snap-words" style={{ color: INK.paper, WebkitTextStrokeColor: INK.midnight }}>
      {guides.map(({ from, to, words }) => {
        const { px, py } = toPixels(camera, seen(to));
        return (
          <span key={words + from.x + from.y} style={{ left: px + 12, top: py - 12 }}>
            {words}
          </span>
        );
      })}
    </div>
  );
}
