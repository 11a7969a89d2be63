import { circuitsOf } from '../../power/circuits.ts';
import { closeWords, type Name } from '../../power/contact-words.ts';
import type { Contact } from '../../power/contacts.ts';
import { listed } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';

/** What a hand closes: a magnet, the dark or a cell clasp is not asked about. */
function isByHand({ closedBy }: Contact): boolean {
  return closedBy === 'hand' || closedBy === 'press' || closedBy === 'closing' || closedBy === 'tying';
}

export const switchRow: CheckRule = {
  id: 'switch-row',
  title: 'Switches in a row',
  severity: 'note',
  touching: null,
  better: 'none',
  help: 'Two switches, buttons or closures lie one after the other in the same way: it lights only while all of them are closed. That is right for a closure that lights a button’s lamp only when it is shut, and a slip where the second was meant to light something else. Say that it is meant so, or give each switch lights of its own.',
  example: 'A slide switch and a snap follow each other in the + thread.',
  byHand:
    'Whether that is meant is for you to say: live with it for that reason, or lead one of them to lights of its own.',
  sees: ['parts', 'runs', 'habits'],
  checkWhole: ({ plan, nets }) =>
    circuitsOf(plan).flatMap(({ source, mainContacts, minus }) => {
      const sewn = mainContacts.filter((contact) => isByHand(contact) && contact.part.id !== source.part.id);
      // One in the − as well is told as both sides switched.
      const inMinus = sewn.filter(({ a, b }) => [a, b].some((end) => minus.includes(nets.ofTerminal(end))));
      const inRow = inMinus.length === 0 ? sewn : [];
      const [first] = inRow;
      if (first === undefined || inRow.length < 2) return [];
      const name: Name = (partId) => plan.parts[partId]?.name ?? partId;
      const all = [
        ...new Set(inRow.flatMap(({ part, mate }) => (mate === null ? [part.id] : [part.id, mate.id]))),
      ];
      return [
        {
          key: `switch-row:${source.part.id}`,
          ruleId: 'switch-row',
          severity: 'note' as const,
          at: first.part.at,
          panelId: first.part.panelId,
          message: `To light what ${source.part.name} feeds one has to ${listed(inRow.map((contact) => closeWords(contact, name)))}: they lie one after the other.`,
          step: 'If that is not meant, lead one of them to lights of its own.',
          found: null,
          wanted: null,
          partIds: all,
          runIds: [],
        },
      ];
    }),
};
