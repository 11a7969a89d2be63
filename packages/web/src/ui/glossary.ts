/** The words of the trade that not every textile maker knows, each said once. */

export interface Term {
  readonly word: string;
  readonly says: string;
}

export const GLOSSARY = {
  stop: {
    word: 'put right',
    says: 'It will not work like this, or is not safe: a thread that touches another it must not touch, a light the wrong way round. It is put right before sewing.',
  },
  mend: {
    word: 'mend',
    says: 'It may work, but is weak or wants doing: a gap that is tight, a piece that nothing switches off. You may also leave it, and say why.',
  },
  note: { word: 'note', says: 'Something to know. Nothing has to be done.' },
  gap: {
    word: 'gap',
    says: 'The free cloth between two threads that must not touch. Thread is hairy and a hand wanders, so it wants a few millimetres, more on cloth that gives.',
  },
  room: {
    word: 'the room a thread takes up',
    says: 'A sewn thread is never just where it is drawn: the hand or machine wanders, hairs stand off, the cloth gives. All that together is its room; two rooms must not meet.',
  },
  run: { word: 'run', says: 'One line of sewing from one hole to another.' },
  piece: {
    word: 'piece of thread',
    says: 'A length that is cut and threaded once. It may sew several runs, one after the other.',
  },
  patch: {
    word: 'patch',
    says: 'A small piece of cloth sewn between two threads where one has to go over the other, so that they do not touch.',
  },
  wish: {
    word: 'wish',
    says: 'Holes that are to be joined by thread. Wishes follow from the parts; threads fulfil them.',
  },
  ohm: {
    word: 'Ω, ohms',
    says: 'How much a thread holds the current back. Longer thread and fewer strands have more; a light at the end of many ohms is dim.',
  },
  bank: {
    word: 'bank',
    says: 'Lights that hang together on one pin of a board, and go on and off together.',
  },
  home: {
    word: 'home',
    says: 'A place for the power, or a board, that fits on the cloth, keeps its distance from edges and openings, and from which all threads can be led.',
  },
  inHand: {
    word: 'in hand',
    says: 'Of several panels, the one that was pressed last: the trays and the pointer are about it.',
  },
  fed: {
    word: 'fed',
    says: 'Joined to a source on both sides, so that current can flow: what is sewn to nothing is not fed.',
  },
  touching: {
    word: 'touching',
    says: 'Bare metal of two threads that comes together, where they cross or lie too near. What should be joined is sewn; what only touches is a short waiting to happen.',
  },
  figure: {
    word: 'figure',
    says: 'A number that was worked out: volts at a light, milliamps in a thread, millimetres to cut.',
  },
  fade: {
    word: 'fade',
    says: 'A pin that fades can turn a light down by degrees, by going on and off very fast. Other pins can only turn it on or off.',
  },
  reads: {
    word: 'reads',
    says: 'A pin that reads can tell how much, not only whether: how bright, how warm.',
  },
  bus: {
    word: 'bus',
    says: 'Two lines, data and clock, over which a sensor and a board talk. Both go from pin to pin.',
  },
  upload: {
    word: 'upload',
    says: 'Loading the program on to the board. Some pins are needed for that, and are better left without a light.',
  },
  spool: {
    word: 'spool',
    says: 'What is known of a thread you own: its ohms by the metre, measured on a swatch.',
  },
  draw: {
    word: 'to draw a thread',
    says: 'To choose its way over the cloth, from hole to hole. It is sewn later.',
  },
} as const satisfies Readonly<Record<string, Term>>;

export type TermId = keyof typeof GLOSSARY;
