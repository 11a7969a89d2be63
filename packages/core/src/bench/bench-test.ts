/** What a test of the Bench is. Ids are made of the ids of parts and runs, so a reading stays with its test when the plan is edited. */
import type { ApartPair } from '../meter/apart.ts';

export type BenchKind = 'lights' | 'ohms' | 'open' | 'volts';

export interface BenchTest {
  readonly id: string;
  readonly kind: BenchKind;
  /** What to do, in a sentence. */
  readonly text: string;
  /** What the meter should show, in a sentence. */
  readonly wanted: string;
  readonly unit: 'Ω' | 'V' | 'yes or no';
  /** What the meter should show; Infinity for open, 1 for yes. */
  readonly expected: number;
  /** Readings from `low` to `high` are in order. */
  readonly low: number;
  readonly high: number;
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
  /** Of two conductors that must not touch: what lies across, and below what a reading is a short. */
  readonly pair?: ApartPair;
  /** It proves the + and − of a source apart: no power goes in before it is in order. */
  readonly isProof?: true;
  /** Of volts: whether they are those of a source or of a light. */
  readonly voltsOf?: 'source' | 'light';
}

/** A good gap reads at least this, Ω: dry cloth is far above, a hair of thread far below (assumption). */
export const OPEN_AT_LEAST_OHM = 1e6;
/** What is written down when the meter shows "open". */
export const OPEN_READING = 1e12;
