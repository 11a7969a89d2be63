import { fail, type Result } from '../../errors/problem.ts';
import { restsOn, takesColour, takesSwitching } from '../../parts/part-element.ts';
import type { Hole, PartKind } from '../../parts/part-kind.ts';
import type { Edit } from '../edit.ts';
import { kindOf, maybeKindOf } from '../kind-of.ts';
import type { HoleRef, Part } from '../records.ts';
import type { Plan } from '../schema.ts';
import { putPart, putRun } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/**
 * Takes another kind of part in the place of one: it stands where that stood, and every thread goes to a hole that does the same. Holes of one
 * conductor stay on one conductor. Refused where it has none, and where the new one does not fit on the cloth. Threads keep their bends.
 */
export function exchangePart(plan: Plan, partId: string, kindId: string): Result<Edit> {
  const part = plan.parts[partId];
  if (part === undefined) return fail('unknown-part', '', `parts.${partId}`);
  const kind = maybeKindOf(plan, { kindId });
  if (kind === undefined) return fail('unknown-kind', `There is no part "${kindId}".`);
  const before = kindOf(plan, part);
  const runs = Object.values(plan.runs).filter(
    (run) => run.from.partId === partId || run.to.partId === partId,
  );
  const used = new Set(
    runs.flatMap((run) => [run.from, run.to]).flatMap((ref) => (ref.partId === partId ? [ref.holeId] : [])),
  );
  const holes = holesFor(before, kind, used);
  if (holes === null) return fail('unknown-kind', `${kind.title} has no hole for a thread of ${part.name}.`);
  const moved = (ref: HoleRef): HoleRef =>
    ref.partId === partId ? { partId, holeId: holes.get(ref.holeId) ?? ref.holeId } : ref;
  return checkEdit(plan, `exchange ${part.name} for: ${kind.title.toLowerCase()}`, [
    putPart(plan, asKind(part, kindId, before, kind)),
    ...runs.map((run) => putRun(plan, { ...run, from: moved(run.from), to: moved(run.to) })),
  ]);
}

/** What of a part has no place at another kind and goes when it is exchanged, in words: `its colour`. */
export function goesWithExchange(plan: Plan, part: Part, kind: PartKind): readonly string[] {
  const before = kindOf(plan, part);
  const after = asKind(part, kind.id, before, kind);
  const lost = (had: unknown, has: unknown, words: string): readonly string[] =>
    had !== undefined && has === undefined ? [words] : [];
  return [
    ...lost(part.colourId, after.colourId, 'its colour'),
    ...lost(part.options, after.options, 'what was chosen for it'),
    ...lost(part.switchedOn, after.switchedOn, 'how it is switched'),
    ...lost(part.levels, after.levels, 'what its pins are set to'),
    ...lost(part.pins, after.pins, 'what its pins are for'),
  ];
}

/** Another holder in the place of one: as `exchangePart`, refused for what is no holder. */
export function exchangeSource(plan: Plan, partId: string, kindId: string): Result<Edit> {
  const kind = maybeKindOf(plan, { kindId });
  if (kind?.elements.some((element) => element.kind === 'cell') !== true)
    return fail('unknown-kind', `There is no holder "${kindId}".`);
  return exchangePart(plan, partId, kindId);
}

/** Whether every thread of a part finds a hole at another kind. */
export function mayExchange(plan: Plan, part: Part, kind: PartKind): boolean {
  const used = new Set(
    Object.values(plan.runs).flatMap((run) =>
      [run.from, run.to].flatMap((ref) => (ref.partId === part.id ? [ref.holeId] : [])),
    ),
  );
  return holesFor(kindOf(plan, part), kind, used) !== null;
}

/** The part as another kind: what only the old one had goes, what the new one needs comes. */
function asKind(part: Part, kindId: string, before: PartKind, kind: PartKind): Part {
  const { options: _options, switchedOn, mateId, colourId, levels, pins, ...rest } = part;
  const terminals = new Set(kind.holes.map(({ terminal }) => terminal));
  const kept = <T>(table: Readonly<Record<string, T>> | undefined) =>
    Object.fromEntries(Object.entries(table ?? {}).filter(([terminal]) => terminals.has(terminal)));
  const [ownLevels, ownPins] = [kept(levels), kept(pins)];
  return {
    ...rest,
    kindId,
    ...(takesSwitching(kind) ? { switchedOn: switchedOn ?? restsOn(kind) } : {}),
    ...(takesColour(kind) ? { colourId: colourId ?? 'warm-white' } : {}),
    ...(mateId !== undefined && before.mateId === kind.mateId ? { mateId } : {}),
    ...(Object.keys(ownLevels).length > 0 ? { levels: ownLevels } : {}),
    ...(Object.keys(ownPins).length > 0 ? { pins: ownPins } : {}),
  };
}

/** For each hole that is sewn, the hole of the new kind that takes its threads; null where one has none. */
function holesFor(
  before: PartKind,
  kind: PartKind,
  used: ReadonlySet<string>,
): ReadonlyMap<string, string> | null {
  const offered = kind.holes.filter(({ plated }) => plated);
  const found = new Map<string, string>();
  /** By terminal of the old kind: the terminal of the new one that it has become. */
  const become = new Map<string, string>();
  for (const hole of before.holes.filter(({ id }) => used.has(id))) {
    const settled = become.get(hole.terminal);
    const taken = new Set(become.values());
    const candidates = offered.filter((other) =>
      settled === undefined
        ? !taken.has(other.terminal) && doesTheSame(hole, other)
        : other.terminal === settled,
    );
    const free = candidates.filter(({ id }) => ![...found.values()].includes(id));
    const best = [...(free.length > 0 ? free : candidates)].sort(
      (a, b) => likeness(b, hole) - likeness(a, hole) || away(a, hole) - away(b, hole),
    )[0];
    if (best === undefined) return null;
    found.set(hole.id, best.id);
    become.set(hole.terminal, best.terminal);
  }
  return found;
}

/** Whether a hole can take over what another does: the same sign, and for holes of boards the same part in it. */
function doesTheSame(hole: Hole, other: Hole): boolean {
  if (hole.role === 'pin' || other.role === 'pin')
    return (
      hole.role === other.role &&
      (hole.abilities ?? []).every(
        (ability) => ability === 'upload' || other.abilities?.includes(ability) === true,
      )
    );
  const isPower = (role: Hole['role']): boolean =>
    role === undefined || role === 'supply' || role === 'raw' || role === 'ground';
  if (hole.sign !== other.sign) return false;
  return hole.role === other.role || (isPower(hole.role) && isPower(other.role));
}

/** How alike two holes are: the same name counts most, then the same role, then not being needed for the upload. */
function likeness(other: Hole, hole: Hole): number {
  return (
    (other.id === hole.id ? 8 : 0) +
    (other.terminal === hole.terminal ? 4 : 0) +
    (other.role === hole.role ? 2 : 0) +
    (other.abilities?.includes('upload') === true ? 0 : 1)
  );
}

const away = (a: Hole, b: Hole): number => Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y);
