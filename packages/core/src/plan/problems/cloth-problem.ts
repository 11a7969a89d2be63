import { type Cloth, shapeNodes } from '../../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../../cloth/cloth-kinds.ts';
import { areaProblem, lineProblem } from '../../cloth/curve-problems.ts';
import { maybeReadyPiece } from '../../cloth/ready-pieces.ts';
import { fail, type Problem } from '../../errors/problem.ts';
import { cornersProblem } from '../limits.ts';
import { misfiled, unknown } from './unknown.ts';

/** What is wrong with the piece itself, or null: its outline, its sizes, its markings. */
export function clothProblem(cloth: Cloth): Problem | null {
  const { shape, kindId, colourId } = cloth;
  if (maybeClothKind(kindId) === undefined) return unknown('cloth', kindId, 'cloth.kindId');
  if (maybeClothColour(colourId) === undefined) return unknown('cloth colour', colourId, 'cloth.colourId');
  if (shape.kind === 'ready') {
    const piece = maybeReadyPiece(shape.pieceId);
    if (piece === undefined) return unknown('ready piece', shape.pieceId, 'cloth.shape.pieceId');
    for (const { id, title, smallestMm, largestMm } of piece.sizes) {
      const path = `cloth.shape.sizes.${id}`;
      const size = Object.hasOwn(shape.sizes, id) ? shape.sizes[id] : undefined;
      if (size === undefined) return fail('value-out-of-range', `${title} is missing.`, path).problem;
      if (size < smallestMm || size > largestMm)
        return fail('value-out-of-range', `${title} can be ${smallestMm} to ${largestMm} mm.`, path).problem;
    }
    const extra = Object.keys(shape.sizes).find((id) => !piece.sizes.some((field) => field.id === id));
    if (extra !== undefined) return unknown('size', extra, `cloth.shape.sizes.${extra}`);
  }
  const outline = areaProblem(shapeNodes(shape), 'the outline', 'cloth.shape');
  if (outline !== null) return outline;
  for (const [key, marking] of Object.entries(cloth.markings)) {
    const path = `cloth.markings.${key}`;
    if (marking.id !== key) return misfiled(path, marking.id);
    const isArea = marking.use !== 'mark';
    if (isArea && !marking.closed)
      return fail('area-empty', `(${marking.name} is not closed)`, `${path}.closed`).problem;
    const problem = isArea
      ? areaProblem(marking.nodes, marking.name, path)
      : lineProblem(marking.nodes, marking.name, path);
    if (problem !== null) return problem;
  }
  return cornersProblem({ cloth });
}
