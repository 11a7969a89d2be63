/** Cautions that a plan brings up, worst harm first. Local rules and qualified people come first. */

import { isPierced } from '../cloth/cloth-kinds.ts';
import { lightsIn, partsThatAre } from '../joining/sides.ts';
import { needsSpareCell } from '../meter/try-light.ts';
import { isCoin } from '../parts/cells.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { clothHolesOf } from '../plan/cloth-holes.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { worksOf } from '../plan/seam-works.ts';
import { powerWords } from '../power/source-words.ts';
import { sourcesOf } from '../power/sources.ts';
import { staysInTheWash } from '../power/washing.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { capital, lower } from '../units/words.ts';

export interface Caution {
  readonly id: string;
  readonly text: string;
}

interface CautionRule {
  readonly id: string;
  readonly text: string | ((plan: Plan) => string);
  appliesTo(plan: Plan): boolean;
}

const hasPower = (plan: Plan): boolean => sourcesOf(plan).length > 0;
const hasOwnCoinCell = (plan: Plan): boolean => sourcesOf(plan).some(({ cell }) => isCoin(cell));
const hasCoinCell = (plan: Plan): boolean => hasOwnCoinCell(plan) || needsSpareCell(plan);
const hasPack = (plan: Plan): boolean =>
  sourcesOf(plan).some(({ cellKind }) => cellKind.burns === true) ||
  hasKind(plan, ({ isCellId }) => isCellId !== undefined);
/** Cells that are laid into a holder, bare at both faces. */
const hasBareCell = (plan: Plan): boolean =>
  sourcesOf(plan).some(({ cellKind }) => cellKind.isPlugged !== true) || needsSpareCell(plan);
const hasKind = (plan: Plan, is: (kind: PartKind) => boolean): boolean =>
  Object.values(plan.parts).some((part) => is(kindOf(plan, part)));
const hasThread = ({ runs }: Plan): boolean =>
  Object.values(runs).some(
    (run) => run.prewired !== true && maybeThreadKind(run.threadId)?.form === 'thread',
  );
/** `take the coin cell out`, or `leave the power out` where the plan has none yet. */
const takeOut = (plan: Plan): string => lower(powerWords(sourcesOf(plan))?.takeOut ?? 'Leave the power out');
/** Lights that a program may make flash, or that do so by themselves. */
const mayFlash = (plan: Plan): boolean =>
  lightsIn(plan).some(({ light }) => light.flashes === true) ||
  partsThatAre(plan, 'pin').length > 0 ||
  hasKind(plan, ({ holes }) => holes.some(({ role }) => role === 'data-in'));
/** Holes that are made with an awl: for a post, or in cloth that a needle alone does not go through. */
const needsHoles = (plan: Plan): boolean =>
  Object.values(plan.parts).some((part) => clothHolesOf(plan, part).length > 0) ||
  worksOf(plan).some(({ title }) => /\b(drill|awl|punch|pierc)/i.test(title)) ||
  Object.values(plan.runs).some((run) => isPierced(panelOf(plan, run).kindId));
/** Wires that are joined under tape, or could be soldered. */
const hasWires = ({ runs, ...plan }: Plan): boolean =>
  Object.values(runs).some(({ threadId }) => maybeThreadKind(threadId)?.form === 'wire') ||
  hasKind({ runs, ...plan }, ({ holes }) => holes.some(({ form }) => form === 'tape'));

/** Common practice of the trade and general product safety knowledge, no source. */
const CAUTIONS: readonly CautionRule[] = [
  {
    id: 'swallow',
    text: (plan) =>
      hasOwnCoinCell(plan)
        ? 'Coin cells are deadly if swallowed. Keep the holder closed and cells out of children’s reach; if one may have been swallowed, get medical help at once.'
        : 'The spare coin cell that lights are tried on is deadly if swallowed: keep it out of children’s reach; if it may have been swallowed, get medical help at once.',
    appliesTo: hasCoinCell,
  },
  {
    id: 'short',
    text: (plan) =>
      `A short makes thread hot. ${capital(takeOut(plan))} while sewing, and before turning inside out, washing or storing.`,
    appliesTo: (plan) => Object.keys(plan.runs).length > 0,
  },
  {
    id: 'pack',
    text: 'Lithium-polymer packs burn if pierced, crushed or shorted: a protected pack in a firm pouch, never sewn through, not where it will be chewed, slept on or washed.',
    appliesTo: hasPack,
  },
  {
    id: 'charging',
    text: 'Charge a pack out of the piece and in sight, on something that does not burn: never inside stuffing, under a cover or a pillow, or overnight.',
    appliesTo: hasPack,
  },
  {
    id: 'magnets',
    text: 'Small magnets are deadly if more than one is swallowed, and disturb implanted devices: sew them in firmly, and keep them away from children and from anyone with an implant.',
    appliesTo: (plan) => hasKind(plan, ({ magnetism }) => magnetism === 'magnet'),
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
    text: (plan) =>
      `It will be left on unattended: turn it off or ${takeOut(plan)} instead. A short that nobody sees stays hot.`,
    appliesTo: ({ facts }) => facts.unattended === true,
  },
  {
    id: 'rain',
    text: (plan) =>
      `It may get wet: rain joins threads that lie side by side. Cover them, and ${takeOut(plan)} when it is soaked.`,
    appliesTo: ({ facts }) => facts.rainedOn === true,
  },
  {
    id: 'wash',
    text: (plan) =>
      staysInTheWash(plan).length > 0
        ? `It should be washed, but boards and the like that are sewn on cannot come out: wipe it only, and ${takeOut(plan)} first.`
        : `It will be washed: ${takeOut(plan)} first, wash it by hand, and measure it again when it is quite dry.`,
    appliesTo: ({ facts }) => facts.washed === true,
  },
  {
    id: 'flashing',
    text: 'Flashing lights can bring on seizures in photosensitive people: keep to steady light, or ask first.',
    appliesTo: (plan) => plan.facts.flashingFine !== true && mayFlash(plan),
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
    appliesTo: hasBareCell,
  },
  {
    id: 'disposal',
    text: 'Used cells and packs go to a collecting point, their ends taped over: never into the bin or the fire.',
    appliesTo: hasPower,
  },
  {
    id: 'snippets',
    text: 'Snippets of conductive thread short what they fall on: cut them away from boards, meters, chargers and sockets, and gather them up.',
    appliesTo: hasThread,
  },
  {
    id: 'closed-toy',
    text: 'A closed piece for a child or an animal needs a way to its cell that only a grown person can open. Count needles and pins before it is closed.',
    appliesTo: (plan) =>
      ['child', 'small-child', 'animal'].includes(plan.facts.forWhom ?? '') &&
      hasPower(plan) &&
      worksOf(plan).some(({ kind }) => kind === 'close'),
  },
  {
    id: 'neck',
    text: 'Worn: no loose loops or long tails where they could catch a neck or a finger, and no bright light close to an eye.',
    appliesTo: (plan) => plan.facts.worn === true && lightsIn(plan).length > 0,
  },
  {
    id: 'pry',
    text: 'Lift a coin cell out with a wooden or plastic stick: metal scissors short it.',
    appliesTo: hasOwnCoinCell,
  },
  {
    id: 'hot-glue',
    text: 'Hot glue and its nozzle burn skin: small drops, fingers away, an adult’s help for children.',
    appliesTo: ({ habits, runs }) => habits.sealing === 'hot-glue' && Object.keys(runs).length > 0,
  },
  {
    id: 'wet-glue',
    text: 'Keep wet varnish and glue away from power, and air the room: nothing is powered before they are dry.',
    appliesTo: ({ habits, runs }) =>
      (habits.sealing === 'varnish' || habits.sealing === 'fabric-glue') && Object.keys(runs).length > 0,
  },
  {
    id: 'iron',
    text: 'Marks that iron away: a hot iron melts parts and burns skin. Iron beside the parts, never over them, with the power out.',
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
    appliesTo: (plan) => hasKind(plan, ({ holes }) => holes.some(({ form }) => form.endsWith('curl'))),
  },
  {
    id: 'awl',
    text: 'Awls, punches and drills slip: work on a board, push away from your hand, clamp what is drilled and protect your eyes; an adult’s help for children.',
    appliesTo: needsHoles,
  },
  {
    id: 'solder',
    text: 'If wires are soldered instead of taped: away from the cloth, in fresh air, on something that does not burn; the iron and the joint stay hot. An adult’s help for children.',
    appliesTo: hasWires,
  },
  {
    id: 'tools',
    text: 'Needles, blades, glue and varnish fumes: the usual care, and an adult’s help for children. Count the needles. Never iron over parts.',
    appliesTo: () => true,
  },
  {
    id: 'not-rated',
    text: 'Nothing here is safety-rated clothing, a light for traffic or a toy. Follow local rules, and ask a qualified person where it matters.',
    appliesTo: () => true,
  },
];

/** The cautions of this plan. */
export function cautionsFor(plan: Plan): readonly Caution[] {
  return CAUTIONS.filter((caution) => caution.appliesTo(plan)).map(({ id, text }) => ({
    id,
    text: typeof text === 'string' ? text : text(plan),
  }));
}
