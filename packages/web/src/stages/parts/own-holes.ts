/** Work on the holes of a described part that saves typing: a fresh one, names in order, figures copied down. */
import type { OwnHole, OwnModel, OwnPart, OwnRole } from '@sashiko/core/parts/own-part-schema';

type Holes = OwnPart['holes'];

/** A hole of the usual size under an id that is free. */
export function newHole(holes: Holes, x: number, y: number): OwnHole {
  const taken = new Set(holes.map((hole) => hole.id));
  let number = holes.length + 1;
  while (taken.has(`hole-${number}`)) number += 1;
  return {
    id: `hole-${number}`,
    x,
    y,
    diameterMm: 2,
    padMm: 4,
    role: 'pin',
    label: '',
    joinedAs: '',
    abilities: [],
  };
}

/** From the rim to the middle of a hole, where nobody has measured it yet, mm. */
const RIM_MM = 6;

/** What the holes of a part usually are: to begin with, where none is described. */
const USUAL_ROLES: Readonly<Record<OwnModel['kind'], readonly OwnRole[]>> = {
  none: [],
  // Spread round the board, or along its edges, all at once.
  board: [],
  light: ['plus', 'minus'],
  cell: ['plus', 'minus'],
  switch: ['joined', 'joined'],
  half: ['joined'],
  magnet: [],
  pack: [],
  resistor: ['joined', 'joined'],
  load: ['plus', 'minus'],
};

/** The holes a part of this kind usually has, left and right of its middle near the rim. */
export function usualHoles({ kind }: Pick<OwnModel, 'kind'>, outline: OwnPart['outline']): Holes {
  const widthMm = outline.form === 'round' ? outline.acrossMm : outline.widthMm;
  const x = Math.max(2, widthMm / 2 - RIM_MM);
  return USUAL_ROLES[kind].map((role, i) => ({
    ...newHole([], i === 0 ? -x : x, 0),
    id: `hole-${i + 1}`,
    role,
    // Two holes that are joined by a switch are two terminals: each has a word of its own.
    joinedAs: role === 'joined' ? String.fromCharCode(97 + i) : '',
  }));
}

/** Where the middle of a part is from its upper left corner, mm: what is added to a place to measure it from the edges. */
export function edgesFrom(outline: OwnPart['outline']): { readonly x: number; readonly y: number } {
  return outline.form === 'round'
    ? { x: outline.acrossMm / 2, y: outline.acrossMm / 2 }
    : { x: outline.widthMm / 2, y: outline.heightMm / 2 };
}

/** Letters of a printed name, at most. */
export const LONGEST_LABEL = 8;

/** `P0` names P0, P1, P2, …; words with commas name hole by hole. Holes there is no word for keep theirs. */
export function namedInOrder(holes: Holes, names: string): Holes {
  const words = names.split(',').map((word) => word.trim());
  const match = /^(.*?)(\d+)$/.exec(words[0] ?? '');
  const nameAt = (i: number): string | undefined =>
    words.length > 1 || match === null ? words[i] : `${match[1]}${Number(match[2]) + i}`;
  return holes.map((hole, i) => ({ ...hole, label: (nameAt(i) ?? hole.label).slice(0, LONGEST_LABEL) }));
}

/** Gives all holes after one its sizes, role, abilities and current. */
export function copiedDown(holes: Holes, index: number): Holes {
  const source = holes[index];
  if (source === undefined) return holes;
  const { diameterMm, padMm, role, abilities, mostMa } = source;
  const facts = { diameterMm, padMm, role, abilities, ...(mostMa === undefined ? {} : { mostMa }) };
  return holes.map((hole, i) => (i > index ? { ...hole, ...facts } : hole));
}

/** The holes with some of one changed; a current of null is not known. */
export function withHole(
  holes: Holes,
  index: number,
  { mostMa, ...changes }: Partial<Omit<OwnHole, 'mostMa'>> & { readonly mostMa?: number | null },
): Holes {
  return holes.map((hole, i) => {
    if (i !== index) return hole;
    if (mostMa === undefined) return { ...hole, ...changes };
    const { mostMa: _old, ...rest } = hole;
    return { ...rest, ...changes, ...(mostMa === null ? {} : { mostMa }) };
  });
}
