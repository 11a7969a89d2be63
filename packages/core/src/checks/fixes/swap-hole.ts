import { distance } from '../../geometry/point.ts';
import { deriveNets, holesOf } from '../../joining/nets.ts';
import { maybeHole, type PartKind } from '../../parts/part-kind.ts';
import { putPart, putRun } from '../../plan/edits/changes.ts';
import { checkEdit } from '../../plan/edits/check-edit.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { holeName } from '../../plan/hole-names.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeKey, holePoint } from '../../plan/placed.ts';
import type { HoleRef, Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { Finding } from '../finding.ts';
import type { FixKind } from '../fix-kind.ts';
import { asDrawnThenAnew, changedRuns } from './lead-anew.ts';
import { sound } from './sound.ts';

/** Rules that ask for another hole or another pin, not only for another way: there the threads may be drawn anew for it. */
const OF_HOLES = ['hole-full', 'upload-pin', 'pwm'];
/** So many holes are tried with threads drawn anew. */
const MOST_LED = 3;

/** Ends a run at another hole that serves as well: of the same conductor, an equal pin that nothing is sewn to, or, of a full hole, one on the same thread. */
export const swapHoleFix: FixKind = {
  id: 'swap-hole',
  rules: ['gap', 'two-pads', 'crossing', 'edge', 'opening', ...OF_HOLES],
  *propose(plan, finding, tries) {
    const swaps = runsOf(plan, finding).flatMap((run) =>
      (['from', 'to'] as const).flatMap((end) =>
        alternatives(plan, run, end, finding).flatMap((hole) => sound(swapped(plan, run, end, hole))),
      ),
    );
    yield* swaps;
    if (!OF_HOLES.includes(finding.ruleId)) return;
    for (const edit of swaps.slice(0, MOST_LED)) {
      const [, led] = asDrawnThenAnew(plan, edit, changedRuns(plan), tries);
      if (led !== undefined) yield led;
    }
  },
};

/** The threads a finding names; where it names a pin alone, those that are sewn to it. */
function runsOf(plan: Plan, { ruleId, key, runIds }: Finding): readonly Run[] {
  if (ruleId !== 'pwm') return runIds.flatMap((id) => plan.runs[id] ?? []);
  const hole = key.slice(key.indexOf(':') + 1);
  const [first] = Object.values(plan.runs).filter(({ from, to }) => [from, to].map(holeKey).includes(hole));
  return first === undefined ? [] : [first];
}

/** The run with one end at another hole. A pin takes its fade, and all that is sewn to it, along. */
function swapped(plan: Plan, run: Run, end: 'from' | 'to', hole: HoleRef): ReturnType<typeof checkEdit> {
  const part = plan.parts[hole.partId];
  const isPin = part !== undefined && run[end].partId === part.id;
  const [was, is] = isPin
    ? [run[end].holeId, hole.holeId].map((id) => terminalOf(kindOf(plan, part), id))
    : ['', ''];
  const level = was === is ? undefined : part?.levels?.[was as string];
  const { [was as string]: _moved, ...levels } = part?.levels ?? {};
  return checkEdit(plan, `end the thread ${runName(plan, run)} at ${holeName(plan, hole)}`, [
    ...(level === undefined || part === undefined
      ? []
      : [putPart(plan, { ...part, levels: { ...levels, [is as string]: level } })]),
    ...otherRuns(plan, run, end, hole).map((other) => putRun(plan, other)),
    putRun(plan, { ...run, [end]: hole }),
  ]);
}

/** When a pin is exchanged for another, everything sewn to it goes along. */
function otherRuns(plan: Plan, run: Run, end: 'from' | 'to', hole: HoleRef): readonly Run[] {
  const part = plan.parts[hole.partId];
  if (part === undefined) return [];
  const kind = kindOf(plan, part);
  if (terminalOf(kind, run[end].holeId) === terminalOf(kind, hole.holeId)) return [];
  const old = holeKey(run[end]);
  return Object.values(plan.runs).flatMap((other) => {
    if (other === run) return [];
    const from = holeKey(other.from) === old ? hole : other.from;
    const to = holeKey(other.to) === old ? hole : other.to;
    return from === other.from && to === other.to ? [] : [{ ...other, from, to }];
  });
}

function terminalOf(kind: PartKind, holeId: string): string {
  return maybeHole(kind, holeId)?.terminal ?? '';
}

function alternatives(plan: Plan, run: Run, end: 'from' | 'to', { ruleId }: Finding): readonly HoleRef[] {
  const ref = run[end];
  const part = plan.parts[ref.partId];
  if (part === undefined) return [];
  const kind = kindOf(plan, part);
  const own = maybeHole(kind, ref.holeId);
  if (own === undefined) return [];
  const used = new Set(Object.values(plan.runs).flatMap(({ from, to }) => [holeKey(from), holeKey(to)]));
  const holes = kind.holes
    .filter((hole) => {
      if (!hole.plated || hole.id === own.id) return false;
      if (hole.terminal === own.terminal) return ruleId !== 'pwm' && ruleId !== 'upload-pin';
      const isFree = !used.has(holeKey({ partId: part.id, holeId: hole.id }));
      const fades = ruleId !== 'pwm' || hole.abilities?.includes('fade') === true;
      return own.role === 'pin' && hole.role === 'pin' && isFree && fades && canAllOf(hole, own);
    })
    .map((hole) => ({ partId: part.id, holeId: hole.id }));
  return ruleId === 'hole-full' ? [...holes, ...alongTheThread(plan, run, end)] : holes;
}

/** Holes of other parts that are on the same thread already, nearest to the other end first: one may go on from there. */
function alongTheThread(plan: Plan, run: Run, end: 'from' | 'to'): readonly HoleRef[] {
  const far = run[end === 'from' ? 'to' : 'from'];
  const at = holePoint(plan, far);
  return deriveNets(plan)
    .ofRun(run.id)
    .terminals.filter(({ partId }) => partId !== run.from.partId && partId !== run.to.partId)
    .flatMap((terminal) => holesOf(plan, terminal))
    .sort((a, b) => distance(holePoint(plan, a), at) - distance(holePoint(plan, b), at))
    .slice(0, MOST_LED);
}

/** Whether a pin can do what the other can, the upload pair apart. */
function canAllOf(
  hole: { readonly abilities?: readonly string[] },
  own: { readonly abilities?: readonly string[] },
): boolean {
  if (hole.abilities?.includes('upload') === true) return false;
  return (own.abilities ?? []).every(
    (ability) => ability === 'upload' || hole.abilities?.includes(ability) === true,
  );
}
