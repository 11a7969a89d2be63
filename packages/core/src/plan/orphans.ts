/** What goes along when other things go: nothing of a plan hangs on what is not there any more. */
import { placesIn } from '../cloth/outline-places.ts';
import type { Change } from './edit.ts';
import type { OnPanel } from './panels.ts';
import type { Panel } from './records.ts';
import { liesOnPanel, type Plan, TABLE_NAMES, type TableName } from './schema.ts';

/** What an edit takes away, and whether it changes a record itself. */
export interface Going {
  isGone(table: TableName, id: string): boolean;
  isChanged(table: TableName, id: string): boolean;
  /** A panel as it will be, where it changes; undefined where it stays. */
  panelAfter(id: string): Panel | undefined;
}

export function goingWith(changes: readonly Change[]): Going {
  const gone = new Set<string>();
  const changed = new Set<string>();
  const panels = new Map<string, Panel>();
  for (const change of changes) {
    if ('field' in change) continue;
    if (change.table === 'panels' && change.after !== null) panels.set(change.id, change.after);
    changed.add(`${change.table}.${change.id}`);
    if (change.after === null) gone.add(`${change.table}.${change.id}`);
  }
  return {
    isGone: (table, id) => gone.has(`${table}.${id}`),
    isChanged: (table, id) => changed.has(`${table}.${id}`),
    panelAfter: (id) => panels.get(id),
  };
}

/** What lies on panels that go. */
export function orphanedOnPanels(plan: Plan, { isGone }: Going): readonly Change[] {
  if (!Object.keys(plan.panels).some((id) => isGone('panels', id))) return [];
  const records = TABLE_NAMES.filter(liesOnPanel).flatMap((table) =>
    (Object.values(plan[table]) as readonly (OnPanel & { readonly id: string })[]).map((record) => ({
      table,
      record,
    })),
  );
  return records
    .filter(({ table, record: { id, panelId } }) => isGone('panels', panelId) && !isGone(table, id))
    .map(({ table, record }) => ({ table, id: record.id, before: record, after: null }) as Change);
}

/** Runs over seams that go. */
export function orphanedRuns(plan: Plan, going: Going): readonly Change[] {
  const passing = Object.values(plan.runs).filter(({ passes }) => passes !== undefined);
  if (passing.length === 0) return [];
  const lost = new Set(orphanedSeams(plan, going).map((change) => ('id' in change ? change.id : '')));
  return passing
    .filter(
      ({ id, passes = [] }) =>
        !going.isGone('runs', id) &&
        passes.some(({ seamId }) => lost.has(seamId) || going.isGone('seams', seamId)),
    )
    .map((run) => ({ table: 'runs', id: run.id, before: run, after: null }));
}

/** Patches between runs that go. */
export function orphanedPatches(plan: Plan, going: Going): readonly Change[] {
  const { isGone } = going;
  const lost = new Set(orphanedRuns(plan, going).map((change) => ('id' in change ? change.id : '')));
  const goes = (runId: string): boolean => isGone('runs', runId) || lost.has(runId);
  return Object.values(plan.patches)
    .filter(
      ({ id, underRunId, overRunId }) => !isGone('patches', id) && (goes(underRunId) || goes(overRunId)),
    )
    .map((patch) => ({ table: 'patches', id: patch.id, before: patch, after: null }));
}

/** Seams of a panel that takes an outline of other corners: their edges are not there any more. */
export function orphanedSeams(
  { seams, panels }: Plan,
  { isGone, isChanged, panelAfter }: Going,
): readonly Change[] {
  const isLost = (panelId: string): boolean => {
    const [before, after] = [panels[panelId], panelAfter(panelId)];
    if (isGone('panels', panelId)) return true;
    return (
      before !== undefined &&
      after !== undefined &&
      before.shape !== after.shape &&
      !hasSameCorners(before.shape, after.shape)
    );
  };
  return Object.values(seams)
    .filter(({ id, a, b }) => !isChanged('seams', id) && (isLost(a.panelId) || isLost(b.panelId)))
    .map((seam) => ({ table: 'seams', id: seam.id, before: seam, after: null }));
}

/** Whether an outline is another one of the same corners: a ready piece in other sizes, a drawn line whose nodes were moved. */
function hasSameCorners(one: Panel['shape'], other: Panel['shape']): boolean {
  const isSameForm =
    one.kind === 'ready' ? other.kind === 'ready' && one.pieceId === other.pieceId : other.kind === 'drawn';
  return isSameForm && placesIn(one) === placesIn(other);
}

/** Work in an area that is wiped off the cloth is work on the piece. */
export function orphanedWorks({ works, panels }: Plan, { panelAfter, isChanged }: Going): readonly Change[] {
  const isWiped = (markingId: string): boolean =>
    Object.values(panels).some(({ id, markings }) => {
      const after = panelAfter(id);
      return (
        after !== undefined && Object.hasOwn(markings, markingId) && !Object.hasOwn(after.markings, markingId)
      );
    });
  return Object.values(works)
    .filter(({ id, place }) => !isChanged('works', id) && isWiped(place))
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
