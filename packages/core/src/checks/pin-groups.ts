/** Pins that are led to where they must not be: to + or −, or to another pin. */
import { compileCircuit } from '../circuit/solve-plan.ts';
import { NOMINAL } from '../circuit/state.ts';
import { UnionFind } from '../joining/union-find.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { groupBy } from '../units/group-by.ts';
import { remembered } from '../units/remembered.ts';
import type { Currents } from './currents.ts';

export interface FoughtPin {
  readonly partId: string;
  readonly pin: string;
  /** What it is led to, in words. */
  readonly by: string;
}

interface SuppliedEnd {
  readonly partId: string;
  readonly terminal: string;
  readonly is: 'pin' | '+' | '−';
}

/** Pins that thread, contacts and closed switches alone lead to a +, a − or another pin, in plan order. */
export const foughtPins = remembered(
  { name: 'fought pins', under: (currents: Currents) => currents },
  ({ on: plan, apart }): readonly FoughtPin[] => {
    const compiled = compileCircuit(plan, { touchOhm: null });
    if (!compiled.ok) return [];
    const { all, nodeOfTerminal } = compiled.value.elements;
    const joined = new UnionFind();
    for (const { element, leads, valueAt } of all)
      if (leads === true && element.kind === 'R' && (valueAt(apart.state, NOMINAL) ?? OPEN_OHM) < OPEN_OHM)
        joined.join(element.a, element.b);
    const places = Object.values(plan.parts).flatMap((part): readonly SuppliedEnd[] => {
      const kind = kindOf(plan, part);
      const place = (terminal: string, is: SuppliedEnd['is']): SuppliedEnd => ({
        partId: part.id,
        terminal,
        is,
      });
      return [
        // A pin that is read or floats gives way.
        ...elementsOf(kind, 'pin')
          .filter(({ pin }) => !apart.state.pins.has(`${part.id}.${pin}`))
          .map(({ pin }) => place(pin, 'pin')),
        ...elementsOf(kind, 'cell').flatMap(({ plus, minus }) => [place(plus, '+'), place(minus, '−')]),
        ...elementsOf(kind, 'regulator').map(({ output }) => place(output, '+')),
      ];
    });
    const groups = groupBy(places, ({ partId, terminal }) => joined.find(nodeOfTerminal(partId, terminal)));
    return [...groups.values()].flatMap((group): readonly FoughtPin[] => {
      if (group.length < 2) return [];
      return group
        .filter(({ is }) => is === 'pin')
        .map((own) => {
          const other =
            group.find((one) => one !== own && one.is !== 'pin') ?? group.find((one) => one !== own);
          const name = plan.parts[other?.partId ?? '']?.name ?? '';
          const by =
            other?.is === 'pin'
              ? `${other.terminal.toUpperCase()} of ${name}`
              : `the ${other?.is} of ${name}`;
          return { partId: own.partId, pin: own.terminal, by };
        });
    });
  },
);

/** What has more ohms leads nowhere, Ω. */
const OPEN_OHM = 1e6;
