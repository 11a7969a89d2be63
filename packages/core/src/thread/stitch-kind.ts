import type { Face } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';

/** What a stitch needs to know to be laid out. */
export interface StitchSetting {
  /** Length of a stitch on the worked face. */
  readonly stitchMm: number;
  /** Length of the step on the other face. */
  readonly gapMm: number;
  readonly workedFace: Face;
}

/** One stretch of thread, straight on one face between two needle holes. */
export interface ThreadSpan {
  readonly a: Point;
  readonly b: Point;
  readonly face: Face;
}

/** A way of sewing a line. */
export interface StitchKind {
  readonly id: string;
  readonly title: string;
  /** What a maker should know of it, in a sentence. */
  readonly hint: string;
  /** Where the conductive thread may lie. Phase is never credited: a line that shows on both faces in turn occupies both. */
  readonly exposure: 'both' | 'worked' | 'far';
  /** How it is told on the sheet, where it is not running stitch: `in back stitch`. */
  readonly manner?: string;
  /** It is laid on the cloth and tied down with ordinary thread: the conductive thread makes no stitches. */
  readonly isTied?: true;
  /** A machine sews it: its conductive thread is wound on the bobbin, and its ends are joined to holes by hand. */
  readonly byMachine?: true;
  /** Whether a step of its own length is taken under the cloth between two stitches. */
  readonly takesStep: boolean;
  /** Whose line it is: how far it strays from where it is meant to lie is assumed of each. */
  readonly wander: 'hand' | 'machine';
  /** How often it goes through the cloth for each of its spans. */
  readonly passesPerSpan: number;
  /** Thread in the spans over their plain length: what a line that is laid gives way (assumption). */
  readonly slack: number;
  /**
   * How far the current goes for each mm of path: `thread`, as far as the thread is long; `overlap`, where strands lie on each other and
   * share it (handbook section 2, assumption).
   */
  readonly conducts: 'thread' | 'overlap';
  /** Thread used per length of path, by the closed formula; cloth of thickness t. */
  threadPerPath(setting: StitchSetting, thicknessMm: number): number;
  /** The real stretches of thread along a path, ending exactly at its ends and at every bend. */
  layOut(path: readonly Point[], setting: StitchSetting): readonly ThreadSpan[];
}
