/** From + through each light back to −: hole by hole, and where the way is lost, bypassed or shorted. */
import { elementsOf } from '../parts/part-element.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { cableSwitchInto } from '../plan/leads.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import {
  deriveNets,
  holesOf,
  joinedEnds,
  type Net,
  type Terminal,
  terminalKey,
  terminalOfHole,
} from './nets.ts';
import { deriveSides, lightsIn, mateOf, netAt } from './sides.ts';
import { suppliesOf } from './supplies.ts';

/** One step of the way: along a run, or through a part. */
export type PathStep =
  | { readonly kind: 'run'; readonly runId: string; readonly from: HoleRef; readonly to: HoleRef }
  | { readonly kind: 'part'; readonly partId: string; readonly text: string };

export interface LightPath {
  readonly lightId: string;
  readonly partId: string;
  /** whole: from + through the light to −. open: it would be, but something on it is switched off. lost: it ends somewhere. bypassed: its + and − are one thread. shorted: the supply is. */
  readonly state: 'whole' | 'open' | 'lost' | 'bypassed' | 'shorted' | 'reversed';
  readonly steps: readonly PathStep[];
  /** Where it is lost, bypassed or shorted, in words; null when it is whole. */
  readonly problem: string | null;
}

interface Edge {
  readonly to: Terminal;
  readonly step: PathStep;
}

/** Every joint of a plan by the terminal it leaves: along runs, and through parts that let current through. */
type Joints = ReadonlyMap<string, readonly Edge[]>;

/** Something that glows between two terminals. */
interface Glowing {
  readonly id: string;
  readonly part: Part;
  readonly ends: { readonly plus: string; readonly minus: string };
}

/** The way of every light of a plan with everything closed, in plan order; addressable lights last. O(lights × runs). */
export function tracePaths(plan: Plan): readonly LightPath[] {
  const joints = jointsOf(plan);
  return glowingIn(plan).map((light) => traceLight(plan, joints, light));
}

/** As `tracePaths`, with switches and closures as the maker left them: where only they part a way, it is `open`. */
export function tracePathsAsSet(plan: Plan): readonly LightPath[] {
  const asSet = jointsOf(plan, isOpen);
  return tracePaths(plan).map((closed, i): LightPath => {
    if (closed.state !== 'whole') return closed;
    const now = traceLight(plan, asSet, glowingIn(plan)[i] as Glowing);
    const used = now.state === 'whole' ? now : closed;
    const source = sourceOf(plan, used);
    const at =
      now.state === 'whole'
        ? offAt(plan, source)
        : closed.steps
            .flatMap((step) => (step.kind === 'part' ? [plan.parts[step.partId]] : []))
            .find((part) => part !== undefined && isOpen(plan, part));
    if (at === undefined) return used;
    return { ...closed, state: 'open', problem: `Open at ${at.name}, as it stands now.` };
  });
}

function glowingIn(plan: Plan): readonly Glowing[] {
  return [
    ...lightsIn(plan).map(({ id, part, light }) => ({ id, part, ends: light })),
    ...Object.values(plan.parts).flatMap((part) =>
      elementsOf(kindOf(plan, part), 'load')
        .filter(({ glows }) => glows === true)
        .map((ends) => ({ id: part.id, part, ends })),
    ),
  ];
}

/** Whether a contact of a part, or of it and its other half, is open as the maker left it. */
function isOpen(plan: Plan, part: Part): boolean {
  return part.switchedOn === false || mateOf(plan, part)?.switchedOn === false;
}

/** The part of the source that a whole way begins at. */
function sourceOf(plan: Plan, { steps, partId }: LightPath): Part | undefined {
  const [first] = steps;
  const id = first?.kind === 'run' ? first.from.partId : (first?.partId ?? partId);
  return plan.parts[id];
}

/** What of a source is off: its own slide, the switch in the cable of its pack. */
function offAt(plan: Plan, source: Part | undefined): Part | undefined {
  if (source === undefined) return undefined;
  if (source.switchedOn === false) return source;
  const pack = cableSwitchInto(plan, source.id);
  return pack?.switchedOn === false ? pack : undefined;
}

function jointsOf(plan: Plan, isLeftOut: (plan: Plan, part: Part) => boolean = () => false): Joints {
  const joints = new Map<string, Edge[]>();
  const add = (from: Terminal, edge: Edge): void => {
    const known = joints.get(terminalKey(from));
    if (known === undefined) joints.set(terminalKey(from), [edge]);
    else known.push(edge);
  };
  for (const run of Object.values(plan.runs)) {
    const [a, b] = [terminalOfHole(plan, run.from), terminalOfHole(plan, run.to)];
    add(a, { to: b, step: { kind: 'run', runId: run.id, from: run.from, to: run.to } });
    add(b, { to: a, step: { kind: 'run', runId: run.id, from: run.to, to: run.from } });
  }
  for (const [a, b] of joinedEnds(plan)) {
    const [one, other] = [a, b].map(({ id }) => ({ partId: id, terminal: 'tail' })) as [Terminal, Terminal];
    const text = `where ${a.name} and ${b.name} are joined`;
    add(one, { to: other, step: { kind: 'part', partId: a.id, text } });
    add(other, { to: one, step: { kind: 'part', partId: b.id, text } });
  }
  for (const part of Object.values(plan.parts)) {
    if (isLeftOut(plan, part)) continue;
    for (const [near, far, text, farPartId] of waysThrough(plan, part))
      add(
        { partId: part.id, terminal: near },
        { to: { partId: farPartId, terminal: far }, step: { kind: 'part', partId: part.id, text } },
      );
  }
  return joints;
}

function traceLight(plan: Plan, joints: Joints, { id, part, ends }: Glowing): LightPath {
  const nets = deriveNets(plan);
  const sides = deriveSides(plan);
  const answer = (
    state: LightPath['state'],
    problem: string | null,
    steps: readonly PathStep[] = [],
  ): LightPath => ({
    lightId: id,
    partId: part.id,
    state,
    steps,
    problem,
  });
  const [plus, minus] = [netAt(nets, part, ends.plus), netAt(nets, part, ends.minus)];
  if (plus === minus)
    return answer('bypassed', `The + and − of ${part.name} are on one thread: the current goes past it.`);
  const shorted = suppliesOf(plan, sides).find((supply) => sides.areJoined(supply.plus, supply.minus));
  if (shorted !== undefined)
    return answer('shorted', `The + and − of ${shorted.name} are joined: the current takes that way.`);
  if (sides.of(plus) === '-' && sides.of(minus) === '+')
    return answer('reversed', `${part.name} is the wrong way round: its + hangs on the − side.`);
  const feed = walk(joints, { partId: part.id, terminal: ends.plus }, supplyEnds(plan, '+'));
  const back = walk(joints, { partId: part.id, terminal: ends.minus }, supplyEnds(plan, '-'));
  // Walked from the light to the holder, the current comes the other way.
  const forward = (feed.steps ?? []).map(turned).reverse();
  const backward = back.steps ?? [];
  if (feed.steps === null) return answer('lost', lostText(plan, part.name, '+', plus, feed.last), backward);
  if (back.steps === null) return answer('lost', lostText(plan, part.name, '−', minus, back.last), forward);
  return answer('whole', null, [
    ...forward,
    { kind: 'part', partId: part.id, text: `through ${part.name}, from + to −` },
    ...backward,
  ]);
}

function supplyEnds(plan: Plan, sign: '+' | '-'): ReadonlySet<string> {
  return new Set(
    Object.values(plan.parts).flatMap((part) =>
      elementsOf(kindOf(plan, part), 'cell').map((cell) =>
        terminalKey({ partId: part.id, terminal: sign === '+' ? cell.plus : cell.minus }),
      ),
    ),
  );
}

function turned(step: PathStep): PathStep {
  return step.kind === 'run' ? { ...step, from: step.to, to: step.from } : step;
}

/** Breadth first from a terminal to one of the ends: the steps there, or the last terminal that was reached. */
function walk(
  joints: Joints,
  start: Terminal,
  ends: ReadonlySet<string>,
): { readonly steps: readonly PathStep[] | null; readonly last: Terminal } {
  const came = new Map<string, { readonly from: Terminal; readonly step: PathStep } | null>([
    [terminalKey(start), null],
  ]);
  const queue = [start];
  let last = start;
  for (const at of queue) {
    last = at;
    if (ends.has(terminalKey(at))) return { steps: stepsTo(came, at), last };
    for (const { to, step } of joints.get(terminalKey(at)) ?? []) {
      if (came.has(terminalKey(to))) continue;
      came.set(terminalKey(to), { from: at, step });
      queue.push(to);
    }
  }
  return { steps: null, last };
}

function stepsTo(
  came: ReadonlyMap<string, { readonly from: Terminal; readonly step: PathStep } | null>,
  end: Terminal,
): readonly PathStep[] {
  const steps: PathStep[] = [];
  for (let known = came.get(terminalKey(end)); known != null; known = came.get(terminalKey(known.from)))
    steps.push(known.step);
  return steps.reverse();
}

function lostText(plan: Plan, name: string, sign: string, { runIds }: Net, last: Terminal): string {
  const hole = holesOf(plan, last)[0];
  if (runIds.length === 0) return `The ${sign} of ${name} has no thread.`;
  return `From the ${sign} of ${name} the way is lost beyond ${hole === undefined ? 'there' : holeName(plan, hole)}.`;
}

/** The ways a current may go through a part: from terminal to terminal, both ways round. */
function waysThrough(
  plan: Plan,
  part: Part,
): ReadonlyArray<readonly [near: string, far: string, text: string, farPartId: string]> {
  const kind = kindOf(plan, part);
  const both = (a: string, b: string, text: string) =>
    [
      [a, b, text, part.id],
      [b, a, text, part.id],
    ] as const;
  const mate = mateOf(plan, part);
  return [
    ...elementsOf(kind, 'switch').flatMap(({ a, b }) => both(a, b, `through ${part.name}, when it is on`)),
    ...elementsOf(kind, 'resistor').flatMap(({ a, b }) => both(a, b, `through ${part.name}`)),
    ...elementsOf(kind, 'pin').flatMap(({ pin, supply }) =>
      both(pin, supply, `out of a pin of ${part.name}`),
    ),
    ...elementsOf(kind, 'regulator').flatMap(({ input, output }) =>
      both(output, input, `through ${part.name}`),
    ),
    ...(mate === null
      ? []
      : elementsOf(kind, 'half').map(
          ({ terminal }) =>
            [terminal, terminal, `across ${part.name} and ${mate.name}, when closed`, mate.id] as const,
        )),
  ];
}
