/** What can be wrong with the smaller records: habits, backdrop, spools, works, wishes. */

import { fail, type Problem } from '../../errors/problem.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { kindOf } from '../kind-of.ts';
import { panelWithMarking } from '../panels.ts';
import type { Spool, Work } from '../records.ts';
import type { Plan } from '../schema.ts';
import { misfiled, unknown } from './unknown.ts';

/** What is wrong with the stitches and the thread that the habits name. */
export function habitsProblem({
  stitchId,
  supplyStitchId,
  supplyThreadId,
  threadId,
}: Plan['habits']): Problem | null {
  if (supplyThreadId !== null && maybeThreadKind(supplyThreadId) === undefined)
    return unknown('thread', supplyThreadId, 'habits.supplyThreadId');
  if (maybeStitchKind(stitchId) === undefined) return unknown('stitch', stitchId, 'habits.stitchId');
  if (supplyStitchId !== null && maybeStitchKind(supplyStitchId) === undefined)
    return unknown('stitch', supplyStitchId, 'habits.supplyStitchId');
  return maybeThreadKind(threadId) === undefined ? unknown('thread', threadId, 'habits.threadId') : null;
}

/** A backdrop without its picture, or null. */
export function backdropProblem({ backdrop, images, panels }: Plan): Problem | null {
  if (backdrop === null) return null;
  if (!Object.hasOwn(panels, backdrop.panelId)) return unknown('panel', backdrop.panelId, 'backdrop.panelId');
  return Object.hasOwn(images, backdrop.imageId)
    ? null
    : unknown('picture', backdrop.imageId, 'backdrop.imageId');
}

/** A spool of a thread that there is. */
export function spoolProblem({ threadId }: Spool): Problem | null {
  return maybeThreadKind(threadId) === undefined ? unknown('thread', threadId, `spools.${threadId}`) : null;
}

/** Work that takes place in an area needs that area on the cloth. */
export function workProblem(plan: Plan, { id, place }: Work): Problem | null {
  return place === 'piece' ||
    place === 'right' ||
    place === 'wrong' ||
    place === 'nowhere' ||
    panelWithMarking(plan, place) !== undefined
    ? null
    : fail('unknown-marking', `(${place})`, `works.${id}.place`).problem;
}

/** What is wrong with the wishes, or null: each terminal is on the cloth, and in one wish only. */
export function wishesProblem(plan: Plan): Problem | null {
  const seen = new Set<string>();
  for (const [key, wish] of Object.entries(plan.wishes ?? {})) {
    const path = `wishes.${key}`;
    if (wish.id !== key) return misfiled(path, wish.id);
    for (const [i, { partId, terminal }] of wish.terminals.entries()) {
      const part = Object.hasOwn(plan.parts, partId) ? plan.parts[partId] : undefined;
      if (part === undefined) return fail('unknown-part', `(${partId})`, `${path}.terminals.${i}`).problem;
      if (!kindOf(plan, part).holes.some((hole) => hole.plated && hole.terminal === terminal))
        return unknown('terminal', terminal, `${path}.terminals.${i}`);
      const word = `${partId}/${terminal}`;
      if (seen.has(word))
        return fail('wish-twice', `(${part.name}, ${terminal})`, `${path}.terminals.${i}`).problem;
      seen.add(word);
    }
  }
  return null;
}
