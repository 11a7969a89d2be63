/**
 * Which source the current of each light comes from, by the solved circuit: followed from a source's + along the current, through thread,
 * contacts, resistors, pins, steady supplies and other lights, to its −. What the drawing looks like does not matter.
 */
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { sourcesOf } from '../power/sources.ts';
import { remembered } from '../units/remembered.ts';
import { nodesOf } from './circuit.ts';
import { regulatorOutput } from './devices/regulator.ts';
import { type CompiledPlan, compileCircuit, type PlanPoint } from './solve-plan.ts';

/** Below this share of what its source gives, or this current, A, an element carries nothing: what is left over when a solve ends. */
const LEFT_OVER_SHARE = 1e-6;
const LEFT_OVER_A = 1e-8;

/** By source, the names of the elements that current from its + goes through on its way to its −, at any moment. */
export type FedBy = ReadonlyMap<string, ReadonlySet<string>>;

/** For one who does not ask which source feeds what. */
export const NOT_ASKED: FedBy = new Map();

/** What each source of a solved plan feeds, in plan order. O(sources × elements) for each moment. */
export const fedBy = remembered(
  { name: 'fed by', under: (_plan: Plan, point: PlanPoint) => point },
  (plan, point): FedBy => {
    const compiled = compileCircuit(plan, point.state);
    return compiled.ok ? feeding(plan, point, compiled.value) : new Map();
  },
);

/** As `fedBy`, of a circuit that is tried in the place of the plan's own. */
export function feeding(plan: Plan, point: PlanPoint, compiled: CompiledPlan): FedBy {
  const moments = point.moments?.map((moment) => moment.point) ?? [point];
  const fed = new Map(sourcesOf(plan).map(({ part }) => [part.id, new Set<string>()]));
  for (const moment of moments) {
    const arrows = new Arrows(plan, moment, compiled);
    for (const { part, cell } of sourcesOf(plan)) {
      const { nodeOfTerminal } = compiled.elements;
      const ends = [cell.plus, cell.minus].map((end) => nodeOfTerminal(part.id, end)) as [string, string];
      // Only where there is no other way does it lead through another source: of two in a row.
      const onWay = arrows.between(...ends);
      for (const name of onWay.length > 0 ? onWay : arrows.throughSources.between(...ends))
        fed.get(part.id)?.add(name);
    }
  }
  return fed;
}

interface Arrow {
  readonly name: string;
  readonly from: string;
  readonly to: string;
}

/** Every element that carries current, in its direction. */
class Arrows {
  readonly #out = new Map<string, Arrow[]>();
  readonly #into = new Map<string, Arrow[]>();

  readonly #own: readonly [Plan, PlanPoint, CompiledPlan];

  constructor(plan: Plan, point: PlanPoint, compiled: CompiledPlan, withSources = false) {
    this.#own = [plan, point, compiled];
    const { ampOf } = point;
    const { elements } = compiled;
    const most = elements.all.reduce((sum, { element }) => Math.max(sum, Math.abs(ampOf(element.name))), 0);
    const least = Math.max(LEFT_OVER_A, LEFT_OVER_SHARE * most);
    for (const { element } of elements.all) {
      const amp = ampOf(element.name);
      if (Math.abs(amp) < least || (element.kind === 'V' && !withSources)) continue;
      const [a, b] = nodesOf(element);
      this.#add(amp > 0 ? { name: element.name, from: a, to: b } : { name: element.name, from: b, to: a });
    }
    // A steady supply hands on what it takes: what its output gives comes in at its input.
    for (const part of Object.values(plan.parts))
      for (const { input, output } of elementsOf(kindOf(plan, part), 'regulator')) {
        const name = regulatorOutput(part.id);
        if (ampOf(name) < least) continue;
        const [from, to] = [input, output].map((end) => elements.nodeOfTerminal(part.id, end));
        this.#add({ name, from: from as string, to: to as string });
      }
  }

  /** The same with the way through sources, in which current runs from − to +. */
  get throughSources(): Arrows {
    const [plan, point, compiled] = this.#own;
    return new Arrows(plan, point, compiled, true);
  }

  #add(arrow: Arrow): void {
    for (const [map, node] of [
      [this.#out, arrow.from],
      [this.#into, arrow.to],
    ] as const) {
      const known = map.get(node);
      if (known === undefined) map.set(node, [arrow]);
      else known.push(arrow);
    }
  }

  /** The names of what lies on any way from a node to another. */
  between(from: string, to: string): readonly string[] {
    const ahead = reach(from, (node) => (this.#out.get(node) ?? []).map((arrow) => arrow.to));
    const behind = reach(to, (node) => (this.#into.get(node) ?? []).map((arrow) => arrow.from));
    return [...ahead].flatMap((node) =>
      (this.#out.get(node) ?? []).flatMap(({ name, to: end }) => (behind.has(end) ? [name] : [])),
    );
  }
}

function reach(start: string, next: (node: string) => readonly string[]): ReadonlySet<string> {
  const seen = new Set([start]);
  const waiting = [start];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop())
    for (const one of next(node))
      if (!seen.has(one)) {
        seen.add(one);
        waiting.push(one);
      }
  return seen;
}
