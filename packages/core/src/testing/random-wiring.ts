/** Threads for random plans: led by the router, or by hand as it is wished, and then with mistakes. */
import { expectOk, type Result } from '../errors/problem.ts';
import { consumersOf } from '../parts/part-element.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import { runIdOf, sewingByHabit } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelsOf } from '../plan/panels.ts';
import type { HoleRef, Part, Pass, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, randomIndex } from '../random/random.ts';
import { cleanPart } from '../router/clean-part.ts';
import { routingProblemOf } from '../router/problem-of-plan.ts';
import { proposalEdit } from '../router/proposal.ts';
import { route } from '../router/route.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { STITCH_KINDS } from '../thread/stitch-kinds.ts';
import { THREAD_KINDS } from '../thread/thread-kinds.ts';
import { wishesOf } from '../wishes/wishes.ts';

/** How a plan is wired: not at all, as *Route for me* proposes, or by hand as it is wished, and then mistakes are made. */
export type Wiring = 'none' | 'by the router' | 'by hand' | 'by hand with mistakes';

export function pick<T>(random: Random, list: readonly T[]): T {
  return list[randomIndex(random, list.length)] as T;
}

/** The plan after an edit that may be refused. */
export function afterEdit(plan: Plan, edit: Result<Edit>): Plan {
  return edit.ok ? applyEdit(plan, edit.value) : plan;
}

/** Enough moves for a small piece to be led, if not as well as can be. */
const MOVES = 4;

/** The plan with threads. */
export function wiredAtRandom(plan: Plan, random: Random, wired: Wiring): Plan {
  switch (wired) {
    case 'none':
      return plan;
    case 'by the router':
      return routed(plan, 1 + randomIndex(random, 1000));
    case 'by hand':
      return sewnOtherwise(asWished(plan, random), random);
    case 'by hand with mistakes':
      return sewnOtherwise(withMistakes(asWished(plan, random), random), random);
  }
}

function routed(plan: Plan, seed: number): Plan {
  const problem = routingProblemOf(plan, USUAL_REQUEST);
  if (!problem.ok) return plan;
  const search = route(problem.value, { seed, moves: MOVES });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution } = cleanPart(problem.value, step.value);
  return applyEdit(plan, expectOk(proposalEdit(plan, problem.value, solution)));
}

/** Every wish sewn from end to end in its order, straight from hole to hole, over seams where its ends lie on several panels. */
function asWished(plan: Plan, random: Random): Plan {
  const wishes = wishesOf(plan);
  if (!wishes.ok) return plan;
  let next = plan;
  for (const { terminals } of wishes.value) {
    let before: HoleRef | undefined;
    for (const { partId, terminal } of terminals) {
      const holes = kindOf(plan, plan.parts[partId] as Part).holes.filter(
        (hole) => hole.terminal === terminal && hole.plated,
      );
      if (holes.length === 0) continue;
      const hole: HoleRef = { partId, holeId: pick(random, holes).id };
      if (before !== undefined) next = sewn(next, before, hole, random);
      before = hole;
    }
  }
  return next;
}

function sewn(plan: Plan, from: HoleRef, to: HoleRef, random: Random): Plan {
  const passes = passesBetween(plan, from, to, random);
  const run: Run = {
    id: runIdOf(plan.nextNumber),
    from,
    to,
    bends: [],
    ...(passes.length === 0 ? {} : { passes }),
    ...sewingByHabit(plan, plan.parts[from.partId] as Part),
  };
  return { ...plan, runs: { ...plan.runs, [run.id]: run }, nextNumber: plan.nextNumber + 1 };
}

/** The seams from the panel of one hole to that of another: panels lie in a row, each sewn to the next. */
function passesBetween(plan: Plan, from: HoleRef, to: HoleRef, random: Random): readonly Pass[] {
  const order = panelsOf(plan).map(({ id }) => id);
  const place = ({ partId }: HoleRef): number => order.indexOf(plan.parts[partId]?.panelId ?? '');
  const [start, end] = [place(from), place(to)];
  const step = Math.sign(end - start);
  const passes: Pass[] = [];
  for (let at = start; at !== end; at += step) {
    const [one, other] = [order[at], order[at + step]];
    const seam = Object.values(plan.seams).find(
      ({ a, b }) => (a.panelId === one && b.panelId === other) || (a.panelId === other && b.panelId === one),
    );
    if (seam === undefined) return passes;
    passes.push({
      seamId: seam.id,
      leaves: seam.a.panelId === one ? 'a' : 'b',
      share: 0.1 + 0.8 * random(),
      bends: 0,
    });
  }
  return passes;
}

type Mistake = (plan: Plan, random: Random) => Plan;

const MISTAKES: readonly Mistake[] = [
  leaveOut,
  exchangeEnds,
  joinTwo,
  inSeries,
  leaveOut,
  exchangeEnds,
  afterAnother,
];

/** One to three things done wrong. */
function withMistakes(plan: Plan, random: Random): Plan {
  let next = plan;
  for (let i = 1 + randomIndex(random, 3); i > 0; i -= 1) next = pick(random, MISTAKES)(next, random);
  return next;
}

function leaveOut(plan: Plan, random: Random): Plan {
  const ids = Object.keys(plan.runs);
  if (ids.length === 0) return plan;
  const { [pick(random, ids)]: _gone, ...runs } = plan.runs;
  return { ...plan, runs };
}

/** The threads of one thing with + and − end at each other's holes. */
function exchangeEnds(plan: Plan, random: Random): Plan {
  const parts = Object.values(plan.parts).filter((part) => {
    const { elements } = kindOf(plan, part);
    return consumersOf(kindOf(plan, part)).length > 0 || elements.some(({ kind }) => kind === 'cell');
  });
  if (parts.length === 0) return plan;
  const part = pick(random, parts);
  const { holes } = kindOf(plan, part);
  const other = (ref: HoleRef): HoleRef => {
    if (ref.partId !== part.id) return ref;
    const sign = holes.find(({ id }) => id === ref.holeId)?.sign;
    const wanted = sign === '+' ? '-' : sign === '-' ? '+' : null;
    const hole = holes.find((one) => one.sign === wanted && one.plated);
    return hole === undefined ? ref : { ...ref, holeId: hole.id };
  };
  return changedRuns(plan, (run) => ({ ...run, from: other(run.from), to: other(run.to) }));
}

/** A thread where none belongs: + to −, pin to −, two pins, light to light. */
function joinTwo(plan: Plan, random: Random): Plan {
  const [from, to] = [anyHole(plan, random), anyHole(plan, random)];
  if (from === null || to === null || from.partId === to.partId) return plan;
  return sewn(plan, from, to, random);
}

/** What leads to the + of a light leads there from the − of another instead. */
function inSeries(plan: Plan, random: Random): Plan {
  const lights = Object.values(plan.parts).filter((part) =>
    kindOf(plan, part).elements.some(({ kind }) => kind === 'light'),
  );
  if (lights.length < 2) return plan;
  const [one, other] = [pick(random, lights), pick(random, lights)];
  const hole = (part: Part, sign: '+' | '-'): HoleRef | null => {
    const found = kindOf(plan, part).holes.find((each) => each.sign === sign && each.plated);
    return found === undefined ? null : { partId: part.id, holeId: found.id };
  };
  const [minus, plus] = [hole(one, '-'), hole(other, '+')];
  if (one === other || minus === null || plus === null) return plan;
  const isAt = (ref: HoleRef, end: HoleRef): boolean =>
    ref.partId === end.partId && ref.holeId === end.holeId;
  const runs = Object.fromEntries(
    Object.entries(plan.runs).filter(
      ([, { from, to }]) => ![from, to].some((ref) => isAt(ref, minus) || isAt(ref, plus)),
    ),
  );
  return sewn({ ...plan, runs }, minus, plus, random);
}

/** What leads to the + of a light leads to that of something that needs power instead, and on from its − to the light. */
function afterAnother(plan: Plan, random: Random): Plan {
  const ends = Object.values(plan.parts).flatMap((part) => {
    const kind = kindOf(plan, part);
    const holeAt = (terminal: string): HoleRef | null => {
      const hole = kind.holes.find((each) => each.terminal === terminal && each.plated);
      return hole === undefined ? null : { partId: part.id, holeId: hole.id };
    };
    return kind.elements.flatMap((element) => {
      if (element.kind !== 'light' && element.kind !== 'load') return [];
      const [plus, minus] = [holeAt(element.plus), holeAt(element.minus)];
      return plus === null || minus === null ? [] : [{ isLight: element.kind === 'light', plus, minus }];
    });
  });
  const [lights, loads] = [true, false].map((wanted) => ends.filter(({ isLight }) => isLight === wanted));
  if (lights?.length === 0 || loads?.length === 0) return plan;
  const [light, load] = [pick(random, lights ?? []), pick(random, loads ?? [])];
  const isAt = (ref: HoleRef, end: HoleRef): boolean =>
    ref.partId === end.partId && ref.holeId === end.holeId;
  const isMoved = ({ from, to }: Run): boolean =>
    [from, to].some((ref) => isAt(ref, load.minus) || isAt(ref, light.plus));
  let next: Plan = {
    ...plan,
    runs: Object.fromEntries(Object.entries(plan.runs).filter(([, run]) => !isMoved(run))),
  };
  for (const { from, to } of Object.values(plan.runs)) {
    const other = isAt(from, light.plus) ? to : isAt(to, light.plus) ? from : null;
    if (other !== null && !isAt(other, load.minus) && !isAt(other, load.plus))
      next = sewn(next, other, load.plus, random);
  }
  return sewn(next, load.minus, light.plus, random);
}

function anyHole(plan: Plan, random: Random): HoleRef | null {
  const all = Object.values(plan.parts).flatMap((part) =>
    kindOf(plan, part).holes.flatMap((hole) =>
      hole.plated && hole.terminal !== '' ? [{ partId: part.id, holeId: hole.id }] : [],
    ),
  );
  return all.length === 0 ? null : pick(random, all);
}

function changedRuns(plan: Plan, change: (run: Run) => Run): Plan {
  return {
    ...plan,
    runs: Object.fromEntries(
      Object.entries(plan.runs).flatMap(([id, run]) => {
        const next = change(run);
        const isLoop = next.from.partId === next.to.partId && next.from.holeId === next.to.holeId;
        return isLoop ? [] : [[id, next]];
      }),
    ),
  };
}

/** Of insulated wire mostly, so that lines that cross do not touch; else of threads and stitches of every sort. */
function sewnOtherwise(plan: Plan, random: Random): Plan {
  const isWire = random() < 0.6;
  const threads = THREAD_KINDS.filter(({ form }) => form === 'thread');
  const stitches = STITCH_KINDS.filter(({ id }) => id !== 'laid');
  return changedRuns(plan, (run) => {
    if (isWire) return { ...run, threadId: 'insulated-wire', stitchId: 'laid' };
    const own = { ...run, threadId: pick(random, threads).id, stitchId: pick(random, stitches).id };
    const chance = random();
    if (chance < 0.1) return { ...run, threadId: 'insulated-wire', stitchId: 'laid' };
    if (chance < 0.15) return { ...run, threadId: 'conductive-tape', stitchId: 'laid' };
    if (chance < 0.3) return { ...own, lines: 2 + randomIndex(random, 2) };
    if (chance < 0.4) return { ...own, strands: 2 };
    return chance < 0.5 ? { ...own, face: 'wrong' } : own;
  });
}
