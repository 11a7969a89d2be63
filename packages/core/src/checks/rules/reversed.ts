import { turnedRound } from '../../circuit/turned-round.ts';
import { lightsIn, netAt, partsThatAre } from '../../joining/sides.ts';
import { consumersOf, hasElement } from '../../parts/part-element.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holeKey, holesAt } from '../../plan/placed.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { inLoop } from '../../power/loops.ts';
import { pinsAt } from '../../power/pins-at.ts';
import { type Source, sourcesOf } from '../../power/sources.ts';
import type { CheckContext, CheckRule, CurrentContext } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { litInAnyState } from '../lit-states.ts';
import { manyWords } from '../words-for-many.ts';

export const reversed: CheckRule = {
  id: 'reversed',
  title: 'Wrong way round',
  severity: 'stop',
  touching: null,
  better: 'less',
  help: 'A light’s (or a board’s) + is sewn to the holder’s − side, or its − to the + side. A light lets current through one way only, so it stays dark; a board may be damaged. Turn it round, or exchange its two threads.',
  example: 'The − hole of one light of a row is sewn to the + thread.',
  counted: (found) =>
    `${found === 1 ? 'One side is' : 'Both sides are'} joined to the wrong sign; none should be.`,
  sees: ['parts', 'runs', 'habits'],
  inStates: true,
  checkWhole: (context) => findings(context, wrongAsDrawn(context)),
  checkCurrents: (context) => findings(context, wrongAsSolved(context)),
};

/** How many of the two ends of a thing are on the side of the other sign. */
interface Wrong {
  readonly part: Part;
  readonly plus: boolean;
  readonly minus: boolean;
}

function findings(context: CheckContext, wrong: readonly Wrong[]): readonly Finding[] {
  // Where all that hangs on a source is the wrong way round, it is the source that is.
  const turned = sourcesOf(context.plan)
    .map((source) => ({ source, hung: hungOn(context, source) }))
    .filter(
      ({ hung }) =>
        hung.length > 1 &&
        hung.every((part) => wrong.some((one) => one.part === part && one.plus && one.minus)),
    );
  const told = new Set(turned.flatMap(({ hung }) => hung));
  return [
    ...turned.map(({ source, hung }) => sourceFinding(context, source.part, hung)),
    ...wrong.filter(({ part }) => !told.has(part)).map((one) => finding(context, one)),
  ];
}

/** Where no loop with a source is closed nothing flows: what the drawing looks like is all there is. */
function wrongAsDrawn(context: CheckContext): readonly Wrong[] {
  const { plan } = context;
  const isClosed = inLoop(plan);
  return Object.values(plan.parts).flatMap((part) => {
    const ends = consumersOf(kindOf(plan, part));
    return ends.some((one) => isClosed(part, one)) ? [] : wrongEnds(context, part);
  });
}

/** Where one is, the currents decide: the wrong way round in this state, and lit in none. */
function wrongAsSolved(context: CurrentContext): readonly Wrong[] {
  const { plan, currents } = context;
  const turned = turnedRound(currents.on, currents.apart);
  if (turned.size === 0) return [];
  const lit = litInAnyState(context);
  const isClosed = inLoop(plan);
  const partIds = new Set([
    ...lightsIn(plan).flatMap(({ id, part, light }) =>
      turned.has(id) && !lit.has(id) && isClosed(part, light) ? [part.id] : [],
    ),
    ...partsThatAre(plan, 'load').flatMap(({ id }) => (turned.has(id) ? [id] : [])),
  ]);
  return Object.values(plan.parts).flatMap((part) => {
    if (!partIds.has(part.id)) return [];
    const [drawn] = wrongEnds(context, part);
    return [drawn ?? { part, plus: true, minus: true }];
  });
}

/** What is on the side of the other sign by the drawing; an end at a pin is on neither: what it is, a program says. */
function wrongEnds({ plan, nets, sides }: CheckContext, part: Part): readonly Wrong[] {
  const isOn = (terminal: string, side: '+' | '-'): boolean =>
    sides.of(netAt(nets, part, terminal)) === side && pinsAt(plan)(part, terminal).length === 0;
  // What has both ends on one thread is told as that.
  const ends = consumersOf(kindOf(plan, part))
    .filter(({ plus, minus }) => netAt(nets, part, plus) !== netAt(nets, part, minus))
    .map(({ plus, minus }) => ({ plus: isOn(plus, '-'), minus: isOn(minus, '+') }));
  const [worst] = ends.filter(({ plus, minus }) => plus || minus).sort((a, b) => count(b) - count(a));
  return worst === undefined ? [] : [{ part, ...worst }];
}

const count = ({ plus, minus }: Omit<Wrong, 'part'>): number => (plus ? 1 : 0) + (minus ? 1 : 0);

/** What has an end on the threads of a source, either way round. */
function hungOn({ plan, nets, sides }: CheckContext, { part, cell }: Source): readonly Part[] {
  const ends = [netAt(nets, part, cell.plus), netAt(nets, part, cell.minus)];
  return Object.values(plan.parts).filter((other) =>
    consumersOf(kindOf(plan, other)).some((one) =>
      [one.plus, one.minus].every((terminal) =>
        ends.some((end) => sides.areJoined(end, netAt(nets, other, terminal))),
      ),
    ),
  );
}

function sourceFinding({ plan }: CheckContext, source: Part, hung: readonly Part[]): Finding {
  return {
    key: `reversed:${source.id}`,
    ruleId: 'reversed',
    severity: 'stop',
    at: source.at,
    message: `${source.name} is the wrong way round: its + is sewn to the − side of ${manyWords(hung, 'parts')}, its − to the + side.`,
    step: 'Turn it by half a turn under its threads, or exchange the two.',
    found: { value: 2, unit: 'sides' },
    wanted: { value: 0, unit: 'sides' },
    partIds: [source.id, ...hung.map(({ id }) => id)],
    runIds: runsAt(plan, source),
    each: true,
  };
}

function finding({ plan }: CheckContext, wrong: Wrong): Finding {
  const { part, plus } = wrong;
  const which =
    count(wrong) === 2
      ? 'its + is sewn to the − side and its − to the + side'
      : plus
        ? 'its + is sewn to the − side'
        : 'its − is sewn to the + side';
  return {
    key: `reversed:${part.id}`,
    ruleId: 'reversed',
    severity: 'stop',
    at: part.at,
    message: `${part.name} is the wrong way round: ${which}.`,
    step: stepFor(plan, part),
    found: { value: count(wrong), unit: 'sides' },
    wanted: { value: 0, unit: 'sides' },
    partIds: [part.id],
    runIds: runsAt(plan, part),
  };
}

/** A board has threads at its pins, too: turned round, those would be wrong. */
function stepFor(plan: Plan, part: Part): string {
  const kind = kindOf(plan, part);
  const [ends] = consumersOf(kind);
  if (!hasElement(kind, 'pin') || ends === undefined)
    return 'Turn it by half a turn under its threads, or exchange the two.';
  const sewnAt = (terminal: string): string => {
    const holes = new Set(holesAt(plan, part, terminal).map(holeKey));
    const runs = Object.values(plan.runs).filter(({ from, to }) =>
      [from, to].some((ref) => holes.has(holeKey(ref))),
    );
    return runs.map((run) => runName(plan, run)).join(', ');
  };
  return `Exchange what is sewn to its + and to its −: ${sewnAt(ends.plus)} for ${sewnAt(ends.minus)}.`;
}

function runsAt(plan: Plan, part: Part): readonly string[] {
  return Object.values(plan.runs).flatMap((run) =>
    run.from.partId === part.id || run.to.partId === part.id ? [run.id] : [],
  );
}
