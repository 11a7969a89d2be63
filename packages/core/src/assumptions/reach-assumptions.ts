/** What is assumed of hands: how wide a way into a closed piece they need. A needle comes through whatever is open at all. */
import type { AssumptionForm } from './assumption-form.ts';

export const REACH_ASSUMPTIONS = {
  handMm: {
    title: 'How wide a way is, lying flat, that a hand comes through',
    group: 'Reach',
    unit: 'mm',
    usual: 90,
    smallest: 30,
    largest: 300,
    source: 'assumption',
  },
  fingersMm: {
    title: 'How wide a way is, lying flat, that two fingers come through',
    group: 'Reach',
    unit: 'mm',
    usual: 40,
    smallest: 10,
    largest: 150,
    source: 'assumption',
  },
} as const satisfies Readonly<Record<string, AssumptionForm>>;
