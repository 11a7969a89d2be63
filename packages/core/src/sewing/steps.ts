/**
 * What to do, in order, with numbers from the stitches. Step ids are made of the ids of parts and runs, so a
 * tick stays with its step when the plan is edited.
 */
import { faceName, otherFace } from '../cloth/cloth.ts';
import { cutPieces, type Piece } from '../nets/pieces.ts';
import { leadLengthMm } from '../parts/bare-legs.ts';
import { hasElement } from '../parts/part-element.ts';
import type { Hole, PartKind } from '../parts/part-kind.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeKey, holeName, kindOf, loopsAt, runsByHole, signMark, sumRun } from '../plan/placed.ts';
import type { Plan, Run } from '../plan/schema.ts';
import { TAIL_MM } from '../thread/required-gap.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { formatOhm } from '../units/electrical.ts';
import { formatLength, formatLengthBare } from '../units/length.ts';

export type StepGroup =
  | 'Prepare'
  | 'Hold down'
  | 'Sew the + side'
  | 'Sew the − side'
  | 'Sew the rest'
  | 'Finish';

export interface SewingStep {
  readonly id: string;
  readonly group: StepGroup;
  readonly text: string;
  /** The runs and parts it is about, to show on the cloth. */
  readonly runIds: readonly string[];
  readonly partIds: readonly string[];
}

/** All steps of a plan, in the order of the habits. */
export function sewingSteps(plan: Plan, pieces: readonly Piece[] = cutPieces(plan)): readonly SewingStep[] {
  return [
    ...preparing(plan),
    ...holdingDown(plan),
    ...pieces.flatMap((piece) => sewing(plan, piece)),
    ...finishing(plan),
  ];
}

function step(
  id: string,
  group: StepGroup,
  text: string,
  partIds: readonly string[] = [],
  runIds: readonly string[] = [],
): SewingStep {
  return { id, group, text, partIds, runIds };
}

function preparing(plan: Plan): readonly SewingStep[] {
  const parts = Object.values(plan.parts);
  const steps = [
    step(
      'prepare:mark',
      'Prepare',
      `Print the 1:1 pattern, check its 50 mm square with a ruler, and mark the holes and lines on the ${faceName(plan.cloth.workedFace)}.`,
    ),
  ];
  for (const part of parts) {
    const kind = kindOf(plan, part);
    if (hasElement(kind, 'light')) {
      steps.push(
        step(
          `prepare:try:${part.id}`,
          'Prepare',
          `Hold ${part.name} to the cell, + to +: it must light before it is sewn.`,
          [part.id],
        ),
      );
    }
    const curls = kind.holes.filter((hole) => hole.form.endsWith('curl'));
    if (curls.length > 0)
      steps.push(step(`prepare:curl:${part.id}`, 'Prepare', curlText(part.name, kind, curls), [part.id]));
  }
  return steps;
}

/** How to cut and curl the legs of a part: what each is cut to, and how + is told from −. */
function curlText(name: string, kind: PartKind, curls: readonly Hole[]): string {
  const cut = curls.map((hole) => {
    const which = hole.sign === 'none' ? `leg ${hole.id}` : `the ${signMark(hole.sign)} leg`;
    return `${which} to ${Math.ceil(leadLengthMm(kind, hole) - 0.05)} mm`;
  });
  const told = curls.some((hole) => hole.sign === '+')
    ? curls.some((hole) => hole.form === 'square-curl')
      ? ' into loops: the square loop is +'
      : ' into loops: the bigger loop is +'
    : ' into loops';
  return `Fold the legs of ${name} flat as the pattern shows, cut ${listed(cut)}, and curl them${told}.`;
}

function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

function holdingDown(plan: Plan): readonly SewingStep[] {
  const used = runsByHole(plan);
  return Object.values(plan.parts).flatMap((part) => {
    const free = kindOf(plan, part).holes.filter(
      (hole) => !used.has(holeKey({ partId: part.id, holeId: hole.id })),
    );
    const tack: readonly SewingStep[] =
      part.tackedDown === true
        ? [
            step(
              `tack:${part.id}`,
              'Hold down',
              `Tack ${part.name} down with ordinary thread over its body, on its free side.`,
              [part.id],
            ),
          ]
        : [];
    if (free.length === 0) return tack;
    const kinds = free.map((hole) =>
      hole.plated ? `free ${signMark(hole.sign)} hole`.replace('  ', ' ') : 'holding hole',
    );
    const list = [...new Set(kinds)].map((kind) => {
      const count = kinds.filter((other) => other === kind).length;
      return count === 1 ? `the ${kind}` : `${count} ${kind}s`;
    });
    const text = `Sew ${part.name} down with ordinary thread through ${list.join(' and ')}, where no conductive thread goes.`;
    return [step(`hold:${part.id}`, 'Hold down', text, [part.id]), ...tack];
  });
}

function groupOf(piece: Piece): StepGroup {
  if (piece.side === '+') return 'Sew the + side';
  return piece.side === '-' ? 'Sew the − side' : 'Sew the rest';
}

function sewing(plan: Plan, piece: Piece): readonly SewingStep[] {
  const { unit } = plan.habits;
  const group = groupOf(piece);
  const thread = maybeThreadKind(piece.threadId)?.title ?? piece.threadId;
  const first = piece.runs[0];
  const last = piece.runs.at(-1);
  if (first === undefined || last === undefined) return [];
  if (maybeThreadKind(piece.threadId)?.form !== 'thread') return laying(plan, piece, thread);
  const strands = piece.strands === 1 ? 'single' : `${piece.strands} strands`;
  const steps = [
    step(
      `cut:${piece.id}`,
      group,
      `Take ${formatLength(piece.cutMm, unit, 0)} of conductive thread (${thread}, ${strands}) and knot its end.`,
      [],
      piece.runs.map(({ run }) => run.id),
    ),
    step(
      `start:${piece.id}`,
      group,
      `Start at ${holeName(plan, first.from)}: come up from the ${faceName(otherFace(plan.cloth.workedFace))} and sew ${loopsAt(plan, first.from, piece.threadId)} tight loops through it.`,
      [first.from.partId],
      [first.run.id],
    ),
  ];
  for (const { run, to } of piece.runs) {
    steps.push(...patchSteps(plan, run, group));
    const sum = sumRun(plan, run);
    const each = formatLengthBare(sum.spans.length === 0 ? 0 : sum.pathMm / sum.spans.length, unit);
    const bends =
      run.bends.length === 0
        ? ''
        : `, round ${run.bends.length} ${run.bends.length === 1 ? 'bend' : 'bends'}`;
    const stitches = `${sum.stitchCount} ${sum.stitchCount === 1 ? 'stitch' : 'stitches'} of about ${each} ${unit}`;
    const text = `Sew ${formatLength(sum.pathMm, unit, 0)} (${stitches})${bends}${mannerOf(run)} to ${holeName(plan, to)}; ${loopsAt(plan, to, piece.threadId)} tight loops.`;
    steps.push(step(`sew:${run.id}`, group, text, [to.partId], [run.id]));
  }
  if (last.run.tail !== undefined && holeKey(last.run.to) === holeKey(last.to)) {
    const { lengthMm, until } = last.run.tail;
    const text = `Leave ${formatLength(lengthMm, unit, 0)} of the thread hanging at ${holeName(plan, last.to)} until ${until}. Pin it aside, away from all other thread.`;
    steps.push(step(`tail:${piece.id}`, group, text, [last.to.partId], [last.run.id]));
    return steps;
  }
  const ohm = piece.runs.reduce((sum, { run }) => sum + sumRun(plan, run).ohm, 0);
  steps.push(
    step(
      `finish:${piece.id}`,
      group,
      `Weave the end back through three stitches on the ${faceName(otherFace(plan.cloth.workedFace))}, knot, seal the knot, and trim to ${TAIL_MM} mm when dry. The meter should read about ${formatOhm(ohm)} from end to end.`,
      [last.to.partId],
      [last.run.id],
    ),
  );
  return steps;
}

/** The patches a line goes over are put on before it is sewn. */
function patchSteps(plan: Plan, run: Run, group: StepGroup): readonly SewingStep[] {
  const { unit } = plan.habits;
  return Object.values(plan.patches).flatMap((patch) => {
    const under = plan.runs[patch.underRunId];
    if (patch.overRunId !== run.id || under === undefined) return [];
    const size = `${formatLength(patch.lengthMm, unit, 0)} by ${formatLength(patch.widthMm, unit, 0)}`;
    const text = `Lay a felt patch of ${size} over the thread ${runName(plan, under)}, the long way along the next line, and sew it down with ordinary thread. The next line must come off it on both sides.`;
    return [step(`patch:${patch.id}`, group, text, [], [under.id, run.id])];
  });
}

/** How a line is sewn, where it is not plain running stitch sewn once. */
function mannerOf(run: Run): string {
  const words = [
    run.stitchId === 'running'
      ? ''
      : `in ${maybeStitchKind(run.stitchId)?.title.toLowerCase() ?? run.stitchId}`,
    run.lines === undefined ? '' : `${run.lines} times over`,
    run.face === undefined ? '' : `from the ${faceName(run.face)}`,
    ...(run.splicesMm ?? []).map(
      (mm) => `spliced after ${Math.round(mm)} mm by sewing over the last three stitches`,
    ),
  ].filter((word) => word !== '');
  return words.length === 0 ? '' : `, ${words.join(', ')}`;
}

/** Wire and tape are laid and held down, not sewn. */
function laying(plan: Plan, piece: Piece, conductor: string): readonly SewingStep[] {
  const { unit } = plan.habits;
  return piece.runs.map(({ run, from, to }) =>
    step(
      `sew:${run.id}`,
      groupOf(piece),
      `Lay ${formatLength(sumRun(plan, run).pathMm, unit, 0)} of ${conductor.toLowerCase()} from ${holeName(plan, from)} to ${holeName(plan, to)}, join its bared ends there, and hold it down with ordinary thread.`,
      [from.partId, to.partId],
      [run.id],
    ),
  );
}

function finishing(plan: Plan): readonly SewingStep[] {
  const steps = [step('finish:test', 'Finish', 'Work through the tests on the bench, cell still out.')];
  for (const part of Object.values(plan.parts)) {
    if (!hasElement(kindOf(plan, part), 'cell')) continue;
    steps.push(
      step(
        `finish:cell:${part.id}`,
        'Finish',
        `Put the cell into ${part.name}, + side to +, and switch it on.`,
        [part.id],
      ),
    );
  }
  steps.push(
    step(
      'finish:cover',
      'Finish',
      plan.cloth.wrongSideSeen
        ? 'Both sides will be seen: cover or line the threads of the wrong side. Take the cell out before washing or storing.'
        : 'Cover or line the threads if you like. Take the cell out before washing or storing.',
    ),
  );
  return steps;
}
