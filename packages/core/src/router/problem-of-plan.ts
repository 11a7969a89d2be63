/** A plan and what its maker asks for as a routing problem. */

import { areasFor } from '../cloth/cloth.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import type { Terminal } from '../joining/nets.ts';
import { hasElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { freeAreas } from '../plan/closed-areas.ts';
import { kindOf } from '../plan/kind-of.ts';
import { hasSeveralPanels, panelOf, panelsOf } from '../plan/panels.ts';
import { holeKey } from '../plan/placed.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { BODY_GAP_MM, bodyOf } from './body-shape.ts';
import { gapsOf } from './gaps-in-play.ts';
import { harmedByWishes } from './harmful-wishes.ts';
import { isKept, keptLines } from './kept-lines.ts';
import { areasOnBoard, type LaidOut, laidOut, onBoard } from './laid-out.ts';
import { exchangesOf, mayExchange } from './pin-exchanges.ts';
import type { RouteRequest } from './route-request.ts';
import type { PadChoice, RoutedTrace, RoutingNet, RoutingProblem } from './routing-problem.ts';
import { isInScope, type Serves, sharesOf } from './shares.ts';
import { turnsOf } from './turns-in-play.ts';

/** A start and a finish take about this much thread and work (assumption). */
const PIECE_MM = 40;

/** A routing problem that came from a plan. */
export interface PlanProblem extends RoutingProblem {
  readonly kept: readonly RoutedTrace[];
  /** By kept line: the run that stays. */
  readonly keptRunIds: readonly string[];
  /** By panel: where the origin of its frame lies on the board of the problem. */
  readonly origins: LaidOut['origins'];
  readonly serves: Serves;
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

function platedHoles<T extends { readonly plated: boolean }>(holes: readonly T[]): readonly T[] {
  return holes.filter((hole) => hole.plated);
}
