/**
 * What a fix must hold before it is offered: the finding goes, less is found than before and no stop comes in any state, what is lit and meant to be stays lit, what is
 * dark and meant to be stays dark, no closure loses its other half, and no wish is written down for it.
 */

import { distance, type Point } from '../geometry/point.ts';
import { mateOf } from '../joining/sides.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import type { Run } from '../plan/records.ts';
import { runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { closingPairs } from '../power/halves-meet.ts';
import { statesThatMatter } from '../power/operating-states.ts';
import { CHECK_RULES } from './check-rules.ts';
import { type CheckSession, lookByCurrent } from './check-session.ts';
import type { PlacedFinding } from './finding.ts';
import { type Shown, shownByState, shownInUse, showsAsBefore } from './shown-lights.ts';
import type { Tries } from './tries.ts';

export class FixTrial {
  readonly #plan: Plan;
  readonly #session: CheckSession;
  readonly #drawn: readonly PlacedFinding[];
  #inUse: readonly PlacedFinding[] | null = null;
  #inStates: readonly PlacedFinding[] | null = null;

  /** `session` looks at drawings only, and is left wherever the last trial left it. */
  constructor(plan: Plan, session: CheckSession) {
    this.#plan = plan;
    this.#session = session;
    this.#drawn = session.update(plan);
  }

  /** Whether an edit mends a finding and harms nothing. What is cheap to know is asked first. */
  mends(finding: PlacedFinding, edit: Edit, tries: Tries): boolean {
    const plan = this.#plan;
    const next = applyEdit(plan, edit);
    if (next.wishes !== plan.wishes || partsHalves(plan, next) || doublesBack(plan, next)) return false;
    if (!tries.take(1)) return false;
    const drawn = this.#session.update(next);
    const changes = compared(this.#drawn, drawn);
    if (isThere(finding, this.#drawn, drawn) || changes.added.some(isStop)) return false;
    if (!tries.take(2)) return false;
    this.#inUse ??= lookByCurrent(plan, CHECK_RULES, false).findings;
    const [before, after] = [shownInUse(plan), shownInUse(next)];
    if (after === null || (before !== null && !showsAsBefore(before, after, before))) return false;
    const inUse = lookByCurrent(next, CHECK_RULES, false).findings;
    const isOfUse = finding.state === undefined;
    if ((isOfUse && isThere(finding, this.#inUse, inUse)) || compared(this.#inUse, inUse).added.some(isStop))
      return false;
    if (!tries.take(2 * (statesThatMatter(next).length - 1))) return false;
    this.#inStates ??= lookByCurrent(plan).findings;
    const look = lookByCurrent(next);
    if (look.failed !== null || isThere(finding, this.#inStates, look.findings)) return false;
    const [were, are] = [
      [...this.#drawn, ...this.#inStates],
      [...drawn, ...look.findings],
    ];
    const all = compared(were, are);
    return (
      !all.added.some(isStop) &&
      isBetter(were, are) &&
      all.added.filter(isMend).length <= all.removed.filter((one) => isStop(one) || isMend(one)).length &&
      showsInAll(shownByState(plan), shownByState(next))
    );
  }
}

/** Fewer stops, or else fewer mends, or else fewer notes: whatever fixes are taken one after another, none leads back. */
function isBetter(before: readonly PlacedFinding[], after: readonly PlacedFinding[]): boolean {
  for (const severity of ['stop', 'mend', 'note'] as const) {
    const [were, are] = [before, after].map((all) => all.filter((one) => one.severity === severity).length);
    if (were !== are) return (are as number) < (were as number);
  }
  return false;
}

const isStop = ({ severity }: PlacedFinding): boolean => severity === 'stop';
const isMend = ({ severity }: PlacedFinding): boolean => severity === 'mend';

/** In the states that both plans know. */
function showsInAll(
  before: ReadonlyMap<string, Shown> | null,
  after: ReadonlyMap<string, Shown> | null,
): boolean {
  if (after === null) return false;
  const [inUse] = [...(before ?? [])].map(([, shown]) => shown);
  return [...(before ?? [])].every(([state, shown]) => {
    const now = after.get(state);
    return now === undefined || inUse === undefined || showsAsBefore(shown, now, inUse);
  });
}

/** Whether a half of a closure loses the other half that it has, or comes to lie where it does not meet it. */
function partsHalves(plan: Plan, next: Plan): boolean {
  return Object.values(plan.parts).some((part) => {
    const now = next.parts[part.id];
    const mate = part.mateId === undefined ? null : mateOf(plan, part);
    if (mate === null || now === part || now === undefined) return false;
    const isMoved = distance(part.at, now.at) > 0 || part.panelId !== now.panelId;
    return (isMoved && !meetsBetter(plan, next, part.id)) || mateOf(next, now)?.id !== mate.id;
  });
}

/** Whether a half comes nearer to where it meets the other one when the ends of its band are closed. */
function meetsBetter(plan: Plan, next: Plan, partId: string): boolean {
  const offMm = (one: Plan): number =>
    closingPairs(one).find(({ left, right }) => left.id === partId || right.id === partId)?.offMm ??
    Number.POSITIVE_INFINITY;
  return offMm(next) < offMm(plan);
}

/** A corner at which a line turns by more goes back along itself, degrees (assumption). */
const BACK_DEG = 135;

/** Whether a thread goes back along itself where it did not: a fix leads past what is in the way, never back and forth. */
function doublesBack(plan: Plan, next: Plan): boolean {
  return Object.values(next.runs).some((run) => {
    const before = plan.runs[run.id];
    return before !== run && cornersBack(next, run) > (before === undefined ? 0 : cornersBack(plan, before));
  });
}

function cornersBack(plan: Plan, run: Run): number {
  const path = runPath(plan, run);
  return path.slice(2).filter((to, i) => {
    const [from, at] = [path[i] as Point, path[i + 1] as Point];
    const turn = Math.abs(Math.atan2(to.y - at.y, to.x - at.x) - Math.atan2(at.y - from.y, at.x - from.x));
    return Math.min(turn, 2 * Math.PI - turn) > (BACK_DEG * Math.PI) / 180;
  }).length;
}

/** The name of a finding in whatever state. */
const nameOf = ({ key }: PlacedFinding): string => key.split('~')[0] as string;

/** Findings of one rule about the same parts, nearer to each other than this, are one, whatever they are called, mm. */
const SAME_PLACE_MM = 1;

function isSame(a: PlacedFinding, b: PlacedFinding): boolean {
  return (
    a.ruleId === b.ruleId &&
    a.panelId === b.panelId &&
    distance(a.at, b.at) < SAME_PLACE_MM &&
    a.partIds.length === b.partIds.length &&
    a.partIds.every((id) => b.partIds.includes(id))
  );
}

/** Whether a finding is still there, by its name, or under another that was not there before. */
function isThere(
  finding: PlacedFinding,
  before: readonly PlacedFinding[],
  after: readonly PlacedFinding[],
): boolean {
  const isStill = (one: PlacedFinding): boolean =>
    nameOf(one) === nameOf(finding) ||
    (isSame(one, finding) && !before.some((other) => nameOf(other) === nameOf(one)));
  // What shows only in some state may be milder in use, and stay so.
  const asBad = ({ severity }: PlacedFinding): boolean =>
    finding.state === undefined || severity === finding.severity || severity === 'stop';
  return after.some((one) => asBad(one) && isStill(one));
}

/** What came and what went between two lists of findings, each of one list matched with one of the other at most. */
function compared(
  before: readonly PlacedFinding[],
  after: readonly PlacedFinding[],
): { readonly added: readonly PlacedFinding[]; readonly removed: readonly PlacedFinding[] } {
  const left = new Map<string, PlacedFinding[]>();
  for (const finding of before) {
    const key = `${finding.severity} ${finding.ruleId}`;
    left.set(key, [...(left.get(key) ?? []), finding]);
  }
  const added = after.filter((finding) => {
    const alike = left.get(`${finding.severity} ${finding.ruleId}`) ?? [];
    // By its name it is the same wherever its part has gone.
    const named = alike.findIndex((one) => nameOf(one) === nameOf(finding));
    const at = named >= 0 ? named : alike.findIndex((one) => isSame(one, finding));
    if (at >= 0) alike.splice(at, 1);
    return at < 0;
  });
  return { added, removed: [...left.values()].flat() };
}
