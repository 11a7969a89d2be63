import type { Point } from '../geometry/point.ts';

/** stop: will not work or is unsafe; mend: will be weak, dim or fragile; note: worth knowing. */
export type Severity = 'stop' | 'mend' | 'note';

/** A number with its unit, as found or as wanted. */
export interface Measure {
  readonly value: number;
  readonly unit: 'mm' | 'g' | 'zones' | 'crossings' | 'sides' | 'joins' | 'switches';
}

/** Something the checks have to say, pinned on the cloth. */
export interface Finding {
  /** Stable while the thing it speaks of stays: rule id and the ids of parts and runs. */
  readonly key: string;
  readonly ruleId: string;
  readonly severity: Severity;
  /** Where to pin it, on the right side. */
  readonly at: Point;
  /** What is wrong here, in a sentence. */
  readonly message: string;
  /** What to do about it, in a sentence. */
  readonly step: string;
  readonly found: Measure;
  readonly wanted: Measure;
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
}
