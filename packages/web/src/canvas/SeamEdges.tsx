import { clothOutline, type Face } from '@sashiko/core/cloth/cloth';
import { stretchPoints } from '@sashiko/core/cloth/outline-places';
import { type Point, subtract } from '@sashiko/core/geometry/point';
import { centroidOf } from '@sashiko/core/geometry/polygon';
import { pointAlong, polylineLengthMm } from '@sashiko/core/geometry/polyline';
import { panelOf, panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { type FreeEdge, freeEdges, partnersOf } from '@sashiko/core/plan/seams';
import { formatLength } from '@sashiko/core/units/length';
import { useViewStore } from '../stores/view-store.ts';
import { INK } from '../ui/ink.ts';
import { chooseEdge, edgeKey, edgeWords } from './seam-tool.ts';
import { linePath } from './seen.ts';
import { onTable } from './table.ts';

/** An edge that can be sewn to another, and how it stands to the chosen one. */
interface Offered {
  readonly edge: FreeEdge;
  readonly mark: 'chosen' | 'fits' | 'free';
}

/** The edges that can be sewn, while two are being chosen: each with its length; once one is chosen, those as long as it stand out. */
export function SeamEdges({
  plan,
  face,
  scale,
}: {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
}) {
  const tool = useViewStore((state) => state.tool);
  if (tool.kind !== 'seam') return null;
  return (
    <g>
      {offeredEdges(plan, tool.edge).map(({ edge, mark }) => (
        <SeamEdge key={edgeKey(edge)} plan={plan} face={face} scale={scale} edge={edge} mark={mark} />
      ))}
    </g>
  );
}

/** All free edges; once one is chosen, it and those it can be sewn to, marked where they are as long. */
function offeredEdges(plan: Plan, chosen: FreeEdge | null): readonly Offered[] {
  if (chosen !== null)
    return [
      { edge: chosen, mark: 'chosen' },
      ...partnersOf(plan, chosen).map(({ edge, fits }): Offered => ({ edge, mark: fits ? 'fits' : 'free' })),
    ];
  return panelsOf(plan).flatMap((panel) =>
    freeEdges(plan, panel).map((edge): Offered => ({ edge: { ...edge, panelId: panel.id }, mark: 'free' })),
  );
}

/** A length stands beside its edge, on the cloth: so far in for its width and its height, px. */
const IN_PX = { x: 32, y: 14 };

/** A place a little toward the middle of the panel, so that the line lies on its cloth. */
function inwards(at: Point, middle: Point, scale: number): Point {
  const { x, y } = subtract(middle, at);
  const mm = Math.max(Math.hypot(x, y), 1e-9);
  return { x: at.x + (x / mm) * (IN_PX.x / scale), y: at.y + (y / mm) * (IN_PX.y / scale) };
}

/** Told by width as well as by a word. */
const WIDTH_PX = { chosen: 6, fits: 5, free: 3 };
const WORDS = { chosen: 'chosen', fits: 'as long', free: '' };

/** An edge to press, with its name for those who hear it. */
function SeamEdge({
  plan,
  face,
  scale,
  edge,
  mark,
}: Offered & { readonly plan: Plan; readonly face: Face; readonly scale: number }) {
  const panel = panelOf(plan, edge);
  const points = stretchPoints(panel.shape, edge);
  const line = points.map((p) => onTable(panel, face, p));
  const at = inwards(
    pointAlong(line, polylineLengthMm(line) / 2),
    centroidOf(clothOutline(panel).map((p) => onTable(panel, face, p))),
    scale,
  );
  const path = linePath(line);
  const word = WORDS[mark];
  const length = formatLength(polylineLengthMm(points), plan.habits.unit, 0);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside the cloth's SVG
    <g
      data-edge={edgeKey(edge)}
      role="button"
      tabIndex={0}
      aria-label={`${edgeWords(plan, edge)}${word === '' ? '' : `, ${word}`}`}
      aria-pressed={mark === 'chosen'}
      style={{ cursor: 'pointer' }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        chooseEdge(edge);
      }}
    >
      <path d={path} fill="none" stroke="transparent" strokeWidth={24 / scale} />
      <path
        d={path}
        fill="none"
        stroke={mark === 'chosen' ? INK.indigo : INK.paper}
        strokeWidth={(WIDTH_PX[mark] + 3) / scale}
      />
      <path
        d={path}
        fill="none"
        stroke={mark === 'chosen' ? INK.lamp : INK.indigo}
        strokeWidth={WIDTH_PX[mark] / scale}
        {...(mark === 'free' ? { strokeDasharray: `${8 / scale} ${5 / scale}` } : {})}
      />
      <text
        x={at.x}
        y={at.y + 4.5 / scale}
        fontSize={13 / scale}
        fontWeight={mark === 'free' ? 500 : 700}
        textAnchor="middle"
        fill={INK.indigo}
        stroke={INK.paper}
        strokeWidth={4 / scale}
        paintOrder="stroke"
      >
        {length}
      </text>
    </g>
  );
}
