/** Why a patch is needed, in words: a loop that is closed round one end of a thread, or the order at the pins of a part. */
import type { Point } from '../geometry/point.ts';
import { polygonContains } from '../geometry/polygon.ts';
import type { Plan } from '../plan/schema.ts';
import { placeOfTrace } from '../router/place-of-trace.ts';
import type { PlanProblem } from '../router/problem-of-plan.ts';
import type { RoutedTrace, RoutingSolution } from '../router/routing-problem.ts';

export interface PatchReason {
  /** On its panel. */
  readonly at: Point;
  readonly panelId: string;
  /** loop: threads close a ring round one end. order: both leave one part, in the wrong order. room: no way round was found. */
  readonly kind: 'loop' | 'order' | 'room';
  readonly text: string;
  /** Parts that a move, a turn or another pin could help: the ends of the two threads, and what lies in the loop. */
  readonly partIds: readonly string[];
}

/** The reason of each patch of a solution, in their order. */
export function patchReasons(
  plan: Plan,
  problem: PlanProblem,
  solution: RoutingSolution,
): readonly PatchReason[] {
  return (solution.patches ?? []).map(({ at: onBoard, over, under }): PatchReason => {
    const [upper, lower] = [solution.traces[over] as RoutedTrace, solution.traces[under] as RoutedTrace];
    const place = placeOfTrace(plan, problem, upper, onBoard);
    const name = (part: number): string => plan.parts[problem.parts[part]?.id ?? '']?.name ?? 'a part';
    const id = (part: number): string => problem.parts[part]?.id as string;
    const ends = [upper.from.part, upper.to.part, lower.from.part, lower.to.part];
    const between = ({ from, to }: RoutedTrace): string => `${name(from.part)} to ${name(to.part)}`;
    for (const [one, other] of [
      [upper, lower],
      [lower, upper],
    ] as const) {
      const loop = loopThrough(solution.traces, other, one.net);
      if (loop === null) continue;
      const ring = outlineOf(loop);
      const inside = [one.from, one.to].filter((_, i) =>
        polygonContains(ring, (i === 0 ? one.points[0] : one.points.at(-1)) as Point),
      );
      const [enclosed] = inside;
      if (inside.length !== 1 || enclosed === undefined) continue;
      const members = [...new Set(loop.flatMap(({ trace }) => [trace.from.part, trace.to.part]))];
      // What is of the loop itself is not shut in by it.
      if (members.includes(one.from.part) || members.includes(one.to.part)) continue;
      return {
        ...place,
        kind: 'loop' as const,
        text: `The threads of ${members.map(name).join(', ')} close a loop round ${name(enclosed.part)}, and ${between(one)} has to get out of it.`,
        partIds: [...new Set([...ends, ...members].map(id))],
      };
    }
    const shared = [upper.from.part, upper.to.part].find(
      (part) => part === lower.from.part || part === lower.to.part,
    );
    const partIds = [...new Set(ends.map(id))];
    if (shared !== undefined)
      return {
        ...place,
        kind: 'order' as const,
        text: `${between(upper)} and ${between(lower)} leave ${name(shared)} in another order than they arrive.`,
        partIds,
      };
    return {
      ...place,
      kind: 'room' as const,
      text: `No way was found for ${between(upper)} round ${between(lower)} that keeps all gaps.`,
      partIds,
    };
  });
}

interface LoopLeg {
  readonly trace: RoutedTrace;
  /** Whether the loop goes through it from its `to` to its `from`. */
  readonly isReversed: boolean;
}

/** The shortest ring of traces and parts through one trace, without those of a net; null when there is none. */
function loopThrough(
  traces: readonly RoutedTrace[],
  first: RoutedTrace,
  withoutNet: number,
): readonly LoopLeg[] | null {
  const came = new Map<number, { readonly part: number; readonly leg: LoopLeg } | null>([
    [first.to.part, null],
  ]);
  const queue = [first.to.part];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    if (at === first.from.part) {
      const legs: LoopLeg[] = [];
      for (let step = came.get(at); step != null; step = came.get(step.part)) legs.unshift(step.leg);
      return [{ trace: first, isReversed: false }, ...legs];
    }
    for (const trace of traces) {
      if (trace === first || trace.net === withoutNet) continue;
      const next = trace.from.part === at ? trace.to.part : trace.to.part === at ? trace.from.part : null;
      if (next === null || came.has(next)) continue;
      came.set(next, { part: at, leg: { trace, isReversed: trace.to.part === at } });
      queue.push(next);
    }
  }
  return null;
}

function outlineOf(loop: readonly LoopLeg[]): readonly Point[] {
  return loop.flatMap(({ trace, isReversed }) => (isReversed ? [...trace.points].reverse() : trace.points));
}
