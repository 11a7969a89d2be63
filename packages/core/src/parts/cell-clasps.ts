/**
 * A clasp of two magnets with the cell between them: holder, contact and switch at once. The half joined to + lies on the can, the other
 * on the − face; opening takes both away from the cell.
 */
import { poleOption, roundHalf } from './closures.ts';
import { COIN_CELL_ID } from './coin-holders.ts';
import type { PartElement } from './part-element.ts';
import { type PartKind, type PartOption, parametricPart } from './part-kind.ts';
import { disc } from './shapes.ts';

/** The terminal on which the − face of the cell lies. */
const FACE = 'face';

/**
 * Where the rim of the can begins on the − side of a 20 mm cell: its − face is no wider than this, mm across (from memory of typical cells;
 * the rim is +).
 */
export const RIM_INSIDE_MM = 17;
/** The rim stays clear of the magnet by this all round, mm (assumption). */
export const RIM_CLEAR_MM = 1;

const MAGNET: PartOption = {
  id: 'magnetMm',
  title: 'Its magnet, across',
  unit: 'mm',
  smallest: 6,
  largest: 20,
  usual: 12,
  isBought: true,
};

/** One half: a disc magnet in a metal cup with four holes. */
export function cellClaspHalf(sign: '+' | '-'): PartKind {
  const isPlus = sign === '+';
  const mateId = isPlus ? 'cell-clasp-minus' : 'cell-clasp-plus';
  return parametricPart([MAGNET, poleOption(isPlus ? 0 : 1)], ({ magnetMm = 12 }) => {
    const half = roundHalf(
      {
        id: isPlus ? 'cell-clasp-plus' : 'cell-clasp-minus',
        mateId,
        title: `Clasp of magnets round a coin cell, ${isPlus ? '+' : '−'} half`,
        noun: isPlus ? 'plus clasp' : 'minus clasp',
        description: isPlus
          ? 'Lies on the + face of the cell. The cell is held by the two magnets alone and comes loose at every opening: never within a child’s reach.'
          : 'Lies on the − face of the cell, smaller than that face: the rim of the cell is +, and a magnet that touches it shorts the cell.',
        source:
          'dimensions and contact 0.3 Ω: assumption, our own part; cell 20 mm × 3.2 mm: IEC 60086 size code (from memory)',
        massG: 3,
        magnetism: 'magnet',
        onOhm: 0.3,
      },
      Math.max(8, magnetMm / 2 + 3),
      [disc('magnet', 0, 0, magnetMm / 2), disc('slot', 0, 0, 1.5)],
    );
    const own: readonly PartElement[] = isPlus
      ? [
          {
            kind: 'cell',
            plus: 'metal',
            minus: FACE,
            cellId: COIN_CELL_ID,
            count: 1,
            switched: false,
          },
          { kind: 'half', terminal: FACE, onOhm: 0.3 },
        ]
      : [{ kind: 'half', terminal: FACE, onOhm: 0.3 }];
    return {
      ...half,
      holes: half.holes.map((hole) => ({ ...hole, terminal: isPlus ? 'metal' : FACE, sign })),
      elements: own,
      ...(isPlus ? { inner: [FACE] } : {}),
      clasps: isPlus ? ('+' as const) : ('-' as const),
      placing: isPlus
        ? 'Mark the pole of {name} that looks up. It is the half joined to +: the + face of the cell (the wide one, marked +) comes to lie on it.'
        : 'Mark the pole of {name} that looks up: through the cell it must pull at the other half, not push it away. The − face of the cell (the smaller one) comes to lie on it, and nothing of it may touch the rim of the cell.',
    };
  });
}
