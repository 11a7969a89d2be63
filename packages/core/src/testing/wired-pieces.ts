/** Pieces with given parts, wired up in a plain way: for whatever must hold for every part of the drawer, alone and with others. */
import { MAGNET_STEEL_MM } from '../checks/rules/magnet-steel.ts';
import { expectOk } from '../errors/problem.ts';
import type { OwnPart } from '../parts/own-part-schema.ts';
import { maybePartKind, PART_KINDS } from '../parts/part-kinds.ts';
import { applyEdit } from '../plan/edit.ts';
import { placePart } from '../plan/edits/part-edits.ts';
import { sewingByHabit } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { newPlan } from '../plan/new-plan.ts';
import { panelOf, withPanel } from '../plan/panels.ts';
import type { Facts, Habits, HoleRef, Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { newPanel } from '../plan/usual.ts';
import { type Random, randomIndex, seededRandom } from '../random/random.ts';

const PITCH_MM = 110 + MAGNET_STEEL_MM;

/** Every value of every habit that sheet and label speak of. */
export const HABIT_VALUES = {
  firstSide: ['+', '-', 'power'],
  legSign: ['big-loop', 'square-loop', 'minus-curled', 'ink'],
  stitchId: ['running', 'back', 'couched', 'picked-up', 'bobbin'],
  pieces: ['unbroken', 'each-part', 'spliced'],
  knots: ['knotted', 'caught', 'each-hole'],
  sealing: ['varnish', 'fabric-glue', 'hot-glue', 'none'],
  holdDowns: ['before', 'after', 'tape'],
  rehearsal: ['none', 'paper', 'clips'],
  lineOrder: ['by-side', 'machine-first'],
  crossings: ['never', 'patch'],
  cover: ['paint', 'layer', 'lining', 'none'],
  marker: ['air', 'water', 'heat', 'chalk'],
} as const satisfies { readonly [Key in keyof Habits]?: readonly Habits[Key][] };

const ASKED = [null, true, false] as const;

/** Habits with a value of each that `random` picks. */
export function randomHabits(random: Random): Partial<Habits> {
  return Object.fromEntries(
    Object.entries(HABIT_VALUES).map(([key, values]) => [key, values[randomIndex(random, values.length)]]),
  );
}

/** Facts with an answer to each that `random` picks, `not said` among them. */
export function randomFacts(random: Random): Facts {
  const answer = () => ASKED[randomIndex(random, 3)] ?? null;
  const whom = [null, 'adult', 'child', 'small-child', 'animal', 'nobody'] as const;
  return {
    asked: true,
    forWhom: whom[randomIndex(random, whom.length)] ?? null,
    worn: answer(),
    onSkin: answer(),
    washed: answer(),
    rainedOn: answer(),
    unattended: answer(),
    implantsNear: answer(),
    flashingFine: answer(),
  };
}

export interface WiringSetting {
  readonly random: Random;
  readonly habits?: Partial<Habits>;
  readonly facts?: Facts;
  /** Parts the maker described; their ids may be among the kinds. */
  readonly ownParts?: readonly OwnPart[];
  /** How often a line that a plain wiring has is left out, 0 to 1. */
  readonly leftOut?: number;
}

/**
 * A piece with a part of each kind, in rows: what has a + on the + of the first source, what has a − on its −, the rest of the holes
 * from part to part. Some parts lie on the wrong side, some lines are sewn several times, worked from the other face or laid as wire.
 */
export function wiredPiece(kindIds: readonly string[], setting: WiringSetting): Plan {
  const { random, leftOut = 0 } = setting;
  const columns = Math.ceil(Math.sqrt(kindIds.length));
  const side = 60 + columns * PITCH_MM;
  let plan: Plan = withPanel(newPlan('wired-piece', 'Wired piece'), {
    ...newPanel('felt', side, side),
    workedFace: random() < 0.8 ? 'right' : 'wrong',
  });
  plan = {
    ...plan,
    habits: { ...plan.habits, ...setting.habits },
    facts: setting.facts ?? plan.facts,
    ownParts: Object.fromEntries((setting.ownParts ?? []).map((part) => [part.id, part])),
  };
  for (const [i, kindId] of kindIds.entries()) {
    const at = {
      x: 30 + PITCH_MM * ((i % columns) + 0.5),
      y: 30 + PITCH_MM * (Math.floor(i / columns) + 0.5),
    };
    const face = random() < 0.2 ? 'wrong' : 'right';
    plan = applyEdit(
      plan,
      expectOk(placePart(plan, { kindId, at, face, turnDeg: 90 * randomIndex(random, 4) })),
    );
  }
  plan = withMates(plan);
  const runs: Record<string, Run> = {};
  let number = plan.nextNumber;
  const sew = (from: HoleRef, to: HoleRef): void => {
    if (random() < leftOut || (from.partId === to.partId && from.holeId === to.holeId)) return;
    const id = `r${number}`;
    number += 1;
    runs[id] = {
      id,
      from,
      to,
      bends: [],
      ...sewingByHabit(plan, { panelId: panelOf(plan).id }),
      ...oddSewing(random),
    };
  };
  const parts = Object.values(plan.parts);
  const holesOf = (part: Part, sign: '+' | '-' | 'none'): readonly HoleRef[] =>
    kindOf(plan, part)
      .holes.filter((hole) => hole.plated && hole.sign === sign)
      .map((hole) => ({ partId: part.id, holeId: hole.id }));
  const source = parts.find((part) => kindOf(plan, part).elements.some(({ kind }) => kind === 'cell'));
  for (const sign of ['+', '-'] as const) {
    let before = source === undefined ? undefined : holesOf(source, sign)[0];
    for (const part of parts) {
      if (part === source) continue;
      for (const hole of holesOf(part, sign).slice(0, 2)) {
        if (before !== undefined) sew(before, hole);
        before = hole;
      }
    }
  }
  let loose: HoleRef | undefined;
  for (const part of parts) {
    const [first, ...others] = holesOf(part, 'none');
    if (first === undefined) continue;
    if (loose !== undefined) sew(loose, first);
    loose = others.at(-1) ?? first;
  }
  // Contacts and resistors hang on the supply, so that something is switched.
  const [contact] = parts.flatMap((part) => (part === source ? [] : holesOf(part, 'none')));
  const plus = source === undefined ? undefined : holesOf(source, '+').at(-1);
  if (contact !== undefined && plus !== undefined) sew(plus, contact);
  return { ...plan, runs, nextNumber: number };
}

/** Joins the halves and pairs that the drawer knows, where both are there. */
function withMates(plan: Plan): Plan {
  const parts = { ...plan.parts };
  for (const part of Object.values(parts)) {
    const mateId = maybePartKind(part.kindId)?.mateId;
    const mate = Object.values(parts).find(
      (other) => other.id !== part.id && other.kindId === mateId && other.mateId === undefined,
    );
    if (part.mateId !== undefined || parts[part.id]?.mateId !== undefined || mate === undefined) continue;
    parts[part.id] = { ...part, mateId: mate.id };
    parts[mate.id] = { ...mate, mateId: part.id };
  }
  return { ...plan, parts };
}

function oddSewing(random: Random): Partial<Run> {
  const pick = random();
  if (pick < 0.1) return { lines: 2 };
  if (pick < 0.15) return { lines: 3 };
  if (pick < 0.2) return { face: 'wrong' };
  if (pick < 0.25) return { threadId: 'insulated-wire', stitchId: 'laid' };
  if (pick < 0.3) return { stitchId: 'bobbin' };
  if (pick < 0.33) return { strands: 2 };
  return {};
}

/** A random piece of a few parts of the drawer, a source among them more often than not; the same seed gives the same. */
export function randomPiece(seed: number): Plan {
  const random = seededRandom(seed);
  const sources = PART_KINDS.filter(({ elements }) => elements.some(({ kind }) => kind === 'cell'));
  const pick = <T>(list: readonly T[]): T => list[randomIndex(random, list.length)] as T;
  const kindIds = [
    ...(random() < 0.9 ? [pick(sources).id] : []),
    ...(random() < 0.15 ? [pick(sources).id] : []),
    ...Array.from({ length: 1 + randomIndex(random, 5) }, () => pick(PART_KINDS).id),
  ];
  return wiredPiece(kindIds, {
    random,
    habits: randomHabits(random),
    facts: randomFacts(random),
    leftOut: 0.2 * random(),
  });
}
