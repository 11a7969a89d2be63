import { isLineUse, shapeNodes } from '../../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { areaProblem, lineProblem } from '../../cloth/curve-problems.ts';
import { maybeReadyPiece } from '../../cloth/ready-pieces.ts';
import { fail, type Problem } from '../../errors/problem.ts';
import type { Panel } from '../records.ts';
import { misfiled, unknown } from './unknown.ts';

/** What is wrong with the piece itself, or null: its outline, its sizes, its markings. */
export function clothProblem(panel: Panel): Problem | null {
  const { id, shape, kindId, colourId, markings } = panel;
  const at = `panels.${id}`;
  if (maybeClothKind(kindId) === undefined) return unknown('cloth', kindId, `${at}.kindId`);
  if (maybeClothColour(colourId) === undefined) return unknown('cloth colour', colourId, `${at}.colourId`);
  if (shape.kind === 'ready') {
    const piece = maybeReadyPiece(shape.pieceId);
    if (piece === undefined) return unknown('ready piece', shape.pieceId, `${at}.shape.pieceId`);
    for (const { id: sizeId, title, smallestMm, largestMm } of piece.sizes) {
      const path = `${at}.shape.sizes.${sizeId}`;
      const size = Object.hasOwn(shape.sizes, sizeId) ? shape.sizes[sizeId] : undefined;
      if (size === undefined) return fail('value-out-of-range', `${title} is missing.`, path).problem;
      if (size < smallestMm || size > largestMm)
        return fail('value-out-of-range', `${title} can be ${smallestMm} to ${largestMm} mm.`, path).problem;
    }
    const extra = Object.keys(shape.sizes).find((key) => !piece.sizes.some((field) => field.id === key));
    if (extra !== undefined) return unknown('size', extra, `${at}.shape.sizes.${extra}`);
  }
  const outline = areaProblem(shapeNodes(shape), 'the outline', `${at}.shape`);
  if (outline !== null) return outline;
  for (const [key, marking] of Object.entries(markings)) {
    const path = `${at}.markings.${key}`;
    if (marking.id !== key) return misfiled(path, marking.id);
    const isArea = !isLineUse(marking.use);
    if (isArea && !marking.closed)
      return fail('area-empty', `(${marking.name} is not closed)`, `${path}.closed`).problem;
    const problem = isArea
      ? areaProblem(marking.nodes, marking.name, path)
      : lineProblem(marking.nodes, marking.name, path);
    if (problem !== null) return problem;
  }
  return null;
}
