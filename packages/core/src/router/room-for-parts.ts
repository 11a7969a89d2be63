/** Where a part has the room to lie, turned or moved: off the rim, openings and keep-outs, and beside its neighbours. */
import { areasFor, clothOutline } from '../cloth/cloth.ts';
import { distance, type Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon, polygonContains } from '../geometry/polygon.ts';
import { assumedIn } from '../plan/assumed.ts';
import { freeAreas } from '../plan/closed-areas.ts';
import { kindOf } from '../plan/kind-of.ts';
import { type OnPanel, panelOf } from '../plan/panels.ts';
import { holePoint, placedOutline, reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PairBook } from '../spacing/near-pairs.ts';

/** Parts that lie farther apart than this beyond their reach are in nobody's way, mm (wider than any gap). */
const BESIDE_MM = 15;

/** Whether parts of one panel that are turned or moved keep off what they must keep off. */
export class RoomForParts {
  readonly #plan: Plan;
  readonly #rim: Polygon;
  readonly #areas: readonly Polygon[];
  readonly #edgeMm: number;
  readonly #book = new PairBook();

  constructor(plan: Plan, of: OnPanel) {
    this.#plan = { ...plan, runs: {}, patches: {} };
    const panel = panelOf(plan, of);
    this.#rim = clothOutline(panel);
    this.#areas = [...areasFor(panel, 'opening'), ...freeAreas(plan, panel)];
    this.#edgeMm = assumedIn(plan).edgeMarginMm;
  }

  isBeside(a: Part, b: Part): boolean {
    return (
      a.panelId === b.panelId &&
      distance(a.at, b.at) < reachMm(this.#plan, a) + reachMm(this.#plan, b) + BESIDE_MM
    );
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
