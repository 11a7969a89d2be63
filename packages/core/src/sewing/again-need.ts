import { worksOf } from '../plan/seam-works.ts';
import type { NeedRule, Pair } from './need-rule.ts';

/** A piece is lit once more when all of it is closed, and put away after that. */
export const litAgain: NeedRule = {
  id: 'lit-again',
  kind: 'must',
  why: 'closing and turning pull at threads',
  pairs({ plan }, steps) {
    const closings = worksOf(plan).filter(({ kind }) => kind === 'close');
    return steps
      .filter(({ id }) => id.startsWith('again:'))
      .flatMap(({ id }): readonly Pair[] => [
        ...closings.map((work): Pair => [`work:${work.id}`, id]),
        ...steps.filter((step) => step.id.startsWith('bridge:')).map((step): Pair => [step.id, id]),
        ['finish:out', id],
        [id, 'finish:keep'],
      ]);
  },
};
