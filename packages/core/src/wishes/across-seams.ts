/** Wishes whose places lie on several panels: what of them must pass a seam, and is left to the maker's hand. */
import { panelOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { counted } from '../units/words.ts';
import { wishDifference } from './wish-difference.ts';

/** A thread that must pass a seam: for which wish, and which panels it is to join. */
export interface AcrossSeams {
  readonly wishId: string;
  readonly title: string;
  /** So many threads are to pass. */
  readonly count: number;
  /** The names of the panels that are not joined yet, in their order. */
  readonly panels: readonly string[];
}

/** What no thread within a panel can join: each wish with places on panels that nothing joins yet. */
export function threadsAcross(plan: Plan): readonly AcrossSeams[] {
  return wishDifference(plan).missing.flatMap(({ wish, groups }): readonly AcrossSeams[] => {
    // Panels that one group spans are joined already.
    const clusters: Set<string>[] = [];
    for (const group of groups) {
      const here = new Set(group.flatMap(({ partId }) => plan.parts[partId]?.panelId ?? []));
      const met = clusters.filter((cluster) => [...here].some((id) => cluster.has(id)));
      const joined = new Set([...here, ...met.flatMap((cluster) => [...cluster])]);
      for (const cluster of met) clusters.splice(clusters.indexOf(cluster), 1);
      clusters.push(joined);
    }
    if (clusters.length < 2) return [];
    const ids = new Set(clusters.flatMap((cluster) => [...cluster]));
    return [
      {
        wishId: wish.id,
        title: `${wish.side === 'none' ? '' : `${wish.side} `}${wish.title}`,
        count: clusters.length - 1,
        panels: Object.keys(plan.panels)
          .filter((id) => ids.has(id))
          .map((id) => panelOf(plan, { panelId: id }).name),
      },
    ];
  });
}

/** `2 threads must pass a seam and are left to your hand: + power between front and back; …`; null where there is none. */
export function acrossWords(plan: Plan): string | null {
  const all = threadsAcross(plan);
  if (all.length === 0) return null;
  const count = all.reduce((sum, one) => sum + one.count, 0);
  const which = all.map(({ title, panels }) => `${title} (${panels.join(', ')})`).join('; ');
  return `${counted(count, 'thread')} must pass a seam and ${count === 1 ? 'is' : 'are'} left to your hand: ${which}.`;
}
