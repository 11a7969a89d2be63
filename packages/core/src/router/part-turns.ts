/** How far parts may be turned when threads are proposed, and where they have the room for it. */
import { areasFor, clothOutline } from '../cloth/cloth.ts';
import { distance, type Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon, polygonContains } from '../geometry/polygon.ts';
import { normaliseDeg } from '../geometry/transform.ts';
import { hasElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import { holePoint, placedOutline, reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PairBook } from '../spacing/near-pairs.ts';
import type { Freedom } from './route-request.ts';

const STEPS_DEG: Readonly<Record<Freedom, readonly number[]>> = {
  fixed: [0],
  half: [0, 180],
  quarter: [0, 90, 180, 270],
  eighth: [0, 45, 90, 135, 180, 225, 270, 315],
};

/** Parts that lie farther apart than this beyond their reach do not hinder each other's turning, mm (wider than any gap). */
const BESIDE_MM = 15;

/**
 * The turns of every part, degrees, in the order of `parts`, the present one first. Lights turn as far as is asked, holders,
 * boards, sensors and switches by quarters unless nothing may turn, halves of closures not at all. These larger parts turn only
 * where they keep off the rim, openings, keep-outs and their neighbours, however those are turned.
 */
export function turnsOfParts(
  plan: Plan,
  parts: readonly Part[],
  isFree: (part: Part) => boolean,
  freedom: Freedom,
): ReadonlyArray<readonly number[]> {
  const room = new RoomToTurn(plan);
  const turns = new Map<string, readonly number[]>();
  const waiting: Part[] = [];
  for (const part of parts) {
    const steps = isFree(part) ? stepsOf(kindOf(plan, part), freedom) : STEPS_DEG.fixed;
    const isLarge = steps.length > 1 && !hasElement(kindOf(plan, part), 'light');
    if (isLarge) waiting.push(part);
    turns.set(part.id, isLarge ? [part.turnDeg] : steps.map((step) => normaliseDeg(part.turnDeg + step)));
  }
  for (const part of waiting) {
    const beside = parts.filter((other) => other !== part && room.isBeside(part, other));
    const steps = stepsOf(kindOf(plan, part), freedom).map((step) => normaliseDeg(part.turnDeg + step));
    turns.set(
      part.id,
      steps.filter(
        (turnDeg, i) =>
          i === 0 ||
          (room.isOnCloth({ ...part, turnDeg }) &&
            beside.every((other) =>
              (turns.get(other.id) as readonly number[]).every((otherDeg) =>
                room.hasBoth({ ...part, turnDeg }, { ...other, turnDeg: otherDeg }),
              ),
            )),
      ),
    );
  }
  return parts.map((part) => turns.get(part.id) as readonly number[]);
}

function stepsOf(kind: PartKind, freedom: Freedom): readonly number[] {
  if (hasElement(kind, 'light')) return STEPS_DEG[freedom];
  if (hasElement(kind, 'half') || kind.elements.length === 0) return STEPS_DEG.fixed;
  return freedom === 'fixed' ? STEPS_DEG.fixed : STEPS_DEG.quarter;
}

/** Whether parts that are turned keep off what they must keep off. */
class RoomToTurn {
  readonly #plan: Plan;
  readonly #rim: Polygon;
  readonly #areas: readonly Polygon[];
  readonly #edgeMm: number;
  readonly #book = new PairBook();

  constructor(plan: Plan) {
    this.#plan = { ...plan, runs: {}, patches: {} };
    const panel = panelOf(plan);
    this.#rim = clothOutline(panel);
    this.#areas = [...areasFor(panel, 'opening'), ...areasFor(panel, 'keep-out')];
    this.#edgeMm = assumedIn(plan).edgeMarginMm;
  }

  isBeside(a: Part, b: Part): boolean {
    return distance(a.at, b.at) < reachMm(this.#plan, a) + reachMm(this.#plan, b) + BESIDE_MM;
  }

  /** Its outline lies on the cloth, off openings and keep-outs, its holes off every rim. */
  isOnCloth(part: Part): boolean {
    const turned = { ...this.#plan, parts: { ...this.#plan.parts, [part.id]: part } };
    const holes = kindOf(turned, part).holes.map(({ id }) =>
      holePoint(turned, { partId: part.id, holeId: id }),
    );
    const outline = placedOutline(turned, part);
    return (
      outline.every((p) => polygonContains(this.#rim, p)) &&
      holes.every((p) => insideDistanceMm(this.#rim, p) >= this.#edgeMm) &&
      this.#areas.every(
        (area) => !overlap(area, outline) && holes.every((p) => -insideDistanceMm(area, p) >= this.#edgeMm),
      )
    );
  }

  /** Neither lies on the other, and their metal keeps its gaps, or no less than they do now. */
  hasBoth(a: Part, b: Part): boolean {
    const gapOf = (first: Part, second: Part): number => {
      const plan = { ...this.#plan, parts: { [first.id]: first, [second.id]: second } };
      const pairs = [...this.#book.moveTo(plan).values()];
      return Math.min(0, ...pairs.map(({ worst }) => (worst === null ? 0 : worst.gapMm - worst.wantedMm)));
    };
    const outlines = [a, b].map((part) => placedOutline(this.#plan, part)) as [Polygon, Polygon];
    if (overlap(...outlines)) return false;
    const now = [a, b].map(({ id }) => this.#plan.parts[id] as Part) as [Part, Part];
    const gap = gapOf(a, b);
    return gap === 0 || gap >= gapOf(...now);
  }
}

function overlap(a: Polygon, b: Polygon): boolean {
  const reaches = (from: Polygon, into: Polygon): boolean =>
    from.some((p: Point) => polygonContains(into, p));
  return reaches(a, b) || reaches(b, a);
}
