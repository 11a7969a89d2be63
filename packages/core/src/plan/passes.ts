/**
 * Runs that pass from panel to panel over a seam. On the table such a run ends at one seam line and goes on at the other, at the same letter; to
 * be measured and stitched it is laid out in one frame, that of its first panel, with the panels laid together at the seams.
 */
import { between, distance, type Point, subtract } from '../geometry/point.ts';
import { nearestAlong, polylineLengthMm, walkAlong } from '../geometry/polyline.ts';
import type { ThreadSpan } from '../thread/stitch-kind.ts';
import type { Pass, Run, Seam } from './records.ts';
import type { Plan } from './schema.ts';
import { pointOnSeam, type SideName, seamLine } from './seams.ts';

/** What says over which seams a run goes. */
export type Passing = Pick<Run, 'panelId'> & Partial<Pick<Run, 'passes'>>;

/** A movement of the plane without mirroring: turned about the origin, then shifted. */
interface Move {
  readonly cos: number;
  readonly sin: number;
  readonly by: Point;
}

const STILL: Move = { cos: 1, sin: 0, by: { x: 0, y: 0 } };

function moved({ cos, sin, by }: Move, { x, y }: Point): Point {
  return { x: x * cos - y * sin + by.x, y: x * sin + y * cos + by.y };
}

function movedBack({ cos, sin, by }: Move, p: Point): Point {
  const { x, y } = subtract(p, by);
  return { x: x * cos + y * sin, y: y * cos - x * sin };
}

/** One panel that a run lies on, from seam to seam. */
export interface LegFrame {
  readonly panelId: string;
  /** Of the run's bends: the first on this panel, and the first no more on it. */
  readonly fromBend: number;
  readonly toBend: number;
  /** Where it comes over a seam onto this panel, and where it leaves it, in the panel's own frame; null at a hole. */
  readonly start: Point | null;
  readonly end: Point | null;
  /** Takes a place of this panel into the frame of the run's first panel, and back. */
  toFirst(p: Point): Point;
  toOwn(p: Point): Point;
}

/** Which side of a seam a pass comes out on. */
export function farSide({ leaves }: Pass): SideName {
  return leaves === 'a' ? 'b' : 'a';
}

/** The panels a run lies on in turn; one where it passes no seam. Throws RangeError where a seam is missing. */
export function legFrames(
  plan: Pick<Plan, 'seams' | 'panels'>,
  run: Passing & Pick<Run, 'bends'>,
): readonly LegFrame[] {
  const passes = run.passes ?? [];
  const frames: LegFrame[] = [];
  let move = STILL;
  let panelId = run.panelId;
  let start: Point | null = null;
  for (let i = 0; i <= passes.length; i += 1) {
    const pass = passes[i];
    const here = move;
    const seam = pass === undefined ? undefined : seamOf(plan, pass);
    frames.push({
      panelId,
      fromBend: passes[i - 1]?.bends ?? 0,
      toBend: pass?.bends ?? run.bends.length,
      start,
      end: pass === undefined || seam === undefined ? null : pointOnSeam(plan, seam, pass.leaves, pass.share),
      toFirst: (p) => moved(here, p),
      toOwn: (p) => movedBack(here, p),
    });
    if (pass === undefined || seam === undefined) continue;
    const side = farSide(pass);
    start = pointOnSeam(plan, seam, side, pass.share);
    move = onto(
      here,
      alongSeam(plan, seam, pass.leaves, pass.share),
      alongSeam(plan, seam, side, pass.share),
    );
    panelId = seam[side].panelId;
  }
  return frames;
}

function seamOf({ seams }: Pick<Plan, 'seams'>, { seamId }: Pass): Seam {
  const seam = seams[seamId];
  if (seam === undefined) throw new RangeError(`passes: there is no seam "${seamId}"`);
  return seam;
}

interface Arrow {
  readonly at: Point;
  readonly cos: number;
  readonly sin: number;
}

/** So far to each side of a place its direction is read, mm. */
const READ_MM = 0.5;

/** A place of a seam line with the direction in which its shares grow. */
function alongSeam(plan: Pick<Plan, 'seams' | 'panels'>, seam: Seam, side: SideName, share: number): Arrow {
  const line = seamLine(plan, seam, side);
  const whole = polylineLengthMm(line);
  const isReversed = side === 'b' && seam.b.reversed;
  const mm = (isReversed ? 1 - share : share) * whole;
  const before = walkAlong(line)(Math.max(0, mm - READ_MM));
  const after = walkAlong(line)(Math.min(whole, mm + READ_MM));
  const { x, y } = subtract(after, before);
  const length = Math.hypot(x, y) || 1;
  const by = isReversed ? -1 : 1;
  return { at: pointOnSeam(plan, seam, side, share), cos: (by * x) / length, sin: (by * y) / length };
}

/** The movement of a panel that lays its arrow on that of the panel before, which has been moved itself. */
function onto(before: Move, from: Arrow, to: Arrow): Move {
  const [c, s] = [from.cos * to.cos + from.sin * to.sin, from.sin * to.cos - from.cos * to.sin];
  const [cos, sin] = [before.cos * c - before.sin * s, before.sin * c + before.cos * s];
  const turned = { x: to.at.x * cos - to.at.y * sin, y: to.at.x * sin + to.at.y * cos };
  return { cos, sin, by: subtract(moved(before, from.at), turned) };
}

/** A run on one of its panels. */
export interface RunLeg extends LegFrame {
  /** Its corners in the panel's own frame, from hole or seam line to hole or seam line. */
  readonly path: readonly Point[];
  /** From where to where along the whole run, mm. */
  readonly fromMm: number;
  readonly toMm: number;
}

/** A way laid out in the frame of the run's first panel, cut at the seams and told panel by panel. */
export function cutAtSeams(
  plan: Pick<Plan, 'seams' | 'panels'>,
  run: Passing & Pick<Run, 'bends'>,
  path: readonly Point[],
): readonly RunLeg[] {
  const frames = legFrames(plan, run);
  const [only] = frames;
  if (only !== undefined && frames.length === 1)
    return [{ ...only, path, fromMm: 0, toMm: polylineLengthMm(path) }];
  const legs: RunLeg[] = [];
  let left = path;
  let gone = 0;
  for (const frame of frames) {
    const border = frame.end === null ? null : frame.toFirst(frame.end);
    const at = border === null ? left.length - 1 : cornerAt(left, border);
    const own = left.slice(0, at + 1);
    const mm = polylineLengthMm(own);
    legs.push({ ...frame, path: own.map(frame.toOwn), fromMm: gone, toMm: gone + mm });
    gone += mm;
    left = left.slice(at);
  }
  return legs;
}

/** The corner of a way that lies at a place: the seam point is one of them. */
function cornerAt(path: readonly Point[], p: Point): number {
  let best = 0;
  for (let i = 1; i < path.length; i += 1)
    if (distance(path[i] as Point, p) < distance(path[best] as Point, p)) best = i;
  return best;
}

/** How far a stitch may lie off the line it is of, mm: rounding. */
const ON_LINE_MM = 1e-4;

/** The stitches of a run that lie on one of its panels, in that panel's own frame. */
export function spansOnLeg(leg: RunLeg, spans: readonly ThreadSpan[]): readonly ThreadSpan[] {
  if (leg.start === null && leg.end === null) return spans;
  if (leg.toMm - leg.fromMm < ON_LINE_MM) return [];
  return spans.flatMap(({ a, b, face }): readonly ThreadSpan[] => {
    const [from, to] = [leg.toOwn(a), leg.toOwn(b)];
    const off = nearestAlong(leg.path, between(from, to, 0.5)).distanceMm;
    return off > ON_LINE_MM ? [] : [{ face, a: from, b: to }];
  });
}

/** How many layers of cloth lie at a place beside a seam, on the side it is left on or on the other: its own, and what is pressed onto it. */
function layersBeside(seam: Seam, side: SideName): number {
  switch (seam.pressed) {
    case 'open':
      return 2;
    case 'none':
      return 1;
    case 'to-a':
      return side === 'a' ? 3 : 1;
    case 'to-b':
      return side === 'b' ? 3 : 1;
  }
}

/**
 * How much more cloth the needle goes through at the seams a run passes than without them, mm of thread for each pass through the cloth:
 * one figure for each needle hole of `holes`, places in the frame of the run's first panel.
 */
export function clothAtSeams(
  plan: Pick<Plan, 'seams' | 'panels'>,
  run: Passing & Pick<Run, 'bends'>,
  holes: readonly Point[],
): readonly number[] {
  const strips = legFrames(plan, run).flatMap((frame, i) => {
    const before = run.passes?.[i - 1];
    const after = run.passes?.[i];
    const { thicknessMm = 0 } = plan.panels[frame.panelId] ?? {};
    return [
      ...(before === undefined ? [] : [{ pass: before, side: farSide(before) }]),
      ...(after === undefined ? [] : [{ pass: after, side: after.leaves }]),
    ].map(({ pass, side }) => {
      const seam = seamOf(plan, pass);
      return {
        frame,
        seam,
        line: seamLine(plan, seam, side),
        moreMm: (layersBeside(seam, side) - 1) * thicknessMm,
      };
    });
  });
  const cuts = cutAtSeams(plan, run, holes);
  return holes.map((hole) => {
    const leg = cuts.findIndex(({ path, toOwn }) => path.some((p) => distance(p, toOwn(hole)) < 1e-6));
    return strips.reduce((sum, { frame, seam, line, moreMm }) => {
      if (cuts[leg]?.panelId !== frame.panelId) return sum;
      const apart = nearestAlong(line, frame.toOwn(hole)).distanceMm;
      return apart <= seam.allowanceMm ? sum + moreMm : sum;
    }, 0);
  });
}

/** A place along a run, on the panel on which it lies. */
export function placeOnRun(
  legs: readonly RunLeg[],
  alongMm: number,
): { readonly panelId: string; readonly at: Point } {
  const leg = legs.find(({ toMm }) => alongMm <= toMm) ?? (legs.at(-1) as RunLeg);
  return { panelId: leg.panelId, at: walkAlong(leg.path)(Math.max(0, alongMm - leg.fromMm)) };
}

/** Where a run goes when each of its bends is taken into the frame of its first panel, and the seam points are corners. */
export function laidTogether(
  plan: Pick<Plan, 'seams' | 'panels'>,
  run: Passing & Pick<Run, 'bends'>,
  from: Point,
  to: Point | null,
): readonly Point[] {
  const frames = legFrames(plan, run);
  return frames.flatMap((frame, i) => {
    const bends = run.bends.slice(frame.fromBend, frame.toBend);
    const last = i === frames.length - 1;
    const own = [
      ...(i === 0 ? [from] : []),
      ...bends,
      ...(last ? (to === null ? [] : [to]) : [frame.end as Point]),
    ];
    return own.map((p) => frame.toFirst(p));
  });
}
