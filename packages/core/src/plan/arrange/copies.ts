/** Copies of parts and of the thread between them: beside themselves, or carried to another plan. */
import * as v from 'valibot';
import { fail, type Result, succeed } from '../../errors/problem.ts';
import { add, type Point, snapToMicrometre } from '../../geometry/point.ts';
import { OwnPartSchema } from '../../parts/own-part-schema.ts';
import { maybeParseJson } from '../../units/json.ts';
import type { Change, Edit } from '../edit.ts';
import { putPart, putRun, takeNumbers } from '../edits/changes.ts';
import { checkEdit } from '../edits/check-edit.ts';
import { freeName, namesOf, partIdOf, wiredWithout } from '../edits/part-edits.ts';
import { maybeKindOf } from '../kind-of.ts';
import { firstPanel, type OnPanel } from '../panels.ts';
import { type Part, PartSchema, type Run, RunSchema } from '../records.ts';
import { PLAN_VERSION, type Plan } from '../schema.ts';
import { describeIssue } from '../schema-issue.ts';

/** What copied parts say they are, so that a paste can tell them from other text. */
const CLIP_FORMAT = 'sashiko-parts';

const ClipSchema = v.strictObject({
  format: v.literal(CLIP_FORMAT),
  version: v.literal(PLAN_VERSION),
  parts: v.pipe(v.array(PartSchema), v.minLength(1), v.maxLength(2000)),
  runs: v.pipe(v.array(RunSchema), v.maxLength(5000)),
  ownParts: v.array(OwnPartSchema),
});

/** Parts with what belongs to them, on their way to another place or plan. */
export interface Clip {
  readonly parts: readonly Part[];
  readonly runs: readonly Run[];
  readonly ownParts: ReadonlyArray<Plan['ownParts'][string]>;
}

/** Takes parts, the runs between them and the descriptions of makers' own parts. Unknown ids are left out. */
export function clipOf(plan: Plan, partIds: readonly string[]): Clip {
  const parts = partIds.flatMap((id) => plan.parts[id] ?? []);
  const ids = new Set(parts.map((part) => part.id));
  const kinds = new Set(parts.map((part) => part.kindId));
  return {
    parts,
    // What passes a seam is at home where the seam is.
    runs: Object.values(plan.runs).filter(
      (run) => run.passes === undefined && ids.has(run.from.partId) && ids.has(run.to.partId),
    ),
    ownParts: Object.values(plan.ownParts).filter((own) => kinds.has(own.id)),
  };
}

/** A clip as text for the clipboard. */
export function serializeClip(clip: Clip): string {
  return JSON.stringify({ format: CLIP_FORMAT, version: PLAN_VERSION, ...clip });
}

/** Reads a clip from the clipboard's text, or says why it is none. Fails where the text is no clip. */
export function parseClip(text: string): Result<Clip> {
  const raw = maybeParseJson(text);
  if (typeof raw !== 'object' || raw === null || (raw as { format?: unknown }).format !== CLIP_FORMAT)
    return fail('clip-foreign');
  const checked = v.safeParse(ClipSchema, raw);
  if (!checked.success) return fail('clip-foreign', describeIssue(checked.issues[0]));
  return succeed(checked.output as Clip);
}

/**
 * Puts copies of a clip's parts and runs onto a panel, or without one onto the panels they come from, shifted by `delta`. New ids follow `plan.nextNumber` in
 * the order of the clip. Groups, halves and twins are kept among the copies and forgotten beyond them. Fails where there is no such kind.
 */
export function pasteClip(
  plan: Plan,
  clip: Clip,
  delta: Point,
  label?: string,
  onto?: OnPanel,
): Result<Edit> {
  const { parts, runs } = clip;
  const panelIdOf = ({ panelId }: OnPanel): string =>
    onto?.panelId ?? (plan.panels[panelId] === undefined ? firstPanel(plan).id : panelId);
  const groups = [...new Set(parts.flatMap((part) => part.groupId ?? []))];
  const { first, change } = takeNumbers(plan, parts.length + runs.length + groups.length);
  const newIds = new Map(parts.map((part, i) => [part.id, partIdOf(first + i)]));
  const newGroups = new Map(groups.map((id, i) => [id, `g${first + parts.length + runs.length + i}`]));
  const changes: Change[] = [change];
  let naming: Plan = plan;
  for (const own of clip.ownParts) {
    // A description of the same id that is here already stays: the parts here were made with it.
    if (Object.hasOwn(plan.ownParts, own.id)) continue;
    changes.push({ table: 'ownParts', id: own.id, before: null, after: own });
    naming = { ...naming, ownParts: { ...naming.ownParts, [own.id]: own } };
  }
  for (const part of parts) {
    const kind = maybeKindOf(naming, part);
    if (kind === undefined) return fail('unknown-kind', `There is no part "${part.kindId}".`);
    const { groupId, mateId, mirror, wired, locked: _locked, ...rest } = part;
    const decided = wiredAmong(wired, newIds);
    const mate = mateId === undefined ? undefined : newIds.get(mateId);
    const twin = mirror === undefined ? undefined : newIds.get(mirror.partId);
    const group = groupId === undefined ? undefined : newGroups.get(groupId);
    const copy: Part = {
      ...rest,
      id: newIds.get(part.id) as string,
      panelId: panelIdOf(part),
      name: freeName(naming.parts, kind.noun),
      at: snapToMicrometre(add(part.at, delta)),
      ...(group === undefined ? {} : { groupId: group }),
      ...(mate === undefined ? {} : { mateId: mate }),
      ...(twin === undefined || mirror === undefined
        ? {}
        : { mirror: { partId: twin, xMm: mirror.xMm + delta.x } }),
      ...(decided === undefined ? {} : { wired: decided }),
    };
    naming = { ...naming, parts: { ...naming.parts, [copy.id]: copy } };
    changes.push(putPart(plan, copy));
  }
  for (const [i, run] of runs.entries()) {
    changes.push(
      putRun(plan, {
        ...run,
        id: `r${first + parts.length + i}`,
        panelId: panelIdOf(run),
        from: { ...run.from, partId: newIds.get(run.from.partId) as string },
        to: { ...run.to, partId: newIds.get(run.to.partId) as string },
        bends: run.bends.map((bend) => snapToMicrometre(add(bend, delta))),
      }),
    );
  }
  const only = parts.length === 1 ? parts[0]?.name : undefined;
  return checkEdit(plan, label ?? `paste ${only ?? `${parts.length} parts`}`, changes);
}

/** Copies parts and the runs between them, shifted by `delta`. New ids follow `plan.nextNumber` in the given order. Fails where one of the parts is not there. */
export function duplicateParts(plan: Plan, partIds: readonly string[], delta: Point): Result<Edit> {
  const missing = partIds.find((id) => plan.parts[id] === undefined);
  if (missing !== undefined) return fail('unknown-part', '', `parts.${missing}`);
  return pasteClip(plan, clipOf(plan, partIds), delta, `copy ${namesOf(plan, partIds)}`);
}

/** What was decided of the wiring of a copy: as far as it is about parts that were copied too. */
function wiredAmong(wired: Part['wired'], newIds: ReadonlyMap<string, string>): Part['wired'] | undefined {
  const own = wiredWithout(wired, (id) => !newIds.has(id));
  if (own === undefined) return undefined;
  const { sourceId, pin } = own;
  return {
    ...own,
    ...(sourceId === undefined ? {} : { sourceId: newIds.get(sourceId) as string }),
    ...(pin === undefined ? {} : { pin: { ...pin, partId: newIds.get(pin.partId) as string } }),
  };
}
