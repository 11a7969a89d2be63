/**
 * A valid order of the steps: first what must be, then what the maker's habits say, as far as the piece allows. Steps keep their
 * usual order, or the one the maker dragged them into, wherever nothing forbids it.
 */
import FlatQueue from 'flatqueue';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { listed } from '../units/words.ts';
import type { NeedRule } from './need-rule.ts';
import { NEED_RULES } from './need-rules.ts';
import type { Need, SewingStep, StepDraft } from './step.ts';
import type { StepContext } from './steps/step-context.ts';

/** A rule that this plan cannot follow everywhere, in words. */
export interface Unfollowed {
  readonly ruleId: string;
  readonly text: string;
}

export interface OrderedSteps {
  readonly steps: ReadonlyArray<StepDraft & { readonly needs: readonly Need[] }>;
  readonly unfollowed: readonly Unfollowed[];
}

/**
 * Orders steps given in their usual order. `wanted` names steps in the maker's own order; those it does not name keep their usual
 * place. O(steps + needs), and for each habit that might contradict another one walk through what must come before it.
 */
export function orderedSteps(
  context: StepContext,
  usual: readonly StepDraft[],
  wanted: readonly string[] = [],
): OrderedSteps {
  const place = new Map(usual.map(({ id }, i) => [id, i]));
  const graph = new StepGraph(usual.length);
  const needs: Need[][] = usual.map(() => []);
  const unfollowed: Unfollowed[] = [];
  for (const rule of NEED_RULES) {
    const mayYield = rule.kind === 'habit' || rule.yields === true;
    let isBroken = false;
    for (const [earlier, later] of rule.pairs(context, usual)) {
      const [a, b] = [place.get(earlier), place.get(later)];
      if (a === undefined || b === undefined || a === b || graph.has(a, b)) continue;
      if (mayYield && graph.reaches(b, a)) {
        isBroken = true;
        continue;
      }
      graph.add(a, b);
      needs[b]?.push({ stepId: earlier, kind: rule.kind, why: rule.why });
    }
    if (isBroken) unfollowed.push({ ruleId: rule.id, text: unfollowedWords(rule) });
  }
  const byHabit = graph.sorted(usual.map((_, i) => i));
  const order =
    wanted.length === 0 ? byHabit : mustsOnly(usual, needs, place).sorted(merged(byHabit, usual, wanted));
  return {
    steps: order.map((i) => ({ ...(usual[i] as StepDraft), needs: needs[i] ?? [] })),
    unfollowed,
  };
}

function unfollowedWords(rule: NeedRule): string {
  return rule.kind === 'habit'
    ? `This piece cannot follow a habit everywhere: ${rule.why}. Where patches or other work ask for another order, that one is given.`
    : `Two threads each go over the other, so this cannot hold everywhere: ${rule.why}. Slip the patch in between afterwards there, or take one of the two another way.`;
}

function mustsOnly(
  usual: readonly StepDraft[],
  needs: ReadonlyArray<readonly Need[]>,
  place: ReadonlyMap<string, number>,
): StepGraph {
  const graph = new StepGraph(usual.length);
  for (const [b, list] of needs.entries())
    for (const { stepId, kind } of list) if (kind === 'must') graph.add(place.get(stepId) as number, b);
  return graph;
}

/** The usual order with the named steps in the order they are named: each takes the next of the places that named steps had. */
function merged(
  usualOrder: readonly number[],
  usual: readonly StepDraft[],
  wanted: readonly string[],
): readonly number[] {
  const byId = new Map(usual.map(({ id }, i) => [id, i]));
  const named = [...new Set(wanted)].flatMap((id) => byId.get(id) ?? []);
  const isNamed = new Set(named);
  let next = 0;
  return usualOrder.map((i) => {
    if (!isNamed.has(i)) return i;
    next += 1;
    return named[next - 1] as number;
  });
}

class StepGraph {
  private readonly after: Set<number>[];

  constructor(count: number) {
    this.after = Array.from({ length: count }, () => new Set());
  }

  has(a: number, b: number): boolean {
    return this.after[a]?.has(b) === true;
  }

  add(a: number, b: number): void {
    this.after[a]?.add(b);
  }

  reaches(from: number, to: number): boolean {
    const seen = new Set([from]);
    const stack = [from];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      if (at === to) return true;
      for (const next of this.after[at] ?? []) {
        if (seen.has(next)) continue;
        seen.add(next);
        stack.push(next);
      }
    }
    return false;
  }

  /**
   * All steps so that each comes after what it needs; among those that may come next always the one that `preferred` has first.
   * Where `preferred` is valid it comes out as it is. Throws RangeError when steps need each other in a circle.
   */
  sorted(preferred: readonly number[]): readonly number[] {
    const rank = new Int32Array(preferred.length);
    for (const [r, i] of preferred.entries()) rank[i] = r;
    const missing = new Int32Array(preferred.length);
    for (const nexts of this.after) for (const next of nexts) missing[next] = (missing[next] ?? 0) + 1;
    const ready = new FlatQueue<number>();
    for (const i of preferred) if (missing[i] === 0) ready.push(i, rank[i] as number);
    const order: number[] = [];
    for (let i = ready.pop(); i !== undefined; i = ready.pop()) {
      order.push(i);
      for (const next of this.after[i] ?? []) {
        missing[next] = (missing[next] ?? 0) - 1;
        if (missing[next] === 0) ready.push(next, rank[next] as number);
      }
    }
    if (order.length !== preferred.length) throw new RangeError('sorted: steps need each other in a circle');
    return order;
  }
}

/** Where a step may stand: from `first` to `last` in the list without it, and why not further. */
export interface StepRange {
  readonly first: number;
  readonly last: number;
  readonly firstWhy: { readonly step: SewingStep; readonly why: string } | null;
  readonly lastWhy: { readonly step: SewingStep; readonly why: string } | null;
}

/** The places steps that go together can be dragged to, in the list without them; undefined when one of them is not there. */
export function maybeStepRange(
  steps: readonly SewingStep[],
  stepIds: readonly string[],
): StepRange | undefined {
  const moved = new Set(stepIds);
  const own = steps.filter(({ id }) => moved.has(id));
  if (own.length !== moved.size || own.length === 0) return undefined;
  const others = steps.filter(({ id }) => !moved.has(id));
  const before = own.flatMap(({ needs }) => needs).filter(({ kind }) => kind === 'must');
  const place = new Map(others.map(({ id }, i) => [id, i]));
  let first = 0;
  let firstWhy: StepRange['firstWhy'] = null;
  for (const { stepId: id, why } of before) {
    const at = place.get(id);
    if (at !== undefined && at + 1 > first) {
      first = at + 1;
      firstWhy = { step: others[at] as SewingStep, why };
    }
  }
  for (const [i, step] of others.entries()) {
    const need = step.needs.find(({ stepId: id, kind }) => moved.has(id) && kind === 'must');
    if (need !== undefined) return { first, last: i, firstWhy, lastWhy: { step, why: need.why } };
  }
  return { first, last: others.length, firstWhy, lastWhy: null };
}

/** The ids in order after steps are moved, together, to place `to` of the list without them; refused, with the reason, where they cannot go. */
export function movedOrder(
  steps: readonly SewingStep[],
  stepIds: readonly string[],
  to: number,
): Result<readonly string[]> {
  const range = maybeStepRange(steps, stepIds);
  if (range === undefined) return fail('step-unknown', `(${listed(stepIds)})`);
  const { firstWhy, lastWhy } = range;
  if (to < range.first && firstWhy !== null)
    return fail('step-order', `It comes after “${firstWhy.step.text}” because ${firstWhy.why}.`);
  if (to > range.last && lastWhy !== null)
    return fail('step-order', `It comes before “${lastWhy.step.text}” because ${lastWhy.why}.`);
  const moved = new Set(stepIds);
  const ids = steps.map(({ id }) => id);
  const others = ids.filter((id) => !moved.has(id));
  others.splice(Math.max(0, Math.min(to, others.length)), 0, ...ids.filter((id) => moved.has(id)));
  return succeed(others);
}

/** The place, in the list without the moved steps, of those that take the place of others: before them going up, after them going down. */
export function placeAmong(
  steps: readonly SewingStep[],
  stepIds: readonly string[],
  overIds: readonly string[],
): number {
  const [moved, over] = [new Set(stepIds), new Set(overIds)];
  const isDown = steps.findIndex(({ id }) => moved.has(id)) < steps.findIndex(({ id }) => over.has(id));
  const others = steps.filter(({ id }) => !moved.has(id));
  const [first, last] = [
    others.findIndex(({ id }) => over.has(id)),
    others.findLastIndex(({ id }) => over.has(id)),
  ];
  return isDown ? last + 1 : first;
}
