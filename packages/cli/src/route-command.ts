import { bringsStyle } from '@sashiko/core/advice/follows-style';
import { patchReasons } from '@sashiko/core/advice/patch-reasons';
import { isWorse, threadFigures } from '@sashiko/core/advice/thread-figures';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import type { Plan } from '@sashiko/core/plan/schema';
import { cleanPart } from '@sashiko/core/router/clean-part';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { previewProposal } from '@sashiko/core/router/proposal';
import { route } from '@sashiko/core/router/route';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import type { CommandAnswer, CommandOptions } from './command.ts';
import { toJson } from './to-json.ts';

/**
 * Threads proposed for all wishes, by the habits of the plan; the plan with them goes to `--out`, or the plan as it was where
 * nothing better was found. Status 1 when a thread found no way.
 */
export function routeCommand(plan: Plan, { asJson, seed, out }: CommandOptions): CommandAnswer {
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const search = route(problem, { seed });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem, step.value);
  const proposed = expectOk(previewProposal(plan, problem, solution));
  const [before, after] = [threadFigures(plan), threadFigures(proposed)];
  const isBetter = isWorse(before, after);
  const isInStyle = !isBetter && bringsStyle(plan, before, after);
  const made = isBetter || isInStyle ? proposed : plan;
  const name = (part: number): string => plan.parts[problem.parts[part]?.id ?? '']?.name ?? '';
  const figures = threadFigures(made);
  const reasons = patchReasons(plan, problem, solution);
  const output = asJson
    ? toJson({
        plan: plan.name,
        isBetter,
        isInStyle,
        lengthMm: solution.lengthMm,
        runs: figures.runCount,
        strands: figures.strandCount,
        patches: reasons.map(({ at, kind, text }) => ({ place: at, reason: kind, text })),
        leftOut: leftOut.map(({ trace, at, kind }) => ({
          from: name(trace.from.part),
          to: name(trace.to.part),
          place: at,
          reason: kind,
        })),
        tightestGapMm: figures.tightestGapMm,
        dimmestLight: figures.dimmest,
        stops: figures.stops,
      })
    : [
        isBetter || isInStyle
          ? `${isInStyle ? 'In the style of the plan: ' : ''}${figures.runCount} runs, ${Math.round(solution.lengthMm)} mm along the cloth, ${reasons.length} patches, all gaps kept.\n`
          : 'Nothing better was found than the threads that are there.\n',
        ...reasons.map(({ text }) => `patch: ${text}\n`),
        ...leftOut.map(
          ({ trace, at }) =>
            `no way: ${name(trace.from.part)} to ${name(trace.to.part)}, near ${at.x.toFixed(0)}, ${at.y.toFixed(0)} mm.\n`,
        ),
      ].join('');
  const files = out === undefined ? [] : [{ path: out, data: serializePlan(made) }];
  return { output, files, ...(leftOut.length > 0 ? { status: 1 } : {}) };
}
