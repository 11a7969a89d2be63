/** Reading a plan: where things really lie. Everything here is derived, nothing is stored. */

import type { Face } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { needleHoles, smoothThrough } from '../geometry/smooth.ts';
import { type Pose, placePoint } from '../geometry/transform.ts';
import { kindOfOwnPart } from '../parts/own-part.ts';
import { type Hole, maybeHole, type OptionValues, type PartKind } from '../parts/part-kind.ts';
import { maybePartKind } from '../parts/part-kinds.ts';
import type { StitchKind, StitchSetting } from '../thread/stitch-kind.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind, type ThreadKind } from '../thread/thread-kinds.ts';
import { type LineSum, loopsThatFit, sumLine } from '../thread/thread-sums.ts';
import { panelOf } from './panels.ts';
import type { HoleRef, Panel, Part, Run } from './records.ts';
import type { Plan } from './schema.ts';

/** What a plan must say of its makers' own parts for kinds to be found. */
type WithOwnParts = Pick<Plan, 'ownParts'>;

const varied = new WeakMap<OptionValues, PartKind>();

/** The kind of a part with its options, or undefined when there is none. The same object for the same options. */
export function maybeKindOf(
  plan: WithOwnParts,
  { kindId, options }: Pick<Part, 'kindId' | 'options'>,
): PartKind | undefined {
  if (kindId.startsWith('own-')) {
    const own = Object.hasOwn(plan.ownParts, kindId) ? plan.ownParts[kindId] : undefined;
    return own === undefined ? undefined : kindOfOwnPart(own);
  }
  const kind = maybePartKind(kindId);
  if (kind?.withOptions === undefined || options === undefined) return kind;
  const known = varied.get(options);
  if (known?.id === kindId) return known;
  const fresh = kind.withOptions(options);
  varied.set(options, fresh);
  return fresh;
}

/** The kind of a part of a valid plan. Throws RangeError for a part of no known kind. */
export function kindOf(plan: WithOwnParts, part: Pick<Part, 'id' | 'kindId' | 'options'>): PartKind {
  const kind = maybeKindOf(plan, part);
  if (kind === undefined)
    throw new RangeError(`kindOf: part ${part.id} is of no known kind "${part.kindId}"`);
  return kind;
}

/** The part with this id of a valid plan. Throws RangeError when there is none. */
export function partOf(plan: Plan, partId: string): Part {
  const part = plan.parts[partId];
  if (part === undefined) throw new RangeError(`partOf: no part "${partId}"`);
  return part;
}

/** How a part lies: parts on the wrong side are seen mirrored from the right side. */
export function poseOf(part: Part): Pose {
  return { at: part.at, turnDeg: part.turnDeg, mirrored: part.face === 'wrong' };
}

/**
 * Whether the legs of a part go through the cloth: it lies on the face that is not worked on, so they are folded and curled on the
 * other one.
 */
export function legsGoThrough(plan: Plan, part: Part): boolean {
  return (
    part.face !== panelOf(plan).workedFace &&
    kindOf(plan, part).holes.some(({ form }) => form.endsWith('curl'))
  );
}

/** The face on which thread is looped to a part: its own, or the one its legs come out on. */
export function loopFace(plan: Plan, part: Part): Face {
  return legsGoThrough(plan, part) ? panelOf(plan).workedFace : part.face;
}

/** The hole a reference means. Throws RangeError when there is none. */
export function holeOf(plan: Plan, ref: HoleRef): Hole {
  const hole = maybeHole(kindOf(plan, partOf(plan, ref.partId)), ref.holeId);
  if (hole === undefined) throw new RangeError(`holeOf: part ${ref.partId} has no hole "${ref.holeId}"`);
  return hole;
}

/** The holes of a part that share a terminal. */
export function holesAt(plan: Plan, part: Part, terminal: string): readonly HoleRef[] {
  return kindOf(plan, part)
    .holes.filter((hole) => hole.plated && hole.terminal === terminal)
    .map((hole) => ({ partId: part.id, holeId: hole.id }));
}

/** Where a hole lies on the right side. Throws RangeError when there is none. */
export function holePoint(plan: Plan, ref: HoleRef): Point {
  return placePoint(poseOf(partOf(plan, ref.partId)), holeOf(plan, ref).at);
}

/** How far a part reaches from its middle, mm. */
export function reachMm(plan: WithOwnParts, part: Part): number {
  return Math.max(0, ...kindOf(plan, part).outline.map((corner) => Math.hypot(corner.x, corner.y)));
}

/** The outline of a part as it lies on the right side. */
export function placedOutline(plan: WithOwnParts, part: Part): Polygon {
  const pose = poseOf(part);
  return kindOf(plan, part).outline.map((corner) => placePoint(pose, corner));
}

/** What says where a run goes. */
export type RunWay = Pick<Run, 'from' | 'to' | 'bends'> &
  Partial<Pick<Run, 'curved' | 'stitchMm' | 'gapMm' | 'stitchId'>>;

interface RememberedPath {
  readonly from: Part;
  readonly to: Part;
  readonly ownParts: Plan['ownParts'];
  readonly habits: Plan['habits'];
  readonly path: readonly Point[];
}

const curvedPaths = new WeakMap<RunWay, RememberedPath>();

/**
 * The corners of a run, from hole to hole. A curved run has a corner wherever the needle goes through; that is remembered while the
 * run, its two parts and what they are described by are the same objects.
 */
export function runPath(plan: Plan, run: RunWay): readonly Point[] {
  const isCurved = run.curved === true && run.bends.length > 0;
  if (!isCurved) return cornersOfRun(plan, run);
  const { ownParts, habits } = plan;
  const [from, to] = [partOf(plan, run.from.partId), partOf(plan, run.to.partId)];
  const known = curvedPaths.get(run);
  if (known?.from === from && known.to === to && known.ownParts === ownParts && known.habits === habits)
    return known.path;
  const stitchMm = run.stitchMm ?? habits.stitchMm;
  const takesStep = maybeStitchKind(run.stitchId ?? habits.stitchId)?.takesStep === true;
  const path = needleHoles(
    smoothThrough(cornersOfRun(plan, run)),
    stitchMm,
    takesStep ? (run.gapMm ?? habits.gapMm) : stitchMm,
  );
  curvedPaths.set(run, { from, to, ownParts, habits, path });
  return path;
}

/** What a run goes through: its first hole, its bends, its last hole; straight or curved from one to the next. */
export function cornersOfRun(plan: Plan, run: RunWay): readonly Point[] {
  return [holePoint(plan, run.from), ...run.bends, holePoint(plan, run.to)];
}

/** How many strands lie side by side along a run: strands of one pass times the passes. */
export function copiesOf(run: Pick<Run, 'strands' | 'lines'>): number {
  return run.strands * (run.lines ?? 1);
}

/**
 * A thread with the maker's own ohms where a swatch of it was sewn and measured: the swatch is a line in the plan's
 * habitual running stitch, so its thread is longer than the line by that stitch's formula. Undefined for unknown ids.
 */
export function maybeThreadOf(
  plan: Pick<Plan, 'spools' | 'panels' | 'habits'>,
  threadId: string,
): ThreadKind | undefined {
  const kind = maybeThreadKind(threadId);
  const swatch = Object.hasOwn(plan.spools, threadId) ? plan.spools[threadId]?.swatch : undefined;
  if (kind === undefined || swatch === undefined) return kind;
  const { stitchMm, gapMm } = plan.habits;
  const perPath = kind.form === 'thread' ? 1 + (2 * panelOf(plan).thicknessMm) / (stitchMm + gapMm) : 1;
  return { ...kind, ohmPerM: (swatch.ohm / (swatch.lengthMm * perPath)) * 1000 };
}

/** What says how a run is sewn. */
export type RunSewing = Pick<Run, 'threadId' | 'stitchId' | 'stitchMm' | 'gapMm'> &
  Partial<Pick<Run, 'face'>>;

/** The stitch, the thread and the setting a run is sewn with. Throws RangeError for unknown kinds. */
export function sewingOf(
  plan: Plan,
  run: RunSewing,
): { readonly stitch: StitchKind; readonly thread: ThreadKind; readonly setting: StitchSetting } {
  const stitch = maybeStitchKind(run.stitchId);
  const thread = maybeThreadOf(plan, run.threadId);
  if (stitch === undefined) throw new RangeError(`sewingOf: no stitch "${run.stitchId}"`);
  if (thread === undefined) throw new RangeError(`sewingOf: no thread "${run.threadId}"`);
  const workedFace: Face = run.face ?? panelOf(plan).workedFace;
  return { stitch, thread, setting: { stitchMm: run.stitchMm, gapMm: run.gapMm, workedFace } };
}

/** Everything known about a run's thread between its two holes; loops and contacts are apart. */
export interface RunSum extends LineSum {
  /** Ohms from hole to hole: the thread's length over its strands. */
  readonly ohm: number;
}

interface RememberedSum {
  readonly spools: Plan['spools'];
  readonly habits: Plan['habits'];
  readonly ownParts: Plan['ownParts'];
  readonly from: Part;
  readonly to: Part;
  readonly sum: RunSum;
}

const remembered = new WeakMap<Run, WeakMap<Panel, RememberedSum>>();

/** Lays out and adds up one run. Remembered while the run, the cloth, the two parts and what they are described by are the same objects. */
export function sumRun(plan: Plan, run: Run): RunSum {
  const from = partOf(plan, run.from.partId);
  const to = partOf(plan, run.to.partId);
  const known = remembered.get(run)?.get(panelOf(plan));
  if (
    known !== undefined &&
    known.from === from &&
    known.to === to &&
    known.spools === plan.spools &&
    known.habits === plan.habits &&
    known.ownParts === plan.ownParts
  )
    return known.sum;
  const sum = sumDraft(plan, run);
  const byCloth = remembered.get(run) ?? new WeakMap<Panel, RememberedSum>();
  const { spools, habits, ownParts } = plan;
  byCloth.set(panelOf(plan), { from, to, sum, spools, habits, ownParts });
  remembered.set(run, byCloth);
  return sum;
}

/** As `sumRun`, for a run that is still being drawn; `path` overrides its corners. */
export function sumDraft(
  plan: Plan,
  run: RunWay & RunSewing & Pick<Run, 'strands' | 'lines'>,
  path: readonly Point[] = runPath(plan, run),
): RunSum {
  const { stitch, thread, setting } = sewingOf(plan, run);
  const line = sumLine(stitch, path, setting, panelOf(plan).thicknessMm);
  const conductingMm = stitch.conducts === 'thread' ? line.threadMm : line.pathMm * stitch.conducts;
  return { ...line, ohm: ((conductingMm / 1000) * thread.ohmPerM) / copiesOf(run) };
}

/**
 * How many loops of a thread are sewn at a hole: the habit, but never more than the hole can hold, and at
 * least one. `threads` share the hole: strands of one piece, times the pieces that come to it. Throws RangeError
 * when there is no such hole or thread.
 */
export function loopsAt(plan: Plan, ref: HoleRef, threadId: string, threads = 1): number {
  const thread = maybeThreadKind(threadId);
  if (thread === undefined) throw new RangeError(`loopsAt: no thread "${threadId}"`);
  const room = Math.floor(loopsThatFit(holeOf(plan, ref).diameterMm, thread.diameterMm) / threads);
  return Math.max(1, Math.min(plan.habits.loops, room));
}

/** A hole reference as one word, for keys: `p3.plus`. */
export function holeKey(ref: HoleRef): string {
  return `${ref.partId}.${ref.holeId}`;
}

/** The runs that end at each hole that has any, by hole key, in the plan's order. */
export function runsByHole(plan: Pick<Plan, 'runs'>): ReadonlyMap<string, readonly Run[]> {
  const known = byHoles.get(plan.runs);
  if (known !== undefined) return known;
  const byHole = new Map<string, Run[]>();
  for (const run of Object.values(plan.runs)) {
    for (const ref of [run.from, run.to]) {
      const key = holeKey(ref);
      const list = byHole.get(key);
      if (list === undefined) byHole.set(key, [run]);
      else list.push(run);
    }
  }
  byHoles.set(plan.runs, byHole);
  return byHole;
}

const byHoles = new WeakMap<Plan['runs'], ReadonlyMap<string, readonly Run[]>>();

const PLACE_WORDS: Readonly<Record<Hole['form'], string>> = {
  eyelet: 'hole',
  curl: 'loop',
  'square-curl': 'square loop',
  tape: 'tape joint',
  end: 'root',
};

/** What a maker calls a hole: `the + hole of holder 1`, or `hole a of switch 1` where it has no sign. */
export function holeName(plan: Plan, ref: HoleRef): string {
  const part = partOf(plan, ref.partId);
  const hole = holeOf(plan, ref);
  if (hole.label !== undefined) return `hole ${hole.label} of ${part.name}`;
  if (hole.form === 'end') return `the root of ${part.name}`;
  if (hole.sign === 'none')
    return `${hole.plated ? '' : 'holding '}${PLACE_WORDS[hole.form]} ${bareId(hole.id)} of ${part.name}`;
  const twins = kindOf(plan, part).holes.filter((other) => other.sign === hole.sign);
  const which = twins.length > 1 ? ` ${twins.indexOf(hole) + 1}` : '';
  const place = PLACE_WORDS[hole.form];
  return `the ${signMark(hole.sign)} ${place}${which} of ${part.name}`;
}

/** A hole within its part, as short as it can be told: `+`, `− 2`, `P3`, `a`. */
export function shortHoleName(plan: Plan, ref: HoleRef): string {
  const hole = maybeHole(kindOf(plan, partOf(plan, ref.partId)), ref.holeId);
  if (hole === undefined) return ref.holeId;
  if (hole.label !== undefined) return hole.label;
  if (hole.sign === 'none') return bareId(hole.id);
  const twins = kindOf(plan, partOf(plan, ref.partId)).holes.filter(({ sign }) => sign === hole.sign);
  return twins.length > 1 ? `${signMark(hole.sign)} ${twins.indexOf(hole) + 1}` : signMark(hole.sign);
}

/** The telling end of a hole's id: `2` of `hole-2`, `end-1` as it is. */
function bareId(id: string): string {
  return id.replace(/^(?:hole|hold)-/, '');
}

/** The printed form of a sign: a true minus, not a hyphen. */
export function signMark(sign: '+' | '-' | 'none'): string {
  return sign === '-' ? '−' : sign === '+' ? '+' : '';
}
