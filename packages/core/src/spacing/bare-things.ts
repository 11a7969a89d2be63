/** What lies bare on the cloth: the lines of runs, the metal of holes and legs, the ends of spliced thread. */

import { between, type Point, samePoint } from '../geometry/point.ts';
import { placePoint } from '../geometry/transform.ts';
import { deriveNets, type Nets } from '../joining/nets.ts';
import { netAt } from '../joining/sides.ts';
import { hasElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey, holePoint, legsGoThrough, poseOf } from '../plan/placed.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import { pinOfRun, type RunSewing, runLegs, sewingOf } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { type Conductor, foldedMetal, lineConductor, loopedHole, tailEnd } from '../thread/required-gap.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';

/**
 * `line`: a run. `hole`: the metal round a hole, a disc. `leg`: a part's metal between body and hole. `tail`: the end
 * of a thread within a run. `between-legs`: no metal, but the way between the two legs of a bare light.
 */
export type BareRole = 'line' | 'hole' | 'leg' | 'tail' | 'between-legs';

/** Something bare on the cloth. */
export interface BareThing {
  readonly key: string;
  readonly role: BareRole;
  readonly netId: string;
  readonly conductor: Conductor;
  /** Metal reaches this far beyond its line or point. */
  readonly radiusMm: number;
  readonly runId: string | null;
  readonly hole: HoleRef | null;
  /** The terminal a leg belongs to. */
  readonly terminal: string | null;
  /** The part whose metal it is. */
  readonly partId: string | null;
  /** The holes it is sewn to: both ends of a run, the hole itself; none for a leg. */
  readonly ends: readonly HoleRef[];
}

/** A bare thing with its line; a path of one point is a disc. */
export interface PlacedThing {
  readonly thing: BareThing;
  readonly path: readonly Point[];
}

/** A run as a conductor. */
export function conductorOf(plan: Plan, run: RunSewing): Conductor {
  const { thread, stitch, setting } = sewingOf(plan, run);
  return lineConductor(
    thread,
    stitch,
    stitch.takesStep ? Math.max(run.stitchMm, run.gapMm) : run.stitchMm,
    setting.workedFace,
    run.panelId,
    assumedIn(plan),
  );
}

/** Whether a run touches nothing along its way. */
export function isInsulated(run: Pick<Run, 'threadId'>): boolean {
  return maybeThreadKind(run.threadId)?.form === 'wire';
}

/** The leg of a run as one word: `r5`, and `r5/1` beyond its first seam. */
export function legKey({ id }: Pick<Run, 'id'>, leg: number): string {
  return leg === 0 ? id : `${id}/${leg}`;
}

/** What a run lays bare: its line and the ends of its splices. Insulation may lie on anything. */
export function thingsOfRun(plan: Plan, nets: Nets, run: Run): readonly PlacedThing[] {
  if (isInsulated(run)) return [];
  const netId = nets.ofRun(run.id).id;
  const legs = runLegs(plan, run);
  const lines = legs.map(
    ({ panelId, path }, i): PlacedThing => ({
      thing: {
        key: legKey(run, i),
        role: 'line',
        netId,
        conductor: conductorOf(plan, { ...run, panelId }),
        radiusMm: 0,
        runId: run.id,
        hole: null,
        terminal: null,
        partId: null,
        ends: [...(i === 0 ? [run.from] : []), ...(i === legs.length - 1 ? [run.to] : [])],
      },
      path,
    }),
  );
  const splices = (run.splicesMm ?? []).map((alongMm, i): PlacedThing => {
    const { panelId, at } = pinOfRun(plan, run, alongMm);
    const conductor = tailEnd(sewingOf(plan, run).thread, panelId, assumedIn(plan));
    const key = `${run.id}~${i}`;
    const { thing } = lines[0] as PlacedThing;
    return {
      thing: { ...thing, key, role: 'tail', conductor, radiusMm: assumedIn(plan).tailMm },
      path: [at],
    };
  });
  return [...lines, ...splices];
}

/** How much of the way between two legs counts, so that a thread sewn to one of them does not lie on it. */
const BETWEEN_LEGS = [0.12, 0.88] as const;

/** What a part lays bare: its holes, its folded legs, and for a bare light the way between its legs. */
export function thingsOfPart(plan: Plan, nets: Nets, part: Part): readonly PlacedThing[] {
  const kind = kindOf(plan, part);
  const pose = poseOf(part);
  const holes = kind.holes.flatMap((hole): readonly PlacedThing[] => {
    if (!hole.plated) return [];
    const ref = { partId: part.id, holeId: hole.id };
    return [
      {
        thing: {
          key: holeKey(ref),
          role: 'hole',
          netId: nets.ofHole(ref).id,
          conductor: loopedHole(part.panelId, assumedIn(plan)),
          radiusMm: hole.padRadiusMm,
          runId: null,
          hole: ref,
          terminal: null,
          partId: part.id,
          ends: [ref],
        },
        path: [holePoint(plan, ref)],
      },
    ];
  });
  const legs = kind.metal.map((line, i): PlacedThing => {
    // Legs that go through the cloth are bare on both of its faces.
    const faces = legsGoThrough(plan, part) ? 'both' : part.face;
    return {
      thing: {
        key: `${part.id}~${line.terminal}~${i}`,
        role: 'leg',
        netId: netAt(nets, part, line.terminal).id,
        conductor: foldedMetal(faces, part.panelId, assumedIn(plan)),
        radiusMm: line.radiusMm,
        runId: null,
        hole: null,
        terminal: line.terminal,
        partId: part.id,
        ends: [],
      },
      path: line.points.map((p) => placePoint(pose, p)),
    };
  });
  return [...holes, ...legs, ...waysBetweenLegs(plan, part)];
}

/** The key of the way between the first leg of a light and its `i + 1`-th. */
export function betweenLegsKey(partId: string, i = 0): string {
  return `${partId}~between~${i}`;
}

function waysBetweenLegs(plan: Plan, part: Part): readonly PlacedThing[] {
  const kind = kindOf(plan, part);
  if (kind.metal.length === 0 || !hasElement(kind, 'light')) return [];
  const curls = kind.holes.filter((hole) => kind.metal.some((line) => line.terminal === hole.terminal));
  const [first, ...others] = curls.map((hole) => holePoint(plan, { partId: part.id, holeId: hole.id }));
  if (first === undefined) return [];
  return others.map((other, i): PlacedThing => {
    return {
      thing: {
        key: betweenLegsKey(part.id, i),
        role: 'between-legs',
        netId: '',
        conductor: foldedMetal(part.face, part.panelId, assumedIn(plan)),
        radiusMm: 0,
        runId: null,
        hole: null,
        terminal: null,
        partId: part.id,
        ends: [],
      },
      path: BETWEEN_LEGS.map((fraction) => between(first, other, fraction)),
    };
  });
}

/** A stretch of a path. */
export interface Leg {
  readonly a: Point;
  readonly b: Point;
}

/** The legs of a path, those of no length left out; a path of one point is a leg of no length. */
export function legsOfPath(path: readonly Point[]): readonly Leg[] {
  const only = path.length === 1 ? path[0] : undefined;
  if (only !== undefined) return [{ a: only, b: only }];
  const legs: Leg[] = [];
  for (let i = 1; i < path.length; i += 1) {
    const a = path[i - 1] as Point;
    const b = path[i] as Point;
    if (!samePoint(a, b)) legs.push({ a, b });
  }
  return legs;
}

/** What a maker calls a bare thing. */
export function bareName(plan: Plan, thing: BareThing): string {
  if (thing.hole !== null) return holeName(plan, thing.hole);
  const part = thing.partId === null ? undefined : plan.parts[thing.partId];
  if (part !== undefined) return `a leg of ${part.name}`;
  const run = thing.runId === null ? undefined : plan.runs[thing.runId];
  if (run === undefined) return 'this thread';
  return thing.role === 'tail' ? `a splice of ${runName(plan, run)}` : `the thread ${runName(plan, run)}`;
}

/** Every bare segment of a plan, for whoever looks at all of them: parts first, then runs. */
export function bareSegments(
  plan: Plan,
): ReadonlyArray<{ readonly a: Point; readonly b: Point; readonly owner: BareThing }> {
  const nets = deriveNets(plan);
  return [
    ...Object.values(plan.parts).flatMap((part) => thingsOfPart(plan, nets, part)),
    ...Object.values(plan.runs).flatMap((run) => thingsOfRun(plan, nets, run)),
  ]
    .filter(({ thing }) => thing.role !== 'between-legs')
    .flatMap(({ thing, path }) => legsOfPath(path).map(({ a, b }) => ({ a, b, owner: thing })));
}
