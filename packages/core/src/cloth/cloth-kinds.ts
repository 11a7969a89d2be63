/** Kinds of cloth, and what they do to the spacing of threads. A new kind is one entry here. */

export interface ClothKind {
  readonly id: string;
  readonly title: string;
  /** Default thickness of one layer in mm (memory; the maker may type the measured one). */
  readonly thicknessMm: number;
  /** How much wider a thread's envelope becomes because the cloth gives (assumption, shown to the maker). */
  readonly looseness: number;
  /** How its cut edge behaves. */
  readonly fray: 'none' | 'some' | 'much';
  /** Its holes are made before it is sewn: a needle alone does not go through, or tears it. */
  readonly isPierced?: true;
  /** What a maker should know of it, in a sentence. */
  readonly hint: string;
}

/** Thickness and fray from memory of typical goods; looseness: firm 1.0, knits 1.5, loose knits and lace 2.0 (assumption). */
export const CLOTH_KINDS: readonly ClothKind[] = [
  kind('felt', 'Felt', 2, 1, 'none', 'Firm, does not fray; holds parts well.'),
  kind('firm-woven', 'Firm woven', 0.7, 1, 'some', 'Canvas, denim, twill.'),
  kind('light-woven', 'Light woven', 0.3, 1, 'much', 'Shirting, lawn; frays at the edge.'),
  kind('knit', 'Knit', 0.8, 1.5, 'none', 'Jersey: lines wander when it stretches.'),
  kind('loose-knit', 'Loose knit', 2, 2, 'some', 'Hand knitting: keep lines far apart.'),
  kind('fleece', 'Fleece', 2.5, 1.5, 'none', 'Soft and thick; it gives, and its pile hides loose loops.'),
  kind('faux-fur', 'Faux fur', 3, 1.5, 'some', 'Sew on its backing; comb the pile out of the stitches.'),
  {
    ...kind('leather-like', 'Leather-like', 1.2, 1, 'none', 'Every needle hole stays: mark well, sew once.'),
    isPierced: true,
  },
  kind('lace', 'Lace', 0.5, 2, 'much', 'More hole than cloth: threads wander and show on both faces.'),
];

function kind(
  id: string,
  title: string,
  thicknessMm: number,
  looseness: number,
  fray: ClothKind['fray'],
  hint: string,
): ClothKind {
  return { id, title, thicknessMm, looseness, fray, hint };
}

/** The kind with this id, or undefined. */
export function maybeClothKind(id: string): ClothKind | undefined {
  return CLOTH_KINDS.find((kind) => kind.id === id);
}

/** Whether holes are made in cloth of this kind before it is sewn. */
export function isPierced(kindId: string): boolean {
  return maybeClothKind(kindId)?.isPierced === true;
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
