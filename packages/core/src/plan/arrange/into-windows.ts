/** Lights and sensors under the windows of what lies over them: each to the middle of one. */
import { areasFor } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { centroidOf } from '../../geometry/polygon.ts';
import { counted } from '../../units/words.ts';
import type { Edit } from '../edit.ts';
import { poseParts } from '../edits/part-edits.ts';
import { coverOf, layersOn, layerWindows, looksOut } from '../layers.ts';
import { panelOf, thoseOn } from '../panels.ts';
import { shiningFace } from '../placed.ts';
import type { Part } from '../records.ts';
import type { Plan } from '../schema.ts';

/** So near the middle of a window a part has it, mm: half the least window (assumption). */
const IN_IT_MM = 3;

/** The middles of the windows that a part can look out of, with no layer over them: of the layers on its shining face and of its panel, or of one layer. */
export function windowsFor(plan: Plan, part: Part, layerId?: string): readonly Point[] {
  const panel = panelOf(plan, part);
  const face = shiningFace(plan, part);
  const layers = layersOn(plan, panel.id, face);
  const windows =
    layerId === undefined
      ? [...layers.flatMap(layerWindows), ...areasFor(panel, 'window')]
      : layers.filter(({ id }) => id === layerId).flatMap(layerWindows);
  return windows.map(centroidOf).filter((at) => coverOf(plan, panel.id, face, at) === undefined);
}

/**
 * Moves lights and sensors to the middles of the windows nearest to them, each to one of its own; a window that another part has already is
 * not offered. Parts with no window left, and all that neither shine nor look, stay. Refused where none can be moved. `layerId`: only the windows of that layer.
 */
export function moveIntoWindows(plan: Plan, partIds: readonly string[], layerId?: string): Result<Edit> {
  const parts = partIds.flatMap((id) => plan.parts[id] ?? []).filter((part) => looksOut(plan, part));
  const moving = new Set(parts);
  const isTaken = (part: Part, at: Point): boolean =>
    thoseOn(plan.parts, part.panelId).some(
      (other) => !moving.has(other) && looksOut(plan, other) && distance(other.at, at) < IN_IT_MM,
    );
  const ways = parts
    .flatMap((part) =>
      windowsFor(plan, part, layerId)
        .filter((at) => !isTaken(part, at))
        .map((at) => ({ part, at, mm: distance(part.at, at) })),
    )
    .sort((a, b) => a.mm - b.mm);
  const poses = new Map<string, { readonly at: Point }>();
  const used = new Set<string>();
  for (const { part, at } of ways) {
    const window = `${part.panelId} ${at.x} ${at.y}`;
    if (poses.has(part.id) || used.has(window)) continue;
    poses.set(part.id, { at });
    used.add(window);
  }
  const isMoved = [...poses].some(([id, { at }]) => distance(at, (plan.parts[id] as Part).at) > 1e-3);
  if (!isMoved) return fail('window-to-move-to');
  return poseParts(plan, `move ${counted(poses.size, 'part')} into windows`, poses);
}
