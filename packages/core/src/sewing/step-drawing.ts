/** A small drawing of just one step, as the piece lies before the maker: the wrong side mirrored. */

import { asSeen, clothOutline, type Face } from '../cloth/cloth.ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { boundsOf, polygonEdges } from '../geometry/polygon.ts';
import type { Hole } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import { ofPanel, panelOf, thoseOn } from '../plan/panels.ts';
import { type RunLeg, spansOnLeg } from '../plan/passes.ts';
import { holePoint, placedOutline } from '../plan/placed.ts';
import type { Panel, Part, Run } from '../plan/records.ts';
import { legsOnPanel, sewingOf, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { indexSegments, type SegmentIndex } from '../spatial/segment-index.ts';
import { type ClipBox, clippedTo } from './clip-items.ts';
import { signIn } from './pattern-drawing.ts';
import type { DrawItem } from './sheet-drawing.ts';
import { sheetNames } from './sheet-names.ts';
import type { StepDraft } from './step.ts';

/** A drawing in a frame of its own, mm from the frame's upper left corner. */
export interface StepDrawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly items: readonly DrawItem[];
  /** For those who do not see it. */
  readonly description: string;
}

/** Room round what the step is about, in millimetres of cloth. */
const ROOM_MM = 12;
/** Nothing is drawn larger than so many times life size. */
const LARGEST_SCALE = 1.5;
/** Of what lies round it, so many parts and so many lines are drawn: the nearest ones; more would only be grey. */
const MOST_AROUND = 40;
/** Smaller than this, the holes of other parts would cover them. */
const SCALE_WITH_HOLES = 0.25;

type Bounds = ReturnType<typeof boundsOf>;

interface Seen {
  readonly part: Part;
  readonly outline: readonly Point[];
  readonly bounds: Bounds;
}
interface SeenRun {
  readonly run: Run;
  readonly leg: RunLeg;
  readonly path: readonly Point[];
  readonly bounds: Bounds;
}

/** What all drawings of a plan share: where everything lies, on each face. */
export class StepArtist {
  private readonly views = new Map<
    string,
    { readonly parts: readonly Seen[]; readonly runs: readonly SeenRun[] }
  >();

  private readonly edges = new Map<string, SegmentIndex<number>>();
  private readonly plan: Plan;

  constructor(plan: Plan) {
    this.plan = plan;
  }

  /** The drawing of a step in a frame of this size, or null where it is about no place on the cloth. */
  draw(
    step: Pick<StepDraft, 'id' | 'partIds' | 'runIds'>,
    widthMm: number,
    heightMm: number,
  ): StepDrawing | null {
    const { plan } = this;
    const ownRuns = step.runIds.flatMap((id) => plan.runs[id] ?? []);
    // A line is shown from its first hole to its last: the parts at both ends belong to it.
    const ends = ownRuns.length <= 2 ? ownRuns.flatMap(({ from, to }) => [from.partId, to.partId]) : [];
    const partIds = new Set([...step.partIds, ...ends]);
    const first = ownRuns[0] ?? plan.parts[step.partIds[0] ?? ''];
    if (first === undefined) return null;
    const panel = panelOf(plan, first);
    const face = faceOf(plan, step, ownRuns[0]) ?? panel.workedFace;
    const { parts, runs } = this.seenOn(panel, face);
    const ownSeen = parts.filter(({ part }) => partIds.has(part.id));
    const ownPaths = runs.filter(({ run }) => step.runIds.includes(run.id));
    const about = [...ownSeen.flatMap(({ outline }) => outline), ...ownPaths.flatMap(({ path }) => path)];
    if (about.length === 0) return null;
    const [left, top, right, bottom] = boundsOf(about);
    const factor = Math.min(
      LARGEST_SCALE,
      widthMm / (right - left + 2 * ROOM_MM),
      heightMm / (bottom - top + 2 * ROOM_MM),
    );
    const middle = { x: (left + right) / 2, y: (top + bottom) / 2 };
    const place = (p: Point): Point =>
      add(scale(subtract(p, middle), factor), { x: widthMm / 2, y: heightMm / 2 });
    const frame: ClipBox = { left: 0, top: 0, right: widthMm, bottom: heightMm };
    const reach = { x: widthMm / 2 / factor, y: heightMm / 2 / factor };
    const inView = ({ bounds: [minX, minY, maxX, maxY] }: { readonly bounds: Bounds }): boolean =>
      minX <= middle.x + reach.x &&
      maxX >= middle.x - reach.x &&
      minY <= middle.y + reach.y &&
      maxY >= middle.y - reach.y;
    const seen = (p: Point): Point => place(asSeen(panel, face, p));
    const items: DrawItem[] = this.outlineNear(middle, reach, panel, face).map((points) => ({
      kind: 'line',
      points: points.map(place),
      widthMm: 0.3,
      grey: 0.35,
    }));
    const ownRunIds = new Set(step.runIds);
    const around = nearest(
      runs.filter((one) => !ownRunIds.has(one.run.id) && inView(one)),
      middle,
    );
    for (const { path } of around)
      items.push({ kind: 'line', points: path.map(place), widthMm: 0.2, grey: 0.72 });
    const others = nearest(
      parts.filter((one) => !partIds.has(one.part.id) && inView(one)),
      middle,
    );
    for (const { part, outline } of others)
      items.push(...this.drawnPart(part, outline.map(place), seen, factor, false));
    for (const { part, outline } of ownSeen)
      items.push(...this.drawnPart(part, outline.map(place), seen, factor, true));
    for (const { run, leg } of ownPaths) items.push(...drawnStitches(plan, run, leg, face, seen));
    for (const { run, path } of ownPaths.length <= 2 ? ownPaths : [])
      items.push(...drawnEnds((isSewnBackwards(step, run) ? path.toReversed() : path).map(place)));
    return {
      widthMm,
      heightMm,
      items: items.flatMap((item) => clippedTo(item, frame)),
      description: this.described(step, panel, face),
    };
  }

  private described(step: Pick<StepDraft, 'partIds' | 'runIds'>, panel: Panel, face: Face): string {
    const names = sheetNames(this.plan);
    const parts = step.partIds.slice(0, 4).map((id) => names.part(id));
    return `Drawing of the ${face} side${ofPanel(this.plan, { panelId: panel.id })}${parts.length === 0 ? '' : ` about ${parts.join(', ')}`}`;
  }

  /** The stretches of the outline that may show in a view about a place, as they lie on a face. */
  private outlineNear(
    middle: Point,
    reach: Point,
    panel: Panel,
    face: Face,
  ): ReadonlyArray<readonly Point[]> {
    const index = this.edges.get(viewKey(panel, face)) ?? outlineIndex(panel, face);
    this.edges.set(viewKey(panel, face), index);
    const stretches: Point[][] = [];
    let last = Number.NaN;
    const near = index.near(subtract(middle, reach), add(middle, reach), 0);
    for (const { a, b, owner } of near.sort((one, other) => one.owner - other.owner)) {
      if (owner === last + 1) stretches.at(-1)?.push(b);
      else stretches.push([a, b]);
      last = owner;
    }
    return stretches;
  }

  private seenOn(panel: Panel, face: Face) {
    const known = this.views.get(viewKey(panel, face));
    if (known !== undefined) return known;
    const { plan } = this;
    const fresh = {
      parts: thoseOn(plan.parts, panel.id).map((part): Seen => {
        const outline = placedOutline(plan, part).map((p) => asSeen(panel, face, p));
        return { part, outline, bounds: boundsOf(outline) };
      }),
      runs: legsOnPanel(plan, panel.id).map(({ run, leg }): SeenRun => {
        const path = leg.path.map((p) => asSeen(panel, face, p));
        return { run, leg, path, bounds: boundsOf(path) };
      }),
    };
    this.views.set(viewKey(panel, face), fresh);
    return fresh;
  }

  private drawnPart(
    part: Part,
    outline: readonly Point[],
    seen: (p: Point) => Point,
    factor: number,
    isOwn: boolean,
  ): readonly DrawItem[] {
    const { plan } = this;
    const grey = isOwn ? 0 : 0.6;
    const items: DrawItem[] = [
      { kind: 'line', points: outline, widthMm: isOwn ? 0.3 : 0.2, closed: true, grey },
    ];
    for (const hole of isOwn || factor >= SCALE_WITH_HOLES ? kindOf(plan, part).holes : []) {
      const at = seen(holePoint(plan, { partId: part.id, holeId: hole.id }));
      items.push({
        kind: 'circle',
        at,
        radiusMm: Math.max(0.5, (hole.diameterMm / 2) * factor),
        widthMm: 0.2,
        grey,
      });
      if (isOwn) items.push(...drawnSign(hole, at, seen(part.at), factor));
    }
    if (isOwn) {
      const x = outline.reduce((sum, p) => sum + p.x, 0) / outline.length;
      const y = Math.max(...outline.map((p) => p.y));
      items.push({
        kind: 'text',
        at: { x, y: y + 3.4 },
        text: sheetNames(plan).part(part.id),
        sizeMm: 2.8,
        anchor: 'middle',
      });
    }
    return items;
  }
}

function viewKey({ id }: Panel, face: Face): string {
  return `${id} ${face}`;
}

/** The edges of the outline as they lie on a face, by their number. */
function outlineIndex(panel: Panel, face: Face): SegmentIndex<number> {
  const outline = clothOutline(panel).map((p) => asSeen(panel, face, p));
  return indexSegments(polygonEdges(outline).map(([a, b], owner) => ({ a, b, owner })));
}

/** The nearest to a place, in the order given; all where they are few. */
function nearest<Thing extends { readonly bounds: Bounds }>(
  things: readonly Thing[],
  to: Point,
): readonly Thing[] {
  if (things.length <= MOST_AROUND) return things;
  const far = ({ bounds: [minX, minY, maxX, maxY] }: Thing): number =>
    Math.hypot((minX + maxX) / 2 - to.x, (minY + maxY) / 2 - to.y);
  const kept = new Set(
    things
      .map((thing) => ({ thing, far: far(thing) }))
      .sort((a, b) => a.far - b.far)
      .slice(0, MOST_AROUND)
      .map(({ thing }) => thing),
  );
  return things.filter((thing) => kept.has(thing));
}

/** Whether the needle goes from the run's last hole to its first: a step ends at its last part, and a start begins at its only one. */
function isSewnBackwards(step: Pick<StepDraft, 'id' | 'partIds'>, run: Run): boolean {
  const goal = step.partIds.at(-1);
  const [near, far] = step.id.startsWith('start:') ? [run.to, run.from] : [run.from, run.to];
  return goal === near.partId && goal !== far.partId;
}

/** The face a step is worked on: that of its line, or else of its part; undefined where neither says. */
function faceOf(plan: Plan, step: Pick<StepDraft, 'partIds'>, run: Run | undefined): Face | undefined {
  return run === undefined ? plan.parts[step.partIds[0] ?? '']?.face : run.face;
}

function drawnSign(hole: Hole, at: Point, middle: Point, factor: number): readonly DrawItem[] {
  if (hole.sign === 'none') return [];
  const away = subtract(at, middle);
  const far = Math.max(distance(at, middle), 1e-9);
  // Into the part, where no thread is drawn, and small enough for the other sign beside it.
  const half = Math.min(1.7, Math.max(0.7, Math.min(0.3 * far, 2 * factor)));
  const inward = Math.min(far * 0.55, Math.max(0.5, (hole.diameterMm / 2) * factor) + half + 0.3);
  return signIn(subtract(at, scale(away, inward / far)), hole.sign, half);
}

function drawnStitches(
  plan: Plan,
  run: Run,
  leg: RunLeg,
  face: Face,
  seen: (p: Point) => Point,
): readonly DrawItem[] {
  const { stitch, setting } = sewingOf(plan, run);
  return spansOnLeg(leg, sumRun(plan, run).spans).map((span): DrawItem => {
    const isNear = (stitch.exposure === 'far' ? setting.workedFace : span.face) === face;
    return {
      kind: 'line',
      points: [seen(span.a), seen(span.b)],
      widthMm: isNear ? 0.7 : 0.2,
      ...(isNear ? {} : { grey: 0.4, dashMm: [0.6, 0.6] as const }),
    };
  });
}

/** A dot where the line begins; an arrow where it ends. */
function drawnEnds(path: readonly Point[]): readonly DrawItem[] {
  const [start, before, end] = [path[0], path.at(-2), path.at(-1)];
  if (start === undefined || before === undefined || end === undefined) return [];
  const mm = distance(before, end);
  if (mm === 0) return [];
  const back = scale(subtract(before, end), 2.4 / mm);
  const across = { x: -back.y / 2, y: back.x / 2 };
  return [
    { kind: 'circle', at: start, radiusMm: 0.9, widthMm: 0.2, filled: true },
    {
      kind: 'line',
      points: [add(add(end, back), across), end, subtract(add(end, back), across)],
      widthMm: 0.5,
    },
  ];
}
