import { distance, type Point } from '../../geometry/point.ts';
import { polylineLengthMm } from '../../geometry/polyline.ts';
import { pointToSegmentMm } from '../../geometry/segment.ts';
import { deriveNets } from '../../joining/nets.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part, Run } from '../../plan/records.ts';
import { legOn, runPath } from '../../plan/run-way.ts';
import type { Plan } from '../../plan/schema.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const tail: CheckRule = {
  id: 'tail',
  title: 'A free end of thread',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'An end that stays long is for something: it is tied to another, it waits for a part, or it is joined to another end. And it lies wherever it falls: within its length it can touch any thread that is bare. Keep a tape round it while it hangs, take the cell out until the switch is tied, and leave it no longer than it must be.',
  example: 'A tail of 120 mm is to be the switch, and there is no other to tie it to.',
  sees: ['parts', 'runs', 'panels', 'seams', 'habits'],
  checkWhole: (context) =>
    Object.values(context.plan.parts).flatMap((part) => {
      const end = kindOf(context.plan, part).threadEnd;
      if (end === undefined) return [];
      const alone = lonely(context.plan, part);
      const findings = [
        ...(alone === null ? [] : [alone]),
        ...tooShort(context.plan, part),
        ...within(context, part),
      ];
      return findings;
    }),
};

/** An end that should meet another, and has none. */
function lonely(plan: Plan, part: Part): Finding | null {
  const use = kindOf(plan, part).threadEnd?.use;
  if (use === 'later' || use === undefined) return null;
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  const isPaired = mate !== undefined && kindOf(plan, mate).threadEnd?.use === use;
  if (isPaired) return null;
  return {
    key: `tail:alone:${part.id}`,
    ruleId: 'tail',
    severity: 'mend',
    at: part.at,
    message: `${part.name} has no other end to be ${use === 'tied' ? 'tied' : 'joined'} to.`,
    step: 'Draw the other end, or say that it waits for a part.',
    found: null,
    wanted: null,
    partIds: [part.id],
    runIds: [],
  };
}

/** The run that goes on from an end that waited, where the end is too short for it. */
function tooShort(plan: Plan, part: Part): readonly Finding[] {
  const end = kindOf(plan, part).threadEnd;
  if (end?.use !== 'later') return [];
  const own = Object.values(plan.runs).filter(
    (run) => run.from.partId === part.id || run.to.partId === part.id,
  );
  const [, ...later] = own;
  return later.flatMap((run): readonly Finding[] => {
    const wantedMm = polylineLengthMm(runPath(plan, run)) + plan.habits.knotMm;
    if (wantedMm <= end.mm) return [];
    return [
      {
        key: `tail:short:${run.id}`,
        ruleId: 'tail',
        severity: 'mend',
        at: part.at,
        message: `${part.name} was left ${end.mm.toFixed(0)} mm long, and going on takes ${wantedMm.toFixed(0)} mm with the knot.`,
        step: 'Leave it longer where it is not sewn yet, or splice a fresh piece to it.',
        found: { value: end.mm, unit: 'mm' },
        wanted: { value: wantedMm, unit: 'mm' },
        partIds: [part.id],
        runIds: [run.id],
      },
    ];
  });
}

/** What of other nets an end reaches, its length as a radius. */
function within({ plan }: CheckContext, part: Part): readonly Finding[] {
  const end = kindOf(plan, part).threadEnd;
  if (end === undefined) return [];
  const nets = deriveNets(plan);
  const own = nets.ofTerminal({ partId: part.id, terminal: 'tail' });
  if (own.runIds.length === 0) return [];
  // An end that has been sewn on hangs no longer.
  if (end.use === 'later' && own.runIds.filter((id) => endsAt(plan.runs[id], part)).length > 1) return [];
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  const meant =
    mate === undefined ? own : nets.ofTerminal({ partId: mate.id, terminal: mateTerminal(plan, mate) });
  const near = Object.values(plan.runs)
    .filter((run) => ![own, meant].includes(nets.ofRun(run.id)))
    .flatMap((run) => {
      const leg = legOn(plan, run, part.panelId);
      return leg === undefined ? [] : [{ run, mm: distanceTo(part.at, leg.path) }];
    })
    .sort((a, b) => a.mm - b.mm)[0];
  if (near === undefined || near.mm >= end.mm) return [];
  return [
    {
      key: `tail:reach:${part.id}`,
      ruleId: 'tail',
      severity: 'note',
      at: part.at,
      message: `${part.name} hangs ${end.mm.toFixed(0)} mm long and reaches threads of the other side.`,
      step: 'Keep a tape round it while the cell is in and it is not tied.',
      found: { value: near.mm, unit: 'mm' },
      wanted: { value: end.mm, unit: 'mm' },
      partIds: [part.id],
      runIds: [near.run.id],
    },
  ];
}

function mateTerminal(plan: Plan, mate: Part): string {
  return kindOf(plan, mate).holes[0]?.terminal ?? '';
}

function endsAt(run: Run | undefined, part: Part): boolean {
  return run !== undefined && (run.from.partId === part.id || run.to.partId === part.id);
}

function distanceTo(at: Point, path: readonly Point[]): number {
  const [first] = path;
  if (path.length < 2) return first === undefined ? Number.POSITIVE_INFINITY : distance(at, first);
  return Math.min(...path.slice(1).map((b, i) => pointToSegmentMm(at, path[i] as Point, b)));
}
