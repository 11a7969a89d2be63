/** Transforms of an SVG: as an attribute, and as a style. */
import { generate, parse, walk } from 'css-tree';
import {
  compose,
  fromDefinition,
  fromTransformAttribute,
  identity,
  type Matrix,
  rotateDEG,
  scale,
  skew,
  translate,
} from 'transformation-matrix';
import { maybeSvgLength } from './svg-view.ts';

/** The matrix of a `transform` attribute; no change where it cannot be read, as browsers do (SVG standard). */
export function matrixOfAttribute(text: string): Matrix {
  if (text.trim() === '') return identity();
  try {
    return compose(fromDefinition(fromTransformAttribute(text)));
  } catch {
    return identity();
  }
}

/** Degrees in each unit of angle (CSS standard). */
const UNIT_DEG: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** The matrix of a `transform` in a style; null where something of it is in per cent, or of the third dimension, or unknown. */
export function maybeMatrixOfStyle(text: string): Matrix | null {
  if (text === 'none') return identity();
  const matrices: (Matrix | null)[] = [];
  walk(parse(text, { context: 'value', onParseError: () => {} }), {
    visit: 'Function',
    enter(call) {
      const words = call.children
        .toArray()
        .filter(({ type }) => type !== 'Operator' && type !== 'WhiteSpace')
        .map((word) => generate(word));
      matrices.push(maybeFunction(call.name.toLowerCase(), words));
    },
  });
  if (matrices.length === 0) return null;
  return matrices.every((one) => one !== null) ? compose(matrices as Matrix[]) : null;
}

function maybeFunction(name: string, words: readonly string[]): Matrix | null {
  const length = (i: number): number =>
    words[i] === undefined ? 0 : (maybeSvgLength(words[i], Number.NaN) ?? Number.NaN);
  const plain = (i: number, otherwise: number): number =>
    words[i] === undefined ? otherwise : Number(words[i]);
  const angle = (i: number): number => {
    const match = /^([+-]?[\d.]+(?:e[+-]?\d+)?)([a-z]*)$/i.exec(words[i] ?? '0');
    const unit = match?.[2]?.toLowerCase() ?? '?';
    const factor = unit === '' && Number(match?.[1]) === 0 ? 1 : UNIT_DEG[unit];
    return factor === undefined ? Number.NaN : Number(match?.[1]) * factor;
  };
  const radians = (i: number): number => (angle(i) * Math.PI) / 180;
  const matrix = ((): Matrix | null => {
    switch (name) {
      case 'matrix': {
        const [a, b, c, d, e, f] = [0, 1, 2, 3, 4, 5].map((i) => plain(i, Number.NaN));
        return { a, b, c, d, e, f } as Matrix;
      }
      case 'translate':
        return translate(length(0), length(1));
      case 'translatex':
        return translate(length(0), 0);
      case 'translatey':
        return translate(0, length(0));
      case 'scale':
        return scale(plain(0, Number.NaN), plain(1, plain(0, Number.NaN)));
      case 'scalex':
        return scale(plain(0, Number.NaN), 1);
      case 'scaley':
        return scale(1, plain(0, Number.NaN));
      case 'rotate':
        return rotateDEG(angle(0));
      case 'skewx':
        return skew(radians(0), 0);
      case 'skewy':
        return skew(0, radians(0));
      case 'skew':
        return skew(radians(0), radians(1));
      default:
        return null;
    }
  })();
  return matrix !== null && Object.values(matrix).every(Number.isFinite) ? matrix : null;
}
