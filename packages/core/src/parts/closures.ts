/** Closures: two halves on different places of a piece that touch when it is closed. */
import { type DrawnShape, type PartKind, plainPart } from './part-kind.ts';
import { disc, eyelet, ovalOutline, polar } from './shapes.ts';

interface Half {
  readonly id: string;
  readonly mateId: string;
  readonly title: string;
  readonly noun: string;
  readonly description: string;
  readonly source: string;
  readonly massG: number;
  readonly magnetism?: PartKind['magnetism'];
  readonly onOhm: number;
}

/** A round half with four holes, all one conductor: a snap or a clasp. */
export function roundHalf(half: Half, radiusMm: number, middle: readonly DrawnShape[]): PartKind {
  const { onOhm, ...words } = half;
  return plainPart({
    ...words,
    drawer: 'Closures',
    outline: ovalOutline(radiusMm, radiusMm),
    holes: [45, 135, 225, 315].map((degrees, i) => ({
      ...eyelet(`hole-${i + 1}`, polar(radiusMm - 2, degrees), 'metal', 'none', 1.3),
      diameterMm: 1.6,
    })),
    shapes: [disc('metal', 0, 0, radiusMm), ...middle],
    elements: [{ kind: 'half', terminal: 'metal', onOhm }],
  });
}

/** A tab of cloth with conductive hooks or loops, sewn along one end. */
export function tabHalf(half: Half, shapes: readonly DrawnShape[]): PartKind {
  const { onOhm, ...words } = half;
  return plainPart({
    ...words,
    drawer: 'Closures',
    outline: [
      { x: -15, y: -10 },
      { x: 15, y: -10 },
      { x: 15, y: 10 },
      { x: -15, y: 10 },
    ],
    holes: [
      eyelet('end-1', { x: -12, y: -6 }, 'face', 'none', 1.6),
      eyelet('end-2', { x: -12, y: 6 }, 'face', 'none', 1.6),
    ],
    shapes,
    elements: [{ kind: 'half', terminal: 'face', onOhm }],
  });
}
