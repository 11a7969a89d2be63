/** A proposal that waits to be taken: its figures beside those of now, what it leaves out and why, its patches. One file: all of it is about one answer of the router. */
import { bringsStyle } from '@sashiko/core/advice/follows-style';
import { leftOutWords } from '@sashiko/core/advice/left-out-words';
import { isWorse, type ThreadFigures } from '@sashiko/core/advice/thread-figures';
import { succeed } from '@sashiko/core/errors/problem';
import { hasSeveralPanels, panelOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import type { LeftOut } from '@sashiko/core/router/clean-part';
import { placeOfTrace } from '@sashiko/core/router/place-of-trace';
import type { PlanProblem } from '@sashiko/core/router/problem-of-plan';
import { pinMoves } from '@sashiko/core/router/proposal';
import type { RoutedTrace } from '@sashiko/core/router/routing-problem';
import { formatLength, type LengthUnit } from '@sashiko/core/units/length';
import { capital } from '@sashiko/core/units/words';
import { acrossWords } from '@sashiko/core/wishes/across-seams';
import { Button, Checkbox } from 'antd';
import { useMemo, useState } from 'react';
import { type RouteProposal, shownWayOf } from '../../stores/jobs-store.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { showPlace } from '../show-place.ts';
import { NewPatches, neededPatches } from './NewPatches.tsx';
import { useComparison } from './use-comparison.ts';
import { WaysOut } from './WaysOut.tsx';

interface ProposalProps {
  readonly job: RouteProposal;
  readonly seed: number;
  readonly onAgain: () => void;
  readonly onLeave: () => void;
}

/** What is proposed beside what is there: to take whole, in part, or leave. */
export function Proposal({ job, seed, onAgain, onLeave }: ProposalProps) {
  const commit = usePlanStore((state) => state.commit);
  const { plan } = job.result;
  const { unit } = plan.habits;
  const way = shownWayOf(job);
  const { base, before } = job.result;
  const shown = way ?? { ...job.result, plan: base };
  const { problem, solution } = shown;
  const nets = useMemo(
    () => [
      ...new Set(
        solution.traces.slice(0, solution.traces.length - problem.kept.length).map(({ net }) => net),
      ),
    ],
    [solution, problem],
  );
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const isWhole = way !== undefined || !nets.some((net) => left.has(net));
  const taken = useMemo(() => (isWhole ? null : nets.filter((net) => !left.has(net))), [isWhole, nets, left]);
  const { answer: compared, problem: refusal, isDue } = useComparison(job, way, taken);
  if (compared === null)
    return (
      <>
        {refusal === null ? (
          <p aria-busy>A proposal, drawn in gold. It is held against the threads that are there…</p>
        ) : (
          <p role="alert">{refusal}</p>
        )}
        <div className="buttons">
          <Button onClick={onLeave}>Leave it</Button>
        </div>
      </>
    );
  const { now, proposed: then, patches, edit } = compared;
  const needed = neededPatches(compared.reasons, patches);
  const leftOut = way === undefined ? job.result.leftOut : way.leftOut;
  const isNoBetter = before === null && isWhole && now.missing === 0 && !isWorse(now, then);
  // Threads that are there in another style are no answer to the style that was asked for.
  const isOtherStyle = isNoBetter && bringsStyle(plan, now, then);
  // What is no better, leaves something out or stops Check is offered, not urged.
  const isDoubtful = (isNoBetter && !isOtherStyle) || leftOut.length > 0 || then.stops > 0;
  const moved = pinMoves(shown.plan, problem, solution);
  return (
    <>
      {before !== null && <p>{capital(before.label)}, with the threads drawn anew:</p>}
      <p>
        {isOtherStyle
          ? styleHeadline(now, then, unit)
          : headline(leftOut.length, isNoBetter, needed.length, then.stops)}
        {isWhole && bridgedWords((solution.patches ?? []).length - patches.length)}
      </p>
      {leftOut.length > 0 && (
        <ul className="left-out" aria-label="Threads that found no way">
          {leftOut.map((one) => (
            <li key={`${one.trace.net} ${one.trace.from.part} ${one.trace.to.part}`}>
              {leftOutWords(shown.plan, problem, one)} It is stopped{' '}
              <StoppedAt plan={shown.plan} problem={problem} left={one} />.
            </li>
          ))}
        </ul>
      )}
      <Across plan={shown.plan} />
      <StrongLines traces={solution.traces} />
      <NewPatches needed={needed} unit={unit} />
      {moved.length > 0 && (
        <p className="quiet">
          Other pins: {moved.map(({ before, after }) => `${before} → ${after}`).join(', ')}.
        </p>
      )}
      {(leftOut.length > 0 || (job.result.solution.patches ?? []).length > 0) && (
        <WaysOut job={job} seed={seed} unit={unit} />
      )}
      <Comparison now={now} then={then} unit={unit} />
      {nets.length > 1 && way === undefined && (
        <fieldset className="parts-of-proposal">
          <legend>To take</legend>
          {nets.map((net) => (
            <Checkbox
              key={net}
              checked={!left.has(net)}
              onChange={(event) => {
                const next = new Set(left);
                if (event.target.checked) next.delete(net);
                else next.add(net);
                setLeft(next);
              }}
            >
              {sideMark(problem.nets[net]?.title ?? '')}
            </Checkbox>
          ))}
        </fieldset>
      )}
      <p className="quiet">{whatGoes(plan, problem.keptRunIds.length)}</p>
      <div className="buttons">
        <Button
          type={isDoubtful ? 'default' : 'primary'}
          disabled={isDue || (nets.every((net) => left.has(net)) && way === undefined)}
          onClick={() => {
            if (commit(succeed(edit))) onLeave();
          }}
        >
          {isWhole ? 'Take it' : 'Take these'}
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
        <Button onClick={onAgain}>Another</Button>
      </div>
    </>
  );
}

/** What the style that was asked for costs beside the threads that are there. */
function styleHeadline(now: ThreadFigures, then: ThreadFigures, unit: LengthUnit): string {
  const mm = then.threadMm - now.threadMm;
  const pieces = then.strandCount - now.strandCount;
  const more = [
    ...(Math.abs(mm) < 0.5
      ? []
      : [`${formatLength(Math.abs(mm), unit, 0)} of thread ${mm > 0 ? 'more' : 'less'}`]),
    ...(pieces === 0
      ? []
      : [
          `${Math.abs(pieces)} ${Math.abs(pieces) === 1 ? 'piece' : 'pieces'} ${pieces > 0 ? 'more' : 'fewer'}`,
        ]),
  ];
  const compared = more.length === 0 ? 'as much thread as' : `${more.join(' and ')} than`;
  return `In the style you asked for, drawn in gold: ${compared} the threads that are there, which go otherwise.`;
}

/** What is to be drawn by hand, because it leads over a seam. */
function Across({ plan }: { readonly plan: Plan }) {
  const words = useMemo(() => (hasSeveralPanels(plan) ? acrossWords(plan) : null), [plan]);
  return words === null ? null : <p>{words} Draw them from hole to seam line to hole.</p>;
}

/** Where a thread that found no way is stopped: on which panel, and where on it. */
function StoppedAt({
  plan,
  problem,
  left: { at, trace },
}: {
  readonly plan: Plan;
  readonly problem: PlanProblem;
  readonly left: LeftOut;
}) {
  const place = placeOfTrace(plan, problem, trace, at);
  const [across, down] = [place.at.x, place.at.y].map((mm) => formatLength(mm, plan.habits.unit, 0));
  const on = hasSeveralPanels(plan) ? ` on ${panelOf(plan, place).name}` : '';
  return (
    <button type="button" className="linkish" onClick={() => showPlace(place)}>
      {across} across, {down} down{on}
    </button>
  );
}

/** What the proposal is, worst first. */
function headline(leftOut: number, isNoBetter: boolean, patches: number, stops: number): string {
  if (leftOut > 0)
    return `Found no way for ${leftOut} ${leftOut === 1 ? 'thread' : 'threads'}; the rest keeps all gaps. Let lights turn further, exchange pins, or give the parts named here more room.`;
  if (isNoBetter) return 'Nothing better was found than the threads that are there.';
  if (stops > 0)
    return `A proposal, drawn in gold, in which Check finds ${stops} ${stops === 1 ? 'stop' : 'stops'}: look at what is below before you take it.`;
  if (patches === 0) return 'A proposal, drawn in gold: no patch, all gaps kept.';
  return `A proposal, drawn in gold: all gaps kept, with ${patches} insulating ${patches === 1 ? 'patch' : 'patches'}, because nothing uncrossed was found.`;
}

/** Crossings that need no patch, by the habits of the plan. */
function bridgedWords(crossings: number): string {
  if (crossings <= 0) return '';
  return ` ${crossings === 1 ? 'One crossing goes' : `${crossings} crossings go`} by insulated wire or on the other face, as your house style has it.`;
}

/** How many threads carry so much that they are sewn several times. */
function StrongLines({ traces }: { readonly traces: readonly RoutedTrace[] }) {
  const many = traces.filter(({ threads = 1 }) => threads > 1).length;
  if (many === 0) return null;
  return (
    <p>
      {many === 1 ? 'One line is' : `${many} lines are`} sewn several times side by side: one thread alone
      would leave lights dark, or a board without its volts.
    </p>
  );
}

/** What becomes of the threads that are there. */
function whatGoes(plan: Plan, kept: number): string {
  const gone = Object.keys(plan.runs).length - kept;
  if (gone === 0)
    return kept === 0 ? 'There are no threads yet.' : `All ${kept} threads that are there stay.`;
  return `It takes the place of ${gone} ${gone === 1 ? 'run' : 'runs'}${kept > 0 ? `; ${kept} stay` : ''}.`;
}

/** `− holder to lights` for a title that starts with a hyphen. */
function sideMark(title: string): string {
  return title.replace(/^- /, '− ').replace(/^none /, '');
}

/** Metres, pieces and gaps, as they are and as they would be. */
function Comparison({
  now,
  then,
  unit,
}: {
  readonly now: ThreadFigures;
  readonly then: ThreadFigures;
  readonly unit: LengthUnit;
}) {
  const rows: ReadonlyArray<readonly [string, (figures: ThreadFigures) => string]> = [
    ['thread in lines', ({ threadMm }) => formatLength(threadMm, unit, 0)],
    ['runs', ({ runCount }) => String(runCount)],
    ['pieces of thread', ({ strandCount }) => String(strandCount)],
    ['patches', ({ patchCount }) => String(patchCount)],
    [
      'tightest gap',
      ({ tightestGapMm }) => (tightestGapMm === null ? '–' : formatLength(tightestGapMm, unit)),
    ],
    ['dimmest light', ({ dimmest }) => (dimmest === null ? '–' : `${Math.round(dimmest * 100)} %`)],
    ['dark lights', ({ dark }) => (dark === null ? '–' : String(dark))],
    ['threads to draw', ({ missing }) => String(missing)],
    ['stops', ({ stops }) => String(stops)],
  ];
  return (
    <table className="compare">
      <thead>
        <tr>
          <td />
          <th scope="col">now</th>
          <th scope="col">proposed</th>
        </tr>
      </thead>
      <tbody className="figure">
        {rows.map(([label, figure]) => (
          <tr key={label}>
            <td>{label}</td>
            <td>{figure(now)}</td>
            <td>{figure(then)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
