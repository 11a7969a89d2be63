/** Kinds of cloth, and what they do to the spacing of threads. A new kind is one entry here. */

export interface ClothKind {
  readonly id: string;
  readonly title: string;
  /** Default thickness of one layer in mm (memory; the maker may type the measured one). */
  readonly thicknessMm: number;
  /** How much wider a thread's envelope becomes because the cloth gives (assumption, shown to the maker). */
  readonly looseness: number;
  /** How the drawing paints it: a dark and a light weave are enough to read stitches on. */
  readonly hint: string;
}

/** Thickness from memory of typical goods; looseness: firm 1.0, knits 1.5, loose knits 2.0 (assumption). */
export const CLOTH_KINDS: readonly ClothKind[] = [
  { id: 'felt', title: 'Felt', thicknessMm: 2, looseness: 1, hint: 'Firm, does not fray; holds parts well.' },
  { id: 'firm-woven', title: 'Firm woven', thicknessMm: 0.7, looseness: 1, hint: 'Canvas, denim, twill.' },
  {
    id: 'light-woven',
    title: 'Light woven',
    thicknessMm: 0.3,
    looseness: 1,
    hint: 'Shirting, lawn; frays at the edge.',
  },
  {
    id: 'knit',
    title: 'Knit',
    thicknessMm: 0.8,
    looseness: 1.5,
    hint: 'Jersey: lines wander when it stretches.',
  },
  {
    id: 'loose-knit',
    title: 'Loose knit',
    thicknessMm: 2,
    looseness: 2,
    hint: 'Hand knitting: keep lines far apart.',
  },
];

/** The kind with this id, or undefined. */
export function maybeClothKind(id: string): ClothKind | undefined {
  return CLOTH_KINDS.find((kind) => kind.id === id);
}

/** Colours a cloth may be shown in; for the eye only, the sums do not use them. */
export interface ClothColour {
  readonly id: string;
  readonly title: string;
  /** sRGB of the cloth. */
  readonly hex: string;
  /** Whether pale lines read better on it. */
  readonly isDark: boolean;
}

export const CLOTH_COLOURS: readonly ClothColour[] = [
  { id: 'indigo', title: 'Indigo', hex: '#25335c', isDark: true },
  { id: 'undyed', title: 'Undyed cotton', hex: '#efe6d2', isDark: false },
  { id: 'slate', title: 'Slate', hex: '#4a5260', isDark: true },
  { id: 'moss', title: 'Moss', hex: '#46583f', isDark: true },
  { id: 'sand', title: 'Sand', hex: '#d9c49a', isDark: false },
  { id: 'plum', title: 'Plum', hex: '#573552', isDark: true },
];

/** The colour with this id, or undefined. */
export function maybeClothColour(id: string): ClothColour | undefined {
  return CLOTH_COLOURS.find((colour) => colour.id === id);
}
