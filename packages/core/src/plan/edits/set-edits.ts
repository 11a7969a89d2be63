/** Ready pieces of several panels: taken as a whole, and changed as a whole. */
import { clothBox } from '../../cloth/cloth.ts';
import { maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { pieceIdOf, piecesOfSet, type SetEdge } from '../../cloth/piece-set.ts';
import { maybePieceSet } from '../../cloth/piece-sets.ts';
import type { Sizes } from '../../cloth/ready-piece.ts';
import { sizeProblem } from '../../cloth/size-problem.ts';
import { fail, type Result } from '../../errors/problem.ts';
import type { Change, Edit } from '../edit.ts';
import { firstPanel, panelsOf } from '../panels.ts';
import type { Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { freePanelName, freePlace, panelIdOf } from './panel-edits.ts';
import { seamIdOf } from './seam-edits.ts';
import { workIdOf } from './sewing-edits.ts';

/** Whether nothing lies on the panels of a plan yet: a ready piece then takes their place. */
export function isBare(plan: Plan): boolean {
  return (
    Object.keys(plan.parts).length === 0 &&
    Object.keys(plan.seams).length === 0 &&
    plan.backdrop === null &&
    panelsOf(plan).every(({ markings }) => Object.keys(markings).length === 0)
  );
}

/**
 * Takes a ready piece of several panels, with its seams and works, in its usual sizes or in those given. Where nothing lies on the table yet it
 * takes the place of what is there, else it comes beside it. Its first panel's id is `panelIdOf(plan.nextNumber)`. Fails where there is no such kind.
 */
export function takeSet(plan: Plan, setId: string, sizes: Sizes = {}): Result<Edit> {
  const set = maybePieceSet(setId);
  if (set === undefined) return fail('unknown-kind', `There is no ready piece "${setId}".`);
  const all = { ...Object.fromEntries(set.sizes.map(({ id, usualMm }) => [id, usualMm])), ...sizes };
  const problem = piecesOfSet(set)
    .map((piece) => sizeProblem(piece, all))
    .find((one) => one !== null);
  if (problem !== undefined) return { ok: false, problem };
  const seams = set.seams(all);
  const { first, change } = takeNumbers(plan, set.panels.length + seams.length + set.works.length);
  const like = firstPanel(plan);
  const isFresh = isBare(plan);
  const changes: Change[] = [change];
  let next: Plan = isFresh ? { ...plan, panels: {} } : plan;
  const idOf = new Map(set.panels.map(({ key }, i) => [key, panelIdOf(first + i)]));
  for (const one of set.panels) {
    const { key, name, kindId: own, grainDeg } = one;
    const kind = own === undefined ? undefined : maybeClothKind(own);
    const shape: Panel['shape'] = { kind: 'ready', pieceId: pieceIdOf(set, one), sizes: all };
    const box = clothBox({ shape });
    const panel: Panel = {
      ...like,
      id: idOf.get(key) as string,
      name: freePanelName(next, name),
      table: { at: panelsOf(next).length === 0 ? { x: 0, y: 0 } : freePlace(next, box), turnDeg: 0 },
      shape,
      ...(kind === undefined
        ? {}
        : { kindId: kind.id, thicknessMm: kind.thicknessMm, looseness: kind.looseness }),
      ...(grainDeg === undefined ? {} : { grainDeg }),
      markings: {},
    };
    next = { ...next, panels: { ...next.panels, [panel.id]: panel } };
    changes.push({ table: 'panels', id: panel.id, before: null, after: panel });
  }
  if (isFresh)
    for (const before of panelsOf(plan))
      changes.push({ table: 'panels', id: before.id, before, after: null });
  const edge = ({ panel, from, to }: SetEdge) => ({ panelId: idOf.get(panel) as string, from, to });
  for (const [i, { a, b, reversed, ...seam }] of seams.entries()) {
    const id = seamIdOf(first + set.panels.length + i);
    const after = { ...seam, id, a: edge(a), b: { ...edge(b), reversed } };
    changes.push({ table: 'seams', id, before: null, after });
  }
  for (const [i, work] of set.works.entries()) {
    const id = workIdOf(first + set.panels.length + seams.length + i);
    changes.push({ table: 'works', id, before: null, after: { ...work, id } });
  }
  return checkEdit(plan, `take the piece “${set.title.toLowerCase()}”`, changes);
}
