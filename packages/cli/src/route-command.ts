import { bringsStyle } from '@sashiko/core/advice/follows-style';
import { leftOutWords } from '@sashiko/core/advice/left-out-words';
import { patchReasons } from '@sashiko/core/advice/patch-reasons';
import { type Effort, proposeThreads } from '@sashiko/core/advice/propose-threads';
import { isWorse, threadFigures } from '@sashiko/core/advice/thread-figures';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import type { Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import type { LeftOut } from '@sashiko/core/router/clean-part';
import { placeOfTrace } from '@sashiko/core/router/place-of-trace';
import { previewProposal } from '@sashiko/core/router/proposal';
import { MOST_MOVED_MM, USUAL_REQUEST } from '@sashiko/core/router/route-request';
import type { RoutedTrace } from '@sashiko/core/router/routing-problem';
import { acrossWords, threadsAcross } from '@sashiko/core/wishes/across-seams';
import type { CommandAnswer, CommandOptions } from './command.ts';
import { placeRecord, placeWords } from './place.ts';
import { toJson } from './to-json.ts';

/** The most processor seconds that may be asked for. */
const MOST_SECONDS = 60;

/**
 * Threads proposed for all wishes, by the habits of the plan; the plan with them goes to `--out`, or the plan as it was where
 * nothing better was found. With `--seconds` it looks for so long, else for as many moves as settle a plan of its size. Status 1
 * when a thread found no way.
 */
export function routeCommand(
  plan: Plan,
  { asJson, seed, out, seconds, move }: CommandOptions,
): CommandAnswer {
  const request = { ...USUAL_REQUEST, mayMoveMm: moveOf(move) };
  const search = proposeThreads(plan, request, seed, effortOf(seconds));
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { base, problem, solution, leftOut, moved } = expectOk(step.value);
  const proposed = expectOk(previewProposal(base, problem, solution));
  const [before, after] = [threadFigures(plan), threadFigures(proposed)];
  const isBetter = isWorse(before, after);
  const isInStyle = !isBetter && bringsStyle(plan, before, after);
  const made = isBetter || isInStyle ? proposed : plan;
  const name = (part: number): string => plan.parts[problem.parts[part]?.id ?? '']?.name ?? '';
  const figures = threadFigures(made);
  const stoppedAt = ({ at, trace }: LeftOut) => placeOfTrace(base, problem, trace, at);
  const reasons = patchReasons(base, problem, solution);
  const output = asJson
    ? toJson({
        plan: plan.name,
        isBetter,
        isInStyle,
        moved: movedParts(plan, made),
        lengthMm: solution.lengthMm,
        runs: figures.runCount,
        strands: figures.strandCount,
        patches: reasons.map((reason) => ({
          place: placeRecord(plan, reason),
          reason: reason.kind,
          text: reason.text,
        })),
        strongLines: solution.traces
          .filter(({ threads = 1 }) => threads > 1)
          .map(({ from, to, threads }) => ({ from: name(from.part), to: name(to.part), threads })),
        leftOut: leftOut.map((one) => ({
          from: name(one.trace.from.part),
          to: name(one.trace.to.part),
          place: placeRecord(plan, stoppedAt(one)),
          reason: one.kind,
          text: leftOutWords(base, problem, one),
        })),
        tightestGapMm: figures.tightestGapMm,
        dimmestLight: figures.dimmest,
        darkLights: figures.dark,
        stops: figures.stops,
        acrossSeams: threadsAcross(made).map(({ title, count, panels }) => ({ title, count, panels })),
      })
    : [
        isBetter || isInStyle
          ? `${isInStyle ? 'In the style of the plan: ' : ''}${figures.runCount} runs, ${Math.round(solution.lengthMm)} mm along the cloth, ${figures.patchCount} patches${bridged(reasons.length - figures.patchCount)}, ${howItIs(leftOut.length, figures.stops)}.\n`
          : 'Nothing better was found than the threads that are there.\n',
        ...(moved === null || made === plan ? [] : [`Before: ${moved.label}.\n`]),
        ...strongLines(solution.traces),
        ...darkLights(figures.dark),
        ...(acrossWords(made) === null ? [] : [`${acrossWords(made)}\n`]),
        ...reasons.map(({ text }) => `patch: ${text}\n`),
        ...leftOut.map(
          (one) =>
            `left out: ${leftOutWords(base, problem, one)} Near ${placeWords(plan, stoppedAt(one), 0)}.\n`,
        ),
      ].join('');
  const files = out === undefined ? [] : [{ path: out, data: serializePlan(made) }];
  return { output, files, ...(leftOut.length > 0 ? { status: 1 } : {}) };
}

function effortOf(seconds: string | undefined): Effort {
  if (seconds === undefined) return 'by-moves';
  const mostS = secondsOf(seconds);
  return { seconds: processorSeconds(), usualS: mostS, mostS };
}

/** How far larger parts may be moved, as it was written. Throws RangeError for what is no such length. */
function moveOf(written: string | undefined): number {
  const mm = Number(written ?? 0);
  if (!(mm >= 0 && mm <= MOST_MOVED_MM))
    throw new RangeError(`--move is a number of mm from 0 to ${MOST_MOVED_MM}, not "${written}".`);
  return mm;
}

/** What was moved, by name and how far. */
function movedParts(plan: Plan, after: Plan): readonly { part: string; dxMm: number; dyMm: number }[] {
  return Object.values(plan.parts).flatMap(({ id, name, at }) => {
    const to = (after.parts[id] as Part).at;
    const [dxMm, dyMm] = [snapped(to.x - at.x), snapped(to.y - at.y)];
    return dxMm === 0 && dyMm === 0 ? [] : [{ part: name, dxMm, dyMm }];
  });
}

const snapped = (mm: number): number => Math.round(1000 * mm) / 1000;

/** How long to look, as it was written. Throws RangeError for what is no such time. */
function secondsOf(written: string): number {
  const seconds = Number(written);
  if (!(seconds > 0 && seconds <= MOST_SECONDS))
    throw new RangeError(`--seconds is a number above 0 and at most ${MOST_SECONDS}, not "${written}".`);
  return seconds;
}

/** Processor seconds from now on. */
function processorSeconds(): () => number {
  const start = process.cpuUsage();
  return () => {
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1e6;
  };
}

function strongLines(traces: readonly RoutedTrace[]): readonly string[] {
  const many = traces.filter(({ threads = 1 }) => threads > 1).length;
  return many === 0
    ? []
    : [
        `${many} ${many === 1 ? 'line' : 'lines'} sewn several times side by side: one thread would leave lights dark.\n`,
      ];
}

/** Crossings that go by wire or on the other face, by the habits. */
function bridged(crossings: number): string {
  return crossings > 0 ? `, ${crossings} crossed by wire or on the other face` : '';
}

function darkLights(dark: number | null): readonly string[] {
  return dark === null || dark === 0
    ? []
    : [`${dark} ${dark === 1 ? 'light stays' : 'lights stay'} dark with this thread: \`check\` says why.\n`];
}

function howItIs(leftOut: number, stops: number): string {
  const faults = [
    ...(leftOut === 0 ? [] : [`${leftOut} left out`]),
    ...(stops === 0 ? [] : [`${stops} stop ${stops === 1 ? 'finding' : 'findings'}`]),
  ];
  return faults.length === 0 ? 'all gaps kept' : faults.join(', ');
}
