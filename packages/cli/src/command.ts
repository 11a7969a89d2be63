/** What every command gets and gives. */
import type { Plan } from '@sashiko/core/plan/schema';

export interface CommandOptions {
  readonly asJson: boolean;
  readonly seed: number;
  /** Where to write what the command makes. */
  readonly out?: string;
  /** Which print. */
  readonly as?: string;
  readonly paper?: string;
  /** The panel it is about, by name or id. */
  readonly panel?: string;
  /** Charge left in the cells, what touching threads let through, how many trials: as they are written. */
  readonly charge?: string;
  readonly touch?: string;
  readonly trials?: string;
  /** Processor seconds that routing may take, as they are written. */
  readonly seconds?: string;
  /** How parts and pins stand, as it is written. */
  readonly state?: string;
  /** How far larger parts may be moved, mm, as it is written. */
  readonly move?: string;
}

export interface CommandAnswer {
  readonly output: string;
  readonly status?: 1;
  readonly files?: ReadonlyArray<{ readonly path: string; readonly data: string | Uint8Array }>;
}

export type Command = (plan: Plan, options: CommandOptions) => CommandAnswer;
