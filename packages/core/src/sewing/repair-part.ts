/** Ways to mend where a part is taken off and another of its kind sewn on. */
import type { Piece } from '../pieces/piece.ts';
import { SPLICE_STITCHES } from '../pieces/piece-length.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { formatLength } from '../units/length.ts';
import { SECONDS } from './pace.ts';
import {
  handling,
  lineSteps,
  powerOut,
  proofSteps,
  type RepairWay,
  sewSeconds,
  UNPICK_SECONDS,
  whole,
} from './repair-work.ts';
import { sheetNames } from './sheet-names.ts';
import { lineMm, loopsMm } from './thread-reach.ts';
import { tryWords } from './try-words.ts';

/** Every thread at a part is cut loose from it and joined to the new one. */
export function partWays(plan: Plan, pieces: readonly Piece[], partId: string): readonly RepairWay[] {
  const part = plan.parts[partId];
  const name = sheetNames(plan).part(partId);
  const { unit } = plan.habits;
  const trial = part === undefined ? null : tryWords(plan, part, `the new ${name}`);
  const tried = trial === null ? [] : [trial];
  const stops = pieces.flatMap((piece) =>
    piece.passes.flatMap((step, i) => [
      ...(i === 0 && step.from.partId === partId ? [{ piece, k: 0, step }] : []),
      ...(step.to.partId === partId ? [{ piece, k: i + 1, step }] : []),
    ]),
  );
  if (part === undefined || stops.length === 0) return [];
  const lengths = stops.map(({ piece, k, step }) => {
    const isPassed = k > 0 && k < piece.passes.length;
    const over = SPLICE_STITCHES * (step.run.stitchMm + step.run.gapMm) * piece.strands;
    return whole(loopsMm(plan, piece, k) + (isPassed ? 2 : 1) * over + handling(plan));
  });
  const cutMm = lengths.reduce((sum, mm) => sum + mm, 0);
  const holes = stops.map(({ k, step }) => sheetNames(plan).hole(k === 0 ? step.from : step.to));
  const tests = [...new Set(stops.map(({ piece }) => `test:piece:${piece.id}`))];
  const touching = [
    ...new Map(stops.flatMap(({ piece }) => piece.runs).map((step) => [step.run.id, step])).values(),
  ].filter(({ from, to }) => from.partId === partId || to.partId === partId);
  const stretchMm = touching.reduce((sum, { run }) => sum + sumRun(plan, run).pathMm, 0);
  const againMm = whole(
    touching.reduce((sum, step) => {
      const piece = pieces.find(({ runs }) => runs.includes(step));
      return piece === undefined ? sum : sum + lineMm(plan, piece, step) + 2 * loopsMm(plan, piece, 0);
    }, 0) +
      touching.length * handling(plan),
  );
  return [
    {
      id: 'splice',
      title: `Join short threads to the new ${name}`,
      doings: [
        ...powerOut(plan),
        `Cut the loops at ${name}, and leave the lines that lead there; undo the holding thread.`,
        ...tried,
        'Hold it down in the same place and turn.',
        ...holes.map(
          (hole, i) =>
            `Cut ${formatLength(lengths[i] ?? 0, unit, 0)}: sew over the last ${SPLICE_STITCHES} stitches of the old line, make the loops at ${hole}, and sew over ${SPLICE_STITCHES} stitches of the line that goes on, if one does.`,
        ),
        'Measure each line, seal every join.',
      ],
      undoneMm: 0,
      cutMm,
      seconds: stops.length * (SECONDS.cutAndThread + SECONDS.splice + 5 * SECONDS.loop + SECONDS.reading),
      unticks: [`prepare:try:${partId}`, `hold:${partId}`, ...tests, ...proofSteps(plan)],
    },
    {
      id: 'again',
      title: `Sew the lines to ${name} again`,
      doings: [
        ...powerOut(plan),
        `Undo every line that ends at ${name}: ${formatLength(stretchMm, unit, 0)} in all.`,
        ...tried,
        `Hold it down, and sew those lines again from the neighbouring holes: ${formatLength(againMm, unit, 0)} of thread in ${touching.length} pieces.`,
      ],
      undoneMm: stretchMm,
      cutMm: againMm,
      seconds:
        touching.reduce((sum, { run }) => sum + sumRun(plan, run).stitchCount * UNPICK_SECONDS, 0) +
        touching.length * (SECONDS.cutAndThread + SECONDS.finish) +
        sewSeconds(plan, touching),
      unticks: [
        `prepare:try:${partId}`,
        `hold:${partId}`,
        ...touching.flatMap(({ run }) => pieces.flatMap((piece) => lineSteps(piece, run))),
        ...tests,
        ...proofSteps(plan),
      ],
    },
  ];
}
