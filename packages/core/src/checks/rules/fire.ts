import { kindOf } from '../../plan/kind-of.ts';
import { circuitsOf } from '../../power/circuits.ts';
import { packOrCell } from '../../power/source-words.ts';
import { ownSwitches, sourcesOf } from '../../power/sources.ts';
import { burning } from '../burning.ts';
import { cautionRule } from '../caution-rule.ts';
import type { CheckRule } from '../check-rule.ts';

const judged = cautionRule({
  id: 'fire',
  title: 'A pack or a short that can burn',
  severity: 'stop',
  help: 'Lithium-polymer packs burn when they are pierced, crushed or shorted, and a short that nobody sees stays hot. Nothing with a pack is slept on, chewed or washed; and what is left alone must be turned off first.',
  example: 'A piece without a switch, said to be left on unattended.',
  sees: ['parts', 'runs', 'habits'],
  judge: (plan) => {
    const { facts } = plan;
    const sources = sourcesOf(plan);
    const lithium = sources.filter(({ cellKind }) => cellKind.burns === true);
    const packs = lithium.map(({ part }) => part);
    const what = packOrCell(lithium);
    const bulky = Object.values(plan.parts).filter((part) => kindOf(plan, part).isCellId !== undefined);
    if (packs.length > 0 && (facts.forWhom === 'small-child' || facts.forWhom === 'animal'))
      return {
        severity: 'stop',
        message: `A lithium ${what} burns when it is chewed or crushed, and the piece is for ${facts.forWhom === 'animal' ? 'an animal' : 'a small child'}.`,
        step: `Take other cells, or put the ${what} where neither teeth nor weight get at it, and write down how.`,
        parts: [...packs, ...bulky],
      };
    if (facts.unattended !== true || sources.length === 0) return null;
    const always = circuitsOf(plan)
      .filter(({ source, mainContacts }) => ownSwitches(source).length === 0 && mainContacts.length === 0)
      .map(({ source }) => source.part);
    if (packs.length > 0)
      return {
        severity: 'stop',
        message: `A piece with a lithium ${what} will be left on with nobody near.`,
        step: `Take other cells, or ${what === 'pack' ? 'unplug the pack' : 'take the cell out'} whenever nobody is with it, and write that down.`,
        parts: [...packs, ...bulky],
      };
    return always.length > 0
      ? {
          severity: 'mend',
          message: 'It will be left with nobody near, and nothing turns it off.',
          step: 'Give it a switch, or take the power out each time.',
          parts: always,
        }
      : {
          severity: 'note',
          message: 'It will be left with nobody near: a short that nobody sees stays hot.',
          step: 'Turn it off, or take the power out, whenever nobody is with it.',
          parts: sources.map(({ part }) => part),
        };
  },
});

/** By what the plan is for, and by what would flow. */
export const fire: CheckRule = { ...judged, better: 'less', checkCurrents: burning, inStates: true };
