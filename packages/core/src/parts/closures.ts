/** Closures: two halves on different places of a piece that touch when it is closed. */
import {
  type DrawnShape,
  type OptionValues,
  type PartKind,
  type PartOption,
  parametricPart,
  plainPart,
} from './part-kind.ts';
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

/** Which pole of a magnet looks away from the cloth, by its mark. */
export function poleOption(usual: 0 | 1): PartOption {
  return {
    id: 'pole',
    title: 'Pole that looks up',
    unit: '',
    smallest: 0,
    largest: 1,
    usual,
    choices: [
      { value: 0, title: 'north' },
      { value: 1, title: 'south' },
    ],
  };
}

/** The pole of a part that looks away from the cloth; null for one that has none to choose. */
export function poleUp(kind: Pick<PartKind, 'options'>, values: OptionValues = {}): 'north' | 'south' | null {
  const option = kind.options.find(({ id }) => id === 'pole');
  return option === undefined ? null : (values['pole'] ?? option.usual) === 0 ? 'north' : 'south';
}

/** A half of a magnetic clasp. */
export function magnetHalf(half: Half, middle: readonly DrawnShape[], usualPole: 0 | 1): PartKind {
  return parametricPart([poleOption(usualPole)], () =>
    roundHalf({ ...half, magnetism: 'magnet' }, 9, middle),
  );
}

/** What snaps are made of: a magnet pulls at steel, not at brass. */
const SNAP_METAL: PartOption = {
  id: 'metal',
  title: 'It is of',
  unit: '',
  smallest: 0,
  largest: 1,
  usual: 0,
  isBought: true,
  choices: [
    { value: 0, title: 'steel' },
    { value: 1, title: 'brass' },
  ],
};

/** A half of a sew-on snap. */
export function snapHalf(half: Half, middle: readonly DrawnShape[]): PartKind {
  return parametricPart([SNAP_METAL], ({ metal = 0 }) =>
    roundHalf({ ...half, magnetism: metal === 0 ? 'steel' : 'none' }, 6, middle),
  );
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
    closesAnywhere: true,
  });
}
