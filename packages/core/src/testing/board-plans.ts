/** Bare plans of the kinds that makers build round sew-on boards, strewn by a seed: to be wished, routed and measured. */
import { distance, type Point } from '../geometry/point.ts';
import { reachMm } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, seededRandom } from '../random/random.ts';
import { PlanBuilder } from './plan-builder.ts';

/** Room beside every part for two lines and their gaps, mm. */
const ROOM_MM = 12;
const RIM_MM = 25;

const BOARDS = ['board-small', 'board-round', 'board-long'] as const;
const SENSORS = ['sensor-light', 'sensor-motion', 'sensor-temperature', 'sensor-touch'] as const;
const LAYOUTS = ['row', 'arc', 'ring', 'strewn'] as const;
/** Sources that hold a board and its lights up. */
const SOURCES = ['power-board', 'aaa-holder-2-boost'] as const;

/** A plan of one to three circuits side by side, each with a source, most with a board; the same seed, the same plan. */
export function boardPlan(seed: number): Plan {
  const random = seededRandom(seed);
  const circuits = pick(random, [1, 1, 1, 2, 3] as const);
  const widthMm = 320;
  const build = new PlanBuilder(`Boards ${seed}`, widthMm * circuits, 360);
  for (let i = 0; i < circuits; i += 1) {
    const field = { x: widthMm * i, y: 0, widthMm, heightMm: 360 };
    placeCircuit(build, random, field, circuits === 1 ? '' : `${i + 1}`);
  }
  return build.plan;
}

interface Field {
  readonly x: number;
  readonly y: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

function placeCircuit(build: PlanBuilder, random: Random, field: Field, tail: string): void {
  const middle = { x: field.x + field.widthMm / 2, y: field.y + field.heightMm * 0.55 };
  const put = (kindId: string, name: string, at: Point): boolean => placeWithRoom(build, kindId, name, at);
  put(pick(random, BOARDS), `board${tail}`, middle);
  put(pick(random, SOURCES), `pack${tail}`, { x: middle.x, y: field.y + field.heightMm - 50 });
  const isAddressable = random() < 0.25;
  const count = isAddressable ? 3 + Math.floor(random() * 6) : 1 + Math.floor(random() * 12);
  const kindId = isAddressable ? 'addressable-light' : 'sew-on-light';
  const layout = isAddressable ? 'row' : pick(random, LAYOUTS);
  for (let i = 0; i < count; i += 1) {
    const placed = placeOf(random, layout, i, count, field, middle);
    for (let tries = 0; tries < 20; tries += 1) {
      const at = tries === 0 && layout !== 'strewn' ? placed : strewn(random, field);
      if (put(kindId, `l${tail}-${i + 1}`, at)) break;
      if (layout !== 'strewn') break;
    }
  }
  const sensors = pick(random, [0, 0, 1, 2] as const);
  for (let i = 0; i < sensors; i += 1)
    for (let tries = 0; tries < 20; tries += 1)
      if (put(pick(random, SENSORS), `sensor${tail}-${i + 1}`, strewn(random, field))) break;
  if (random() < 0.3)
    for (let tries = 0; tries < 20; tries += 1)
      if (put('push-switch', `button${tail}`, strewn(random, field))) break;
}

function placeOf(
  random: Random,
  layout: (typeof LAYOUTS)[number],
  i: number,
  count: number,
  field: Field,
  middle: Point,
): Point {
  const share = count === 1 ? 0.5 : i / (count - 1);
  if (layout === 'row')
    return { x: field.x + RIM_MM + 10 + share * (field.widthMm - 2 * RIM_MM - 20), y: field.y + 60 };
  if (layout === 'strewn') return strewn(random, field);
  const turn = layout === 'ring' ? (2 * Math.PI * (i + 0.5)) / count : Math.PI * (1.1 + 0.8 * share);
  return { x: middle.x + 105 * Math.cos(turn), y: middle.y + 105 * Math.sin(turn) };
}

function strewn(random: Random, field: Field): Point {
  const along = (from: number, length: number): number => from + RIM_MM + random() * (length - 2 * RIM_MM);
  return { x: along(field.x, field.widthMm), y: along(field.y, field.heightMm) };
}

/** Places a part where it has room beside all others; whether it had. */
function placeWithRoom(build: PlanBuilder, kindId: string, name: string, at: Point): boolean {
  const before = build.plan;
  build.place(kindId, name, at.x, at.y);
  const part = build.part(name);
  const reach = reachMm(build.plan, part);
  const isFree = (other: Part): boolean =>
    other === part || distance(other.at, part.at) >= reach + reachMm(build.plan, other) + ROOM_MM;
  if (Object.values(build.plan.parts).every(isFree)) return true;
  build.plan = before;
  return false;
}

function pick<Thing>(random: Random, things: readonly Thing[]): Thing {
  return things[Math.floor(random() * things.length)] as Thing;
}
