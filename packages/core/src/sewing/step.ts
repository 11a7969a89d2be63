/** What a step of the sheet is. Ids are made of the ids of parts, runs and works, so that a tick stays with its step when the plan changes. */

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
  readonly work: StepWork;
  /** Whether the needle can be laid down after it: no thread hangs in the middle of a line. */
  readonly isSafeStop: boolean;
  /** The cell is in the piece during this step; it goes out again with the step that says so. */
  readonly isCellIn: boolean;
}

/** Why a step comes after another. A `must` holds whatever the maker wants, a `habit` until the maker moves the step. */
export interface Need {
  readonly stepId: string;
  readonly kind: 'must' | 'habit';
  readonly why: string;
}

export interface SewingStep extends StepDraft {
  readonly needs: readonly Need[];
  /** What this is the last chance for: what can no longer be reached after it, in words; or null. */
  readonly lastChance: string | null;
}

type Given = Pick<StepDraft, 'id' | 'group' | 'text' | 'work'> & Partial<StepDraft>;

/** A step; what is left out is nothing, and a safe stop with the cell out. */
export function makeStep(given: Given): StepDraft {
  return { partIds: [], runIds: [], isSafeStop: true, isCellIn: false, ...given };
}
