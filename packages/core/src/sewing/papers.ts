/** The papers Sashiko prints on. A new one is one entry here and one word in the plan's schema. */
import { fail, type Result, succeed } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';

export interface Paper {
  readonly id: Plan['habits']['paper'];
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** ISO 216: A4 is 210 × 297 mm. */
export const A4: Paper = { id: 'a4', title: 'A4', widthMm: 210, heightMm: 297 };
/** ISO 216: A3 is 297 × 420 mm. */
const A3: Paper = { id: 'a3', title: 'A3', widthMm: 297, heightMm: 420 };
/** ANSI/ASME Y14.1, size A: 8.5 × 11 in, upright. */
export const LETTER: Paper = { id: 'letter', title: 'US Letter', widthMm: 215.9, heightMm: 279.4 };

export const PAPERS: readonly Paper[] = [A4, A3, LETTER];

/** The paper with this id, or a refusal that names those there are. */
export function paperNamed(id: string): Result<Paper> {
  const paper = PAPERS.find((one) => one.id === id);
  return paper === undefined ? fail('paper-unknown', `("${id}")`) : succeed(paper);
}

/** The paper of the plan's habits. */
export function paperOf({ habits }: Pick<Plan, 'habits'>): Paper {
  return PAPERS.find(({ id }) => id === habits.paper) ?? A4;
}
