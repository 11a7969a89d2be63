/** What goes along when other things go: nothing of a plan hangs on what is not there any more. */
import type { Change } from './edit.ts';
import type { Plan, TableName } from './schema.ts';

/** What an edit takes away, and whether it changes a record itself. */
export interface Going {
  isGone(table: TableName, id: string): boolean;
  isChanged(table: TableName, id: string): boolean;
  /** The cloth as it will be, where it changes. */
  readonly cloth: Plan['cloth'] | null;
}

export function goingWith(changes: readonly Change[]): Going {
  const gone = new Set<string>();
  const changed = new Set<string>();
  let cloth: Plan['cloth'] | null = null;
  for (const change of changes) {
    if ('field' in change) {
      if (change.field === 'cloth') cloth = change.after;
      continue;
    }
    changed.add(`${change.table}.${change.id}`);
    if (change.after === null) gone.add(`${change.table}.${change.id}`);
  }
  return {
    isGone: (table, id) => gone.has(`${table}.${id}`),
    isChanged: (table, id) => changed.has(`${table}.${id}`),
    cloth,
  };
}

/** Patches between runs that go. */
export function orphanedPatches({ patches }: Plan, { isGone }: Going): readonly Change[] {
  return Object.values(patches)
    .filter(
      ({ id, underRunId, overRunId }) =>
        !isGone('patches', id) && (isGone('runs', underRunId) || isGone('runs', overRunId)),
    )
    .map((patch) => ({ table: 'patches', id: patch.id, before: patch, after: null }));
}

/** Work in an area that is wiped off the cloth is work on the piece. */
export function orphanedWorks(
  { works, cloth: before }: Plan,
  { cloth, isChanged }: Going,
): readonly Change[] {
  if (cloth === null) return [];
  return Object.values(works)
    .filter(
      ({ id, place }) =>
        Object.hasOwn(before.markings, place) &&
        !Object.hasOwn(cloth.markings, place) &&
        !isChanged('works', id),
    )
    .map((work) => ({ table: 'works', id: work.id, before: work, after: { ...work, place: 'piece' } }));
}

/** The places in the wishes of parts that go; a wish of one place is none. */
export function orphanedWishes({ wishes }: Plan, { isGone }: Going): readonly Change[] {
  const all = Object.entries(wishes ?? {});
  const stays = ({ partId }: { readonly partId: string }): boolean => !isGone('parts', partId);
  if (all.every(([, wish]) => wish.terminals.every(stays))) return [];
  const after = Object.fromEntries(
    all.flatMap(([key, wish]) => {
      const terminals = wish.terminals.filter(stays);
      return terminals.length < 2 ? [] : [[key, { ...wish, terminals }]];
    }),
  );
  return [{ field: 'wishes', before: wishes, after }];
}
