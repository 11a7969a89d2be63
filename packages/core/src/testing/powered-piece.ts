/** Pieces in which current flows: sources, boards and lights of the drawer wired side by side as they should be, in any mixture. */
import { expectOk } from '../errors/problem.ts';
import { LIGHT_COLOURS } from '../parts/light-colours.ts';
import { hasElement } from '../parts/part-element.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { applyEdit } from '../plan/edit.ts';
import { setLevel } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, randomIndex, seededRandom } from '../random/random.ts';
import { insulated } from './insulated.ts';
import { PlanBuilder } from './plan-builder.ts';

const SOURCES = PART_KINDS.filter((kind) => hasElement(kind, 'cell'));
const BOARDS = PART_KINDS.filter((kind) => hasElement(kind, 'pin'));
const LIGHTS = PART_KINDS.filter((kind) => hasElement(kind, 'light'));
const LOADS = PART_KINDS.filter((kind) => hasElement(kind, 'load') && !hasElement(kind, 'pin'));

/**
 * A piece of one or two circuits, each with a source, sometimes a board, and lights, loads and resistors; the same seed gives the same.
 * Mostly of insulated wire, so that only what is meant to be joined is; else its straight threads lie across each other and touch.
 */
export function poweredPiece(seed: number): Plan {
  const random = seededRandom(seed);
  const build = new PlanBuilder(`Powered piece ${seed}`, 2000, 2000);
  const isBare = random() < 0.3;
  const circuits = random() < 0.25 ? 2 : 1;
  for (let i = 0; i < circuits; i += 1) addCircuit(build, random, i);
  return isBare ? build.plan : insulated(build.plan);
}

function pick<T>(random: Random, list: readonly T[]): T {
  return list[randomIndex(random, list.length)] as T;
}

/** Lets two halves of a clasp know of each other. */
function pair(build: PlanBuilder, one: string, other: string): void {
  const [a, b] = [build.part(one), build.part(other)];
  const paired = { [a.id]: { ...a, mateId: b.id }, [b.id]: { ...b, mateId: a.id } };
  build.plan = { ...build.plan, parts: { ...build.plan.parts, ...paired } };
}

function addCircuit(build: PlanBuilder, random: Random, row: number): void {
  const named = (word: string): string => `${word} ${row + 1}`;
  let column = 0;
  const place = (kindId: string, name: string, more = {}): string => {
    column += 1;
    build.place(
      kindId,
      name,
      100 + 150 * (column % 12),
      150 + 700 * row + 150 * Math.floor(column / 12),
      more,
    );
    return name;
  };
  const source = pick(random, SOURCES);
  const holder = place(source.id, named('holder'));
  const end = (kindId: string, sign: '+' | '-'): string =>
    PART_KINDS.find(({ id }) => id === kindId)?.holes.find((hole) => hole.sign === sign && hole.plated)?.id ??
    '';
  const other = source.clasps === undefined ? holder : place(source.mateId ?? '', named('other half'));
  if (other !== holder) pair(build, holder, other);
  const [plus, minus] = [
    `${holder}.${end(source.id, '+')}`,
    `${other}.${end(build.part(other).kindId, '-')}`,
  ];
  const board = random() < 0.4 ? pick(random, BOARDS) : null;
  const pins: string[] = [];
  if (board !== null) {
    const name = place(board.id, named('board'));
    build.sew(plus, `${name}.supply`).sew(minus, `${name}.ground`);
    for (const hole of board.holes)
      if (hole.role === 'pin') {
        pins.push(`${name}.${hole.id}`);
        const level = pick(random, [1, 1, 0, 0.5, 0.2, 0.73]);
        build.plan = applyEdit(
          build.plan,
          expectOk(setLevel(build.plan, build.part(name).id, hole.terminal, level)),
        );
      }
  }
  const count = 1 + randomIndex(random, 7);
  for (let i = 0; i < count; i += 1) {
    const isLoad = random() < 0.25;
    const kind = pick(random, isLoad ? LOADS : LIGHTS);
    const colourId = pick(random, LIGHT_COLOURS).id;
    const name = place(kind.id, `${kind.noun} ${row + 1}-${i + 1}`, isLoad ? {} : { colourId });
    const feed = !isLoad && pins.length > 0 && random() < 0.7 ? pick(random, pins) : plus;
    for (const hole of kind.holes.filter((one) => one.sign !== 'none' && one.plated)) {
      if (hole.sign === '-') build.sew(minus, `${name}.${hole.id}`);
      else if (random() < 0.5) build.sew(feed, `${name}.${hole.id}`);
      else {
        const resistor = place('resistor', `resistor ${row + 1}-${i + 1}-${hole.id}`, {
          options: { ohm: pick(random, [10, 47, 100, 220, 1000]) },
        });
        build.sew(feed, `${resistor}.a`).sew(`${resistor}.b`, `${name}.${hole.id}`);
      }
    }
  }
}
