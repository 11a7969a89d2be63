/**
 * What lies in a closed loop with a source, with every contact closed: a way from its + through the thing back to its −, whichever way
 * round the thing is. Where none is closed nothing can flow, and only the drawing tells what is wrong.
 */
import { Blocks } from '../joining/blocks.ts';
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
