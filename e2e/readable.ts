/** What of a page people cannot read or reach: the rules of WCAG 2.2 AA that a program can try. */
import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** All that can be tried, and what another theme may change of it: only what has to do with colour. */
const RULES = {
  all: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] },
  colour: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] },
} as const;

interface Scan {
  /** Only within this part of the page. */
  readonly within?: string;
  readonly rules?: keyof typeof RULES;
}

/** Every violation on the page, or in one part of it, in a line. Only violations are gathered, and no second page is opened for that. */
export async function unreadable(
  page: Page,
  view: string,
  { within, rules = 'all' }: Scan = {},
): Promise<readonly string[]> {
  const builder = new AxeBuilder({ page })
    .options({ resultTypes: ['violations'], runOnly: { ...RULES[rules], values: [...RULES[rules].values] } })
    .setLegacyMode();
  const { violations } = await (within === undefined ? builder : builder.include(within)).analyze();
  return violations.map(({ id, nodes }) => `${view}: ${id} ${nodes[0]?.html.slice(0, 160)}`);
}
