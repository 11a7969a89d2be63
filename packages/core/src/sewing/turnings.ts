/** Which face lies up from step to step, and the words that turn the piece over. */
import { type Face, faceName } from '../cloth/cloth.ts';
import { capital } from '../units/words.ts';
import type { SewingStep, StepDraft, StepPlace } from './step.ts';

/** What turns the piece over, or one of its cloths, to stand before a step or within one. */
export function turnOver(face: Face, cloth = 'the piece'): string {
  return `turn ${cloth} over, ${faceName(face)} up`;
}

/** Which face of each cloth lies up. All begin with their right sides up. */
export class LyingFaces {
  readonly #up = new Map<string, Face>();

  /** `Turn the piece over, wrong side up. `, where a step needs another face of its cloth; else nothing. */
  turning({ faceUp, cloth }: Pick<SewingStep, 'faceUp' | 'cloth'>): string {
    const isTurned = faceUp !== null && faceUp !== (this.#up.get(cloth.id) ?? 'right');
    return isTurned ? `${capital(turnOver(faceUp, cloth.name))}. ` : '';
  }

  /** After a step. */
  leave({ faceAfter, cloth }: Pick<SewingStep, 'faceAfter' | 'cloth'>): void {
    if (faceAfter !== null) this.#up.set(cloth.id, faceAfter);
  }
}

/** Steps in their order with the turning of the piece said wherever another face has to lie up. */
export function withTurnings<Step extends StepDraft & StepPlace>(steps: readonly Step[]): readonly Step[] {
  const lying = new LyingFaces();
  return steps.map((step) => {
    const turning = lying.turning(step);
    lying.leave(step);
    return turning === '' ? step : { ...step, text: `${turning}${step.text}` };
  });
}
