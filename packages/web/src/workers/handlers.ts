/** What a worker answers, by name: a thin shell round core functions. Long work pauses every few milliseconds so that it can be cancelled. */

import { lightsCarried, resistorFor } from '@sashiko/core/advice/advisers';
import { findHomes } from '@sashiko/core/advice/homes';
import { patchReasons } from '@sashiko/core/advice/patch-reasons';
import { type Proposed, proposeThreads } from '@sashiko/core/advice/propose-threads';
import { rowAdvice } from '@sashiko/core/advice/row-advice';
import { threadFigures as figuresOf } from '@sashiko/core/advice/thread-figures';
import { verdictOf } from '@sashiko/core/advice/verdict';
import { waysOut } from '@sashiko/core/advice/ways-out';
import { makeSourceChoices, makeWhatIfs } from '@sashiko/core/advice/what-ifs';
import { type Left, leftIn } from '@sashiko/core/advice/what-next';
import { benchTests } from '@sashiko/core/bench/bench-tests';
import { lookByCurrent } from '@sashiko/core/checks/check-session';
import { fixesFor, makeFixAll } from '@sashiko/core/checks/fix';
import { gapPrices } from '@sashiko/core/checks/gap-prices';
import { solvePlan } from '@sashiko/core/circuit/faded';
import { loadFigures, pinFigures, threadFigures } from '@sashiko/core/circuit/figures';
import { warmPlaces } from '@sashiko/core/circuit/heat';
import { makeHowLong } from '@sashiko/core/circuit/how-long';
import { makeLightTrials } from '@sashiko/core/circuit/light-trials';
import { liftedHoles, tooManyVolts } from '@sashiko/core/circuit/most-volts';
import { shortsOf } from '@sashiko/core/circuit/shorts';
import { touchesOf } from '@sashiko/core/circuit/touches';
import { whyDark } from '@sashiko/core/circuit/why-dark';
import { lightAnswer } from '@sashiko/core/circuit/will-it-light';
import { describeProblem, describeToMaker, fail, type Result } from '@sashiko/core/errors/problem';
import { applyEdit, squashEdits } from '@sashiko/core/plan/edit';
import { findFits, fitTaskOf } from '@sashiko/core/plan/fit-finder';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { proposalEdit } from '@sashiko/core/router/proposal';
import { repairEdit } from '@sashiko/core/router/repair';
import { route } from '@sashiko/core/router/route';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import type { RoutingSolution } from '@sashiko/core/router/routing-problem';
import { tidyEdit } from '@sashiko/core/router/tidy';
import { whatStaysOut } from '@sashiko/core/sewing/power-on-words';
import { makeSheet } from '@sashiko/core/sewing/sewing-sheet';
import { sewTrials } from '@sashiko/core/spacing/trials';
import { shortWord } from '@sashiko/core/units/short-word';
import { usualRouteS } from './budgets.ts';
import type { HeldPlan } from './held-plans.ts';
import { type Job, Refusal } from './job.ts';
import type { MessageName, RouteAnswer, WorkerMessages } from './messages.ts';
import { readPicture, straighten } from './picture-work.ts';

/** More news than this would keep the page busy with drawing them. */
const NEWS_MS = 150;
/** News of a large plan take their time to make: the search gets so many times more. */
const NEWS_TIMES = 10;

/** Moves that are enough for the compiler to see what is hot. */
const WARMING_MOVES = 60;

function orRefuse<T>(result: Result<T>): T {
  if (!result.ok) throw new Refusal(describeToMaker(result.problem));
  return result.value;
}

/** A cell is never solved quite empty. */
const EMPTY = 0.001;

/** Where threads lie on each other: as the plan assumes, or apart. */
function touching(isTouching: boolean): { readonly touchOhm?: null } {
  return isTouching ? {} : { touchOhm: null };
}

const NOTHING_LEFT: Left = { threads: 0, missing: null };

type Handlers = {
  readonly [Name in MessageName]: (
    request: WorkerMessages[Name][0],
    job: Job,
    held: HeldPlan,
  ) => Promise<WorkerMessages[Name][1] | null>;
};

/** Answers by name; null when the job was cancelled. */
export const handlers: Handlers = {
  async route({ plan, request, seed, patience }, job) {
    const search = proposeThreads(plan, request, seed, {
      seconds: () => job.spentMs / 1000,
      usualS: usualRouteS(plan, request, patience),
      mostS: job.budgetMs / 1000,
      isEnough: () => job.isFinishing,
    });
    let shown: RoutingSolution | null = null;
    let nextNews = performance.now();
    for (let step = search.next(); ; step = search.next()) {
      if (step.done === true) return toSend(orRefuse(step.value));
      if (!job.wantsToBreathe) continue;
      const { best, share } = step.value;
      // The first there is to be seen does not wait.
      if (performance.now() >= nextNews || (shown === null && best !== null)) {
        const begun = performance.now();
        if (best !== null && best.solution !== shown) job.report(share, toSend(best));
        else job.report(share);
        shown = best?.solution ?? null;
        const now = performance.now();
        nextNews = now + Math.max(NEWS_MS, NEWS_TIMES * (now - begun));
      }
      if (!(await job.breathe())) return null;
    }
  },
  async warm({ plan }, job) {
    const problem = routingProblemOf(plan, USUAL_REQUEST);
    if (problem.ok) await job.run(shares(route(problem.value, { seed: 1, moves: WARMING_MOVES })));
    return { isWarm: true };
  },
  async waysOut({ plan, problem, solution, leftOut, request, seed }, job) {
    // What was found until then is the answer.
    const shouldStop = (): boolean => job.isFinishing || job.spentMs > 0.9 * job.budgetMs;
    return await job.run(waysOut(plan, request, { problem, solution, leftOut }, { seed, shouldStop }));
  },
  async compare({ plan, before, problem, solution, onlyNets }) {
    const base = before.reduce(applyEdit, plan);
    const options = onlyNets === null ? {} : { onlyNets: new Set(onlyNets) };
    const threads = orRefuse(proposalEdit(base, problem, solution, options));
    const after = applyEdit(base, threads);
    return {
      edit: [...before, threads].reduce(squashEdits),
      now: figuresOf(plan),
      proposed: figuresOf(after),
      patches: Object.values(after.patches),
      reasons: patchReasons(base, problem, solution),
    };
  },
  async bench({ plan }) {
    return { tests: orRefuse(benchTests(plan)), staysOut: whatStaysOut(plan) };
  },
  async homes({ plan, partId, request }, job) {
    const homes = await job.run(findHomes(plan, partId, request, { seed: 1 }));
    return homes === null ? null : orRefuse(homes);
  },
  async tidy({ plan }) {
    return { edit: orRefuse(tidyEdit(plan)) };
  },
  async repair({ plan, edits, partIds }) {
    return { edit: orRefuse(repairEdit(edits.reduce(applyEdit, plan), partIds)) };
  },
  readPicture,
  straighten,
  async findFits({ plan, partId, marginMm, spotAreas }, job) {
    const part = plan.parts[partId];
    if (part === undefined) throw new Refusal(describeToMaker(fail('unknown-part').problem));
    return await job.run(findFits(fitTaskOf(plan, part, marginMm, spotAreas)));
  },
  async trials({ plan, ...setting }, job) {
    return await job.run(sewTrials(plan, setting));
  },
  async gapPrices({ plan }, job) {
    return await job.run(gapPrices(plan));
  },
  async findings({ plan, edits, shown }, _job, { session }) {
    const findings = session.update(edits.reduce(applyEdit, plan));
    const word = shortWord(JSON.stringify(findings));
    // While a gesture is under way nobody counts what is left to do.
    const left = edits.length === 0 ? leftIn(plan) : NOTHING_LEFT;
    return { findings: word === shown ? null : findings, word, left };
  },
  async currents({ plan }) {
    return lookByCurrent(plan);
  },
  async fixes({ plan, finding }) {
    return fixesFor(plan, finding);
  },
  async fixAll({ plan, ruleId }, job) {
    return await job.run(makeFixAll(plan, ruleId));
  },
  async lightNow({ plan, chargeLeft, isTouching }) {
    const asked = { chargeLeft: Math.max(EMPTY, chargeLeft), ...touching(isTouching) };
    const point = orRefuse(solvePlan(plan, asked));
    return {
      answer: lightAnswer(plan, point),
      shorts: shortsOf(plan, point),
      reasons: whyDark(plan, point),
      warmest: warmPlaces(plan, point)[0] ?? null,
      pins: pinFigures(plan, point),
      loads: loadFigures(plan, point),
      tooMany: tooManyVolts(plan, point),
      lifted: liftedHoles(plan, point),
      threads: threadFigures(plan, point),
      touches: touchesOf(plan).length,
    };
  },
  async whatIfs({ plan }, job) {
    return await job.run(makeWhatIfs(plan));
  },
  async sourceChoices({ plan }, job) {
    return await job.run(makeSourceChoices(plan));
  },
  async lightTrials({ plan, isTouching, ...setting }, job) {
    const answer = await job.run(makeLightTrials(plan, setting, touching(isTouching)));
    return answer === null ? null : orRefuse(answer);
  },
  async sums({ plan, lightId, wantedAmp }) {
    return {
      resistor: lightId === null ? null : resistorFor(plan, lightId, wantedAmp),
      carried: lightsCarried(plan),
      rows: rowAdvice(plan),
    };
  },
  async howLong({ plan, isTouching }, job) {
    const times = await job.run(makeHowLong(plan, touching(isTouching)));
    if (times === null) return null;
    if (!times.ok) throw new Refusal(describeProblem(times.problem));
    return { times: times.value };
  },
  async verdict({ plan }) {
    return verdictOf(plan);
  },
  async sheet({ plan }, job) {
    return await job.run(makeSheet(plan));
  },
  async printList() {
    const { PRINT_KINDS } = await prints();
    return PRINT_KINDS.map(({ id, title, help }) => ({ id, title, help }));
  },
  async print({ plan, printId, pace, fontUrls }, job) {
    const { printNamed } = await prints();
    const kind = orRefuse(printNamed(printId));
    const [regular, bold] = await Promise.all([bytesOf(fontUrls.regular), bytesOf(fontUrls.bold)]);
    const files = await job.run(kind.make(plan, { pace, fonts: { regular, bold } }));
    return files === null ? null : orRefuse(files);
  },
};

/** The plan stays where it is known: with pictures it is heavy. */
function toSend({ base, ...answer }: Proposed): RouteAnswer {
  const threads = proposalEdit(base, answer.problem, answer.solution);
  return { ...answer, threads: threads.ok ? threads.value : null };
}

/** A search as a generator of shares alone. */
function* shares<T>(search: Generator<{ readonly share: number }, T>): Generator<number, T> {
  for (let step = search.next(); ; step = search.next()) {
    if (step.done === true) return step.value;
    yield step.value.share;
  }
}

/** The writers of PDF, CSV and the rest, fetched when something is printed. */
const prints = () => import('@sashiko/core/formats/print-kinds');

/** A file at an address of this application. */
async function bytesOf(url: string): Promise<Uint8Array> {
  return new Uint8Array(await (await fetch(url)).arrayBuffer());
}
