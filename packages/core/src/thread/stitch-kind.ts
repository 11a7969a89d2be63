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
  /** How often it goes through the cloth for each of its spans. */
  readonly passesPerSpan: number;
  /** Thread used per length of path, by the closed formula; cloth of thickness t. */
  threadPerPath(setting: StitchSetting, thicknessMm: number): number;
  /** The real stretches of thread along a path, ending exactly at its ends and at every bend. */
  layOut(path: readonly Point[], setting: StitchSetting): readonly ThreadSpan[];
}
