import { type Assumed, assumedWith } from '../assumptions/assumptions.ts';
import type { Plan } from './schema.ts';

/** What a plan assumes: the usual figures, and its own where it has some. */
export function assumedIn({ habits }: Pick<Plan, 'habits'>): Assumed {
  return assumedWith(habits.assumptions);
}
