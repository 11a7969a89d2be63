import type { Net, Nets } from '../../joining/nets.ts';
import { netAt } from '../../joining/sides.ts';
import { consumersOf, elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { closedState, type Name } from '../../power/contact-words.ts';
import { type Contact, contactsOf } from '../../power/contacts.ts';
import { listed } from '../../units/words.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { manyWords } from '../words-for-many.ts';

export const shortNet: CheckRule = {
  id: 'short-net',
  title: '+ and − joined',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'The drawing itself joins + to −: the current takes the thread instead of the light. The cell runs down in minutes and the thread can get hot. Unpick the run that joins the two sides.',
  example: 'A line is sewn from the + hole of the holder to the − hole of a light.',
  counted: () => '+ and − are joined; they must not be.',
  sees: [],
  checkPart,
};

function checkPart({ plan, nets, sides }: CheckContext, part: Part): readonly Finding[] {
  const kind = kindOf(plan, part);
  const [cell] = elementsOf(kind, 'cell');
  for (const ends of cell === undefined ? consumersOf(kind) : [cell]) {
    const net = netAt(nets, part, ends.plus);
    if (net !== netAt(nets, part, ends.minus)) continue;
    // What hangs on a shorted thread besides its source, or besides the first, shows the same cause.
    const shorted = shortedOn(plan, net);
    if (shorted[0] !== part) continue;
    return cell === undefined
      ? [finding(shorted, `Both ends of ${manyWords(shorted, 'parts')} are on the same thread.`, net.runIds)]
      : [finding([part], `The + and the − of ${part.name} are on the same thread.`, net.runIds)];
  }
  if (cell === undefined) return [];
  const [plus, minus] = [netAt(nets, part, cell.plus), netAt(nets, part, cell.minus)];
  if (!sides.areJoined(plus, minus)) return [];
  const closed = contactsBetween(plan, nets, plus, minus);
  const name: Name = (partId) => plan.parts[partId]?.name ?? partId;
  const how = listed(closed.map((contact) => closedState(contact, name)));
  const [first] = closed;
  return [
    {
      ...finding([part], `The + and the − of ${part.name} are joined with ${how}.`, [
        ...plus.runIds,
        ...minus.runIds,
      ]),
      step:
        first === undefined
          ? 'Unpick the run that joins the two sides.'
          : `Unpick a thread of ${name(first.part.id)}, or lead it to the lights instead.`,
    },
  ];
}

/** The contacts, fewest, that join two nets when they are closed, in the order of the way from the one to the other. O(nets · contacts). */
function contactsBetween(plan: Plan, nets: Nets, from: Net, to: Net): readonly Contact[] {
  const contacts = contactsOf(plan);
  const ways = new Map<Net, readonly Contact[]>([[from, []]]);
  for (const [net, way] of ways) {
    if (net === to) return way;
    for (const contact of contacts) {
      const ends = [nets.ofTerminal(contact.a), nets.ofTerminal(contact.b)];
      const next = ends[0] === net ? ends[1] : ends[1] === net ? ends[0] : undefined;
      if (next !== undefined && !ways.has(next)) ways.set(next, [...way, contact]);
    }
  }
  return [];
}

/** What has both ends on a net: sources first, in plan order. */
function shortedOn(plan: CheckContext['plan'], net: Net): readonly Part[] {
  const parts = [...new Set(net.terminals.map(({ partId }) => plan.parts[partId] as Part))].filter((part) => {
    const kind = kindOf(plan, part);
    const own = net.terminals.filter(({ partId }) => partId === part.id).map(({ terminal }) => terminal);
    return [...elementsOf(kind, 'cell'), ...consumersOf(kind)].some(
      ({ plus, minus }) => own.includes(plus) && own.includes(minus),
    );
  });
  const isSource = (part: Part): boolean => elementsOf(kindOf(plan, part), 'cell').length > 0;
  return [...parts.filter(isSource), ...parts.filter((part) => !isSource(part))];
}

function finding(parts: readonly Part[], message: string, runIds: readonly string[]): Finding {
  const [part] = parts as [Part];
  return {
    key: `short-net:${part.id}`,
    ruleId: 'short-net',
    severity: 'stop',
    at: part.at,
    message,
    step: 'Unpick the run that joins the two sides.',
    found: { value: 1, unit: 'joins' },
    wanted: { value: 0, unit: 'joins' },
    partIds: parts.map(({ id }) => id),
    runIds,
  };
}
