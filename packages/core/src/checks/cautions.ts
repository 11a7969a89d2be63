/** Cautions that a plan brings up, worst harm first. Local rules and qualified people come first. */
import { lightsIn, partsThatAre } from '../nets/sides.ts';
import { type ElementKind, elementsOf } from '../parts/part-element.ts';
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

const cellIds = (plan: Plan): ReadonlySet<string> =>
  new Set(
    Object.values(plan.parts).flatMap((part) =>
      elementsOf(kindOf(plan, part), 'cell').map((cell) => cell.cellId),
    ),
  );

/** Common practice of the trade and general product safety knowledge, no source. */
const CAUTIONS: readonly CautionRule[] = [
  {
    id: 'swallow',
    text: 'Coin cells are deadly if swallowed. Keep the holder closed and cells out of children’s reach; if one may have been swallowed, get medical help at once.',
    appliesTo: (plan) => cellIds(plan).has('coin-20x3.2'),
  },
  {
    id: 'short',
    text: 'A short makes thread hot. Take the cell out while sewing, and before turning inside out, washing or storing.',
    appliesTo: (plan) => Object.keys(plan.runs).length > 0,
  },
  {
    id: 'pack',
    text: 'Lithium-polymer packs burn if pierced, crushed or shorted: a protected pack in a firm pouch, never sewn through, charged attended, not where it will be chewed, slept on or washed.',
    appliesTo: (plan) => cellIds(plan).has('lithium-polymer'),
  },
  {
    id: 'magnets',
    text: 'Small magnets are deadly if more than one is swallowed, and disturb implanted devices: sew them in firmly, and keep them away from children and from anyone with an implant.',
    appliesTo: (plan) => Object.values(plan.parts).some((part) => kindOf(plan, part).magnetism === 'magnet'),
  },
  {
    id: 'small-child',
    text: 'For a small child or an animal that chews: no cell, pack, magnet or small part within reach of the mouth, no loose loops, and a closed way to the cell that needs a tool.',
    appliesTo: ({ facts }) => facts.forWhom === 'small-child' || facts.forWhom === 'animal',
  },
  {
    id: 'implant',
    text: 'Someone with an implanted device will be near: no magnets, and ask a qualified person before wearing any circuit.',
    appliesTo: ({ facts }) => facts.implantsNear === true,
  },
  {
    id: 'unattended',
    text: 'It will be left on unattended: switch it off or take the cell out instead. A short that nobody sees stays hot.',
    appliesTo: ({ facts }) => facts.unattended === true,
  },
  {
    id: 'rain',
    text: 'It may get wet: rain joins threads that lie side by side. Cover them, keep the holder dry, and take the cell out when it is soaked.',
    appliesTo: ({ facts }) => facts.rainedOn === true,
  },
  {
    id: 'wash',
    text: 'It will be washed: take cells, packs and boards out first, wash it by hand, and measure it again when it is quite dry.',
    appliesTo: ({ facts }) => facts.washed === true,
  },
  {
    id: 'flashing',
    text: 'Flashing lights can bring on seizures in photosensitive people: keep to steady light, or ask first.',
    appliesTo: (plan) =>
      plan.facts.flashingFine !== true && lightsIn(plan).some(({ light }) => light.flashes === true),
  },
  {
    id: 'skin',
    text: 'Keep conductive thread off wet or broken skin and away from anyone with an implanted device.',
    appliesTo: (plan) =>
      Object.keys(plan.runs).length > 0 && plan.facts.worn !== false && plan.facts.onSkin !== false,
  },
  {
    id: 'cell-faces',
    text: 'Do not touch both faces of a cell at once with metal; leave it in its packet until it is needed.',
    appliesTo: has('cell'),
  },
  {
    id: 'closed-toy',
    text: 'A closed piece for a child or an animal needs a way to its cell that only a grown person can open. Count needles and pins before it is closed.',
    appliesTo: ({ facts, works }) =>
      (facts.forWhom === 'child' || facts.forWhom === 'small-child' || facts.forWhom === 'animal') &&
      Object.values(works).some(({ kind }) => kind === 'close'),
  },
  {
    id: 'neck',
    text: 'Worn: no loose loops or long tails where they could catch a neck or a finger, and no bright light close to an eye.',
    appliesTo: (plan) => plan.facts.worn === true && lightsIn(plan).length > 0,
  },
  {
    id: 'pry',
    text: 'Lift a coin cell out with a wooden or plastic stick: metal scissors short it.',
    appliesTo: (plan) => cellIds(plan).has('coin-20x3.2'),
  },
  {
    id: 'hot-glue',
    text: 'Hot glue and its nozzle burn skin: small drops, fingers away, an adult’s help for children.',
    appliesTo: ({ habits, runs }) => habits.sealing === 'hot-glue' && Object.keys(runs).length > 0,
  },
  {
    id: 'wet-glue',
    text: 'Keep wet varnish and glue away from power, and air the room: no cell goes in before they are dry.',
    appliesTo: ({ habits, runs }) =>
      (habits.sealing === 'varnish' || habits.sealing === 'fabric-glue') && Object.keys(runs).length > 0,
  },
  {
    id: 'iron',
    text: 'Marks that iron away: a hot iron melts parts and burns skin. Iron beside the parts, never over them, cell out.',
    appliesTo: ({ habits, runs }) => habits.marker === 'heat' && Object.keys(runs).length > 0,
  },
  {
    id: 'bobbin',
    text: 'Steel thread in a machine’s bobbin: slowly, by the machine’s manual, and clear its lint afterwards.',
    appliesTo: ({ runs }) =>
      Object.values(runs).some(
        ({ stitchId, threadId }) => stitchId === 'bobbin' && threadId.startsWith('steel'),
      ),
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
