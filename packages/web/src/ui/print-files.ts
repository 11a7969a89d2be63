import type { Plan } from '@sashiko/core/plan/schema';
import regularFont from 'source-sans/TTF/SourceSans3-Regular.ttf?url';
import boldFont from 'source-sans/TTF/SourceSans3-Semibold.ttf?url';
import { useMakerStore } from '../stores/maker-store.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { useShelfStore } from '../stores/shelf-store.ts';
import { Asking } from '../workers/asking.ts';
import { download, fileName } from './download.ts';

/** What is said when a print is ready, where there is more to say than that. */
const READY_WORDS: Readonly<Record<string, string>> = {
  pattern: 'The pattern is ready: print it at 100 % and measure its check square.',
};

/**
 * Makes one of the prints in the worker and hands its files to the maker; a refusal is told in words. It goes on when the plan is left:
 * what becomes of it is then told on the shelf, or over the plan that is on the table by then.
 */
export async function printFiles(plan: Plan, printId: string, title: string): Promise<void> {
  const printing = new Asking('print', { outlives: true });
  const follow = (): void => {
    if (isOnTable(plan)) tell(plan, `Writing: ${title}, ${Math.round(printing.state.share * 100)} % …`);
  };
  tell(plan, `Writing: ${title} …`);
  const fontUrls = {
    regular: new URL(regularFont, location.href).href,
    bold: new URL(boldFont, location.href).href,
  };
  const { pace } = useMakerStore.getState();
  const work = printing.ask({ plan, printId, pace, fontUrls });
  const unsubscribe = printing.subscribe(follow);
  const outcome = await work;
  unsubscribe();
  if (outcome.kind === 'answered') {
    for (const { suffix, mime, data } of outcome.answer) download(fileName(plan.name, suffix), mime, data);
    tell(plan, READY_WORDS[printId] ?? `Ready: ${title}.`);
  } else if (outcome.kind === 'failed') tell(plan, outcome.problem, 'problem');
}

function isOnTable({ id }: Plan): boolean {
  return usePlanStore.getState().history?.plan.id === id;
}

/** Says something of a plan where the maker is now. */
function tell(plan: Plan, text: string, kind: 'word' | 'problem' = 'word'): void {
  const { history, tell: tellTable } = usePlanStore.getState();
  if (isOnTable(plan)) tellTable(text, kind);
  else if (history === null) useShelfStore.getState().tell(`“${plan.name}”: ${text}`, kind);
  else tellTable(`“${plan.name}”: ${text}`, kind);
}
