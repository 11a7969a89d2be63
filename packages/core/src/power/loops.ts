/**
 * What lies in a closed loop with a source, with every contact closed: a way from its + through the thing back to its −, whichever way
 * round the thing is. Where none is closed nothing can flow, and only the drawing tells what is wrong.
 */
import { deriveNets } from '../joining/nets.ts';
import { consumersOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { contactsOf } from './contacts.ts';
import { sourcesOf } from './sources.ts';

interface Ends {
  readonly plus: string;
  readonly minus: string;
}

/** Whether a light or load of a part, by its ends, lies in a closed loop with a source. */
type InLoop = (part: Part, ends: Ends) => boolean;

/** O(parts + runs) once for a plan. */
export const inLoop = remembered(
  { name: 'loops', under: (plan: Plan) => deriveNets(plan) },
  (plan): InLoop => {
    const nets = deriveNets(plan);
    const at = (partId: string, terminal: string): string => nets.ofTerminal({ partId, terminal }).id;
    const graph = new Blocks();
    const own = new Map<string, number>();
    for (const { a, b } of contactsOf(plan)) graph.add(at(a.partId, a.terminal), at(b.partId, b.terminal));
    for (const part of Object.values(plan.parts)) {
      const kind = kindOf(plan, part);
      for (const element of kind.elements) {
        const link = (one: string, other: string): number => graph.add(at(part.id, one), at(part.id, other));
        if (element.kind === 'resistor') link(element.a, element.b);
        else if (element.kind === 'pin') {
          link(element.pin, element.supply);
          link(element.pin, element.ground);
        } else if (element.kind === 'regulator') {
          link(element.input, element.output);
          link(element.output, element.ground);
        }
      }
      for (const { plus, minus } of consumersOf(kind))
        own.set(`${part.id}.${plus}.${minus}`, graph.add(at(part.id, plus), at(part.id, minus)));
    }
    const sources = sourcesOf(plan).map(({ part, cell }) =>
      graph.add(at(part.id, cell.plus), at(part.id, cell.minus)),
    );
    const blockOf = graph.blocks();
    const live = new Set(sources.map((edge) => blockOf[edge]));
    return ({ id }, { plus, minus }) => {
      const edge = own.get(`${id}.${plus}.${minus}`);
      return edge !== undefined && live.has(blockOf[edge]);
    };
  },
);

/** A graph's blocks: two edges are in one where a circle goes through both (Hopcroft and Tarjan 1973, textbook). */
class Blocks {
  readonly #number = new Map<string, number>();
  readonly #ends: Array<readonly [number, number]> = [];
  readonly #edgesAt: number[][] = [];

  /** Adds an edge; its number. One that leads back to where it begins is a block of its own. */
  add(a: string, b: string): number {
    const edge = this.#ends.length;
    const ends = [this.#node(a), this.#node(b)] as const;
    this.#ends.push(ends);
    for (const node of ends) this.#edgesAt[node]?.push(edge);
    return edge;
  }

  #node(name: string): number {
    const known = this.#number.get(name);
    if (known !== undefined) return known;
    this.#number.set(name, this.#edgesAt.length);
    return this.#edgesAt.push([]) - 1;
  }

  /** The block of each edge, by its number. O(nodes + edges). */
  blocks(): Int32Array {
    const count = this.#edgesAt.length;
    const depth = new Int32Array(count);
    const low = new Int32Array(count);
    const next = new Int32Array(count);
    const via = new Int32Array(count).fill(-1);
    const block = new Int32Array(this.#ends.length).fill(-1);
    const isTaken = new Uint8Array(this.#ends.length);
    const open: number[] = [];
    let blocks = 0;
    let time = 0;
    for (let root = 0; root < count; root += 1) {
      if (depth[root] !== 0) continue;
      time += 1;
      depth[root] = low[root] = time;
      const way = [root];
      while (way.length > 0) {
        const node = way.at(-1) as number;
        const edges = this.#edgesAt[node] as readonly number[];
        const at = next[node] as number;
        if (at < edges.length) {
          next[node] = at + 1;
          const edge = edges[at] as number;
          if (isTaken[edge] === 1) continue;
          isTaken[edge] = 1;
          const [a, b] = this.#ends[edge] as readonly [number, number];
          const other = a === node ? b : a;
          if (other === node) {
            block[edge] = blocks;
            blocks += 1;
            continue;
          }
          open.push(edge);
          if (depth[other] === 0) {
            time += 1;
            depth[other] = low[other] = time;
            via[other] = edge;
            way.push(other);
          } else low[node] = Math.min(low[node] as number, depth[other] as number);
          continue;
        }
        way.pop();
        const before = way.at(-1);
        if (before === undefined) continue;
        low[before] = Math.min(low[before] as number, low[node] as number);
        if ((low[node] as number) < (depth[before] as number)) continue;
        for (let edge = open.pop(); edge !== undefined; edge = open.pop()) {
          block[edge] = blocks;
          if (edge === via[node]) break;
        }
        blocks += 1;
      }
    }
    return block;
  }
}
