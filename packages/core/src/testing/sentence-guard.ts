/**
 * Reads a sentence as a stranger would and asks whether the plan has what it speaks of. Written apart from the code that makes the
 * sentences: it knows parts, habits and facts, and nothing of circuits.
 */

import { isCoin } from '../parts/cells.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { sheetNames } from '../sewing/sheet-names.ts';

interface Facts {
  readonly plan: Plan;
  readonly kinds: readonly PartKind[];
  has(is: (element: PartElement) => boolean): boolean;
  /** Names of the parts that are of a sort. */
  named(is: (kind: PartKind) => boolean): readonly string[];
}

function factsOf(plan: Plan): Facts {
  const names = sheetNames(plan);
  const parts = Object.values(plan.parts).map((part) => ({
    name: names.part(part.id),
    kind: kindOf(plan, part),
  }));
  return {
    plan,
    kinds: parts.map(({ kind }) => kind),
    has: (is) => parts.some(({ kind }) => kind.elements.some(is)),
    named: (is) => parts.filter(({ kind }) => is(kind)).map(({ name }) => name),
  };
}

const cell = (cellId: string) => (element: PartElement) =>
  element.kind === 'cell' && element.cellId === cellId;
const anyCell = (element: PartElement): boolean => element.kind === 'cell';
const turns = (kind: PartKind): boolean =>
  kind.elements.some(
    (element) =>
      (element.kind === 'cell' && element.switched) ||
      (element.kind === 'switch' && element.closedBy === 'hand'),
  );
const closedBy = (by: string) => (kind: PartKind) =>
  elementsOf(kind, 'switch').some((one) => one.closedBy === by);
const isHalf = (kind: PartKind): boolean => kind.elements.some((element) => element.kind === 'half');

/** A word or phrase, and what a plan must have for it. Sentences that forbid or warn in general are read by their own test. */
const WORDS: ReadonlyArray<
  readonly [phrase: RegExp, isThere: (facts: Facts, match: RegExpMatchArray) => boolean]
> = [
  [
    /\bcoin cells?\b/i,
    ({ has }, { input = '' }) =>
      has((element) => element.kind === 'cell' && isCoin(element)) || /spare (?:3 V )?coin cell/i.test(input),
  ],
  [/\b(?:un)?plug(?:ged)?\b/i, ({ has }) => has(cell('lithium-polymer'))],
  [
    /\bthe packs?\b|\blithium pack/i,
    ({ has, kinds }) => has(cell('lithium-polymer')) || kinds.some(({ isCellId }) => isCellId !== undefined),
  ],
  [/\bcells? (?:in|out)\b(?! of)|\bcells? into\b/i, ({ has }) => has(anyCell)],
  [/\bspare 3 V coin cell/i, ({ has }) => has(({ kind }) => kind === 'light')],
  [
    /\bturn (?!it |the piece )(.+?) (?:on|off)\b/i,
    ({ named }, [, name = '']) => named(turns).some((one) => name.endsWith(one)),
  ],
  [
    /\bpress (?!on the patch)(\S+ ?\S*)/i,
    ({ named }, [, name = '']) =>
      named(closedBy('press')).some((one) => name.startsWith(one.split(' ')[0] ?? '?')),
  ],
  [
    /\bmagnets?\b/i,
    ({ kinds }) =>
      kinds.some(
        ({ magnetism, elements }) =>
          magnetism === 'magnet' ||
          elements.some((one) => one.kind === 'switch' && one.closedBy === 'magnet'),
      ),
  ],
  [/\bclosed on\b|\bclose (?!beside).+ on\b/i, ({ named }) => named(isHalf).length > 0],
  [/\b(?:tie|untie|tied to)\b/i, ({ kinds }) => kinds.some(({ threadEnd }) => threadEnd !== undefined)],
  [
    /\blight sensor of\b/i,
    ({ kinds }) =>
      kinds.some((kind) => elementsOf(kind, 'cell').some(({ waitsForDark }) => waitsForDark === true)),
  ],
  [
    /(?<!no part has )\blegs?\b(?! ends fly| apart changes)/i,
    ({ kinds }) => kinds.some(({ holes }) => holes.some(({ form }) => form.endsWith('curl'))),
  ],
  [/\bprogram of\b/i, ({ has }) => has(({ kind }) => kind === 'pin')],
  [
    /\bboards?\b/i,
    ({ kinds, plan }) =>
      kinds.some(
        ({ noun, drawer }) => noun.includes('board') || drawer === 'Boards' || drawer === 'Sensors',
      ) || Object.values(plan.parts).length > 0,
  ],
  [/\bvarnish on\b/i, ({ plan }) => plan.habits.sealing === 'varnish'],
  [/\bfabric glue on\b/i, ({ plan }) => plan.habits.sealing === 'fabric-glue'],
  [/\bhot glue on\b/i, ({ plan }) => plan.habits.sealing === 'hot-glue'],
  [/\bwarm iron\b/i, ({ plan }) => plan.habits.marker === 'heat'],
  [/\bchalk\b/i, ({ plan }) => plan.habits.marker === 'chalk'],
  [
    /\bbobbin\b|\bMachine-sew\b/i,
    ({ plan }) => Object.values(plan.runs).some(({ stitchId }) => stitchId === 'bobbin'),
  ],
  [/\bthread\b.*\bneedle\b|^Start at|^Sew (?:back |once )/, ({ plan }) => Object.keys(plan.runs).length > 0],
  [/\bpatch\b/i, ({ plan }) => Object.keys(plan.patches).length > 0],
  [
    /\bawl\b/i,
    ({ kinds, plan }) =>
      kinds.some(({ needsHole }) => needsHole === true) ||
      panelOf(plan).kindId === 'leather-like' ||
      // Legs that are curled on the other face go through the cloth.
      Object.values(plan.parts).some(
        (part) =>
          part.face !== panelOf(plan).workedFace &&
          kindOf(plan, part).holes.some(({ form }) => /curl$/.test(form)),
      ),
  ],
  [
    /\bstrip\b/i,
    ({ plan }) => Object.values(plan.runs).some(({ threadId }) => threadId === 'insulated-wire'),
  ],
  [
    /\bevery light\b/i,
    ({ kinds }) => kinds.filter((kind) => kind.elements.some((one) => one.kind === 'light')).length > 1,
  ],
];

/** What never stands in a sentence for people. */
const NEVER = /undefined|NaN|\[object|null\b|Infinity|\{|\}|\s\s|\s[.,;:!]|\(\)|\.\./;

/** What a sentence of sheet, label, Bench or cautions says that the plan does not have; empty where it is true. */
export function untrueWords(plan: Plan, sentence: string): readonly string[] {
  const facts = factsOf(plan);
  const problems: string[] = [];
  const never = NEVER.exec(sentence);
  if (never !== null) problems.push(`“${never[0]}” stands in it`);
  if (!/[.)]$/.test(sentence)) problems.push('it does not end');
  for (const [phrase, isThere] of WORDS)
    for (const match of sentence.matchAll(new RegExp(phrase, `${phrase.flags}g`)))
      if (!isThere(facts, match)) problems.push(`nothing for “${match[0]}”`);
  problems.push(...unknownHoles(plan, sentence));
  return problems;
}

/** Holes that are named but are none of the plan's. */
function unknownHoles(plan: Plan, sentence: string): readonly string[] {
  const names = sheetNames(plan);
  const known = Object.values(plan.parts)
    .flatMap((part) =>
      kindOf(plan, part).holes.map((hole) => names.hole({ partId: part.id, holeId: hole.id })),
    )
    .sort((a, b) => b.length - a.length);
  let left = sentence;
  for (const name of known) left = left.replaceAll(name, '·');
  const match =
    /(?:the [+−] (?:hole|loop|square loop|tape joint)(?: \d+)? of|\bhole \w+ of|\bthe root of) [\w ]+/.exec(
      left,
    );
  return match === null ? [] : [`no hole is “${match[0]}”`];
}
