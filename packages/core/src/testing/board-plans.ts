/**
 * Bare plans of the kinds that makers build round sew-on boards, with a witness each: parts are strewn, threads led, and what
 * cannot be led without crossing something is taken off the cloth until a drawing is left that crosses nothing; then its threads
 * are taken away. Only the seed decides.
 */
import { clothOutline } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { cornersOf } from '../geometry/curve.ts';
import { distance, type Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon, polygonContains } from '../geometry/polygon.ts';
import { placePart } from '../plan/edits/part-edits.ts';
import { panelOf, withPanel } from '../plan/panels.ts';
import { reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, seededRandom } from '../random/random.ts';
import { cleanPart } from '../router/clean-part.ts';
import { routingProblemOf } from '../router/problem-of-plan.ts';
import { previewProposal } from '../router/proposal.ts';
import { route } from '../router/route.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { bankTogether } from '../wishes/wiring-edits.ts';
import { PlanBuilder } from './plan-builder.ts';

/** Room beside every part for two lines and their gaps, mm. */
const ROOM_MM = 12;
const RIM_MM = 25;
/** So often parts that are in the way are taken off, and each is tried at so many places. */
const ROUNDS = 14;
const PLACES_TRIED = 12;

const BOARDS = ['board-small', 'board-round', 'board-long'] as const;
const SENSORS = ['sensor-light', 'sensor-motion', 'sensor-temperature', 'sensor-touch'] as const;
const LAYOUTS = ['row', 'arc', 'ring', 'letter', 'strewn'] as const;
/** Sources that hold a board and its lights up. */
const SOURCES = ['power-board', 'aaa-holder-2-boost'] as const;

/** Plans from this seed on have banks. */
const FIRST_WITH_BANKS = 101;

export interface LaidPlan {
  /** Without threads, every part turned at random by quarters where it lay free. */
  readonly plan: Plan;
  /** The same with the threads it was laid with. */
  readonly witness: Plan;
  readonly witnessMm: number;
}

/** A laid plan in few words: its cloth, its parts with place and turn, and how long its witness is. */
export interface WrittenBoardPlan {
  readonly seed: number;
  readonly name: string;
  readonly cloth: ReadonlyArray<readonly [x: number, y: number]>;
  readonly parts: ReadonlyArray<
    readonly [kindId: string, name: string, x: number, y: number, turnDeg: number, bank?: string]
  >;
  readonly witnessMm: number;
}

export function writtenBoardPlan(seed: number, { plan, witnessMm }: LaidPlan): WrittenBoardPlan {
  return {
    seed,
    name: plan.name,
    cloth: clothOutline(panelOf(plan)).map(({ x, y }) => [x, y] as const),
    parts: Object.values(plan.parts).map(
      ({ kindId, name, at, turnDeg, wired }) =>
        [kindId, name, at.x, at.y, turnDeg, ...(wired?.bank === undefined ? [] : [wired.bank])] as never,
    ),
    witnessMm: Math.round(witnessMm),
  };
}

/** The plan that was written, without threads. */
export function boardPlan({ name, cloth, parts }: WrittenBoardPlan): Plan {
  const build = new PlanBuilder(name, 100, 100);
  setOutline(
    build,
    cloth.map(([x, y]) => ({ x, y })),
  );
  for (const [kindId, partName, x, y, turnDeg, bank] of parts) {
    build.place(kindId, partName, x, y, { turnDeg });
    if (bank !== undefined) build.edit(bankTogether(build.plan, [build.part(partName).id], bank));
  }
  return build.plan;
}

function setOutline(build: PlanBuilder, outline: Polygon): void {
  const panel = panelOf(build.plan);
  build.plan = withPanel(build.plan, { ...panel, shape: { kind: 'drawn', nodes: cornersOf(outline) } });
}

/** A field of the cloth for one circuit. */
interface Field {
  readonly x: number;
  readonly y: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A plan of one to three circuits, each with a source and a board; null where too much was in the way. Some seconds. */
export function layBoardPlan(seed: number): LaidPlan | null {
  const random = seededRandom(seed * 7919);
  for (let i = 0; i < 5; i += 1) random();
  const shape = pick(random, ['rectangle', 'rectangle', 'mitten', 'coat', 'strip'] as const);
  const laying = new Laying(seed, random, shape);
  for (const [i, field] of laying.fields.entries())
    laying.circuit(field, laying.fields.length === 1 ? '' : `${i + 1}`);
  return laying.done();
}

const SHAPES: Readonly<Record<string, Polygon>> = {
  mitten: [
    [60, 0],
    [180, 0],
    [220, 60],
    [225, 170],
    [290, 120],
    [320, 150],
    [250, 260],
    [225, 380],
    [55, 380],
    [40, 150],
    [45, 50],
  ].map(([x, y]) => ({ x: x as number, y: y as number })),
  coat: [
    [40, 0],
    [200, 30],
    [360, 0],
    [400, 620],
    [0, 620],
  ].map(([x, y]) => ({ x: x as number, y: y as number })),
};

class Laying {
  readonly fields: readonly Field[];
  readonly #random: Random;
  readonly #shape: string;
  readonly #banks: boolean;
  readonly #build: PlanBuilder;

  constructor(seed: number, random: Random, shape: 'rectangle' | 'mitten' | 'coat' | 'strip') {
    this.#random = random;
    this.#shape = shape;
    this.#banks = seed >= FIRST_WITH_BANKS;
    const circuits = shape === 'rectangle' ? pick(random, [1, 1, 2, 3] as const) : 1;
    const widthMm =
      shape === 'strip' ? 700 : shape === 'mitten' ? 320 : shape === 'coat' ? 400 : 320 * circuits;
    const heightMm = shape === 'strip' ? 110 : shape === 'mitten' ? 380 : shape === 'coat' ? 620 : 360;
    this.#build = new PlanBuilder(`Boards ${seed}, ${shape}`, widthMm, heightMm);
    const outline = SHAPES[shape];
    if (outline !== undefined) setOutline(this.#build, outline);
    this.fields = Array.from({ length: circuits }, (_, i) => ({
      x: (widthMm / circuits) * i,
      y: 0,
      widthMm: widthMm / circuits,
      heightMm,
    }));
  }

  circuit(field: Field, tail: string): void {
    const random = this.#random;
    const isStrip = this.#shape === 'strip';
    const middle = isStrip
      ? { x: field.widthMm * 0.4, y: field.heightMm / 2 }
      : {
          x: field.x + field.widthMm * (this.#shape === 'mitten' ? 0.42 : 0.5),
          y: field.y + field.heightMm * 0.55,
        };
    const pack = isStrip
      ? { x: field.widthMm - 60, y: field.heightMm / 2 }
      : { x: middle.x, y: field.y + field.heightMm - 55 };
    const board = pick(random, BOARDS);
    this.#place(board, `board${tail}`, middle);
    const source = pick(random, SOURCES);
    // The small board does not bear 5 V; the holder without a converter is of the same size.
    const isTooMuch = source === 'aaa-holder-2-boost' && board === 'board-small';
    this.#lay(isTooMuch ? 'aaa-holder-2' : source, `pack${tail}`, () => pack);
    const strewn = (): Point => this.#strewn(field);
    const isAddressable = random() < 0.3;
    const count = isAddressable
      ? 3 + Math.floor(random() ** 2 * 18)
      : 1 + Math.floor(random() ** 1.5 * (isStrip ? 8 : 24));
    const kindId = isAddressable ? 'addressable-light' : 'sew-on-light';
    const layout = isStrip ? 'row' : pick(random, LAYOUTS);
    const sensors = pick(random, [0, 0, 1, 2] as const);
    const hasButton = random() < 0.3;
    for (let i = 0; i < count; i += 1) {
      const name = `l${tail}-${i + 1}`;
      if (layout === 'strewn') this.#lay(kindId, name, strewn);
      else this.#lay(kindId, name, (n) => (n === 0 ? placeOf(layout, i, count, field, middle) : null));
    }
    // Lights in banks of neighbours.
    if (this.#banks && !isAddressable && layout !== 'strewn') this.#bank(tail, pick(random, [2, 3] as const));
    for (let i = 0; i < sensors; i += 1) this.#lay(pick(random, SENSORS), `sensor${tail}-${i + 1}`, strewn);
    if (hasButton) this.#lay('push-switch', `button${tail}`, strewn);
  }

  /** Puts the lights of a circuit into so many banks, each of neighbours in their row. */
  #bank(tail: string, banks: number): void {
    const lights = Object.values(this.#build.plan.parts).filter(({ name }) => name.startsWith(`l${tail}-`));
    for (const [i, { id }] of lights.entries()) {
      const bank = `bank ${1 + Math.floor((banks * i) / lights.length)}${tail}`;
      this.#build.edit(bankTogether(this.#build.plan, [id], bank));
    }
  }

  /** What is left when all crosses nothing, without its threads, and lights turned at random; null where nothing much is. */
  done(): LaidPlan | null {
    for (let round = 0; round < ROUNDS; round += 1) {
      const plan = this.#build.plan;
      const led = ledBy(plan, round + 1);
      if (led.inTheWay.length === 0) return this.#laid(led.plan);
      const id = led.inTheWay[Math.floor(this.#random() * led.inTheWay.length)] as string;
      const { [id]: _gone, ...parts } = plan.parts;
      this.#build.plan = { ...plan, parts };
    }
    return null;
  }

  #laid(witness: Plan): LaidPlan {
    const parts = Object.fromEntries(
      Object.values(witness.parts).map((part) => {
        const isLight = part.kindId.endsWith('light');
        return [part.id, isLight ? { ...part, turnDeg: 90 * Math.floor(this.#random() * 4) } : part];
      }),
    );
    return { plan: { ...witness, parts, runs: {}, patches: {} }, witness, witnessMm: lengthOf(witness) };
  }

  #strewn(field: Field): Point {
    const along = (from: number, length: number): number =>
      from + RIM_MM + this.#random() * (length - 2 * RIM_MM);
    return { x: along(field.x, field.widthMm), y: along(field.y, field.heightMm) };
  }

  /** Tries places until a part has room. */
  #lay(kindId: string, name: string, placeAt: (tries: number) => Point | null): void {
    for (let tries = 0; tries < PLACES_TRIED; tries += 1) {
      const at = placeAt(tries);
      if (at === null || this.#place(kindId, name, at)) return;
    }
  }

  /** Places a part where it has room beside all others and from the rim; whether it had. */
  #place(kindId: string, name: string, at: Point): boolean {
    const build = this.#build;
    const before = build.plan;
    const outline = clothOutline(panelOf(before));
    if (!polygonContains(outline, at)) return false;
    const placed = placePart(before, { kindId, name, at });
    if (!placed.ok) return false;
    build.edit(placed);
    const part = build.part(name);
    const reach = reachMm(build.plan, part);
    const isFree = (other: Part): boolean =>
      other === part || distance(other.at, part.at) >= reach + reachMm(build.plan, other) + ROOM_MM;
    if (insideDistanceMm(outline, at) >= reach + ROOM_MM / 2 && Object.values(build.plan.parts).every(isFree))
      return true;
    build.plan = before;
    return false;
  }
}

/** A plan with its threads, and the lights, sensors and buttons at lines that cross others or found no way. */
function ledBy(plan: Plan, seed: number): { readonly plan: Plan; readonly inTheWay: readonly string[] } {
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const search = route(problem, { seed });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem, step.value);
  const lines = [
    ...leftOut.map(({ trace }) => trace),
    ...(solution.patches ?? []).flatMap(({ over, under }) => [solution.traces[over], solution.traces[under]]),
  ];
  const ends = lines.flatMap((line) => (line === undefined ? [] : [line.from.part, line.to.part]));
  const made = expectOk(previewProposal(plan, problem, solution));
  const inTheWay = [...new Set(ends.map((p) => problem.parts[p]?.id as string))].filter(
    (id) => !FAST.test(plan.parts[id]?.name ?? ''),
  );
  return { plan: made, inTheWay: lines.length > 0 && inTheWay.length === 0 ? lastOf(plan) : inTheWay };
}

/** Boards and packs stay. */
const FAST = /^(?:board|pack)/u;

function lastOf(plan: Plan): readonly string[] {
  return Object.values(plan.parts)
    .filter(({ name }) => !FAST.test(name))
    .slice(-1)
    .map(({ id }) => id);
}

function lengthOf(plan: Plan): number {
  const problem = routingProblemOf(plan, { ...USUAL_REQUEST, existing: 'keep' });
  if (!problem.ok) return 0;
  return problem.value.kept.reduce(
    (sum, { points }) =>
      sum + points.reduce((mm, p, i) => mm + (i === 0 ? 0 : distance(p, points[i - 1] as Point)), 0),
    0,
  );
}

/** The strokes of a letter in a box of 0 to 1. */
const LETTER: readonly Point[] = [
  [0.1, 1],
  [0.1, 0.5],
  [0.1, 0],
  [0.5, 0.4],
  [0.9, 0],
  [0.9, 0.5],
  [0.9, 1],
].map(([x, y]) => ({ x: x as number, y: y as number }));

function placeOf(layout: string, i: number, count: number, field: Field, middle: Point): Point {
  const share = count === 1 ? 0.5 : i / (count - 1);
  if (layout === 'row')
    return {
      x: field.x + RIM_MM + 10 + share * (field.widthMm - 2 * RIM_MM - 20),
      y: field.y + Math.min(60, field.heightMm * 0.27),
    };
  if (layout === 'letter') {
    const at = share * (LETTER.length - 1);
    const k = Math.min(LETTER.length - 2, Math.floor(at));
    const [a, b] = [LETTER[k] as Point, LETTER[k + 1] as Point];
    const p = { x: a.x + (b.x - a.x) * (at - k), y: a.y + (b.y - a.y) * (at - k) };
    return { x: field.x + 40 + p.x * (field.widthMm - 80), y: field.y + 40 + p.y * field.heightMm * 0.32 };
  }
  const turn = layout === 'ring' ? (2 * Math.PI * (i + 0.5)) / count : Math.PI * (1.1 + 0.8 * share);
  const far = Math.min(105, field.widthMm / 2 - RIM_MM - 8);
  return { x: middle.x + far * Math.cos(turn), y: middle.y + far * Math.sin(turn) };
}

function pick<Thing>(random: Random, things: readonly Thing[]): Thing {
  return things[Math.floor(random() * things.length)] as Thing;
}
