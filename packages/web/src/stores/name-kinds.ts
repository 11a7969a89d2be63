/** Names on the cloth by what they name, so that those that are in the way can be left out. */
import { hasElement } from '@sashiko/core/parts/part-element';
import type { PartKind } from '@sashiko/core/parts/part-kind';

/** Names can be hidden by these kinds. */
export const NAME_KINDS = {
  lights: 'Lights',
  power: 'Power and switches',
  boards: 'Boards and sensors',
  rest: 'All else',
} as const;

/** One of the kinds by which names are hidden. */
export type NameKind = keyof typeof NAME_KINDS;

/** What a part's name counts among. */
export function nameKindOf(kind: PartKind): NameKind {
  const has = (...elements: Parameters<typeof hasElement>[1][]): boolean =>
    elements.some((element) => hasElement(kind, element));
  if (has('pin')) return 'boards';
  if (has('light')) return 'lights';
  if (has('cell', 'switch', 'half')) return 'power';
  return has('load', 'regulator') ? 'boards' : 'rest';
}
