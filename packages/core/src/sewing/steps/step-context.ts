/** What every builder of steps looks at. */
import { cutPieces, type Piece } from '../../nets/pieces.ts';
import { type ElementKind, hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/placed.ts';
import type { Part, Plan } from '../../plan/schema.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { type SheetNames, sheetNames } from '../sheet-names.ts';
import type { StepGroup } from '../step.ts';

export interface StepContext {
  readonly plan: Plan;
  readonly pieces: readonly Piece[];
  readonly names: SheetNames;
}

export function stepContext(plan: Plan, pieces: readonly Piece[] = cutPieces(plan)): StepContext {
  return { plan, pieces, names: sheetNames(plan) };
}

/** Whether a piece is sewn with needle and thread; wire and tape are laid. */
export function isThread(piece: Piece): boolean {
  return maybeThreadKind(piece.threadId)?.form === 'thread';
}

/** Under which heading a piece is sewn. */
export function groupOf(piece: Piece): StepGroup {
  if (piece.side === '+') return 'Sew the + side';
  return piece.side === '-' ? 'Sew the − side' : 'Sew the rest';
}

export function partsWith(plan: Plan, kind: ElementKind): readonly Part[] {
  return Object.values(plan.parts).filter((part) => hasElement(kindOf(plan, part), kind));
}

/** Parts whose legs are cut and curled into loops. */
export function hasLegs(plan: Plan, part: Part): boolean {
  return kindOf(plan, part).holes.some((hole) => hole.form.endsWith('curl'));
}
