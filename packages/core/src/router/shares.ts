/** Wishes, panel by panel, and which of them are asked for. */

import type { Terminal } from '../joining/nets.ts';
import { firstPanel } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { groupBy } from '../units/group-by.ts';
import type { Wish } from '../wishes/wish-list.ts';
import type { RouteRequest } from './route-request.ts';

/** What of a wish lies on one panel. */
export interface Share {
  readonly wish: Wish;
  readonly panelId: string;
  readonly terminals: readonly Terminal[];
}

/** The wishes by panel: first of each what lies where its first terminal does, in their order; then the rest of those that span panels. */
export function sharesOf(plan: Plan, wishes: readonly Wish[]): readonly Share[] {
  const only = firstPanel(plan).id;
  const [first, more]: [Share[], Share[]] = [[], []];
  for (const wish of wishes) {
    const byPanel = groupBy(wish.terminals, ({ partId }) => plan.parts[partId]?.panelId ?? only);
    const shares = [...byPanel].map(([panelId, terminals]): Share => ({ wish, panelId, terminals }));
    first.push(shares[0] ?? { wish, panelId: only, terminals: [] });
    more.push(...shares.slice(1));
  }
  return [...first, ...more];
}

/** Whether a wish is among what is asked for. */
export function isInScope(wish: Wish, { scope }: RouteRequest): boolean {
  if (scope.kind === 'side') return wish.side === scope.side;
  return scope.kind !== 'net' || wish.id === scope.wishId;
}

/** By net: the wish it serves and the panel it lies on. A wish that spans panels is a net on each; null where it serves none. */
export type Serves = ReadonlyArray<{ readonly wish: number; readonly panelId: string } | null>;
