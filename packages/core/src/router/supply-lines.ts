/** Lines that carry the whole current, and how the house style has them sewn. */
import { hasElement } from '../parts/part-element.ts';
import { stitchFor } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef } from '../plan/records.ts';
import type { RunSewing } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';

/** How supply lines are sewn: as the others, unless the habits name a thread, wire or tape, a stitch or more lines side by side for them. */
export function supplySewing<Sewing extends RunSewing>(plan: Plan, usual: Sewing): Sewing {
  const { supplyLines, supplyStitchId, supplyThreadId } = plan.habits;
  const threadId = supplyThreadId ?? usual.threadId;
  const isSewn = (maybeThreadKind(threadId)?.form ?? 'thread') === 'thread';
  return {
    ...usual,
    threadId,
    stitchId: isSewn && supplyStitchId !== null ? supplyStitchId : stitchFor(plan, threadId),
    // Wire and tape are laid once: another of them beside carries no more than it must.
    ...(supplyLines > 1 && isSewn ? { lines: supplyLines } : {}),
  };
}

/** Whether a line between two holes carries the whole current: one of its ends is a supply, a switch or a closure. */
export function isSupplyLine(plan: Plan, from: HoleRef, to: HoleRef): boolean {
  return [from, to].some(({ partId }) => {
    const part = plan.parts[partId];
    if (part === undefined) return false;
    const kind = kindOf(plan, part);
    return hasElement(kind, 'cell') || hasElement(kind, 'switch') || hasElement(kind, 'half');
  });
}
