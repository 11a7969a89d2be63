/** Rules that span records: what no schema of one record can say. */
import { type Cloth, clothOutline, shapeNodes } from '../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../cloth/cloth-kinds.ts';
import { areaProblem, lineProblem } from '../cloth/curve-problems.ts';
import { maybeReadyPiece } from '../cloth/ready-pieces.ts';
import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import { distance, type Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon, polygonContains } from '../geometry/polygon.ts';
import { placePoint } from '../geometry/transform.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { ownPartProblem } from '../parts/own-part.ts';
import { elementsOf, takesColour } from '../parts/part-element.ts';
import { maybeHole } from '../parts/part-kind.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { SAME_POINT_MM } from '../units/tolerances.ts';
import { cornersProblem, stitchesOf, stitchesProblem } from './limits.ts';
import { kindOf, maybeKindOf, poseOf, runPath } from './placed.ts';
import type { HoleRef, Part, Patch, Plan, Run, Spool, Work } from './schema.ts';

/** Checks a whole plan; the first problem found, with its path, or the plan itself. */
export function validatePlan(plan: Plan): Result<Plan> {
  const problem = firstProblem(plan);
  return problem === null ? succeed(plan) : { ok: false, problem };
}

/** What is wrong with the stitches and the thread that the habits name. */
export function habitsProblem({ stitchId, supplyStitchId, threadId }: Plan['habits']): Problem | null {
  if (maybeStitchKind(stitchId) === undefined) return unknown('stitch', stitchId, 'habits.stitchId');
  if (supplyStitchId !== null && maybeStitchKind(supplyStitchId) === undefined)
    return unknown('stitch', supplyStitchId, 'habits.supplyStitchId');
  return maybeThreadKind(threadId) === undefined ? unknown('thread', threadId, 'habits.threadId') : null;
}

function firstProblem(plan: Plan): Problem | null {
  if (maybeClothKind(plan.cloth.kindId) === undefined)
    return unknown('cloth', plan.cloth.kindId, 'cloth.kindId');
  if (maybeClothColour(plan.cloth.colourId) === undefined) {
    return unknown('cloth colour', plan.cloth.colourId, 'cloth.colourId');
  }
  const habits = habitsProblem(plan.habits);
  if (habits !== null) return habits;
  const cloth = clothProblem(plan.cloth);
  if (cloth !== null) return cloth;
  const backdrop = backdropProblem(plan);
  if (backdrop !== null) return backdrop;
  for (const [key, image] of Object.entries(plan.images)) {
    if (image.id !== key) return misfiled(`images.${key}`, image.id);
  }
  for (const [key, own] of Object.entries(plan.ownParts)) {
    const problem =
      own.id === key ? ownPartProblem(own, `ownParts.${key}`) : misfiled(`ownParts.${key}`, own.id);
    if (problem !== null) return problem;
  }
  for (const [key, part] of Object.entries(plan.parts)) {
    const problem = part.id === key ? partProblem(plan, part) : misfiled(`parts.${key}`, part.id);
    if (problem !== null) return problem;
  }
  let stitches = 0;
  for (const [key, run] of Object.entries(plan.runs)) {
    const problem = run.id === key ? runProblem(plan, run) : misfiled(`runs.${key}`, run.id);
    if (problem !== null) return problem;
    // One by one: the way of the next one is not worked out any more.
    stitches += stitchesOf(plan, run);
    const tooMany = stitchesProblem(stitches);
    if (tooMany !== null) return tooMany;
  }
  for (const [key, patch] of Object.entries(plan.patches)) {
    const problem = patch.id === key ? patchProblem(plan, patch) : misfiled(`patches.${key}`, patch.id);
    if (problem !== null) return problem;
  }
  for (const [key, spool] of Object.entries(plan.spools)) {
    const problem = spool.threadId === key ? spoolProblem(spool) : misfiled(`spools.${key}`, spool.threadId);
    if (problem !== null) return problem;
  }
  for (const [key, accepted] of Object.entries(plan.accepted)) {
    if (accepted.key !== key) return misfiled(`accepted.${key}`, accepted.key);
  }
  for (const [key, work] of Object.entries(plan.works)) {
    const problem = work.id === key ? workProblem(plan, work) : misfiled(`works.${key}`, work.id);
    if (problem !== null) return problem;
  }
  for (const [key, cut] of Object.entries(plan.cuts)) {
    if (cut.id !== key) return misfiled(`cuts.${key}`, cut.id);
  }
  for (const [key, price] of Object.entries(plan.prices)) {
    if (price.itemId !== key) return misfiled(`prices.${key}`, price.itemId);
  }
  const wishes = wishesProblem(plan);
  if (wishes !== null) return wishes;
  for (const [key, reading] of Object.entries(plan.readings)) {
    if (reading.testId !== key) return misfiled(`readings.${key}`, reading.testId);
  }
  return null;
}

function unknown(what: string, id: string, path: string): Problem {
  return fail('unknown-kind', `There is no ${what} "${id}".`, path).problem;
}

function misfiled(path: string, id: string): Problem {
  return fail('id-mismatch', `Its own id is "${id}".`, path).problem;
}

/** What is wrong with the piece itself, or null: its outline, its sizes, its markings. */
export function clothProblem(cloth: Cloth): Problem | null {
  const { shape } = cloth;
  if (shape.kind === 'ready') {
    const piece = maybeReadyPiece(shape.pieceId);
    if (piece === undefined) return unknown('ready piece', shape.pieceId, 'cloth.shape.pieceId');
    for (const { id, title, smallestMm, largestMm } of piece.sizes) {
      const path = `cloth.shape.sizes.${id}`;
      const size = Object.hasOwn(shape.sizes, id) ? shape.sizes[id] : undefined;
      if (size === undefined) return fail('value-out-of-range', `${title} is missing.`, path).problem;
      if (size < smallestMm || size > largestMm)
        return fail('value-out-of-range', `${title} can be ${smallestMm} to ${largestMm} mm.`, path).problem;
    }
    const extra = Object.keys(shape.sizes).find((id) => !piece.sizes.some((field) => field.id === id));
    if (extra !== undefined) return unknown('size', extra, `cloth.shape.sizes.${extra}`);
  }
  const outline = areaProblem(shapeNodes(shape), 'the outline', 'cloth.shape');
  if (outline !== null) return outline;
  for (const [key, marking] of Object.entries(cloth.markings)) {
    const path = `cloth.markings.${key}`;
    if (marking.id !== key) return misfiled(path, marking.id);
    const isArea = marking.use !== 'mark';
    if (isArea && !marking.closed)
      return fail('area-empty', `(${marking.name} is not closed)`, `${path}.closed`).problem;
    const problem = isArea
      ? areaProblem(marking.nodes, marking.name, path)
      : lineProblem(marking.nodes, marking.name, path);
    if (problem !== null) return problem;
  }
  return cornersProblem({ cloth });
}

/** A backdrop without its picture, or null. */
export function backdropProblem({ backdrop, images }: Plan): Problem | null {
  return backdrop === null || Object.hasOwn(images, backdrop.imageId)
    ? null
    : unknown('picture', backdrop.imageId, 'backdrop.imageId');
}

/** What is wrong with one part on this plan's cloth, or null. */
export function partProblem(plan: Plan, part: Part): Problem | null {
  const path = `parts.${part.id}`;
  const kind = maybeKindOf(plan, part);
  if (kind === undefined) return unknown('part', part.kindId, `${path}.kindId`);
  if (takesColour(kind) && maybeLightColour(part.colourId ?? '') === undefined) {
    return unknown('light colour', part.colourId ?? '', `${path}.colourId`);
  }
  for (const [id, value] of Object.entries(part.options ?? {})) {
    const option = kind.options.find((candidate) => candidate.id === id);
    if (option === undefined) return unknown('option', id, `${path}.options.${id}`);
    if (value < option.smallest || value > option.largest) {
      const range = `${option.title} can be ${option.smallest} to ${option.largest} ${option.unit}`.trim();
      return fail('value-out-of-range', `${range}.`, `${path}.options.${id}`).problem;
    }
  }
  for (const terminal of Object.keys(part.levels ?? {})) {
    if (!elementsOf(kind, 'pin').some((pin) => pin.pin === terminal))
      return unknown('pin', terminal, `${path}.levels.${terminal}`);
  }
  for (const [id, where] of [
    [part.mateId, 'mateId'],
    [part.mirror?.partId, 'mirror'],
  ] as const) {
    if (id !== undefined && (id === part.id || !Object.hasOwn(plan.parts, id)))
      return fail('unknown-part', `(${id})`, `${path}.${where}`).problem;
  }
  if (!partFitsCloth(plan, part)) {
    return fail('outside-cloth', `${part.name} has its middle or a hole off the piece.`, `${path}.at`)
      .problem;
  }
  return null;
}

/** Whether a part's middle and all its holes lie on the cloth. */
export function partFitsCloth(plan: Pick<Plan, 'cloth' | 'ownParts'>, part: Part): boolean {
  const pose = poseOf(part);
  const outline = clothOutline(plan.cloth);
  return (
    isWithin(outline, part.at) &&
    kindOf(plan, part).holes.every((hole) => isWithin(outline, placePoint(pose, hole.at)))
  );
}

/** Whether a point lies on the piece or on its very edge. Openings are not looked at: a check speaks of them. */
export function isInside(cloth: Pick<Cloth, 'shape'>, p: Point): boolean {
  return isWithin(clothOutline(cloth), p);
}

function isWithin(outline: Polygon, p: Point): boolean {
  return polygonContains(outline, p) || insideDistanceMm(outline, p) >= -SAME_POINT_MM;
}

/** What is wrong with one run, or null. */
export function runProblem(plan: Plan, run: Run): Problem | null {
  const path = `runs.${run.id}`;
  if (maybeStitchKind(run.stitchId) === undefined) return unknown('stitch', run.stitchId, `${path}.stitchId`);
  if (maybeThreadKind(run.threadId) === undefined) return unknown('thread', run.threadId, `${path}.threadId`);
  for (const end of ['from', 'to'] as const) {
    const problem = holeProblem(plan, run[end], `${path}.${end}`);
    if (problem !== null) return problem;
  }
  if (run.from.partId === run.to.partId && run.from.holeId === run.to.holeId) {
    return fail('run-same-hole', '', path).problem;
  }
  for (const [i, bend] of run.bends.entries()) {
    if (!isInside(plan.cloth, bend))
      return fail('outside-cloth', 'A bend lies off the piece.', `${path}.bends.${i}`).problem;
  }
  const points = runPath(plan, run);
  const first = points[0] as Point;
  if (points.every((p) => distance(p, first) < SAME_POINT_MM)) return fail('run-too-short', '', path).problem;
  return null;
}

/** What is wrong with a patch, or null: it lies on the piece, between two runs that there are. */
export function patchProblem(plan: Plan, patch: Patch): Problem | null {
  const path = `patches.${patch.id}`;
  for (const end of ['underRunId', 'overRunId'] as const) {
    if (!Object.hasOwn(plan.runs, patch[end])) return unknown('run', patch[end], `${path}.${end}`);
  }
  if (patch.underRunId === patch.overRunId) return fail('patch-one-run', '', path).problem;
  return isInside(plan.cloth, patch.at)
    ? null
    : fail('outside-cloth', 'A patch lies off the piece.', path).problem;
}

/** A spool of a thread that there is. */
export function spoolProblem({ threadId }: Spool): Problem | null {
  return maybeThreadKind(threadId) === undefined ? unknown('thread', threadId, `spools.${threadId}`) : null;
}

/** Work that takes place in an area needs that area on the cloth. */
export function workProblem(plan: Plan, { id, place }: Work): Problem | null {
  return place === 'piece' ||
    place === 'right' ||
    place === 'wrong' ||
    Object.hasOwn(plan.cloth.markings, place)
    ? null
    : fail('unknown-marking', `(${place})`, `works.${id}.place`).problem;
}

/** What is wrong with the wishes, or null: each terminal is on the cloth, and in one wish only. */
export function wishesProblem(plan: Plan): Problem | null {
  const seen = new Set<string>();
  for (const [key, wish] of Object.entries(plan.wishes ?? {})) {
    const path = `wishes.${key}`;
    if (wish.id !== key) return misfiled(path, wish.id);
    for (const [i, { partId, terminal }] of wish.terminals.entries()) {
      const part = Object.hasOwn(plan.parts, partId) ? plan.parts[partId] : undefined;
      if (part === undefined) return fail('unknown-part', `(${partId})`, `${path}.terminals.${i}`).problem;
      if (!kindOf(plan, part).holes.some((hole) => hole.plated && hole.terminal === terminal))
        return unknown('terminal', terminal, `${path}.terminals.${i}`);
      const word = `${partId}/${terminal}`;
      if (seen.has(word))
        return fail('wish-twice', `(${part.name}, ${terminal})`, `${path}.terminals.${i}`).problem;
      seen.add(word);
    }
  }
  return null;
}

/** Why nothing can be sewn to a hole, or null: it has to be there, and of metal. */
export function holeProblem(plan: Plan, ref: HoleRef, path: string): Problem | null {
  const part = Object.hasOwn(plan.parts, ref.partId) ? plan.parts[ref.partId] : undefined;
  if (part === undefined) return fail('run-to-nowhere', `There is no part "${ref.partId}".`, path).problem;
  const hole = maybeHole(kindOf(plan, part), ref.holeId);
  if (hole === undefined)
    return fail('run-to-nowhere', `${part.name} has no hole "${ref.holeId}".`, path).problem;
  return hole.plated ? null : fail('run-unplated', `(${hole.id} of ${part.name})`, path).problem;
}
