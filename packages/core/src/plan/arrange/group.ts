/** Groups, numbers and twins: what belongs together. */
import { fail, type Result } from '../../errors/problem.ts';
import type { Change, Edit } from '../edit.ts';
import { putPart, takeNumbers } from '../edits/changes.ts';
import { checkEdit } from '../edits/check-edit.ts';
import { tidyName } from '../edits/cloth-edits.ts';
import { freeName, namesOf, partIdOf } from '../edits/part-edits.ts';
import { kindOf } from '../kind-of.ts';
import { mirroredAt, mirroredTurn } from '../mirror.ts';
import type { Part } from '../records.ts';
import type { Plan } from '../schema.ts';

/** The parts with all members of their groups, in plan order: what is chosen when one of them is. */
export function withGroups(plan: Plan, partIds: readonly string[]): readonly string[] {
  const groups = new Set(partIds.flatMap((id) => plan.parts[id]?.groupId ?? []));
  if (groups.size === 0) return partIds;
  const chosen = new Set(partIds);
  return Object.values(plan.parts)
    .filter((part) => chosen.has(part.id) || (part.groupId !== undefined && groups.has(part.groupId)))
    .map((part) => part.id);
}

/** Makes one group of parts; they leave the groups they were in. Fails with fewer than two parts or where one of the parts is not there. */
export function groupParts(plan: Plan, partIds: readonly string[]): Result<Edit> {
  if (partIds.length < 2) return fail('too-few-parts', 'Choose at least 2.');
  const { first, change } = takeNumbers(plan, 1);
  const changes: Change[] = [change];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    changes.push(putPart(plan, { ...part, groupId: `g${first}` }));
  }
  return checkEdit(plan, `group ${partIds.length} parts`, changes);
}

/** Takes parts out of their groups. Fails where one of the parts is not there. */
export function ungroupParts(plan: Plan, partIds: readonly string[]): Result<Edit> {
  const changes: Change[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const { groupId: _groupId, ...rest } = part;
    changes.push(putPart(plan, rest));
  }
  return checkEdit(plan, `ungroup ${namesOf(plan, partIds)}`, changes);
}

/** Names parts by a word and a number from 1 on, in the order of choice: `star 1`, `star 2`, … Fails where one of the parts is not there. */
export function numberParts(plan: Plan, partIds: readonly string[], word: string): Result<Edit> {
  const changes: Change[] = [];
  for (const [i, id] of partIds.entries()) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const name = tidyName(word.trim() === '' ? '' : `${word} ${i + 1}`);
    if (!name.ok) return name;
    changes.push(putPart(plan, { ...part, name: name.value }));
  }
  return checkEdit(plan, `number ${partIds.length} parts`, changes);
}

/**
 * Gives each part a twin across the upright line x = `xMm`, turned so that its + lies where the mirror image has
 * it. Twins follow each other from then on. Ids follow `plan.nextNumber` in the given order. Fails where one of the parts is not there or where one has a twin already.
 */
export function twinParts(plan: Plan, partIds: readonly string[], xMm: number): Result<Edit> {
  const { first, change } = takeNumbers(plan, partIds.length);
  const changes: Change[] = [change];
  let parts = plan.parts;
  for (const [i, id] of partIds.entries()) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const kind = kindOf(plan, part);
    const { mateId: _mateId, mirror, groupId: _groupId, locked: _locked, ...alike } = part;
    if (mirror !== undefined) return fail('has-a-twin', `(${part.name})`, `parts.${id}`);
    const twin: Part = {
      ...alike,
      id: partIdOf(first + i),
      name: freeName(parts, kind.noun),
      at: mirroredAt(part.at, xMm),
      turnDeg: mirroredTurn(kind, part),
      mirror: { partId: id, xMm },
    };
    parts = { ...parts, [twin.id]: twin };
    changes.push(putPart(plan, { ...part, mirror: { partId: twin.id, xMm } }), putPart(plan, twin));
  }
  return checkEdit(plan, `mirror ${namesOf(plan, partIds)}`, changes);
}

/** Lets twins go their own ways. Fails where one of the parts is not there. */
export function freeTwins(plan: Plan, partIds: readonly string[]): Result<Edit> {
  const ids = new Set(partIds.flatMap((id) => [id, plan.parts[id]?.mirror?.partId ?? id]));
  const changes: Change[] = [];
  for (const id of ids) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    const { mirror: _mirror, ...rest } = part;
    changes.push(putPart(plan, rest));
  }
  return checkEdit(plan, `free ${namesOf(plan, partIds)} from its twin`, changes);
}
