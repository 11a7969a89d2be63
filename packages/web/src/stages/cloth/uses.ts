import type { MarkingUse } from '@sashiko/core/cloth/cloth';

export interface UseWords {
  readonly id: MarkingUse;
  readonly title: string;
  /** Completes "make it …". */
  readonly phrase: string;
  readonly hint: string;
}

/** What a line on the cloth can be for, in the words of the tray. */
export const USES: readonly UseWords[] = [
  {
    id: 'mark',
    title: 'Mark',
    phrase: 'a mark',
    hint: 'Chalk: to place parts by and to sew along. It is printed on the pattern.',
  },
  {
    id: 'opening',
    title: 'Opening',
    phrase: 'an opening',
    hint: 'There is no cloth here: a buttonhole, a cut-out, a hole that is there already.',
  },
  {
    id: 'fold',
    title: 'Fold',
    phrase: 'a fold',
    hint: 'It is folded along this line: nothing stiff lies across it.',
  },
  { id: 'keep-out', title: 'Keep-out', phrase: 'a keep-out', hint: 'No stitch may go here.' },
  {
    id: 'dart',
    title: 'Dart',
    phrase: 'a dart',
    hint: 'Cloth that is folded away and sewn down: no stitch may go here.',
  },
  {
    id: 'zip',
    title: 'Zip',
    phrase: 'a zip',
    hint: 'The tape of a zip and its teeth: no stitch may go here.',
  },
  {
    id: 'binding',
    title: 'Binding',
    phrase: 'a binding',
    hint: 'A strip that is sewn round an edge: no stitch may go under it.',
  },
  {
    id: 'window',
    title: 'Window',
    phrase: 'a window',
    hint: 'Something must show here, such as a light or a sensor under a second layer.',
  },
  {
    id: 'reach',
    title: 'Reach',
    phrase: 'a zone of reach',
    hint: 'A hand gets here when the piece is closed: switches and cells belong inside.',
  },
];

/** The same by their id. */
export const usesById = Object.fromEntries(USES.map((use) => [use.id, use])) as Readonly<
  Record<MarkingUse, UseWords>
>;
