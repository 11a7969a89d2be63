/** Sensor boards: three or four holes in a row and something that senses in the middle. */
import { type DrawnShape, type Hole, type PartKind, plainPart, type Spot } from './part-kind.ts';
import { box, boxOutline, eyelet } from './shapes.ts';

type Words = Pick<PartKind, 'id' | 'title' | 'description'>;

/** A sensor of our own with supply, ground and a line that tells; `ma` is what it takes (assumption); least 2 V: assumption; 5.5 V at most: memory of simple sensor boards. */
export function sensorBoard(
  words: Words,
  ma: number,
  eye: readonly DrawnShape[],
  senses: Pick<Spot, 'senses'> = {},
): PartKind {
  return sensorWith(words, { ma, mostV: 5.5 }, eye, senses, [
    { ...eyelet('ground', { x: -8, y: 4.4 }, 'minus', '-', 1.8), role: 'ground', label: '−' },
    { ...eyelet('signal', { x: 0, y: 4.4 }, 'signal', 'none', 1.8), role: 'sense', label: 'S' },
    { ...eyelet('supply', { x: 8, y: 4.4 }, 'plus', '+', 1.8), role: 'supply', label: '+' },
  ]);
}

/** The same with the two lines of a bus instead, 3.6 V at most (memory of typical bus sensors): several share them, so that one board reads more sensors than it has pins. */
export function busSensorBoard(words: Words, ma: number, eye: readonly DrawnShape[]): PartKind {
  return sensorWith(words, { ma, mostV: 3.6 }, eye, {}, [
    { ...eyelet('supply', { x: -9, y: 4.4 }, 'plus', '+', 1.8), role: 'supply', label: '+' },
    { ...eyelet('ground', { x: -3, y: 4.4 }, 'minus', '-', 1.8), role: 'ground', label: '−' },
    { ...eyelet('clock', { x: 3, y: 4.4 }, 'clock', 'none', 1.8), role: 'bus-clock', label: 'C' },
    { ...eyelet('data', { x: 9, y: 4.4 }, 'data', 'none', 1.8), role: 'bus-data', label: 'D' },
  ]);
}

function sensorWith(
  words: Words,
  needs: { readonly ma: number; readonly mostV: number },
  eye: readonly DrawnShape[],
  senses: Pick<Spot, 'senses'>,
  holes: readonly Hole[],
): PartKind {
  return plainPart({
    ...words,
    noun: 'sensor',
    drawer: 'Sensors',
    source: 'our own board: all dimensions and currents are assumptions',
    outline: boxOutline(24, 16),
    holes,
    shapes: [box('board', 0, 0, 24, 16, 4), ...eye],
    elements: [{ kind: 'load', plus: 'plus', minus: 'minus', volt: 3, leastV: 2, ...needs }],
    massG: 1.2,
    spots: [{ id: 'eye', title: 'sensor', at: { x: 0, y: -3.4 }, radiusMm: 2.5, ...senses }],
  });
}
