/** What a step of the sheet is. Ids are made of the ids of parts, runs and works, so that a tick stays with its step when the plan changes. */
import type { Face } from '../cloth/cloth.ts';

export const STEP_GROUPS = [
  'Prepare',
  'Hold down',
  'Sew the + side',
  'Sew the − side',
  'Sew the rest',
  'Test',
  'Seal',
  'Finish',
  'Close',
] as const;
export type StepGroup = (typeof STEP_GROUPS)[number];

/** The sorts of work whose pace differs from maker to maker. */
export const WORK_KINDS = ['prepare', 'sew', 'test', 'finish'] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

/** What a step asks of the hands before anything is known of this maker. */
export interface StepWork {
  readonly kind: WorkKind;
  readonly seconds: number;
}

/** What is sewn by one step, in the words of the sheet, for a drawing and for the proof that the sheet says all. */
export interface StepDraft {
  readonly id: string;
  readonly group: StepGroup;
  readonly text: string;
  /** The parts and runs it is about, to show on the cloth. */
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
  /** The piece of thread it belongs to; none where it is no work on one. */
  readonly pieceId?: string;
  readonly work: StepWork;
  /** Whether the needle can be laid down after it: no thread hangs in the middle of a line. */
  readonly isSafeStop: boolean;
  /** The cell is in the piece during this step; it goes out again with the step that says so. */
  readonly isCellIn: boolean;
  /** The face that lies up when it begins, and when it ends; null where it does not matter. */
  readonly faceUp: Face | null;
  readonly faceAfter: Face | null;
  /** How it is said where the same work comes to several things in a round; nothing for work that comes once. */
  readonly round?: InRound;
}

/** One of several equal pieces of work. */
export interface InRound {
  /** The words for all of them: of `each`. */
  readonly text: string;
  /** What this one is done to, to stand beside its tick. */
  readonly thing: string;
}

/** What is turned over as one: the whole piece, or the panels that are one cloth by the time the circuit is sewn. */
export interface WorkedCloth {
  readonly id: string;
  /** `the piece`, `front`, `left and right`. */
  readonly name: string;
}

export interface StepPlace {
  /** The group, with its panel where there are several: `Sew the + side: front`. */
  readonly heading: string;
  readonly cloth: WorkedCloth;
}

/** Why a step comes after another. A `must` holds whatever the maker wants, a `habit` until the maker moves the step. */
export interface Need {
  readonly stepId: string;
  readonly kind: 'must' | 'habit';
  readonly why: string;
}

export interface SewingStep extends StepDraft, StepPlace {
  readonly needs: readonly Need[];
  /** What this is the last chance for: what can no longer be reached after it, in words; or null. */
  readonly lastChance: string | null;
}

type Given = Pick<StepDraft, 'id' | 'group' | 'text' | 'work'> & Partial<StepDraft>;

/** A step; what is left out is nothing, and a safe stop with the cell out. */
export function makeStep(given: Given): StepDraft {
  const { faceUp = null } = given;
  return { partIds: [], runIds: [], isSafeStop: true, isCellIn: false, faceAfter: faceUp, ...given, faceUp };
}
