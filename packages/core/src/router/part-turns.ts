/** How far parts may be turned when threads are proposed, and where they have the room for it. */
import { normaliseDeg } from '../geometry/transform.ts';
import { hasElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { RoomForParts } from './room-for-parts.ts';
import type { Freedom } from './route-request.ts';

const STEPS_DEG: Readonly<Record<Freedom, readonly number[]>> = {
  fixed: [0],
  half: [0, 180],
  quarter: [0, 90, 180, 270],
  eighth: [0, 45, 90, 135, 180, 225, 270, 315],
};

/**
 * The turns of every part, degrees, in the order of `parts`, the present one first. Lights turn as far as is asked, holders,
 * boards, sensors and switches by quarters unless nothing may turn, halves of closures not at all. These larger parts turn only
 * where they keep off the rim, openings, keep-outs and their neighbours, however those are turned.
 */
export function turnsOfParts(
  plan: Plan,
  parts: readonly Part[],
  isFree: (part: Part) => boolean,
  freedom: Freedom,
): ReadonlyArray<readonly number[]> {
  const rooms = new Map(panelsOf(plan).map(({ id }) => [id, new RoomForParts(plan, { panelId: id })]));
  const turns = new Map<string, readonly number[]>();
  const waiting: Part[] = [];
  for (const part of parts) {
    const steps = isFree(part) ? stepsOf(kindOf(plan, part), freedom) : STEPS_DEG.fixed;
    const isLarge = steps.length > 1 && !hasElement(kindOf(plan, part), 'light');
    if (isLarge) waiting.push(part);
    turns.set(part.id, isLarge ? [part.turnDeg] : steps.map((step) => normaliseDeg(part.turnDeg + step)));
  }
  for (const part of waiting) {
    const room = rooms.get(part.panelId) as RoomForParts;
    const beside = parts.filter((other) => other !== part && room.isBeside(part, other));
    const steps = stepsOf(kindOf(plan, part), freedom).map((step) => normaliseDeg(part.turnDeg + step));
    turns.set(
      part.id,
      steps.filter(
        (turnDeg, i) =>
          i === 0 ||
          (room.isOnCloth({ ...part, turnDeg }) &&
            beside.every((other) =>
              (turns.get(other.id) as readonly number[]).every((otherDeg) =>
                room.hasBoth({ ...part, turnDeg }, { ...other, turnDeg: otherDeg }),
              ),
            )),
      ),
    );
  }
  return parts.map((part) => turns.get(part.id) as readonly number[]);
}

function stepsOf(kind: PartKind, freedom: Freedom): readonly number[] {
  if (hasElement(kind, 'light')) return STEPS_DEG[freedom];
  if (hasElement(kind, 'half') || kind.elements.length === 0) return STEPS_DEG.fixed;
  return freedom === 'fixed' ? STEPS_DEG.fixed : STEPS_DEG.quarter;
}
