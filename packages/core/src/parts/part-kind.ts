/**
 * A part is data: outline, holes with sign and plating, what it does to a current, a drawing. Local axes: mm,
 * origin at the middle, x right, y down, as seen from the side that faces the maker.
 */
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import type { OwnCell } from './own-cell.ts';
import type { PartElement } from './part-element.ts';

export type Sign = '+' | '-' | 'none';

/**
 * What a hole is for. `supply`: power comes in; `raw`: the same power handed on; `regulated`: a steady voltage; `sense`: what a sensor tells;
 * `bus-data`, `bus-clock`: a two-wire bus that sensors share.
 */
export type HoleRole =
  | 'supply'
  | 'raw'
  | 'regulated'
  | 'ground'
  | 'pin'
  | 'data-in'
  | 'data-out'
  | 'sense'
  | 'bus-data'
  | 'bus-clock';

/**
 * What a pin of a board can do besides being on or off. `upload`: it carries the program while that is loaded. `bus`: of two such pins the
 * first in the list of holes is the data line, the second the clock.
 */
export type PinAbility = 'fade' | 'analogue' | 'bus' | 'upload';

/**
 * A place where thread can hold the part: an eyelet in a board, a lead curled into a loop, a pad of conductive tape. `end`: no hole at all,
 * the place where a thread ends and stays long.
 */
export interface Hole {
  readonly id: string;
  readonly at: Point;
  /** Holes of one part that share a terminal are one conductor inside it; '' for holes that are for holding only. */
  readonly terminal: string;
  readonly sign: Sign;
  readonly plated: boolean;
  readonly form: 'eyelet' | 'curl' | 'square-curl' | 'tape' | 'end';
  /** Open diameter the needle passes through. */
  readonly diameterMm: number;
  /** Radius of the metal round it. */
  readonly padRadiusMm: number;
  readonly role?: HoleRole;
  /** What is printed beside it: the name that code uses for a pin. */
  readonly label?: string;
  readonly abilities?: readonly PinAbility[];
  /** The most this hole gives, mA. */
  readonly mostMa?: number;
}

/** What a drawn shape is made of; each drawing (screen, print) gives every material its own look. */
export type Material =
  | 'board'
  | 'rim'
  | 'metal'
  | 'cell'
  | 'lens'
  | 'glow'
  | 'leg'
  | 'slide'
  | 'slot'
  | 'chip'
  | 'cloth'
  | 'magnet'
  | 'wire';

/** One shape of a part's drawing, in local mm. */
export type DrawnShape =
  | { readonly form: 'circle'; readonly material: Material; readonly at: Point; readonly radiusMm: number }
  | {
      readonly form: 'oval';
      readonly material: Material;
      readonly at: Point;
      readonly radiusX: number;
      readonly radiusY: number;
    }
  | {
      readonly form: 'box';
      readonly material: Material;
      readonly at: Point;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly cornerMm: number;
    }
  | { readonly form: 'area'; readonly material: Material; readonly points: readonly Point[] }
  | { readonly form: 'line'; readonly material: Material; readonly points: readonly Point[] };

/** Bare metal that lies on the cloth between the body and a hole, such as a folded leg. */
export interface MetalLine {
  readonly terminal: string;
  readonly points: readonly Point[];
  readonly radiusMm: number;
}

/** A spot of a part that has to show or to be reached: a lens, a sensor's eye, a slide. */
export interface Spot {
  readonly id: string;
  readonly title: string;
  readonly at: Point;
  readonly radiusMm: number;
  /** It sees light: what shines on it from near is seen. */
  readonly senses?: 'light';
}

/** A number a maker chooses for one part: the pitch of a strand, the way a leg folds. */
export interface PartOption {
  readonly id: string;
  readonly title: string;
  readonly unit: 'mm' | '°' | 'Ω' | '';
  readonly smallest: number;
  readonly largest: number;
  readonly usual: number;
  /** Whether the part must be bought so, and the list of what to gather says it. */
  readonly isBought?: true;
  /** Named choices instead of a range. */
  readonly choices?: ReadonlyArray<{ readonly value: number; readonly title: string }>;
}

export type OptionValues = Readonly<Record<string, number>>;

export const DRAWERS = ['Lights', 'Power', 'Switches', 'Closures', 'Boards', 'Sensors', 'Other'] as const;
export type Drawer = (typeof DRAWERS)[number];

/** What a free end of thread is for: two are tied, as a switch; it waits for a part that comes later; two are joined by hand for good. */
export type EndUse = 'tied' | 'later' | 'joined';

/** A contact of two knotted ends, Ω (assumption). */
export const KNOT_OHM = 3;

export interface PartKind {
  readonly id: string;
  readonly title: string;
  /** What the maker calls one of them: `light`, `holder`, `switch`. */
  readonly noun: string;
  readonly drawer: Drawer;
  readonly description: string;
  /** Where the dimensions come from. */
  readonly source: string;
  readonly outline: Polygon;
  readonly holes: readonly Hole[];
  readonly shapes: readonly DrawnShape[];
  readonly elements: readonly PartElement[];
  /** With its cells in. */
  readonly massG: number;
  readonly metal: readonly MetalLine[];
  readonly spots: readonly Spot[];
  /** Whether a magnet pulls at it, or whether it is one. */
  readonly magnetism: 'none' | 'steel' | 'magnet';
  /** Currents of all its pins together, mA, where it has pins. */
  readonly mostMaTogether?: number;
  /** It lies loose in a pocket or a pouch: nothing holds it to the cloth. */
  readonly isLoose?: true;
  /** How it comes to its place, where sewing through its holes does not say it; `{name}` stands for its name. */
  readonly placing?: string;
  /** It is no part to buy but the end of a run that stays so long, mm, and what for. */
  readonly threadEnd?: { readonly mm: number; readonly use: EndUse };
  /** Its place needs a hole in the cloth, made with an awl. */
  readonly needsHole?: true;
  /** The cell that it is: it is bought as this part. */
  readonly isCellId?: string;
  /** What that cell is, where it is none of the list. */
  readonly isCell?: OwnCell;
  /** A cable with a plug that leaves its body here; it goes into the socket of its other half, and no thread between them is sewn. */
  readonly lead?: { readonly at: Point; readonly cableMm: number; readonly hasSwitch: boolean };
  /** Where the plug of its other half goes. */
  readonly socket?: Point;
  /** Terminals that have no hole: contacts inside, such as where a cell lies. */
  readonly inner?: readonly string[];
  /** Half of a clasp that holds a cell: on its + or its − face. */
  readonly clasps?: '+' | '-';
  /** It closes on its other half wherever the two lie over each other, not on one spot only. */
  readonly closesAnywhere?: true;
  /** The kind that is placed with it as its other half. */
  readonly mateId?: string;
  readonly options: readonly PartOption[];
  /** The same part with other options; undefined where there are none to choose. */
  withOptions?(values: OptionValues): PartKind;
}

type Plain = Omit<PartKind, 'metal' | 'spots' | 'magnetism' | 'options' | 'withOptions'> &
  Partial<Pick<PartKind, 'metal' | 'spots' | 'magnetism'>>;

/** A part without options; what is left out is none. */
export function plainPart(part: Plain): PartKind {
  return { metal: [], spots: [], magnetism: 'none', options: [], ...part };
}

/**
 * A part whose form follows from options. Missing options take their usual value, values out of range are
 * brought into it.
 */
export function parametricPart(
  options: readonly PartOption[],
  build: (values: OptionValues) => Plain,
): PartKind {
  const withOptions = (values: OptionValues): PartKind => ({
    ...plainPart(build(filledOptions(options, values))),
    options,
    withOptions,
  });
  return withOptions({});
}

/** Every option of a part with the value it has. */
export function filledOptions(options: readonly PartOption[], values: OptionValues): OptionValues {
  return Object.fromEntries(
    options.map(({ id, usual, smallest, largest }) => [
      id,
      Math.min(largest, Math.max(smallest, Object.hasOwn(values, id) ? (values[id] as number) : usual)),
    ]),
  );
}

/** The hole with this id, or undefined. */
export function maybeHole(kind: PartKind, holeId: string): Hole | undefined {
  return kind.holes.find((hole) => hole.id === holeId);
}

/** The holes that share a terminal: any of them serves. */
export function holesOfTerminal(kind: PartKind, terminal: string): readonly Hole[] {
  return kind.holes.filter((hole) => hole.terminal === terminal && hole.plated);
}
