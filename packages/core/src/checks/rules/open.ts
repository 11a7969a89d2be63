import { NOT_ASKED } from '../../circuit/fed-by.ts';
import { turnedRound } from '../../circuit/turned-round.ts';
import { whyDark } from '../../circuit/why-dark.ts';
import { endsOfLight, lightStates } from '../../circuit/will-it-light.ts';
import type { Point } from '../../geometry/point.ts';
import { holesOf, type Net, type Terminal, terminalsOf } from '../../joining/nets.ts';
import { isSeriesNet, lightEnds } from '../../joining/series.ts';
import { mateOf, netAt, partsThatAre } from '../../joining/sides.ts';
import { consumersOf, elementsOf, hasElement, neededTerminals } from '../../parts/part-element.ts';
import type { HoleRole } from '../../parts/part-kind.ts';
import { cellsIn } from '../../plan/cells-in.ts';
import { holeName } from '../../plan/hole-names.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holePoint } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { lightsBehind } from '../../power/data-senders.ts';
import { fedIn } from '../../power/fed.ts';
import { inLoop } from '../../power/loops.ts';
import { statesThatMatter } from '../../power/operating-states.ts';
import { pinsAt } from '../../power/pins-at.ts';
import { remembered } from '../../units/remembered.ts';
import { capital } from '../../units/words.ts';
import type { CheckContext, CheckRule, CurrentContext } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { manyWords } from '../words-for-many.ts';
import { darkBehind } from './data-order.ts';

export const open: CheckRule = {
  id: 'open',
  title: 'Not joined',
  severity: 'stop',
  touching: 'not touching that should',
  better: 'more',
  help: 'A hole that needs thread has none, or its thread leads nowhere: the way from the holder’s + through the light and back to its − is not complete, so no current flows. Sew the missing line. Any hole of the same sign on the same part serves.',
  example: 'The + hole of the last light of a row has no thread.',
  counted: () => 'It is not joined; it should be.',
  sees: [],
  checkPart,
  checkCurrents: brokenLoops,
};

function checkPart(context: CheckContext, part: Part): readonly Finding[] {
  const { plan } = context;
  const findings: Finding[] = [];
  if (firstPart(plan.parts) === part && partsThatAre(plan, 'cell').length === 0)
    findings.push(
      finding(
        'open:no-holder',
        part.at,
        [part.id],
        'There is no holder for a cell on the cloth.',
        'Place a coin-cell holder.',
      ),
    );
  for (const terminal of neededOf(context, part)) {
    const problem = whatIsMissing(context, part, terminal);
    if (problem === null) continue;
    // That there is no holder is told once.
    if (problem === LEADS_NOWHERE && partsThatAre(plan, 'cell').length === 0) continue;
    // What is sewn on later is no fault now.
    if (problem === LEADS_NOWHERE && waitsForPart(context, terminal)) continue;
    const alike = problem === LEADS_NOWHERE ? consumersOn(context, terminal) : [part];
    // A thread that leads nowhere is one cause, whatever hangs on it.
    if (alike[0] !== part) continue;
    if (alike.length > 1) {
      const hole = holesOf(plan, terminal)[0] as HoleRef;
      const sign = kindOf(plan, part).holes.find(({ id }) => id === hole.holeId)?.sign === '-' ? '−' : '+';
      findings.push({
        ...finding(
          `open:${part.id}:${terminal.terminal}`,
          holePoint(plan, hole),
          alike.map(({ id }) => id),
          `The ${sign} of ${manyWords(alike, 'parts')} is sewn, but their thread leads to no holder.`,
          stepFor(plan, part, terminal),
        ),
        each: true,
      });
      continue;
    }
    const hole = holesOf(plan, terminal)[0] as HoleRef;
    const behind = isDataIn(plan, part, terminal) ? lightsBehind(plan, part.id) : [];
    const dark = behind.length === 0 ? '' : ` ${darkBehind(plan, behind)}`;
    const message = `${capital(holeName(plan, hole))} ${problem}.${dark}`;
    const key = `open:${part.id}:${terminal.terminal}`;
    findings.push(
      finding(key, holePoint(plan, hole), [part.id, ...behind], message, stepFor(plan, part, terminal)),
    );
  }
  return findings;
}

function isDataIn(plan: Plan, part: Part, { terminal }: Terminal): boolean {
  return kindOf(plan, part).holes.some((hole) => hole.terminal === terminal && hole.role === 'data-in');
}

/**
 * Lights whose two ends are sewn, and yet not to the + and the − of one source: to two that share nothing, or both to one side. What has no
 * thread, leads nowhere, hangs the wrong way round, comes one after another or waits for a pin is told elsewhere.
 */
function brokenLoops(context: CurrentContext): readonly Finding[] {
  const { plan, nets, sides, currents } = context;
  const lights = lightStates(currents.on, currents.apart, NOT_ASKED);
  const turned = turnedRound(currents.on, currents.apart);
  const inUse = fedIn(plan, statesThatMatter(plan)[0].switches);
  const untold = new Set(
    lights.flatMap((state) => {
      const part = plan.parts[state.partId] as Part;
      const ends = endsOfLight(plan, state);
      const isTurned = turned.has(state.isAddressable ? part.id : state.id);
      if (state.isLit || isTurned || inUse.has(part, ends)) return [];
      const terminals = [ends.plus, ends.minus];
      const [plus, minus] = terminals.map((end) => netAt(nets, part, end)) as [Net, Net];
      const isSewn = plus !== minus && plus.runIds.length > 0 && minus.runIds.length > 0;
      const isTold = terminals.some(
        (terminal) => whatIsMissing(context, part, { partId: part.id, terminal }) !== null,
      );
      const isInChain = [plus, minus].some(
        (net) =>
          isSeriesNet(plan, sides, net) &&
          [...lightEnds(plan, net, '-'), ...lightEnds(plan, net, '+')].includes(part),
      );
      const isDrawnWrong = !inLoop(plan)(part, ends) && (sides.of(plus) === '-' || sides.of(minus) === '+');
      const isByPin = terminals.some((end) => pinsAt(plan)(part, end).length > 0);
      return isSewn && !isTold && !isInChain && !isDrawnWrong && !isByPin ? [state.id] : [];
    }),
  );
  if (untold.size === 0) return [];
  return whyDark(currents.on, currents.apart).flatMap(({ lightId, partId, at, text }) =>
    untold.has(lightId)
      ? [
          finding(
            `open:${partId}:loop`,
            at,
            [partId],
            text,
            'Sew its + and its − to the two ends of one source.',
          ),
        ]
      : [],
  );
}

const firstPart = remembered(
  { name: 'first part', under: (parts: Plan['parts']) => parts },
  (parts): Part | undefined => Object.values(parts)[0],
);

/** The terminals that need thread, in the order of the part's holes. */
function neededOf({ plan, nets }: CheckContext, part: Part): readonly Terminal[] {
  const kind = kindOf(plan, part);
  const mate = mateOf(plan, part);
  const hasThread = (one: Part): boolean =>
    terminalsOf(plan, one).some((terminal) => nets.ofTerminal(terminal).runIds.length > 0);
  // A closure that only closes is no switch; ends of thread without thread are nothing yet.
  const isTied = elementsOf(kind, 'half').some((half) => half.isTied === true);
  if (mate !== null && !isTied && !hasThread(part) && !hasThread(mate)) return [];
  const needed = neededTerminals(kind);
  // What feeds itself gives at its + and −, and needs nothing there.
  const own =
    consumersOf(kind).length === 0 ? [] : cellsIn(plan, part).flatMap(({ plus, minus }) => [plus, minus]);
  return terminalsOf(plan, part).filter(
    ({ terminal }) => needed.includes(terminal) && !own.includes(terminal),
  );
}

/** What is sewn to a hole that carries more than power. */
const STEP_BY_ROLE: Readonly<Partial<Record<HoleRole, string>>> = {
  'data-in': 'Sew it to the data-out of the light before it, or to a pin of the board.',
  sense: 'Sew it to a pin of the board that can read it.',
  'bus-data': 'Sew it to the data pin of the board’s bus.',
  'bus-clock': 'Sew it to the clock pin of the board’s bus.',
};

function stepFor(plan: Plan, part: Part, { terminal }: Terminal): string {
  const kind = kindOf(plan, part);
  const role = kind.holes.find((hole) => hole.terminal === terminal)?.role;
  const byRole = role === undefined ? undefined : STEP_BY_ROLE[role];
  if (byRole !== undefined) return byRole;
  if (hasElement(kind, 'cell')) return 'Sew it to the lights’ side of the same sign.';
  if (consumersOf(kind).length > 0)
    return 'Sew it to the holder’s side of the same sign, or to a light that is joined already.';
  return hasElement(kind, 'switch')
    ? 'Sew the line that this switch should open.'
    : 'Sew the line that it belongs to.';
}

function finding(key: string, at: Point, partIds: readonly string[], message: string, step: string): Finding {
  return {
    key,
    ruleId: 'open',
    severity: 'stop',
    at,
    message,
    step,
    found: { value: 0, unit: 'joins' },
    wanted: { value: 1, unit: 'joins' },
    partIds,
    runIds: [],
  };
}

function whatIsMissing(context: CheckContext, part: Part, terminal: Terminal): string | null {
  const net = context.nets.ofTerminal(terminal);
  const lights = elementsOf(kindOf(context.plan, part), 'light');
  if (net.runIds.length === 0) {
    // Of the colours of one light, one is enough.
    const another = lights.some(
      (light) =>
        light.plus !== terminal.terminal &&
        context.nets.ofTerminal({ ...terminal, terminal: light.plus }).runIds.length > 0,
    );
    return lights.length > 1 && another && lights.some((light) => light.plus === terminal.terminal)
      ? null
      : 'has no thread';
  }
  if (
    !consumersOf(kindOf(context.plan, part)).some(({ plus, minus }) =>
      [plus, minus].includes(terminal.terminal),
    )
  )
    return null;
  // A light's thread that stays among lights leads nowhere, unless it is one of a series chain, which has its own rule.
  if (context.sides.of(net) !== 'neither' || isSeriesNet(context.plan, context.sides, net)) return null;
  return leadsThrough(context, terminal) ? null : LEADS_NOWHERE;
}

/** Whether the thread of a terminal leads on to a source through something that lies in a row with it. */
function leadsThrough({ plan, nets }: CheckContext, terminal: Terminal): boolean {
  return nets.ofTerminal(terminal).terminals.some(({ partId, terminal: own }) => {
    const part = plan.parts[partId] as Part;
    return consumersOf(kindOf(plan, part)).some(
      (ends) => (ends.plus === own || ends.minus === own) && inLoop(plan)(part, ends),
    );
  });
}

const LEADS_NOWHERE = 'is sewn, but its thread leads to no holder';

/** Whether a free end on the thread of a terminal waits for a part to come. */
function waitsForPart({ plan, nets }: CheckContext, terminal: Terminal): boolean {
  return nets
    .ofTerminal(terminal)
    .terminals.some(({ partId }) => kindOf(plan, plan.parts[partId] as Part).threadEnd?.use === 'later');
}

/** Parts that need power and have an end on the same thread, in plan order. */
function consumersOn({ plan, nets }: CheckContext, terminal: Terminal): readonly Part[] {
  const { terminals } = nets.ofTerminal(terminal);
  const parts = terminals.flatMap(({ partId, terminal: own }) => {
    const part = plan.parts[partId] as Part;
    const isEnd = consumersOf(kindOf(plan, part)).some(({ plus, minus }) => plus === own || minus === own);
    return isEnd ? [part] : [];
  });
  return [...new Set(parts)];
}
