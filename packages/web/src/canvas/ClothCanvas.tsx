/** The cloth on the screen: its layers at rest and under way, overlays, pointer and keys. One file: here they are put together; each is in a file of its own. */
import { clothBox, type Face } from '@sashiko/core/cloth/cloth';
import { faceUp, hasSeveralPanels, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import {
  type ComponentProps,
  type ReactNode,
  useCallback,
  useDeferredValue,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import type { Camera } from '../stores/camera.ts';
import { panelInHand, usePanelInHand } from '../stores/panel-in-hand.ts';
import { useShownPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { Filled } from '../ui/Filled.tsx';
import { INK } from '../ui/ink.ts';
import { ClothDrawing, MovingDrawing } from './ClothDrawing.tsx';
import { NodeHandles, PenLine, SizeHandles } from './ClothOverlay.tsx';
import { useClothStore } from './cloth-store.ts';
import { type NearBounds, nearBounds, sameBounds } from './detail.ts';
import { clothPath } from './Ground.tsx';
import { HideWhatMoves, PullPanel } from './MovedAsDrawn.tsx';
import { moveWithCamera } from './move-with-camera.ts';
import { type Moving, useMoving, useRestingPlan } from './moving.ts';
import { PanelNames } from './PanelNames.tsx';
import { PartNames } from './PartNames.tsx';
import { PlacingGhosts, SnapMarks, SnapWords, TurnHandle } from './PartOverlay.tsx';
import { DIMMED_ROOM } from './palette.ts';
import { isDarkCloth, type PanelView } from './panel-items.ts';
import { RulerNumbers, Rulers } from './Rulers.tsx';
import { SeamLetters } from './SeamDrawing.tsx';
import { SeamEdges } from './SeamEdges.tsx';
import { tableTransform } from './seen.ts';
import { BendHandles, DraftRun, HoleButtons } from './ThreadOverlay.tsx';
import { panelBox, seer } from './table.ts';
import { chooseHole, wishHole } from './thread-tool.ts';
import { makeOneStop } from './travel.ts';
import { useCanvasPointer } from './use-canvas-pointer.ts';
import { type Size, useFittedCamera } from './use-fitted-camera.ts';

/** Before the cloth has a size on the screen. */
const NO_CAMERA: Camera = { scale: 1, originX: 0, originY: 0 };

/** The piece on the table: true to scale, to pan and zoom, with what the stage that is open lays over it. */
export function ClothCanvas() {
  const abilities = useClothStore((state) => state.asks.abilities);
  const isDim = useClothStore((state) => state.asks.isDim);
  const hint = useClothStore((state) => state.asks.hint);
  const cursor = useViewStore(({ isPulling, tool }) =>
    isPulling ? 'grab' : tool.kind === 'hand' ? 'default' : 'crosshair',
  );
  const face = useViewStore((state) => state.face);
  const area = useRef<HTMLElement>(null);
  const plan = useRestingPlan();
  const size = useFittedCamera(area, plan);
  const whole = useCallback(
    (canvas: HTMLElement | null) => (canvas === null ? undefined : makeOneStop(canvas)),
    [],
  );
  const pointerEvents = useCanvasPointer(abilities);
  const { unit } = plan.habits;
  const panel = usePanelInHand(plan);
  const { widthMm, heightMm } = clothBox(panel);
  const of = hasSeveralPanels(plan) ? `, ${panelsOf(plan).length} panels; ${panel.name} in hand` : '';
  return (
    <main ref={area} className={`cloth-area${isDim ? ' dim' : ''}`} data-testid="cloth-area">
      {size !== null && (
        // biome-ignore lint/a11y/useSemanticElements: the cloth is a drawing that holds buttons
        <div
          ref={whole}
          className="canvas"
          role="group"
          aria-label={`${plan.name}, ${face} side${of}, ${formatLength(widthMm, unit, 0)} by ${formatLength(heightMm, unit, 0)}`}
          style={{ cursor }}
          {...pointerEvents}
        >
          <TableStitches width={size.width} height={size.height} isDim={isDim} />
          <Turning face={face}>
            <Layers plan={plan} size={size} />
          </Turning>
        </div>
      )}
      {hint !== null && <div className="canvas-hint">{hint}</div>}
    </main>
  );
}

/** A face that comes up turns; the one that is seen first lies there. */
function Turning({ face, children }: { readonly face: Face; readonly children: ReactNode }) {
  const [first] = useState(face);
  const [hasTurned, setTurned] = useState(false);
  if (!hasTurned && face !== first) setTurned(true);
  return <div className={`whole-cloth${hasTurned ? ` turning-${face}` : ''}`}>{children}</div>;
}

/**
 * What rests, and over it what moves, is named or can be taken hold of. They are layers of their own, so that a step of a drag draws
 * nothing of the first, and both are moved as they are while the view is.
 */
function Layers({ plan, size }: { readonly plan: Plan; readonly size: Size }) {
  const camera = useViewStore((state) => state.drawnCamera) ?? NO_CAMERA;
  const layers = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => (layers.current === null ? undefined : moveWithCamera(layers.current)), []);
  const near = useNearBounds(camera, size);
  const face = useViewStore((state) => state.face);
  const inHand = usePanelInHand(plan);
  const box = panelBox(inHand, face);
  const place = `translate(${camera.originX} ${camera.originY}) scale(${camera.scale})`;
  return (
    <div ref={layers} className="layers">
      <HideWhatMoves layers={layers} />
      <PullPanel layers={layers} scale={camera.scale} />
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: the canvas it is a layer of has the name */}
      <svg className="layer">
        <Rulers panelId={inHand.id} camera={camera} box={box} unit={plan.habits.unit} />
        <g transform={place}>
          <Resting plan={plan} near={near} />
        </g>
      </svg>
      <div className="layer names" aria-hidden="true">
        <RulerNumbers panelId={inHand.id} camera={camera} box={box} unit={plan.habits.unit} />
        <Names plan={plan} near={near} camera={camera} />
      </div>
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: the canvas it is a layer of has the name */}
      <svg className="layer over">
        <g transform={place}>
          <Moved near={near} />
          {/* What a page listens on for others is a stop of Tab, if it is not said that it is none. */}
          <g ref={useClothStore.getState().setOverlayHost} tabIndex={-1} />
          <Handles scale={camera.scale} />
        </g>
      </svg>
      <MovedNames near={near} camera={camera} />
    </div>
  );
}

/** How the cloth is looked at, for all that is drawn on it. */
function usePanelView(near: NearBounds): PanelView {
  const face = useViewStore((state) => state.face);
  const selection = useViewStore((state) => state.selection);
  const spotlight = useViewStore((state) => state.spotlight);
  const isDim = useClothStore((state) => state.asks.isDim);
  const litParts = useClothStore((state) => state.asks.litParts);
  const chosenParts = useMemo(
    () => new Set([...selection.partIds, ...(spotlight?.partIds ?? [])]),
    [selection, spotlight],
  );
  const chosenRuns = useMemo(
    () => new Set([...(selection.runId === null ? [] : [selection.runId]), ...(spotlight?.runIds ?? [])]),
    [selection, spotlight],
  );
  return { face, isDim, litParts, chosenParts, chosenRuns, near };
}

/** What a stage asks of all that is drawn may come a moment after the stage: it is drawn in slices, and the pointer goes by what was asked. */
function Resting({ plan, near }: { readonly plan: Plan; readonly near: NearBounds }) {
  const { drawsThread, onPart } = useClothStore((state) => state.asks.abilities);
  const now = usePanelView(near);
  const asked = useMemo(
    () => ({
      hands: { takes: drawsThread ? ('runs' as const) : ('parts' as const), onPart },
      isDim: now.isDim,
      litParts: now.litParts,
    }),
    [drawsThread, onPart, now.isDim, now.litParts],
  );
  const { hands, ...looks } = useDeferredValue(asked);
  const view = { ...now, ...looks };
  return (
    <>
      {panelsOf(plan).map((panel) => (
        <path
          key={panel.id}
          data-ground
          data-panel={panel.id}
          transform={tableTransform(panel, view.face)}
          d={clothPath(panel, faceUp(panel, view.face))}
          fill="transparent"
        />
      ))}
      <g data-ground style={now.isDim ? DIMMED_ROOM : undefined}>
        <ClothDrawing plan={plan} hands={hands} {...view} />
      </g>
      <g ref={useClothStore.getState().setUnderlayHost} tabIndex={-1} />
    </>
  );
}

/** What the letters over the drawing are laid out by. */
interface NamesProps {
  readonly near: NearBounds;
  readonly camera: Camera;
}

/** How the names of a plan's parts are written. */
function useNameLook(
  plan: Plan,
  view: PanelView,
  camera: Camera,
): Omit<ComponentProps<typeof PartNames>, 'plan' | 'chosen'> {
  const notes = useClothStore((state) => state.asks.notes);
  const hidden = useViewStore((state) => state.hiddenNames);
  return { hidden, face: view.face, camera, isDark: panelsOf(plan).every(isDarkCloth) || view.isDim, notes };
}

/** Names of parts and panels that rest. */
function Names({ plan, near, camera }: NamesProps & { readonly plan: Plan }) {
  const view = usePanelView(near);
  const look = useNameLook(plan, view, camera);
  return (
    <>
      {Object.values(plan.panels).map((panel) => (
        <SeamLetters
          key={panel.id}
          plan={plan}
          panel={panel}
          camera={camera}
          face={view.face}
          isDark={look.isDark}
        />
      ))}
      <PanelNames plan={plan} camera={camera} face={view.face} isDim={view.isDim} />
      <PartNames plan={plan} chosen={view.chosenParts} {...look} />
    </>
  );
}

/** What is being moved, over the rest. */
function Moved({ near }: { readonly near: NearBounds }) {
  const view = usePanelView(near);
  const moving = useMoving();
  if (moving === null) return null;
  return (
    <g className="moving" style={view.isDim ? DIMMED_ROOM : undefined}>
      <MovingDrawing moving={moving} view={view} />
    </g>
  );
}

/** Names of what is being moved: they go along with it. */
function MovedNames(props: NamesProps) {
  const moving = useMoving();
  return moving === null ? null : <NamesOf moving={moving} {...props} />;
}

/** Only the names that a gesture takes along. */
function NamesOf({ moving, near, camera }: NamesProps & { readonly moving: Moving }) {
  const look = useNameLook(moving.plan, usePanelView(near), camera);
  return (
    <div className="layer names moved-names" aria-hidden="true">
      <PartNames plan={moving.plan} only={moving.partIds} chosen={moving.partIds} {...look} />
      <SnapWords camera={camera} plan={moving.plan} face={look.face} />
    </div>
  );
}

/** What can be taken hold of besides parts and threads, by what the pointer may do. */
function Handles({ scale }: { readonly scale: number }) {
  const abilities = useClothStore((state) => state.asks.abilities);
  return (
    <>
      {abilities.drawsThread && <ThreadHandles scale={scale} wishes={abilities.wishes === true} />}
      {abilities.movesParts && <PartHandles scale={scale} />}
      {abilities.shapesCloth === true && <ClothHandles scale={scale} />}
      <MarqueeBox scale={scale} />
    </>
  );
}

/** What can be pulled on threads: bends, ends, wishes. */
function ThreadHandles({ scale, wishes }: { readonly scale: number; readonly wishes: boolean }) {
  const plan = useShownPlan();
  return (
    <>
      <Filled>
        <HoleButtons plan={plan} scale={scale} onHole={wishes ? wishHole : chooseHole} />
      </Filled>
      <BendHandles plan={plan} scale={scale} />
      <DraftRun plan={plan} scale={scale} />
    </>
  );
}

/** The handle by which chosen parts are turned. */
function PartHandles({ scale }: { readonly scale: number }) {
  const plan = useRestingPlan();
  const face = useViewStore((state) => state.face);
  return (
    <>
      <TurnHandle face={face} scale={scale} />
      <PlacingGhosts plan={plan} face={face} />
      <SnapMarks plan={plan} face={face} scale={scale} />
    </>
  );
}

/** Nodes, curves and sizes of the cloth that can be pulled. */
function ClothHandles({ scale }: { readonly scale: number }) {
  const plan = useShownPlan();
  const face = useViewStore((state) => state.face);
  return (
    <>
      <SizeHandles plan={plan} face={face} scale={scale} />
      <NodeHandles plan={plan} face={face} scale={scale} />
      <PenLine plan={plan} face={face} scale={scale} />
      <SeamEdges plan={plan} face={face} scale={scale} />
    </>
  );
}

/** What is drawn near; the same object as long as nothing of it changes, so that a pan draws nothing anew. */
function useNearBounds(camera: Camera, size: Size): NearBounds {
  const kept = useRef<NearBounds>(null);
  const now = nearBounds(camera, size.width, size.height);
  if (!sameBounds(kept.current, now)) kept.current = now;
  return kept.current;
}

/** The seams of the table the cloth lies on: a quiet grid of long stitches. */
function TableStitches({
  width,
  height,
  isDim,
}: {
  readonly width: number;
  readonly height: number;
  readonly isDim: boolean;
}) {
  const every = 96;
  const lines: string[] = [];
  for (let x = every / 3; x < width; x += every) lines.push(`M${x} 0V${height}`);
  for (let y = every / 3; y < height; y += every) lines.push(`M0 ${y}H${width}`);
  return (
    <svg className="layer" aria-hidden="true">
      <path
        d={lines.join('')}
        stroke={isDim ? INK.dusk : 'var(--line)'}
        strokeWidth={1}
        strokeDasharray="11 8"
        opacity={0.6}
        fill="none"
      />
    </svg>
  );
}

/** The box that chooses what it is pulled over. */
function MarqueeBox({ scale }: { readonly scale: number }) {
  const marquee = useViewStore((state) => state.marquee);
  const face = useViewStore((state) => state.face);
  const plan = useRestingPlan();
  if (marquee === null) return null;
  const seen = seer(plan, { panelId: panelInHand(plan).id }, face);
  const [a, b] = [seen(marquee.from), seen(marquee.to)];
  return (
    <rect
      x={Math.min(a.x, b.x)}
      y={Math.min(a.y, b.y)}
      width={Math.abs(a.x - b.x)}
      height={Math.abs(a.y - b.y)}
      fill={INK.paper}
      fillOpacity={0.15}
      stroke={INK.paper}
      strokeWidth={1.5 / scale}
      strokeDasharray={`${5 / scale} ${4 / scale}`}
    />
  );
}
