/** Random edits of a piece of several panels: seams, layers, and threads over seams; the same seed gives the same edits. */
import { clothBox } from '../cloth/cloth.ts';
import { CLOTH_KINDS } from '../cloth/cloth-kinds.ts';
import type { Result } from '../errors/problem.ts';
import { moveIntoWindows } from '../plan/arrange/into-windows.ts';
import type { Edit } from '../plan/edit.ts';
import { changeClothKind, resizePiece } from '../plan/edits/cloth-edits.ts';
import { addLayer, changeLayer, cutWindows, deleteLayer } from '../plan/edits/layer-edits.ts';
import {
  addPanels,
  changePanel,
  copyPanel,
  deletePanel,
  layAlongSeam,
  movePanel,
  turnPanelOver,
} from '../plan/edits/panel-edits.ts';
import { deleteParts, moveParts, placePart, putOnPanel, turnPartOver } from '../plan/edits/part-edits.ts';
import { deleteRuns, drawRun } from '../plan/edits/run-edits.ts';
import { changeSeam, deleteSeam, sewTogether } from '../plan/edits/seam-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf, panelsOf } from '../plan/panels.ts';
import type { HoleRef, Pass } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { freeEdges } from '../plan/seams.ts';
import { type Random, randomIndex } from '../random/random.ts';

/** Of so many panels no more are made. */
const MOST_PANELS = 6;

/** One edit that may or may not be allowed in this plan. */
export function randomPanelEdit(plan: Plan, random: Random): Result<Edit> {
  const pick = <T>(list: readonly T[]): T => list[randomIndex(random, list.length)] as T;
  const panel = pick(panelsOf(plan));
  const { left, top, widthMm, heightMm } = clothBox(panel);
  const point = () => ({ x: left + random() * widthMm, y: top + random() * heightMm });
  const partId = pick(['p0', ...Object.keys(plan.parts)]);
  const seamId = pick(['s0', ...Object.keys(plan.seams)]);
  const layerId = pick(['l0', ...Object.keys(plan.layers)]);
  const hole = (id: string): HoleRef => {
    const part = plan.parts[id];
    return {
      partId: id,
      holeId: part === undefined ? 'plus' : pick(kindOf(plan, part).holes.map((one) => one.id)),
    };
  };
  const edge = () => {
    const one = pick(panelsOf(plan));
    const free = freeEdges(plan, one);
    return { panelId: one.id, ...(free.length === 0 ? { from: 0, to: 1 } : pick(free)) };
  };
  const many = panelsOf(plan).length >= MOST_PANELS;
  return pick<() => Result<Edit>>([
    () => (many ? movePanel(plan, panel.id, point()) : copyPanel(plan, panel.id, random() < 0.5)),
    () => (many ? turnPanelOver(plan, panel.id) : addPanels(plan, [{ shape: panel.shape, like: panel }])),
    () => (random() < 0.3 ? deletePanel(plan, panel.id) : turnPanelOver(plan, panel.id)),
    () => movePanel(plan, panel.id, { x: random() * 900, y: random() * 900 }),
    () => changePanel(plan, panel.id, { table: { ...panel.table, turnDeg: random() * 360 }, grainDeg: 45 }),
    () => changeClothKind(plan, pick(CLOTH_KINDS).id, { panelId: panel.id }),
    () => resizePiece(plan, { widthMm: 120 + random() * 160 }, { panelId: panel.id }),
    () => sewTogether(plan, edge(), edge()),
    () => sewTogether(plan, edge(), edge()),
    () => sewTogether(plan, edge(), edge()),
    () => layAlongSeam(plan, seamId),
    () => changeSeam(plan, seamId, { sewn: pick(['before', 'after']) }),
    () => changeSeam(plan, seamId, { pressed: pick(['open', 'to-a', 'to-b', 'none']) }),
    () => changeSeam(plan, seamId, { allowanceMm: pick([0, 6, 12, 90]) }),
    () => (random() < 0.4 ? deleteSeam(plan, seamId) : changeSeam(plan, seamId, { sewn: 'before' })),
    () => addLayer(plan, { name: 'veil', panelId: panel.id, face: pick(['right', 'wrong']) }),
    () =>
      changeLayer(plan, layerId, { fastened: pick(['sewn', 'comes-off']), laid: pick(['before', 'after']) }),
    () => (random() < 0.4 ? deleteLayer(plan, layerId) : cutWindows(plan, layerId)),
    () => moveIntoWindows(plan, Object.keys(plan.parts)),
    () =>
      placePart(plan, { panelId: panel.id, kindId: 'sew-on-light', at: point(), turnDeg: random() * 360 }),
    () => placePart(plan, { panelId: panel.id, kindId: 'coin-cell-holder-switched', at: point() }),
    () => moveParts(plan, [partId], { x: random() * 40 - 20, y: random() * 40 - 20 }),
    () => putOnPanel(plan, [partId], panel.id, point()),
    () => turnPartOver(plan, partId, pick(['right', 'wrong'])),
    () => (random() < 0.3 ? deleteParts(plan, [partId]) : moveParts(plan, [partId], { x: 3, y: 3 })),
    () => deleteRuns(plan, [pick(['r0', ...Object.keys(plan.runs)])]),
    ...Array.from({ length: 8 }, () => () => randomRun(plan, random, hole)),
  ])();
}

/** A run between two parts: on one panel, or over a seam that joins theirs, whichever there is. */
function randomRun(plan: Plan, random: Random, hole: (id: string) => HoleRef): Result<Edit> {
  const pick = <T>(list: readonly T[]): T => list[randomIndex(random, list.length)] as T;
  const parts = Object.values(plan.parts);
  if (parts.length < 2) return drawRun(plan, { from: hole('p0'), to: hole('p0'), bends: [] });
  const [one, other] = [pick(parts), pick(parts)];
  const ends = { from: hole(one.id), to: hole(other.id), bends: [] };
  if (one.panelId === other.panelId && random() < 0.7) return drawRun(plan, ends);
  const passes = Object.values(plan.seams).flatMap(({ id, a, b }): readonly Pass[] => {
    const leaves = a.panelId === one.panelId && b.panelId === other.panelId ? 'a' : 'b';
    const [from, to] = leaves === 'a' ? [a, b] : [b, a];
    const joins = from.panelId === one.panelId && to.panelId === other.panelId;
    return joins ? [{ seamId: id, leaves, share: random(), bends: 0 }] : [];
  });
  return drawRun(plan, passes.length === 0 ? ends : { ...ends, passes: [pick(passes)] });
}

/** Whether a plan says all that such edits can bring: seams between panels and a thread over one of them. */
export function saysSeams(plan: Plan): boolean {
  return (
    Object.values(plan.seams).some(({ a, b }) => panelOf(plan, a) !== panelOf(plan, b)) &&
    Object.values(plan.runs).some(({ passes }) => passes !== undefined)
  );
}
