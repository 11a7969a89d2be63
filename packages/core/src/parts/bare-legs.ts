/** A light whose own leads are folded flat on the cloth and curled into loops: the loop is what is sewn, not the dome. */
import type { Point } from '../geometry/point.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import type { PartElement } from './part-element.ts';
import {
  type DrawnShape,
  type Hole,
  type MetalLine,
  type OptionValues,
  type PartKind,
  type PartOption,
  parametricPart,
} from './part-kind.ts';
import { disc, polar } from './shapes.ts';

/** Leads of a bare light: 0.5 mm square wire, 2.54 mm apart where they leave the dome (memory of typical datasheets). */
export const LEAD = { radiusMm: 0.35, halfSpacingMm: 1.27 } as const;

/** A hole for a lead of 0.5 mm square: its diagonal and a little (geometry). */
export const LEG_HOLE_MM = 0.8;

/** What a dome wants of a hole beyond its own width, mm (assumption): its rim, half a millimetre wider all round, holds it. */
const DOME_PLAY_MM = 0.2;
/** How far the rim of the body stands out from the dome, mm (memory of typical datasheets). */
const RIM_MM = 0.4;

/** Leads as they are bought, mm: the + lead is the longer (memory of typical datasheets: 25 mm and 27 mm). */
export const LEAD_BOUGHT_MM = { '+': 27, '-': 25 } as const;

/** The hole that the dome of a light goes through, mm across; null where it lies on the cloth. */
export function domeHoleMm(
  kind: Pick<PartKind, 'spots' | 'options'>,
  values: OptionValues = {},
): number | null {
  if ((values['dome'] ?? 0) !== 1 || !kind.options.some(({ id }) => id === 'dome')) return null;
  const dome = kind.spots.find(({ id }) => id === 'lens');
  return dome === undefined ? null : 2 * dome.radiusMm + DOME_PLAY_MM;
}

/** How far the near side of a curl lies from the rim of the body, mm; below 0 it lies under it. */
export function clearOfRimMm(kind: Pick<PartKind, 'spots'>, hole: Hole): number {
  const dome = kind.spots.find(({ id }) => id === 'lens')?.radiusMm ?? 0;
  return Math.hypot(hole.at.x, hole.at.y) - hole.padRadiusMm - (dome + RIM_MM);
}

/** One leg of a bare light: which way it folds, how far its curl sits from the middle, how big the curl is. */
export interface Leg {
  readonly id: string;
  readonly sign: '+' | '-';
  readonly foldDeg: number;
  readonly reachMm: number;
  /** Radius of the curl, to the middle of the wire. */
  readonly curlMm: number;
  readonly isSquare: boolean;
}

/**
 * Lead needed for a curled hole, mm: from the body to the near side of the curl, and once round it (geometry:
 * 2π times the radius for a round curl, 8 times for a square one).
 */
export function leadLengthMm(kind: Pick<PartKind, 'metal'>, hole: Hole): number {
  const straight = kind.metal.find((line) => line.terminal === hole.terminal);
  const round = hole.form === 'square-curl' ? 8 : 2 * Math.PI;
  return (straight === undefined ? 0 : polylineLengthMm(straight.points)) + round * hole.padRadiusMm;
}

function curl(leg: Leg): Hole {
  return {
    id: leg.id,
    at: polar(leg.reachMm, leg.foldDeg),
    terminal: leg.id,
    sign: leg.sign,
    plated: true,
    form: leg.isSquare ? 'square-curl' : 'curl',
    diameterMm: 2 * leg.curlMm - 0.8,
    padRadiusMm: leg.curlMm,
  };
}

function metalOf(leg: Leg): MetalLine {
  const points: readonly Point[] = [
    polar(LEAD.halfSpacingMm, leg.foldDeg),
    polar(leg.reachMm - leg.curlMm, leg.foldDeg),
  ];
  return { terminal: leg.id, points, radiusMm: LEAD.radiusMm };
}

/** Holes, metal, drawing and outline of a bare light with a dome of this size and these legs. */
export function bareBody(
  domeMm: number,
  legs: readonly Leg[],
): Pick<PartKind, 'holes' | 'metal' | 'shapes' | 'outline' | 'spots'> {
  const radius = domeMm / 2;
  const metal = legs.map(metalOf);
  const shapes: readonly DrawnShape[] = [
    ...metal.map((leg): DrawnShape => ({ form: 'line', material: 'leg', points: leg.points })),
    disc('rim', 0, 0, radius + 0.4),
    disc('lens', 0, 0, radius),
    disc('glow', 0, 0, radius * 0.48),
  ];
  return {
    holes: legs.map(curl),
    metal,
    shapes,
    outline: hullOf(radius + 0.8, legs),
    spots: [{ id: 'lens', title: 'dome', at: { x: 0, y: 0 }, radiusMm: radius }],
  };
}

/** The body and its legs as one outline: at every five degrees as far out as a dome or a leg reaches. */
function hullOf(domeMm: number, legs: readonly Leg[]): readonly Point[] {
  const half = (leg: Leg): number => leg.curlMm + 0.9;
  return Array.from({ length: 72 }, (_, i) => {
    const degrees = i * 5;
    const reach = legs.map((leg) => {
      const apart = Math.abs(((degrees - leg.foldDeg + 540) % 360) - 180) * (Math.PI / 180);
      const wide = half(leg);
      const length = leg.reachMm + wide;
      // The edge of a bar of this length and half width, seen from the middle.
      if (apart >= Math.PI / 2) return 0;
      return Math.min(length / Math.cos(apart), wide / Math.max(1e-9, Math.sin(apart)));
    });
    return polar(Math.max(domeMm, ...reach), degrees);
  });
}

const SQUARE = [
  { value: 0, title: 'bigger round loop' },
  { value: 1, title: 'square loop' },
] as const;

/** What a maker bends: the distance of the pair of loops, their sizes, which way each leg folds. */
const LEG_OPTIONS: readonly PartOption[] = [
  { id: 'pairMm', title: 'From loop to loop', unit: 'mm', smallest: 9, largest: 30, usual: 15.6 },
  { id: 'plusCurlMm', title: '+ loop, across', unit: 'mm', smallest: 2.4, largest: 7, usual: 4 },
  { id: 'minusCurlMm', title: '− loop, across', unit: 'mm', smallest: 2.4, largest: 7, usual: 3 },
  {
    id: 'plusSquare',
    title: '+ is told by its',
    unit: '',
    smallest: 0,
    largest: 1,
    usual: 0,
    choices: SQUARE,
  },
  { id: 'plusFoldDeg', title: '+ leg folds to', unit: '°', smallest: -80, largest: 80, usual: 0 },
  { id: 'minusFoldDeg', title: '− leg folds to', unit: '°', smallest: 100, largest: 260, usual: 180 },
  {
    id: 'dome',
    title: 'Its dome',
    unit: '',
    smallest: 0,
    largest: 1,
    usual: 0,
    choices: [
      { value: 0, title: 'lies on the cloth' },
      { value: 1, title: 'shows through a hole to the other side' },
    ],
  },
];

/**
 * A bare light of one colour. Common practice cuts the − lead to about 13 mm and the + lead to about 19 mm
 * before curling; with the usual options both loops come out of them (tested). The longer + lead takes three
 * fifths of the distance.
 */
export function bareLegLight(
  id: string,
  title: string,
  domeMm: number,
  description: string,
  element: Partial<Extract<PartElement, { kind: 'light' }>> = {},
): PartKind {
  return parametricPart(LEG_OPTIONS, (values) => {
    const value = (name: string): number => values[name] as number;
    const plusReach = value('pairMm') * (9.3 / 15.6);
    return {
      id,
      title,
      noun: 'light',
      drawer: 'Lights',
      description,
      source: `leads and loops: common practice; dome ${domeMm} mm: memory of typical datasheets`,
      massG: 0.4,
      ...bareBody(domeMm, [
        leg(
          'minus',
          '-',
          value('minusFoldDeg'),
          value('pairMm') - plusReach,
          value('minusCurlMm') / 2,
          false,
        ),
        leg('plus', '+', value('plusFoldDeg'), plusReach, value('plusCurlMm') / 2, value('plusSquare') === 1),
      ]),
      elements: [{ kind: 'light', plus: 'plus', minus: 'minus', seriesOhm: 0, ...element }],
    };
  });
}

function leg(
  id: string,
  sign: '+' | '-',
  foldDeg: number,
  reachMm: number,
  curlMm: number,
  isSquare: boolean,
): Leg {
  return { id, sign, foldDeg, reachMm, curlMm, isSquare };
}
