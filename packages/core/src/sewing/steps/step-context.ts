/** What every builder of steps looks at. */

import { type Face, faceName } from '../../cloth/cloth.ts';
import { type ApartProof, apartProofs } from '../../meter/apart.ts';
import { type ElementKind, hasElement } from '../../parts/part-element.ts';
import type { Piece } from '../../pieces/piece.ts';
import { SPLICE_STITCHES } from '../../pieces/piece-length.ts';
import { cutPieces } from '../../pieces/pieces.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { panelOf } from '../../plan/panels.ts';
import type { Part, Run } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { type PowerWords, powerWords } from '../../power/source-words.ts';
import { sourcesOf } from '../../power/sources.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { formatLength } from '../../units/length.ts';
import { type SheetNames, sheetNames } from '../sheet-names.ts';
import type { StepGroup } from '../step.ts';

export interface StepContext {
  readonly plan: Plan;
  readonly pieces: readonly Piece[];
  readonly names: SheetNames;
  /** What the power of the piece is called and how it is taken out; null where it has none. */
  readonly power: PowerWords | null;
  /** What has to be proved apart before power goes into each source. */
  readonly proofs: readonly ApartProof[];
}

export function stepContext(plan: Plan, pieces: readonly Piece[] = cutPieces(plan)): StepContext {
  return {
    plan,
    pieces,
    names: sheetNames(plan),
    power: powerWords(sourcesOf(plan)),
    proofs: apartProofs(plan),
  };
}

/** Under which heading a piece is sewn. */
export function groupOf(piece: Piece): StepGroup {
  if (piece.side === '+') return 'Sew the + side';
  return piece.side === '-' ? 'Sew the − side' : 'Sew the rest';
}

export function partsWith(plan: Plan, kind: ElementKind): readonly Part[] {
  return Object.values(plan.parts).filter((part) => hasElement(kindOf(plan, part), kind));
}

/** The face a line is worked on: it lies up while it is sewn. */
export function workedFace(plan: Plan, run: Pick<Run, 'face' | 'panelId'>): Face {
  return run.face ?? panelOf(plan, run).workedFace;
}

/** `5 tight loops`, `1 tight loop`. */
export function loopWords(count: number): string {
  return `${count} tight ${count === 1 ? 'loop' : 'loops'}`;
}

/** The id of a line's step: passes after the first are numbered. */
export function passStepId(piece: Piece, i: number): string {
  const run = piece.passes[i]?.run;
  const nth = piece.passes.slice(0, i).filter((pass) => pass.run === run).length + 1;
  return `sew:${run?.id ?? ''}${nth === 1 ? '' : `:${nth}`}`;
}

/** How a line is sewn, where it is not in plain running stitch, worked on the face of the cloth. */
export function mannerOf(plan: Plan, run: Run): string {
  const words = [
    maybeStitchKind(run.stitchId)?.manner ?? '',
    run.face === undefined ? '' : `from the ${faceName(run.face)}`,
    ...(run.splicesMm ?? []).map(
      (mm) =>
        `spliced after ${formatLength(mm, plan.habits.unit, 0)} by sewing over the last ${SPLICE_STITCHES} stitches`,
    ),
  ].filter((word) => word !== '');
  return words.length === 0 ? '' : `, ${words.join(', ')}`;
}
