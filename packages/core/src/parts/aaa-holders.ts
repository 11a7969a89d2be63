/** Holders of one or two AAA cells: a box with two holes at each end. */
import { type PartKind, plainPart } from './part-kind.ts';
import { box, boxOutline, eyelet } from './shapes.ts';

/** A holder for `count` cells in a row, with a converter to 5 V or without. */
export function aaaHolder(count: 1 | 2, boost: boolean): PartKind {
  const heightMm = count === 1 ? 16 : 27;
  const title = count === 1 ? 'AAA holder' : 'Holder for two AAA';
  const volt = count === 1 ? '1.5 V' : '3 V';
  const y = heightMm / 2 - 4;
  return plainPart({
    id: `aaa-holder-${count}${boost ? '-boost' : ''}`,
    title: boost ? `${title} with boost to 5 V` : title,
    noun: 'holder',
    drawer: 'Power',
    description: boost
      ? `${volt} lifted to 5 V by a converter of about 85 %: a short makes it hot, lights need resistors.`
      : count === 1
        ? '1.5 V: too little for any light on its own; for boards that lift it themselves.'
        : '3 V from two cells in a row; gives far more current than a coin cell, so bare lights need resistors.',
    source:
      'dimensions: assumption, our own part; cell 10.5 mm × 44.5 mm: AAA size (from memory); 85 %: handbook figure',
    outline: boxOutline(64, heightMm),
    holes: [
      eyelet('minus-1', { x: -29, y: -y }, 'minus', '-'),
      eyelet('minus-2', { x: -29, y }, 'minus', '-'),
      eyelet('plus-1', { x: 29, y: -y }, 'plus', '+'),
      eyelet('plus-2', { x: 29, y }, 'plus', '+'),
    ],
    shapes: [
      box('board', 0, 0, 64, heightMm, 3),
      ...(count === 1 ? [0] : [-5.6, 5.6]).map((at) => box('cell', 0, at, 44.5, 10.5, 2)),
      ...(boost ? [box('chip', 25, 0, 4, 5)] : []),
      box('slot', -25, 0, 4, 7, 1.5),
      box('slide', -25, -1.4, 3, 3.4),
    ],
    elements: [
      {
        kind: 'cell',
        plus: 'plus',
        minus: 'minus',
        cellId: 'aaa-alkaline',
        count,
        switched: true,
        ...(boost ? { boostV: 5, chip: true as const } : {}),
      },
    ],
    // About 11.5 g a cell (memory), the rest plastic.
    massG: 11.5 * count + 5,
    magnetism: 'steel',
    spots: [{ id: 'slide', title: 'slide', at: { x: -25, y: 0 }, radiusMm: 3 }],
  });
}
