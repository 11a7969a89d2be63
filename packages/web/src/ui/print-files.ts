import type { Plan } from '@sashiko/core/plan/schema';
import regularFont from 'source-sans/TTF/SourceSans3-Regular.ttf?url';
import boldFont from 'source-sans/TTF/SourceSans3-Semibold.ttf?url';
import { useMakerStore } from '../stores/maker-store.ts';
import { usePlanStore } from '../stores/plan-store.ts';
import { ask, Cancelled } from '../workers/workshop.ts';
import { download, fileName } from './download.ts';

/** What is said when a print is ready, where there is more to say than that. */
const READY_WORDS: Readonly<Record<string, string>> = {
  pattern: 'The pattern is ready: print it at 100 % and measure its check square.',
};

/** Makes one of the prints in the worker and hands its files to the maker; a refusal is told in words. */
export async function printFiles(plan: Plan, printId: string, title: string): Promise<void> {
  const { tell } = usePlanStore.getState();
  tell(`Writing: ${title} …`);
  try {
    const fontUrls = {
      regular: new URL(regularFont, location.href).href,
      bold: new URL(boldFont, location.href).href,
    };
    const { pace } = useMakerStore.getState();
    const files = await ask('print', { plan, printId, pace, fontUrls }, (share) =>
      tell(`Writing: ${title}, ${Math.round(share * 100)} % …`),
    ).answer;
    for (const { suffix, mime, data } of files) download(fileName(plan.name, suffix), mime, data);
    tell(READY_WORDS[printId] ?? `Ready: ${title}.`);
  } catch (error) {
    if (error instanceof Cancelled) return;
    tell(error instanceof Error ? error.message : String(error), 'problem');
  }
}
