import { maybeClothColour, maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { areaProblem } from '../../cloth/curve-problems.ts';
import { fail, type Problem } from '../../errors/problem.ts';
import type { Layer } from '../records.ts';
import type { Plan } from '../schema.ts';
import { unknown } from './unknown.ts';

/** What is wrong with a layer: a panel or cloth that is not there, an outline or window that crosses itself. */
export function layerProblem(plan: Plan, layer: Layer): Problem | null {
  const { id, name, panelId, kindId, colourId, nodes, windows, openEdge } = layer;
  const path = `layers.${id}`;
  if (!Object.hasOwn(plan.panels, panelId)) return unknown('panel', panelId, `${path}.panelId`);
  if (maybeClothKind(kindId) === undefined) return unknown('cloth', kindId, `${path}.kindId`);
  if (maybeClothColour(colourId) === undefined) return unknown('cloth colour', colourId, `${path}.colourId`);
  const outline = nodes === undefined ? null : areaProblem(nodes, name, `${path}.nodes`);
  if (outline !== null) return outline;
  const places = nodes?.length ?? 0;
  if (openEdge !== undefined && nodes !== undefined)
    for (const place of [openEdge.from, openEdge.to])
      if (place >= places)
        return fail(
          'layer-edge',
          `It has ${places} corners; ${place} is not among 0 to ${places - 1}.`,
          `${path}.openEdge`,
        ).problem;
  for (const [i, window] of windows.entries()) {
    const problem = areaProblem(window, `window ${i + 1} of ${name}`, `${path}.windows.${i}`);
    if (problem !== null) return problem;
  }
  return null;
}
