/** Sensor boards: three holes in a row and something that senses in the middle. */
import { type DrawnShape, type PartKind, plainPart } from './part-kind.ts';
import { box, boxOutline, eyelet } from './shapes.ts';

/** A sensor of our own with supply, ground and a line that tells; `ma` is what it takes (assumption); least 2 V: assumption. */
export function sensorBoard(
  words: Pick<PartKind, 'id' | 'title' | 'description'>,
  ma: number,
  eye: readonly DrawnShape[],
): PartKind {
  return plainPart({
    ...words,
    noun: 'sensor',
    drawer: 'Sensors',
    source: 'our own board: all dimensions and currents are assumptions',
    outline: boxOutline(24, 16),
    holes: [
      { ...eyelet('ground', { x: -8, y: 4.4 }, 'minus', '-', 1.8), role: 'ground', label: '−' },
      { ...eyelet('signal', { x: 0, y: 4.4 }, 'signal', 'none', 1.8), role: 'sense', label: 'S' },
      { ...eyelet('supply', { x: 8, y: 4.4 }, 'plus', '+', 1.8), role: 'supply', label: '+' },
    ],
    shapes: [box('board', 0, 0, 24, 16, 4), ...eye],
    elements: [{ kind: 'load', plus: 'plus', minus: 'minus', volt: 3, ma, leastV: 2 }],
    massG: 1.2,
    spots: [{ id: 'eye', title: 'sensor', at: { x: 0, y: -3.4 }, radiusMm: 2.5 }],
  });
}
