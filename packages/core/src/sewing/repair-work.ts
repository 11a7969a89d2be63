/** What ways to mend have in common: what a way is, thread and time it takes, and the steps that have to be done again. */
import type { Piece, PieceRun } from '../pieces/piece.ts';
import type { Run } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { powerWords } from '../power/source-words.ts';
import { sourcesOf } from '../power/sources.ts';
import { SECONDS } from './pace.ts';
import { passStepId } from './steps/step-context.ts';

export interface RepairWay {
  readonly id: 'trim' | 'splice' | 'bridge' | 'bypass' | 'back-to-hole' | 'around' | 'again';
  readonly title: string;
  /** What to do, in order. */
  readonly doings: readonly string[];
  readonly undoneMm: number;
  /** Length to cut, in whole centimetres; 0 when no new thread is needed. */
  readonly cutMm: number;
  readonly seconds: number;
  /** Ticks of the sheet that no longer hold. */
  readonly unticks: readonly string[];
}

/** Seconds to undo a stitch without cutting the cloth (assumption). */
export const UNPICK_SECONDS = 5;

export const whole = (mm: number): number => Math.ceil(mm / 10) * 10;

export function handling({ habits }: Plan): number {
  return 2 * habits.knotMm + habits.spareMm;
}

export function sewSeconds(plan: Plan, steps: readonly PieceRun[]): number {
  return steps.reduce(
    (sum, { run }) =>
      sum + sumRun(plan, run).stitchCount * (run.lines ?? 1) * SECONDS.stitch + 5 * SECONDS.loop,
    0,
  );
}

/** The steps of a line, one for each pass. */
export function lineSteps(piece: Piece, run: Run): readonly string[] {
  return piece.passes.flatMap((pass, i) => (pass.run === run ? [passStepId(piece, i)] : []));
}

/** After a repair + and − are proved apart anew. */
export function proofSteps(plan: Plan): readonly string[] {
  return sourcesOf(plan).map(({ part }) => `test:apart:${part.id}`);
}

/** `Take the coin cell out.`, as the first thing to do; nothing where there is no power. */
export function powerOut(plan: Plan): readonly string[] {
  const power = powerWords(sourcesOf(plan));
  return power === null ? [] : [`${power.takeOut}.`];
}
