/** What is tried before the first stitch, for those who want it: the parts on the print at life size, the circuit on clips. */
import { partsThatAre } from '../../joining/sides.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { closeWords } from '../../power/contact-words.ts';
import { putInWords } from '../../power/source-words.ts';
import { lower } from '../../units/words.ts';
import { proofWords } from '../apart-words.ts';
import { SECONDS } from '../pace.ts';
import { holderWords } from '../power-on-words.ts';
import { doings } from '../sheet-names.ts';
import { makeStep, type StepDraft } from '../step.ts';
import type { StepContext } from './step-context.ts';

export function rehearsingSteps(context: StepContext): readonly StepDraft[] {
  const { rehearsal } = context.plan.habits;
  if (rehearsal === 'none' || Object.keys(context.plan.parts).length === 0) return [];
  return [paperStep(context), ...(rehearsal === 'clips' ? clipSteps(context) : [])];
}

function paperStep({ plan }: StepContext): StepDraft {
  return makeStep({
    id: 'prepare:paper',
    group: 'Prepare',
    text: 'Lay every part on the printed pattern, turned as it is drawn there, + to +. Go along each line with a finger: each begins and ends at the holes it is drawn to, and none crosses another of the other sign.',
    partIds: Object.keys(plan.parts),
    work: { kind: 'prepare', seconds: SECONDS.mark * Object.keys(plan.parts).length },
  });
}

/** One step for each circuit: clips in place of thread. A board without its program shows nothing, so its pins are left alone. */
function clipSteps({ plan, names, proofs, power }: StepContext): readonly StepDraft[] {
  const name = (partId: string): string => names.part(partId);
  if (power === null) return [];
  return proofs.flatMap((proof): readonly StepDraft[] => {
    const { circuit } = proof;
    const { source, lights, contacts } = circuit;
    // A bare light on more than it bears needs its resistor on the clips too: what the plan has is clipped as it is.
    if (lights.length === 0) return [];
    const own = contacts.filter(({ closedBy }) => closedBy !== 'tying');
    const hands = [
      putInWords(source, name(source.part.id)),
      ...holderWords(names, source),
      ...own.map((contact) => closeWords(contact, name)),
    ];
    const parts = [...new Set(lights.map(({ part }) => part.id))];
    const which = parts.length === 1 ? name(parts[0] ?? '') : `each of its ${parts.length} lights`;
    const hasResistors = partsThatAre(plan, 'resistor').length > 0;
    const boards = circuit.loads.filter((part) => elementsOf(kindOf(plan, part), 'pin').length > 0);
    const pins =
      boards.length === 0
        ? ''
        : ' Leave the pins of boards free: they do nothing before the program is loaded.';
    return [
      makeStep({
        id: `prepare:clips:${source.part.id}`,
        group: 'Prepare',
        text: `Still on the print, with clips in place of thread: join what the pattern joins to the + of ${name(source.part.id)}, and what it joins to its −${hasResistors ? ', with every resistor where it is drawn' : ''}. ${proofWords(proof, names, power.out)} Only then: ${lower(doings(hands))}: ${which} must light. ${power.takeOut} again. Take the clips off.${pins}`,
        partIds: [source.part.id, ...parts],
        work: { kind: 'test', seconds: SECONDS.reading * (1 + lights.length) },
      }),
    ];
  });
}
