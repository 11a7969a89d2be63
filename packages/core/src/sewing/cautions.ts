/** Cautions that a plan brings up, worst harm first. Local rules and qualified people come first. */
import { partsThatAre } from '../nets/sides.ts';
import type { ElementKind } from '../parts/part-element.ts';
import { kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';

export interface Caution {
  readonly id: string;
  readonly text: string;
}

interface CautionRule extends Caution {
  appliesTo(plan: Plan): boolean;
}

const has = (kind: ElementKind) => (plan: Plan) => partsThatAre(plan, kind).length > 0;

/** Common practice of the trade and general product safety knowledge, no source. */
const CAUTIONS: readonly CautionRule[] = [
  {
    id: 'swallow',
    text: 'Coin cells are deadly if swallowed. Keep the holder closed and cells out of children’s reach; if one may have been swallowed, get medical help at once.',
    appliesTo: has('cell'),
  },
  {
    id: 'short',
    text: 'A short makes thread hot. Take the cell out while sewing, and before turning inside out, washing or storing.',
    appliesTo: (plan) => Object.keys(plan.runs).length > 0,
  },
  {
    id: 'skin',
    text: 'Keep conductive thread off wet or broken skin and away from anyone with an implanted device.',
    appliesTo: (plan) => Object.keys(plan.runs).length > 0,
  },
  {
    id: 'cell-faces',
    text: 'Do not touch both faces of a cell at once with metal; leave it in its packet until it is needed.',
    appliesTo: has('cell'),
  },
  {
    id: 'legs',
    text: 'Cut leg ends fly: cover them with your hand and protect your eyes.',
    appliesTo: (plan) =>
      Object.values(plan.parts).some((part) =>
        kindOf(plan, part).holes.some((hole) => hole.form.endsWith('curl')),
      ),
  },
  {
    id: 'tools',
    text: 'Needles, blades, glue and varnish fumes: the usual care, and an adult’s help for children. Count the needles. Never iron over parts.',
    appliesTo: () => true,
  },
  {
    id: 'not-rated',
    text: 'Nothing here is safety-rated clothing or a toy. Follow local rules, and ask a qualified person where it matters.',
    appliesTo: () => true,
  },
];

/** The cautions of this plan. */
export function cautionsFor(plan: Plan): readonly Caution[] {
  return CAUTIONS.filter((caution) => caution.appliesTo(plan)).map(({ id, text }) => ({ id, text }));
}
