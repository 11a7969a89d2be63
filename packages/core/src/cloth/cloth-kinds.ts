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
  { id: 'light-woven', title: 'Light woven', thicknessMm: 0.3, looseness: 1, hint: 'Shirting, lawn; frays at the edge.' },
  { id: 'knit', title: 'Knit', thicknessMm: 0.8, looseness: 1.5, hint: 'Jersey: lines wander when it stretches.' },
  { id: 'loose-knit', title: 'Loose knit', thicknessMm: 2, looseness: 2, hint: 'Hand knitting: keep lines far apart.' },
];

/** The kind with this id, or undefined. */
export function maybeClothKind(id: string): ClothKind | undefined {
  return CLOTH_KINDS.find((kind) => kind.id === id);
}
