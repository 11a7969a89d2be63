import type { Plan } from '@sashiko/core/plan/schema';
import regularFont from 'source-sans/TTF/SourceSans3-Regular.ttf?url';
import boldFont from 'source-sans/TTF/SourceSans3-Semibold.ttf?url';
import { usePlanStore } from '../stores/plan-store.ts';
import { ask } from '../workers/workshop.ts';
import { download, fileName } from './download.ts';

/** Writes the 1:1 pattern or the sewing sheet as PDF and hands it to the maker. */
export async function printPdf(plan: Plan, what: 'pattern' | 'sheet'): Promise<void> {
  const { tell } = usePlanStore.getState();
  tell('Writing the PDF …');
  try {
    const fontUrls = {
      regular: new URL(regularFont, location.href).href,
      bold: new URL(boldFont, location.href).href,
    };
    const bytes = await ask('pdf', { plan, what, fontUrls }).answer;
    download(
      fileName(plan.name, what === 'pattern' ? '-pattern.pdf' : '-sewing-sheet.pdf'),
      'application/pdf',
      bytes,
    );
    tell(
      what === 'pattern'
        ? 'The pattern is ready: print it at 100 % and measure its check square.'
        : 'The sewing sheet is ready.',
    );
  } catch (error) {
    tell(error instanceof Error ? error.message : String(error), 'problem');
  }
}
