/** What is assumed of warmth: round a piece, and how much of it is too much. */
import type { AssumptionForm } from './assumption-form.ts';

export const HEAT_ASSUMPTIONS = {
  roomC: {
    title: 'How warm it is round a piece that nobody wears',
    group: 'Heat',
    unit: '°C',
    usual: 20,
    smallest: -20,
    largest: 50,
    source: 'assumption',
  },
  wornC: {
    title: 'How warm it is round a piece that is worn',
    group: 'Heat',
    unit: '°C',
    usual: 34,
    smallest: 0,
    largest: 45,
    source: 'assumption: about as warm as skin',
  },
  skinC: {
    title: 'What skin bears for hours',
    group: 'Heat',
    unit: '°C',
    usual: 43,
    smallest: 30,
    largest: 48,
    source: 'EN ISO 13732-1, from memory',
  },
  warmC: {
    title: 'From how warm on something is too warm to the touch',
    group: 'Heat',
    unit: '°C',
    usual: 48,
    smallest: 30,
    largest: 80,
    source: 'EN ISO 13732-1, from memory: 48 °C for ten minutes',
  },
  softC: {
    title: 'From how warm on it may not stay: hot glue softens',
    group: 'Heat',
    unit: '°C',
    usual: 80,
    smallest: 40,
    largest: 150,
    source: 'memory of common hot glue',
  },
} as const satisfies Readonly<Record<string, AssumptionForm>>;
