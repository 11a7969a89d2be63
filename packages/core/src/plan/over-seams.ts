/** How far things lie from each other over the finished piece, and which way: from panel to panel over the seams that join them. */
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { pointAlong, polylineLengthMm } from '../geometry/polyline.ts';
import { remembered } from '../units/remembered.ts';
import type { OnPanel } from './panels.ts';
import type { Seam } from './records.ts';
import type { Plan } from './schema.ts';
import { SIDES, type SideName, seamLine } from './seams.ts';

type WithSeams = Pick<Plan, 'panels' | 'seams'>;

/** A place on a panel. */
export interface PanelPlace extends OnPanel {
  readonly at: Point;
}

/** So many places of each seam are tried first. */
const PLACES_A_SEAM = 9;
/** Then the best is moved along its seam, each time within two thirds of the stretch before: to less than 1 mm on seams of 300 mm. */
const NARROWINGS = 12;
/** What no seam joins lies so far off [assumption: farther than any piece is wide]. */
const NOT_JOINED_MM = 10_000;

/** A seam on one of its panels. */
interface SeamSide {
  readonly panelId: string;
  /** Where a share of the seam lies on this panel, counted from the beginning on edge a. */
  readonly at: (share: number) => Point;
}

interface SeamNet {
  /** The two lines of each seam that joins panels. */
  readonly seams: ReadonlyArray<readonly [SeamSide, SeamSide]>;
  /** By panel: the places tried on it, by their number. */
  readonly here: ReadonlyMap<string, ReadonlyArray<{ readonly i: number; readonly at: Point }>>;
  /** How far each place is from each over the finished piece. */
  readonly mm: ReadonlyArray<readonly number[]>;
}

/** A way that leaves its panel at a place of a seam. */
interface ThroughSeam {
  readonly through: Point;
  readonly mm: number;
}

/**
 * Where a place is seen from another one, in the frame of the panel that one lies on: straight towards the seam that the shortest way between
 * both passes first, as far off as that way is long, mm. On the same panel it is the place itself: no thread there needs a seam. What no
 * seam joins lies 10 m away. The way on each panel is straight. Over one seam it is found within 1 mm on straight seams; a way over
 * several passes each at an eighth of its length.
 */
export function seenFrom(plan: WithSeams, from: PanelPlace, to: PanelPlace): Point {
  if (from.panelId === to.panelId) return to.at;
  const net = seamNet(plan);
  const ways = [...overOne(net, from, to), overSeveral(net, from, to)];
  const { through, mm } = ways.reduce((best, way) => (way.mm < best.mm ? way : best));
  const towards = subtract(through, from.at);
  const nearMm = Math.hypot(towards.x, towards.y);
  // At the seam itself, or with none: any direction will do.
  return add(from.at, nearMm < 1e-9 ? { x: mm, y: 0 } : scale(towards, mm / nearMm));
}

/** The shortest way over each seam that joins both panels. */
function overOne({ seams }: SeamNet, from: PanelPlace, to: PanelPlace): readonly ThroughSeam[] {
  return seams.flatMap(([a, b]): readonly ThroughSeam[] => {
    const [near, far] = a.panelId === from.panelId ? [a, b] : [b, a];
    if (near.panelId !== from.panelId || far.panelId !== to.panelId) return [];
    const wayMm = (share: number): number =>
      distance(from.at, near.at(share)) + distance(far.at(share), to.at);
    const tried = Array.from({ length: PLACES_A_SEAM }, (_, k) => wayMm(shareOf(k)));
    const best = tried.indexOf(Math.min(...tried));
    let [low, high] = [shareOf(Math.max(0, best - 1)), shareOf(Math.min(PLACES_A_SEAM - 1, best + 1))];
    for (let k = 0; k < NARROWINGS; k += 1) {
      const third = (high - low) / 3;
      if (wayMm(low + third) < wayMm(high - third)) high -= third;
      else low += third;
    }
    const shares = [shareOf(best), (low + high) / 2];
    return shares.map((share) => ({ through: near.at(share), mm: wayMm(share) }));
  });
}

/** The shortest way over the places tried of all seams; 10 m straight on where there is none. */
function overSeveral({ here, mm }: SeamNet, from: PanelPlace, to: PanelPlace): ThroughSeam {
  const arriving = (here.get(to.panelId) ?? []).map(({ i, at }) => ({ i, mm: distance(at, to.at) }));
  let best: ThroughSeam = { through: from.at, mm: NOT_JOINED_MM };
  for (const { i, at } of here.get(from.panelId) ?? []) {
    const nearMm = distance(from.at, at);
    for (const last of arriving) {
      const wayMm = nearMm + (mm[i]?.[last.i] as number) + last.mm;
      if (wayMm < best.mm) best = { through: at, mm: wayMm };
    }
  }
  return best;
}

function shareOf(k: number): number {
  return k / (PLACES_A_SEAM - 1);
}

/** How far two places are from each other over the finished piece, mm, as `seenFrom` has it. */
export function farMm(plan: WithSeams, a: PanelPlace, b: PanelPlace): number {
  return distance(a.at, seenFrom(plan, a, b));
}

const seamNet = remembered(
  { name: 'seam net', under: ({ seams }: WithSeams) => seams, rests: ({ panels }) => [panels] },
  (plan): SeamNet => {
    const seams = Object.values(plan.seams)
      .filter(({ a, b }) => a.panelId !== b.panelId)
      .map((seam) => SIDES.map((side) => lineOf(plan, seam, side)) as [SeamSide, SeamSide]);
    const count = seams.length * PLACES_A_SEAM;
    const here = new Map<string, { readonly i: number; readonly at: Point }[]>();
    for (const [s, lines] of seams.entries())
      for (const { panelId, at } of lines) {
        const places = here.get(panelId) ?? [];
        here.set(panelId, places);
        for (let k = 0; k < PLACES_A_SEAM; k += 1)
          places.push({ i: s * PLACES_A_SEAM + k, at: at(shareOf(k)) });
      }
    const mm = Array.from({ length: count }, () => new Array<number>(count).fill(Number.POSITIVE_INFINITY));
    for (const places of here.values())
      for (const one of places)
        for (const other of places) {
          const row = mm[one.i] as number[];
          row[other.i] = Math.min(row[other.i] as number, distance(one.at, other.at));
        }
    // Every way by way of every place (Floyd and Warshall).
    for (const [by, onward] of mm.entries())
      for (const row of mm) {
        const toMm = row[by] as number;
        if (!Number.isFinite(toMm)) continue;
        for (let j = 0; j < count; j += 1) row[j] = Math.min(row[j] as number, toMm + (onward[j] as number));
      }
    return { seams, here, mm };
  },
);

function lineOf(plan: WithSeams, seam: Seam, side: SideName): SeamSide {
  const line = seamLine(plan, seam, side);
  const longMm = polylineLengthMm(line);
  const isTurned = side === 'b' && seam.b.reversed;
  return {
    panelId: seam[side].panelId,
    at: (share) => pointAlong(line, longMm * (isTurned ? 1 - share : share)),
  };
}
