import { asSeen, clothBox } from '@sashiko/core/cloth/cloth';
import { maybeClothColour } from '@sashiko/core/cloth/cloth-kinds';
import type { Point } from '@sashiko/core/geometry/point';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatLength } from '@sashiko/core/units/length';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { type Camera, fitCamera, zoomAbout } from '../stores/camera.ts';
import { usePlanStore, useShownPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { INK } from '../ui/ink.ts';
import { ClothDrawing } from './ClothDrawing.tsx';
import { NodeHandles, PenLine, SizeHandles } from './ClothOverlay.tsx';
import { useClothStore } from './cloth-store.ts';
import { type NearBounds, nearBounds, sameBounds } from './detail.ts';
import { clothPath } from './Ground.tsx';
import { PartNames } from './PartNames.tsx';
import { PlacingGhosts, SnapMarks, TurnHandle } from './PartOverlay.tsx';
import { Rulers } from './Rulers.tsx';
import { BendHandles, DraftRun, HoleButtons } from './ThreadOverlay.tsx';
import { chooseHole, wishHole } from './thread-tool.ts';
import { useCanvasPointer } from './use-canvas-pointer.ts';

const NO_CAMERA: Camera = { scale: 1, originX: 0, originY: 0 };

/** The piece on the table: true to scale, to pan and zoom, with what the stage lays over it. */
export function ClothCanvas() {
  const { abilities, isDim, litParts, notes, hint } = useClothStore((state) => state.asks);
  const plan = useShownPlan();
  const face = useViewStore((state) => state.face);
  const selection = useViewStore((state) => state.selection);
  const spotlight = useViewStore((state) => state.spotlight);
  const tool = useViewStore((state) => state.tool);
  const area = useRef<HTMLElement>(null);
  const [camera, size] = useFittedCamera(area, plan);
  const marquee = useViewStore((state) => state.marquee);
  const pointerEvents = useCanvasPointer(camera, abilities);
  const box = clothBox(panelOf(plan));
  const { widthMm, heightMm } = box;
  const isDark = maybeClothColour(panelOf(plan).colourId)?.isDark === true || isDim;
  const chosenParts = useMemo(
    () => new Set([...selection.partIds, ...(spotlight?.partIds ?? [])]),
    [selection, spotlight],
  );
  const chosenRuns = useMemo(
    () => new Set([...(selection.runId === null ? [] : [selection.runId]), ...(spotlight?.runIds ?? [])]),
    [selection, spotlight],
  );
  const { drawsThread, onPart } = abilities;
  const hands = useMemo(
    () => ({ takes: drawsThread ? ('runs' as const) : ('parts' as const), onPart }),
    [drawsThread, onPart],
  );
  const near = useNearBounds(camera, size);

  return (
    <main ref={area} className={`cloth-area${isDim ? ' dim' : ''}`} data-testid="cloth-area">
      {size !== null && (
        // biome-ignore lint/a11y/useSemanticElements: the cloth is a drawing that holds buttons
        <svg
          className="canvas"
          role="group"
          aria-label={`${plan.name}, ${face} side, ${formatLength(widthMm, plan.habits.unit, 0)} by ${formatLength(heightMm, plan.habits.unit, 0)}`}
          style={{ cursor: tool.kind === 'hand' ? 'default' : 'crosshair' }}
          data-scale={camera.scale}
          data-origin={`${camera.originX},${camera.originY}`}
          {...pointerEvents}
        >
          <TableStitches width={size.width} height={size.height} isDim={isDim} />
          <Rulers camera={camera} box={box} unit={plan.habits.unit} />
          <g className={`turning-${face}`} style={{ transformOrigin: 'center' }}>
            <g transform={`translate(${camera.originX} ${camera.originY}) scale(${camera.scale})`}>
              <path data-ground d={clothPath(panelOf(plan), face)} fill="transparent" />
              <g data-ground>
                <ClothDrawing
                  plan={plan}
                  face={face}
                  isDim={isDim}
                  chosenParts={chosenParts}
                  chosenRuns={chosenRuns}
                  litParts={litParts}
                  hands={hands}
                  near={near}
                />
              </g>
              <PartNames
                plan={plan}
                face={face}
                scale={camera.scale}
                isDark={isDark}
                chosen={chosenParts}
                notes={notes}
              />
              <g ref={useClothStore.getState().setOverlayHost} />
              {abilities.drawsThread && (
                <>
                  <HoleButtons
                    plan={plan}
                    scale={camera.scale}
                    onHole={abilities.wishes === true ? wishHole : chooseHole}
                  />
                  <BendHandles plan={plan} scale={camera.scale} />
                  <DraftRun plan={plan} scale={camera.scale} />
                </>
              )}
              {abilities.movesParts && (
                <>
                  <TurnHandle plan={plan} face={face} scale={camera.scale} />
                  <PlacingGhosts plan={plan} face={face} />
                  <SnapMarks plan={plan} face={face} scale={camera.scale} />
                </>
              )}
              {abilities.shapesCloth === true && (
                <>
                  <SizeHandles plan={plan} face={face} scale={camera.scale} />
                  <NodeHandles plan={plan} face={face} scale={camera.scale} />
                  <PenLine plan={plan} face={face} scale={camera.scale} />
                </>
              )}
              {marquee !== null && (
                <MarqueeBox
                  marquee={marquee}
                  seen={(p) => asSeen(panelOf(plan), face, p)}
                  scale={camera.scale}
                />
              )}
            </g>
          </g>
        </svg>
      )}
      {hint !== null && <div className="canvas-hint">{hint}</div>}
    </main>
  );
}

/** What is drawn near; the same object as long as nothing of it changes, so that a pan draws nothing anew. */
function useNearBounds(
  camera: Camera,
  size: { readonly width: number; readonly height: number } | null,
): NearBounds {
  const kept = useRef<NearBounds>(null);
  const now = nearBounds(camera, size?.width ?? 0, size?.height ?? 0);
  if (!sameBounds(kept.current, now)) kept.current = now;
  return kept.current;
}

/** Fits the piece into view when it is first seen, and when it or the window changes size, until the maker has moved the view: then it is the maker's. */
function useFittedCamera(
  area: React.RefObject<HTMLElement | null>,
  plan: Plan,
): readonly [Camera, { readonly width: number; readonly height: number } | null] {
  const camera = useViewStore((state) => state.camera);
  const setCamera = useViewStore((state) => state.setCamera);
  const [size, setSize] = useState<{ readonly width: number; readonly height: number } | null>(null);
  const { left, top, widthMm, heightMm } = clothBox(panelOf(plan));
  const isResting = usePlanStore((state) => state.preview === null);
  useLayoutEffect(() => {
    const element = area.current;
    if (element === null) return;
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [area]);
  useLayoutEffect(() => {
    // While a size or a node is being pulled the piece must not swim away under the pointer.
    if (size === null || !isResting) return;
    const { camera: now, fittedCamera, setFittedCamera } = useViewStore.getState();
    if (now !== null && now !== fittedCamera) return;
    const box = { left, top, right: left + widthMm, bottom: top + heightMm, widthMm, heightMm };
    setFittedCamera(fitCamera(box, size.width, size.height));
  }, [size, left, top, widthMm, heightMm, isResting]);
  useEffect(() => {
    const element = area.current;
    if (element === null) return;
    // React's wheel events cannot keep the page from scrolling, so this one is added by hand.
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const now = useViewStore.getState().camera;
      if (now === null) return;
      const box = element.getBoundingClientRect();
      const at = { px: event.clientX - box.left, py: event.clientY - box.top };
      setCamera(zoomAbout(now, at, Math.exp(-event.deltaY * 0.0015)));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [area, setCamera]);
  return [camera ?? NO_CAMERA, camera === null ? null : size];
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
    <path
      d={lines.join('')}
      stroke={isDim ? INK.dusk : 'var(--line)'}
      strokeWidth={1}
      strokeDasharray="11 8"
      opacity={0.6}
      fill="none"
    />
  );
}

function MarqueeBox({
  marquee,
  seen,
  scale,
}: {
  readonly marquee: { readonly from: Point; readonly to: Point };
  readonly seen: (p: Point) => Point;
  readonly scale: number;
}) {
  const a = seen(marquee.from);
  const b = seen(marquee.to);
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
