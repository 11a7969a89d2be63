/**
 * What nobody measured on this piece, in one list: how a hand wanders, how a loop conducts, what a light bears. Drawing, router, checks and
 * Light ask here. A plan may say otherwise, and so may a maker for all plans (both in the habits). A new assumption is one entry.
 */
import { remembered } from '../units/remembered.ts';

/** What it is about: where it stands in the list. */
export const ASSUMPTION_GROUPS = [
  'Spacing',
  'Thread',
  'Power',
  'Cells',
  'Light',
  'From piece to piece',
] as const;

interface AssumptionForm {
  readonly title: string;
  readonly group: (typeof ASSUMPTION_GROUPS)[number];
  /** '' for a share or a factor. */
  readonly unit: 'mm' | 'Ω' | 'V' | 'A' | 'mA' | 'mAh' | 'W/cm' | 'h' | '';
  readonly usual: number;
  readonly smallest: number;
  readonly largest: number;
  readonly source: string;
}

export const ASSUMPTIONS = {
  handWanderMm: {
    title: 'How far a hand strays from its line',
    group: 'Spacing',
    unit: 'mm',
    usual: 1,
    smallest: 0,
    largest: 5,
    source: 'assumption',
  },
  machineWanderMm: {
    title: 'How far a machine strays from its line',
    group: 'Spacing',
    unit: 'mm',
    usual: 0.3,
    smallest: 0,
    largest: 5,
    source: 'assumption',
  },
  steelFuzzMm: {
    title: 'How far hairs of steel thread stand off',
    group: 'Spacing',
    unit: 'mm',
    usual: 0.5,
    smallest: 0,
    largest: 5,
    source: 'assumption',
  },
  platedFuzzMm: {
    title: 'How far hairs of plated thread stand off',
    group: 'Spacing',
    unit: 'mm',
    usual: 0.2,
    smallest: 0,
    largest: 5,
    source: 'assumption',
  },
  betweenEnvelopesMm: {
    title: 'Room left between two threads that stray towards each other',
    group: 'Spacing',
    unit: 'mm',
    usual: 1,
    smallest: 0,
    largest: 10,
    source: 'handbook figure, assumption',
  },
  edgeMarginMm: {
    title: 'From stitches to the edge of the cloth',
    group: 'Spacing',
    unit: 'mm',
    usual: 6,
    smallest: 0,
    largest: 30,
    source: 'assumption: a hem’s turn and a stitch’s hold',
  },
  leadSlackMm: {
    title: 'What of a cable with a plug stays loose',
    group: 'Spacing',
    unit: 'mm',
    usual: 20,
    smallest: 0,
    largest: 200,
    source: 'common practice for the rule, assumption for the figure',
  },
  holeEdgeMm: {
    title: 'From the middle of a hole over its metal to the cloth',
    group: 'Spacing',
    unit: 'mm',
    usual: 3,
    smallest: 1,
    largest: 10,
    source: 'assumption',
  },
  tailMm: {
    title: 'How far a trimmed end reaches from its knot',
    group: 'Spacing',
    unit: 'mm',
    usual: 3,
    smallest: 0,
    largest: 20,
    source: 'handbook figure, assumption',
  },
  contactOhm: {
    title: 'One loop of thread on the metal of a hole',
    group: 'Thread',
    unit: 'Ω',
    usual: 1.5,
    smallest: 0.01,
    largest: 100,
    source: 'assumption; more loops share it',
  },
  backStitchConducts: {
    title: 'A line in back stitch, over its thread laid straight',
    group: 'Thread',
    unit: '',
    usual: 1,
    smallest: 0.3,
    largest: 4,
    source: 'assumption: 1/3 where all strands touch, above 3 where none do',
  },
  touchOhm: {
    title: 'Two threads that lie on each other',
    group: 'Thread',
    unit: 'Ω',
    usual: 1,
    smallest: 0.01,
    largest: 10_000,
    source: 'assumption',
  },
  switchOhm: {
    title: 'The switch inside a holder, closed',
    group: 'Power',
    unit: 'Ω',
    usual: 0.5,
    smallest: 0.001,
    largest: 100,
    source: 'assumption',
  },
  pullUpOhm: {
    title: 'The pull-up of a pin that is read',
    group: 'Power',
    unit: 'Ω',
    usual: 35_000,
    smallest: 1000,
    largest: 1_000_000,
    source: 'memory of typical chips: 20 to 50 kΩ',
  },
  boostEfficiency: {
    title: 'What a holder that boosts hands on of what it takes',
    group: 'Power',
    unit: '',
    usual: 0.85,
    smallest: 0.3,
    largest: 1,
    source: 'handbook figure',
  },
  boostLeastInV: {
    title: 'The fewest volts of each cell it works from',
    group: 'Power',
    unit: 'V',
    usual: 0.7,
    smallest: 0.1,
    largest: 1.4,
    source: 'memory of small converters',
  },
  boostLeastOutV: {
    title: 'The fewest volts it still gives before it stops',
    group: 'Power',
    unit: 'V',
    usual: 2.5,
    smallest: 0.5,
    largest: 4.5,
    source: 'assumption',
  },
  boostOutputOhm: {
    title: 'What its output gives way by',
    group: 'Power',
    unit: 'Ω',
    usual: 0.5,
    smallest: 0.001,
    largest: 20,
    source: 'assumption',
  },
  coinFreshV: {
    title: 'Fresh coin cell, without load',
    group: 'Cells',
    unit: 'V',
    usual: 3.2,
    smallest: 2,
    largest: 3.7,
    source: 'memory; a measured one is better',
  },
  coinOhm: {
    title: 'Ohms inside a fresh coin cell',
    group: 'Cells',
    unit: 'Ω',
    usual: 10,
    smallest: 0.5,
    largest: 200,
    source: 'handbook figure, 10 to 20 Ω',
  },
  coinMah: {
    title: 'What a coin cell gives at a light load',
    group: 'Cells',
    unit: 'mAh',
    usual: 220,
    smallest: 10,
    largest: 1000,
    source: 'handbook figure',
  },
  aaaFreshV: {
    title: 'Fresh AAA cell, without load',
    group: 'Cells',
    unit: 'V',
    usual: 1.58,
    smallest: 1,
    largest: 1.8,
    source: 'memory; a measured one is better',
  },
  aaaOhm: {
    title: 'Ohms inside a fresh AAA cell',
    group: 'Cells',
    unit: 'Ω',
    usual: 0.2,
    smallest: 0.01,
    largest: 20,
    source: 'handbook figure',
  },
  aaaMah: {
    title: 'What an AAA cell gives at a light load',
    group: 'Cells',
    unit: 'mAh',
    usual: 1000,
    smallest: 50,
    largest: 3000,
    source: 'handbook figure',
  },
  packFullV: {
    title: 'Full lithium-polymer pack',
    group: 'Cells',
    unit: 'V',
    usual: 4.2,
    smallest: 3.5,
    largest: 4.4,
    source: 'handbook figure',
  },
  packOhm: {
    title: 'Ohms inside a lithium-polymer pack',
    group: 'Cells',
    unit: 'Ω',
    usual: 0.15,
    smallest: 0.01,
    largest: 5,
    source: 'handbook figure',
  },
  packMah: {
    title: 'What a lithium-polymer pack gives',
    group: 'Cells',
    unit: 'mAh',
    usual: 400,
    smallest: 20,
    largest: 10000,
    source: 'memory of typical packs of this size; it is printed on the pack',
  },
  packTripsA: {
    title: 'The protection of a pack opens above',
    group: 'Cells',
    unit: 'A',
    usual: 2,
    smallest: 0.1,
    largest: 20,
    source: 'memory: small packs open at 2 to 3 A',
  },
  skinWattPerCm: {
    title: 'Heat of a thread that skin should not bear',
    group: 'Power',
    unit: 'W/cm',
    usual: 0.1,
    smallest: 0.001,
    largest: 1,
    source: 'memory; thread that is warm to the touch is too warm',
  },
  ratedMa: {
    title: 'The current a light is made for',
    group: 'Light',
    unit: 'mA',
    usual: 20,
    smallest: 0.5,
    largest: 1000,
    source: 'memory of small indicator lights',
  },
  darkMa: {
    title: 'Below this current a light counts as dark',
    group: 'Light',
    unit: 'mA',
    usual: 0.1,
    smallest: 0.001,
    largest: 5,
    source: 'assumption: barely seen in a dim room',
  },
  flashShare: {
    title: 'How much of the time a flashing light is on',
    group: 'Light',
    unit: '',
    usual: 0.5,
    smallest: 0.05,
    largest: 0.95,
    source: 'assumption',
  },
  eveningHours: {
    title: 'An evening',
    group: 'Light',
    unit: 'h',
    usual: 4,
    smallest: 0.25,
    largest: 24,
    source: 'assumption',
  },
  threadSpread: {
    title: 'Thread differs from its table by this share',
    group: 'From piece to piece',
    unit: '',
    usual: 0.3,
    smallest: 0,
    largest: 0.9,
    source: 'handbook figure, assumption',
  },
  contactSpread: {
    title: 'Contacts differ by up to this factor, both ways',
    group: 'From piece to piece',
    unit: '',
    usual: 3,
    smallest: 1,
    largest: 100,
    source: 'assumption',
  },
  forwardSpreadV: {
    title: 'Lights of one colour differ by up to this, both ways',
    group: 'From piece to piece',
    unit: 'V',
    usual: 0.15,
    smallest: 0,
    largest: 0.5,
    source: 'memory of typical datasheets',
  },
  leastCharge: {
    title: 'Charge left in the emptiest cell that is put in',
    group: 'From piece to piece',
    unit: '',
    usual: 0.5,
    smallest: 0.01,
    largest: 1,
    source: 'assumption',
  },
  coldFactor: {
    title: 'Ohms inside a cell at 0 °C, over those in a warm room',
    group: 'From piece to piece',
    unit: '',
    usual: 2,
    smallest: 1,
    largest: 10,
    source: 'memory: about twice for coin and alkaline cells',
  },
} as const satisfies Readonly<Record<string, AssumptionForm>>;

export type AssumptionId = keyof typeof ASSUMPTIONS;
export type Assumption = AssumptionForm & { readonly id: AssumptionId };

/** What is assumed, by id. */
export type Assumed = Readonly<Record<AssumptionId, number>>;

/** The list, in its order. */
export const ASSUMPTION_LIST: readonly Assumption[] = (Object.keys(ASSUMPTIONS) as AssumptionId[]).map(
  (id) => ({ id, ...ASSUMPTIONS[id] }),
);

/** What is assumed where nobody says otherwise. */
export const USUAL_ASSUMED: Assumed = Object.fromEntries(
  ASSUMPTION_LIST.map(({ id, usual }) => [id, usual]),
) as Assumed;

/** What is assumed where some of it is said otherwise. */
export const assumedWith = remembered(
  { name: 'what is assumed', under: (changed: Readonly<Partial<Record<string, number>>>) => changed },
  (changed): Assumed => ({ ...USUAL_ASSUMED, ...(changed as Partial<Assumed>) }),
);
