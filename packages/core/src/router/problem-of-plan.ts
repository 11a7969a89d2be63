/** A plan and what its maker asks for as a routing problem. */

import { areasFor } from '../cloth/cloth.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { normaliseDeg } from '../geometry/transform.ts';
import { deriveNets, type Terminal, terminalKey } from '../joining/nets.ts';
import { hasElement } from '../parts/part-element.ts';
import type { Hole } from '../parts/part-kind.ts';
import { assumedIn } from '../plan/assumed.ts';
import { freeAreas } from '../plan/closed-areas.ts';
import { sewingByHabit } from '../plan/edits/run-edits.ts';
import { sewingTick } from '../plan/edits/sewn-problem.ts';
import { kindOf } from '../plan/kind-of.ts';
import { mirroredTurn } from '../plan/mirror.ts';
import { firstPanel, hasSeveralPanels, type OnPanel, panelOf, panelsOf } from '../plan/panels.ts';
import { holeKey, holeOf } from '../plan/placed.ts';
import { isTicked } from '../plan/progress.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import { type RunSewing, runLegs, runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { conductorOf } from '../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../spacing/clearance.ts';
import { foldedMetal, keptApart, loopedHole, requiredGap } from '../thread/required-gap.ts';
import { groupBy } from '../units/group-by.ts';
import { canServe, type PinUse, unfitness } from '../wishes/pin-row.ts';
import type { Wish } from '../wishes/wish-list.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { BODY_GAP_MM, bodyOf } from './body-shape.ts';
import { harmedByWishes } from './harmful-wishes.ts';
import { areasOnBoard, type LaidOut, laidOut, onBoard } from './laid-out.ts';
import { turnsOfParts } from './part-turns.ts';
import type { RouteRequest } from './route-request.ts';
import type { PadChoice, PinExchange, RoutedTrace, RoutingNet, RoutingProblem } from './routing-problem.ts';
import { supplySewing } from './supply-lines.ts';

/** A start and a finish take about this much thread and work (assumption). */
const PIECE_MM = 40;

/** Turns that differ by less than this are the same, degrees. */
const SAME_TURN_DEG = 0.01;

/** A routing problem that came from a plan. */
export interface PlanProblem extends RoutingProblem {
  readonly kept: readonly RoutedTrace[];
  /** By kept line: the run that stays. */
  readonly keptRunIds: readonly string[];
  /** By panel: where the origin of its frame lies on the board of the problem. */
  readonly origins: LaidOut['origins'];
  /** By net: the wish it serves and the panel it lies on. A wish that spans panels is a net on each; null where it serves none. */
  readonly serves: ReadonlyArray<{ readonly wish: number; readonly panelId: string } | null>;
}

/**
 * The problem of routing what a request asks for, by the plan's wishes and habits. Refused when there is nothing to route.
 */
export function routingProblemOf(plan: Plan, request: RouteRequest): Result<PlanProblem> {
  const wishes = wishesOf(plan);
  const harmed = wishes.ok ? harmedByWishes(plan, wishes.value) : '';
  if (harmed !== '') return fail('source-too-strong', harmed, 'wishes');
  if (!wishes.ok) return wishes;
  const kept = Object.values(plan.runs).filter((run) => isKept(plan, run, wishes.value, request));
  if (request.scope.kind === 'parts' && request.scope.partIds.length === 0) return fail('router-no-scope');
  const parts = Object.values(plan.parts);
  const place = new Map(parts.map((part, i) => [part.id, i]));
  const padOf = (ref: HoleRef): PadChoice | null => {
    const part = place.get(ref.partId);
    const pad =
      part === undefined
        ? -1
        : platedHoles(kindOf(plan, parts[part] as Part).holes).findIndex((hole) => hole.id === ref.holeId);
    return part === undefined || pad < 0 ? null : { part, pad };
  };
  const padsOf = (terminal: Terminal): readonly PadChoice[] => {
    const part = place.get(terminal.partId) as number;
    return platedHoles(kindOf(plan, parts[part] as Part).holes).flatMap((hole, pad) =>
      hole.terminal === terminal.terminal ? [{ part, pad }] : [],
    );
  };
  const sewn = new Set(Object.values(plan.runs).flatMap((run) => [holeKey(run.from), holeKey(run.to)]));
  const isSewnAt = ({ part, pad }: PadChoice): boolean => {
    const at = parts[part] as Part;
    const hole = platedHoles(kindOf(plan, at).holes)[pad];
    return hole !== undefined && sewn.has(holeKey({ partId: at.id, holeId: hole.id }));
  };
  const isUsual = (pad: PadChoice, all: readonly PadChoice[]): boolean =>
    all.some(isSewnAt) ? isSewnAt(pad) : pad === all[0];
  const laid = laidOut(plan);
  const shares = sharesOf(plan, wishes.value);
  const nets: RoutingNet[] = shares.map(({ wish, panelId, terminals }) => ({
    title: `${wish.side} ${wish.title}${hasSeveralPanels(plan) ? ` on ${panelOf(plan, { panelId }).name}` : ''}`,
    stops: isInScope(wish, request)
      ? terminals.map((terminal) => {
          const pads = padsOf(terminal);
          return request.anyEqualHole ? pads : pads.filter((pad) => isUsual(pad, pads));
        })
      : [],
  }));
  const serves = shares.map(({ wish, panelId }) => ({ wish: wishes.value.indexOf(wish), panelId }));
  const lines = keptLines(plan, kept, wishes.value, nets, serves, laid, padOf);
  const frozen = new Set(kept.flatMap((run) => [run.from.partId, run.to.partId]));
  const { turns, pairs } = turnsOf(plan, parts, frozen, request);
  const gaps = gapsOf(plan, kept);
  const { strandStyle, feed } = plan.habits;
  const assumed = assumedIn(plan);
  return succeed({
    outline: laid.outline,
    // A line beside a keep-out may stray into it by the wander of a hand, so it keeps that much off.
    edgeMm: assumed.edgeMarginMm,
    forbidden: panelsOf(plan).flatMap((panel) => [
      ...areasOnBoard(laid, panel, areasFor(panel, 'opening')).map((area) => ({
        area,
        marginMm: assumed.edgeMarginMm,
      })),
      ...areasOnBoard(laid, panel, freeAreas(plan, panel)).map((area) => ({
        area,
        marginMm: assumed.handWanderMm,
      })),
    ]),
    lineGapMm: gaps.lineMm,
    padGapMm: gaps.padMm,
    bodyGapMm: BODY_GAP_MM,
    fanOut: 'pitch',
    topology: strandStyle,
    feed: lines.length > 0 ? 'any' : feed,
    pieceMm: PIECE_MM,
    startsAtEachHole: true,
    parts: parts.map((part, i) => {
      const kind = kindOf(plan, part);
      return {
        id: part.id,
        at: onBoard(laid, part, part.at),
        mirrored: part.face === 'wrong',
        turns: turns[i] as readonly number[],
        ...(hasElement(kind, 'light') ? {} : { isLarge: true as const }),
        body: bodyOf(kind, gaps.metalMm),
        pads: platedHoles(kind.holes).map((hole) => ({
          holeId: hole.id,
          at: hole.at,
          radiusMm: hole.padRadiusMm,
        })),
      };
    }),
    nets,
    kept: lines.map(({ trace }) => trace),
    keptPatches: Object.values(plan.patches)
      .filter((patch) => [patch.underRunId, patch.overRunId].every((id) => kept.some((run) => run.id === id)))
      .map((patch) => onBoard(laid, patch, patch.at)),
    pairs,
    ...(plan.habits.crossings === 'never' ? { neverPatched: true as const } : {}),
    exchanges: mayExchange(plan, request) ? exchangesOf(plan, shares, nets, kept, padsOf) : [],
    keptRunIds: lines.map(({ runId }) => runId),
    origins: laid.origins,
    serves: nets.map((_, net) => serves[net] ?? null),
  });
}

/** What of a wish lies on one panel. */
interface Share {
  readonly wish: Wish;
  readonly panelId: string;
  readonly terminals: readonly Terminal[];
}

/** The wishes by panel: first of each what lies where its first terminal does, in their order; then the rest of those that span panels. */
function sharesOf(plan: Plan, wishes: readonly Wish[]): readonly Share[] {
  const only = firstPanel(plan).id;
  const [first, more]: [Share[], Share[]] = [[], []];
  for (const wish of wishes) {
    const byPanel = groupBy(wish.terminals, ({ partId }) => plan.parts[partId]?.panelId ?? only);
    const shares = [...byPanel].map(([panelId, terminals]): Share => ({ wish, panelId, terminals }));
    first.push(shares[0] ?? { wish, panelId: only, terminals: [] });
    more.push(...shares.slice(1));
  }
  return [...first, ...more];
}

function platedHoles<T extends { readonly plated: boolean }>(holes: readonly T[]): readonly T[] {
  return holes.filter((hole) => hole.plated);
}

/** Whether a run is sewn, by the ticks. */
export function isSewn(plan: Plan, run: Run): boolean {
  return isTicked(plan, sewingTick(run.id));
}

/** Whether routing must leave a run as it is whatever is asked: it is sewn, locked, or came from the factory. */
export function isFast(plan: Plan, run: Run): boolean {
  return run.locked === true || run.prewired === true || isSewn(plan, run);
}

function isInScope(wish: Wish, { scope }: RouteRequest): boolean {
  if (scope.kind === 'side') return wish.side === scope.side;
  return scope.kind !== 'net' || wish.id === scope.wishId;
}

function isKept(plan: Plan, run: Run, wishes: readonly Wish[], request: RouteRequest): boolean {
  // What passes a seam is drawn by hand.
  if (request.existing === 'keep' || isFast(plan, run) || run.passes !== undefined) return true;
  const { scope } = request;
  if (scope.kind === 'all') return false;
  if (scope.kind === 'runs') return !scope.runIds.includes(run.id);
  if (scope.kind === 'parts')
    return !scope.partIds.includes(run.from.partId) && !scope.partIds.includes(run.to.partId);
  const wish = wishes[wishOfRun(plan, run, wishes)];
  return wish === undefined || !isInScope(wish, request);
}

/** The wish that a run serves, by its ends or else by its net; −1 where it serves none. */
export function wishOfRun(plan: Plan, run: Run, wishes: readonly Wish[]): number {
  const nets = deriveNets(plan);
  const ends = [run.from, run.to].map((ref) =>
    terminalKey({ partId: ref.partId, terminal: holeOf(plan, ref).terminal }),
  );
  const byEnd = wishes.findIndex((wish) =>
    wish.terminals.some((terminal) => ends.includes(terminalKey(terminal))),
  );
  if (byEnd >= 0) return byEnd;
  const net = nets.ofRun(run.id).id;
  return wishes.findIndex((wish) => wish.terminals.some((terminal) => nets.ofTerminal(terminal).id === net));
}

/**
 * Kept runs as lines; what serves no wish becomes a net without stops, which is added to `nets`. A run on the other face of a
 * cloth that keeps its faces apart joins what it joins, but is in nobody's way: its line has no points.
 */
function keptLines(
  plan: Plan,
  kept: readonly Run[],
  wishes: readonly Wish[],
  nets: RoutingNet[],
  serves: PlanProblem['serves'],
  laid: LaidOut,
  padOf: (ref: HoleRef) => PadChoice | null,
): ReadonlyArray<{ readonly trace: RoutedTrace; readonly runId: string }> {
  const derived = deriveNets(plan);
  const rulesBetween = spacingRules(plan);
  const isApart = (run: Run): boolean =>
    freshSewings(plan, run).every((sewing) =>
      keptApart(conductorOf(plan, sewing), conductorOf(plan, run), FLAT, rulesBetween),
    );
  const others = new Map<string, number>();
  return kept.flatMap((run) => {
    const [from, to] = [padOf(run.from), padOf(run.to)];
    if (from === null || to === null) return [];
    const wish = wishOfRun(plan, run, wishes);
    let net = serves.findIndex((share) => share?.wish === wish && share.panelId === run.panelId);
    if (net < 0) {
      const id = derived.ofRun(run.id).id;
      net = others.get(id) ?? nets.length;
      if (net === nets.length) nets.push({ title: 'kept', stops: [] });
      others.set(id, net);
    }
    if (run.passes !== undefined) {
      // On each panel it is in the way; what it joins across the seam is joined already.
      const ends = [from, ...run.passes.map(() => to)];
      return runLegs(plan, run).map((leg, i) => {
        const at = serves.findIndex((share) => share?.wish === wish && share.panelId === leg.panelId);
        const end = ends[i] ?? to;
        const points = leg.path.map((p) => onBoard(laid, leg, p));
        return { runId: run.id, trace: { net: at < 0 ? net : at, from: end, to: end, points } };
      });
    }
    const points = isApart(run) ? [] : runPath(plan, run).map((p) => onBoard(laid, run, p));
    return [{ runId: run.id, trace: { net, from, to, points } }];
  });
}

/** How new lines are sewn: by habit, and where they carry the whole current. */
function freshSewings(plan: Plan, of: OnPanel): readonly RunSewing[] {
  const habit = sewingByHabit(plan, of);
  return [habit, supplySewing(plan, habit)];
}

/** The gaps that hold for all lines in play: the widest of new lines, supply lines and kept ones. */
function gapsOf(
  plan: Plan,
  kept: readonly Run[],
): { readonly lineMm: number; readonly padMm: number; readonly metalMm: number } {
  const rulesBetween = spacingRules(plan);
  const lines = panelsOf(plan).flatMap(({ id }) =>
    freshSewings(plan, { panelId: id }).map((sewing) => conductorOf(plan, sewing)),
  );
  const all = [...lines, ...kept.map((run) => conductorOf(plan, run))];
  return {
    lineMm: Math.max(
      ...lines.flatMap((line) =>
        all
          .filter(({ panelId }) => panelId === line.panelId)
          .map((other) => requiredGap(line, other, FLAT, rulesBetween)),
      ),
    ),
    padMm: Math.max(
      ...lines.map((line) =>
        requiredGap(line, loopedHole(line.panelId, assumedIn(plan)), FLAT, rulesBetween),
      ),
    ),
    metalMm: Math.max(
      ...lines.map((line) =>
        requiredGap(
          line,
          foldedMetal(panelOf(plan, line).workedFace, line.panelId, assumedIn(plan)),
          FLAT,
          rulesBetween,
        ),
      ),
    ),
  };
}

/** The turns of every part, the present one first, and the twins whose turns hang together. */
function turnsOf(
  plan: Plan,
  parts: readonly Part[],
  frozen: ReadonlySet<string>,
  { freedom, scope }: RouteRequest,
): {
  readonly turns: ReadonlyArray<readonly number[]>;
  readonly pairs: ReadonlyArray<readonly [number, number]>;
} {
  const isFree = (part: Part): boolean =>
    part.locked !== true &&
    !frozen.has(part.id) &&
    (scope.kind !== 'parts' || scope.partIds.includes(part.id));
  const turns = [...turnsOfParts(plan, parts, isFree, freedom)];
  const pairs: Array<readonly [number, number]> = [];
  for (const [a, part] of parts.entries()) {
    const b = parts.findIndex((other) => other.id === part.mirror?.partId);
    const twin = parts[b];
    if (twin === undefined || b < a) continue;
    const mirrored = (turnDeg: number): number =>
      mirroredTurn(kindOf(plan, part), { turnDeg, face: part.face });
    const apart = Math.abs(normaliseDeg(mirrored(part.turnDeg) - twin.turnDeg + 180) - 180);
    // Twins that do not lie mirrored now have been parted by hand.
    if (apart > SAME_TURN_DEG) continue;
    if (!isFree(part) || !isFree(twin)) {
      turns[a] = [part.turnDeg];
      turns[b] = [twin.turnDeg];
      continue;
    }
    const own = turns[a] as readonly number[];
    turns[b] = own.map((turnDeg, i) => (i === 0 ? twin.turnDeg : mirrored(turnDeg)));
    if (own.length > 1) pairs.push([a, b]);
  }
  return { turns, pairs };
}

function mayExchange(plan: Plan, { exchangePins }: RouteRequest): boolean {
  return exchangePins === 'always' || (exchangePins === 'derived' && plan.wishes === null);
}

/** Pins of boards that may be exchanged: such as serve one user each and are not sewn, for pins that can do the same. */
function exchangesOf(
  plan: Plan,
  shares: readonly Share[],
  nets: readonly RoutingNet[],
  kept: readonly Run[],
  padsOf: (terminal: Terminal) => readonly PadChoice[],
): readonly PinExchange[] {
  return Object.values(plan.parts).flatMap((board): readonly PinExchange[] => {
    const pins = kindOf(plan, board).holes.filter((hole) => hole.role === 'pin' && hole.plated);
    if (pins.length < 2) return [];
    const isSewnTo = (pin: Hole): boolean =>
      kept.some((run) => [run.from, run.to].some((ref) => ref.partId === board.id && ref.holeId === pin.id));
    const uses = shares.flatMap(({ wish, terminals }, net) =>
      terminals.flatMap((terminal, stop) => {
        const pin = pins.find((hole) => terminal.partId === board.id && hole.terminal === terminal.terminal);
        return pin === undefined ? [] : [{ wish, net, stop, pin }];
      }),
    );
    const isDecided = ({ terminals }: Wish, pin: Hole): boolean =>
      terminals.some(({ partId }) => {
        const decided = plan.parts[partId]?.wired?.pin;
        return decided?.partId === board.id && decided.terminal === pin.terminal;
      });
    const movable = uses.filter(
      ({ wish, net, pin }) =>
        (nets[net]?.stops.length ?? 0) > 0 && !isSewnTo(pin) && !isDecided(wish, pin) && !isOnBus(plan, wish),
    );
    const held = new Set([...uses.filter((use) => !movable.includes(use)).map(({ pin }) => pin.id)]);
    const open = pins.filter((pin) => !held.has(pin.id) && !isSewnTo(pin));
    if (movable.length === 0 || open.length < 2) return [];
    const padsOfPins = (some: readonly Hole[]): readonly PadChoice[] =>
      some.flatMap(({ terminal }) => padsOf({ partId: board.id, terminal }));
    const serving = new Set(movable.map(({ pin }) => pin.id));
    return [
      {
        stops: movable.map(({ wish, net, stop, pin }) => {
          const use = useOf(plan, wish, board, pin);
          const most = Math.max(READS_TOO, unfitness(pin, use));
          const free = open.filter((other) => unfitness(other, use) <= most);
          // In exchange a worse pin may be taken: who had it gets a better one.
          const all = open.filter(
            (other) => free.includes(other) || (serving.has(other.id) && canServe(other, use)),
          );
          return { net, stop, pads: padsOfPins(all), free: padsOfPins(free) };
        }),
      },
    ];
  });
}

/** Whether a wish is a line of a bus, which only its own pins carry. */
function isOnBus(plan: Plan, { terminals }: Wish): boolean {
  return terminals.some(({ partId, terminal }) =>
    kindOf(plan, plan.parts[partId] as Part).holes.some(
      (hole) => hole.terminal === terminal && (hole.role === 'bus-data' || hole.role === 'bus-clock'),
    ),
  );
}

/** So unfit is a pin that can do more than is needed: it may be taken. */
const READS_TOO = 1;

/** What the pin of a wish has to be able to do, by what hangs on it and whether it fades now. */
function useOf(plan: Plan, wish: Wish, board: Part, pin: Hole): PinUse {
  const roles = wish.terminals
    .filter((terminal) => terminal.partId !== board.id)
    .map(({ partId, terminal }) =>
      kindOf(plan, plan.parts[partId] as Part).holes.find((hole) => hole.terminal === terminal),
    );
  if (roles.some((hole) => hole?.role === 'sense')) return 'analogue';
  const level = board.levels?.[pin.terminal] ?? 1;
  return level > 0 && level < 1 ? 'fade' : 'none';
}
