/** Edits of a panel, the plan's only one where none is named: its outline, its cloth, the lines and areas on it. */

import {
  type Cloth,
  type ClothShape,
  isLineUse,
  LARGEST_PIECE_MM,
  type Marking,
  type MarkingUse,
} from '../../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { type Sizes, usualSizes } from '../../cloth/ready-piece.ts';
import { maybeReadyPiece } from '../../cloth/ready-pieces.ts';
import { sizeProblem } from '../../cloth/size-problem.ts';
import { fail, type Result, succeed } from '../../errors/problem.ts';
import { type CurveNode, mapNode } from '../../geometry/curve.ts';
import { snapToMicrometre } from '../../geometry/point.ts';
import { asName } from '../../units/letters.ts';
import { inIdOrder } from '../../units/words.ts';
import type { Change, Edit } from '../edit.ts';
import { type OnPanel, panelOf, panelsOf, panelsOfSameSet, panelWithMarking } from '../panels.ts';
import { LONGEST_NAME, type Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/** A name as it may be stored, or why not: one line, trimmed, 1 to 120 letters. Fails for an empty name or for one that is too long. */
export function tidyName(text: string): Result<string> {
  const name = asName(text.replace(/\s+/g, ' '));
  if (name === '') return fail('name-empty');
  if (name.length > LONGEST_NAME) return fail('name-too-long', `It has ${name.length}.`);
  return succeed(name);
}

function clothEdit(
  plan: Plan,
  label: string,
  of: OnPanel | undefined,
  after: Partial<Cloth>,
  more: readonly Change[] = [],
): Result<Edit> {
  const panel = panelOf(plan, of);
  return checkEdit(plan, label, [
    ...more,
    { table: 'panels', id: panel.id, before: panel, after: { ...panel, ...after } as Panel },
  ]);
}

/** Gives a panel another outline. Refused when a part or a bend would then lie outside. */
function reshape(plan: Plan, label: string, of: OnPanel | undefined, shape: ClothShape): Result<Edit> {
  return clothEdit(plan, label, of, { shape });
}

/** Takes a ready piece in its usual sizes, or in those given. Fails where there is no such kind. */
export function takePiece(plan: Plan, pieceId: string, sizes: Sizes = {}, of?: OnPanel): Result<Edit> {
  const piece = maybeReadyPiece(pieceId);
  if (piece === undefined)
    return fail('unknown-kind', `There is no ready piece "${pieceId}".`, 'shape.pieceId');
  const all = { ...usualSizes(piece), ...sizes };
  const problem = sizeProblem(piece, all);
  if (problem !== null) return { ok: false, problem };
  return reshape(plan, `take the piece “${piece.title.toLowerCase()}”`, of, {
    kind: 'ready',
    pieceId,
    sizes: all,
  });
}

/** Gives a ready piece other sizes; those that are not named stay. Refused for a drawn piece. */
export function resizePiece(plan: Plan, sizes: Sizes, of?: OnPanel): Result<Edit> {
  const { shape } = panelOf(plan, of);
  for (const [id, size] of Object.entries(sizes)) {
    if (!(size > 0)) return fail('size-not-positive', `(${size} mm)`, `cloth.shape.sizes.${id}`);
    if (size > LARGEST_PIECE_MM) return fail('size-too-large', `(${size} mm)`, `cloth.shape.sizes.${id}`);
  }
  if (shape.kind !== 'ready') return fail('not-a-ready-piece', '', 'cloth.shape');
  const panels = panelsOfSameSet(plan, { panelId: panelOf(plan, of).id });
  for (const { shape: own } of panels) {
    const piece = own.kind === 'ready' ? maybeReadyPiece(own.pieceId) : undefined;
    const problem =
      piece === undefined ? null : sizeProblem(piece, { ...shape.sizes, ...sizes }, shape.sizes);
    if (problem !== null) return { ok: false, problem };
  }
  return checkEdit(
    plan,
    'change the size of the cloth',
    panels.map((panel): Change => {
      const resized = { ...shape, ...panel.shape, sizes: { ...shape.sizes, ...sizes } } as Panel['shape'];
      return { table: 'panels', id: panel.id, before: panel, after: { ...panel, shape: resized } };
    }),
  );
}

/** Gives the piece a drawn outline: a closed line that does not cross itself. Fails where it crosses itself, or a part would be left outside. */
export function drawOutline(
  plan: Plan,
  nodes: readonly CurveNode[],
  label = 'draw the outline',
  of?: OnPanel,
): Result<Edit> {
  return reshape(plan, label, of, { kind: 'drawn', nodes: nodes.map(committed) });
}

function committed(node: CurveNode): CurveNode {
  return mapNode(node, snapToMicrometre);
}

/** The id a marking gets from a fresh number. */
export function markingIdOf(number: number): string {
  return `m${number}`;
}

/** What a new marking of a use is called. */
const USE_NAMES: Readonly<Record<MarkingUse, string>> = {
  mark: 'mark',
  opening: 'opening',
  fold: 'fold',
  'keep-out': 'keep-out',
  dart: 'dart',
  zip: 'zip',
  binding: 'binding',
  window: 'window',
  reach: 'reach',
};

export interface MarkingDraft {
  readonly use: MarkingUse;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
  readonly name?: string;
}

/** Draws lines and areas on the cloth. Their ids follow `plan.nextNumber` in the given order. Fails where one has too few nodes or crosses itself. */
export function addMarkings(
  plan: Plan,
  drafts: readonly MarkingDraft[],
  label?: string,
  of?: OnPanel,
): Result<Edit> {
  const { first, change } = takeNumbers(plan, drafts.length);
  const markings: Record<string, Marking> = { ...panelOf(plan, of).markings };
  for (const [i, draft] of drafts.entries()) {
    const given = tidyName(draft.name ?? freeMarkingName(markings, draft.use));
    if (!given.ok) return given;
    const id = markingIdOf(first + i);
    const closed = isLineUse(draft.use) ? draft.closed : true;
    markings[id] = { id, use: draft.use, name: given.value, closed, nodes: draft.nodes.map(committed) };
  }
  const only = drafts.length === 1 ? drafts[0] : undefined;
  const words = only === undefined ? `draw ${drafts.length} lines` : `draw ${articled(USE_NAMES[only.use])}`;
  return clothEdit(plan, label ?? words, of, { markings: inIdOrder(markings) }, [change]);
}

function articled(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;
}

function freeMarkingName(markings: Readonly<Record<string, Marking>>, use: MarkingUse): string {
  const taken = new Set(Object.values(markings).map((marking) => marking.name));
  let number = 1;
  while (taken.has(`${USE_NAMES[use]} ${number}`)) number += 1;
  return `${USE_NAMES[use]} ${number}`;
}

/** Changes a marking: its use, its name, its nodes. An area becomes closed by being one. Fails where a marking is not there. */
export function changeMarking(
  plan: Plan,
  markingId: string,
  change: Partial<Omit<Marking, 'id'>>,
  label?: string,
): Result<Edit> {
  const panel = panelWithMarking(plan, markingId);
  const marking = panel?.markings[markingId];
  if (panel === undefined || marking === undefined)
    return fail('unknown-marking', '', `markings.${markingId}`);
  const name = change.name === undefined ? succeed(marking.name) : tidyName(change.name);
  if (!name.ok) return name;
  const use = change.use ?? marking.use;
  const after: Marking = {
    ...marking,
    ...change,
    name: name.value,
    closed: isLineUse(use) ? (change.closed ?? marking.closed) : true,
    nodes: (change.nodes ?? marking.nodes).map(committed),
  };
  return clothEdit(plan, label ?? `change ${marking.name}`, onPanel(panel), {
    markings: { ...panel.markings, [markingId]: after },
  });
}

/** Wipes lines and areas off the cloth, on whatever panels they are. Fails where a marking is not there. */
export function deleteMarkings(plan: Plan, markingIds: readonly string[]): Result<Edit> {
  const missing = markingIds.find((id) => panelWithMarking(plan, id) === undefined);
  if (missing !== undefined) return fail('unknown-marking', '', `markings.${missing}`);
  const gone = new Set(markingIds);
  const [first = ''] = markingIds;
  const only = markingIds.length === 1 ? panelWithMarking(plan, first)?.markings[first]?.name : undefined;
  const changes = panelsOf(plan).flatMap((panel): readonly Change[] => {
    const left = Object.entries(panel.markings).filter(([id]) => !gone.has(id));
    return left.length === Object.keys(panel.markings).length
      ? []
      : [
          {
            table: 'panels',
            id: panel.id,
            before: panel,
            after: { ...panel, markings: Object.fromEntries(left) },
          },
        ];
  });
  return checkEdit(plan, `wipe off ${only ?? `${markingIds.length} lines`}`, changes);
}

function onPanel({ id }: Panel): OnPanel {
  return { panelId: id };
}

/** Takes another kind of cloth, with that kind's thickness and looseness. Fails where there is no such kind. */
export function changeClothKind(plan: Plan, kindId: string, of?: OnPanel): Result<Edit> {
  const kind = maybeClothKind(kindId);
  if (kind === undefined) return fail('unknown-kind', `There is no cloth "${kindId}".`, 'cloth.kindId');
  const { thicknessMm, looseness } = kind;
  return clothEdit(plan, `take ${kind.title.toLowerCase()}`, of, { kindId, thicknessMm, looseness });
}

/** Shows the cloth in another colour. Fails where there is no such kind. */
export function dyeCloth(plan: Plan, colourId: string, of?: OnPanel): Result<Edit> {
  const colour = maybeClothColour(colourId);
  if (colour === undefined)
    return fail('unknown-kind', `There is no cloth colour "${colourId}".`, 'cloth.colourId');
  return clothEdit(plan, `take ${colour.title.toLowerCase()} cloth`, of, { colourId });
}

/** Sets measured facts of the cloth: thickness (0.05–20 mm), looseness (1–3). Fails for a value out of its range. */
export function measureCloth(
  plan: Plan,
  measured: { readonly thicknessMm?: number; readonly looseness?: number },
  of?: OnPanel,
): Result<Edit> {
  return clothEdit(plan, 'set what was measured of the cloth', of, measured);
}

/** Chooses the face that is sewn on. Fails as `checkEdit` does: where what it makes would not be sound. */
export function chooseWorkedFace(plan: Plan, workedFace: Cloth['workedFace'], of?: OnPanel): Result<Edit> {
  return clothEdit(plan, `work on the ${workedFace} side`, of, { workedFace });
}

/** Says whether the wrong side is seen when the piece is done. Fails as `checkEdit` does: where what it makes would not be sound. */
export function showWrongSide(plan: Plan, wrongSideSeen: boolean, of?: OnPanel): Result<Edit> {
  const label = wrongSideSeen ? 'let both sides be seen' : 'hide the wrong side';
  return clothEdit(plan, label, of, { wrongSideSeen });
}
