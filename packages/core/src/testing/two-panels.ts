/** Two plans of one panel each as one plan of two: what is said of it must be what is said of both. */
import { panelOf } from '../plan/panels.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** The second plan's things go onto a panel of their own, their ids with `x` behind. Wishes, works, ticks and seams of the second are left out. */
export function besideEachOther(one: Plan, other: Plan): Plan {
  const panelId = 'second';
  const anew = (id: string): string => `${id}x`;
  const hole = (ref: HoleRef): HoleRef => ({ ...ref, partId: anew(ref.partId) });
  const panel = panelOf(other);
  const markings = Object.fromEntries(
    Object.values(panel.markings).map((marking) => [anew(marking.id), { ...marking, id: anew(marking.id) }]),
  );
  const part = ({ mateId, mirror, wired, ...rest }: Part): Part => ({
    ...rest,
    id: anew(rest.id),
    kindId: Object.hasOwn(other.ownParts, rest.kindId) ? anew(rest.kindId) : rest.kindId,
    panelId,
    ...(mateId === undefined ? {} : { mateId: anew(mateId) }),
    ...(mirror === undefined ? {} : { mirror: { ...mirror, partId: anew(mirror.partId) } }),
    ...(wired === undefined
      ? {}
      : {
          wired: {
            ...wired,
            ...(wired.sourceId === undefined ? {} : { sourceId: anew(wired.sourceId) }),
            ...(wired.pin === undefined ? {} : { pin: { ...wired.pin, partId: anew(wired.pin.partId) } }),
          },
        }),
  });
  const run = (each: Run): Run => ({
    ...each,
    id: anew(each.id),
    panelId,
    from: hole(each.from),
    to: hole(each.to),
  });
  const all = <Thing extends { readonly id: string }>(
    table: Readonly<Record<string, Thing>>,
    change: (thing: Thing) => Thing,
  ): Readonly<Record<string, Thing>> =>
    Object.fromEntries(Object.values(table).map((thing) => [anew(thing.id), change(thing)]));
  return {
    ...one,
    panels: { ...one.panels, [panelId]: { ...panel, id: panelId, name: 'second', markings } },
    ownParts: { ...one.ownParts, ...all(other.ownParts, (own) => ({ ...own, id: anew(own.id) })) },
    parts: { ...one.parts, ...all(other.parts, part) },
    runs: { ...one.runs, ...all(other.runs, run) },
    patches: {
      ...one.patches,
      ...all(other.patches, (patch) => ({
        ...patch,
        id: anew(patch.id),
        panelId,
        underRunId: anew(patch.underRunId),
        overRunId: anew(patch.overRunId),
      })),
    },
  };
}
