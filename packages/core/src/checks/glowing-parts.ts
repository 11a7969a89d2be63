/** Parts that glow: lights with legs or holes, and addressable ones. */
import { type consumersOf, elementsOf, type PartElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** The + and − of everything of a part that glows. */
export function glowingEnds(part: {
  readonly elements: readonly PartElement[];
}): ReturnType<typeof consumersOf> {
  return [...elementsOf(part, 'light'), ...elementsOf(part, 'load').filter(({ glows }) => glows === true)];
}

/** Every part that glows, in plan order. */
export function glowingParts(plan: Plan): readonly Part[] {
  return Object.values(plan.parts).filter((part) => glowingEnds(kindOf(plan, part)).length > 0);
}
