/** What is said of each thing that is assumed. */

/** What it is about: where it stands in the list. */
export const ASSUMPTION_GROUPS = [
  'Spacing',
  'Reach',
  'Thread',
  'Power',
  'Heat',
  'Cells',
  'Light',
  'From piece to piece',
] as const;

export interface AssumptionForm {
  readonly title: string;
  readonly group: (typeof ASSUMPTION_GROUPS)[number];
  /** '' for a share or a factor. */
  readonly unit: 'mm' | 'Ω' | 'V' | 'A' | 'mA' | 'mAh' | '°C' | 'h' | '';
  readonly usual: number;
  readonly smallest: number;
  readonly largest: number;
  readonly source: string;
}
