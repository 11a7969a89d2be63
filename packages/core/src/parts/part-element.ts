import type { OwnCell } from './own-cell.ts';

/**
 * What a part does to a current, as a list of simple things between its terminals. A part may hold several: a
 * two-colour light is two lights, a board is a load and a row of pins.
 */
export type PartElement =
  /** A diode that glows. Without a colour of its own it has the one the maker chose for the part. */
  | {
      readonly kind: 'light';
      readonly plus: string;
      readonly minus: string;
      readonly seriesOhm: number;
      readonly colourId?: string;
      readonly flashes?: boolean;
    }
  /**
   * One or more cells in a row. `boostV`: a converter lifts them to this. `chip`: something lies between its + and − even
   * with the cell out. `waitsForDark`: its own eye lets current through in the dark only.
   */
  | {
      readonly kind: 'cell';
      readonly plus: string;
      readonly minus: string;
      readonly cellId: string;
      /** A cell that is none of the list. */
      readonly own?: OwnCell | undefined;
      readonly count: number;
      readonly boostV?: number;
      readonly switched: boolean;
      readonly chip?: true;
      readonly waitsForDark?: true;
    }
  | {
      readonly kind: 'switch';
      readonly a: string;
      readonly b: string;
      readonly onOhm: number;
      /** hand: it stays as it is left. press: closed only while it is pressed. */
      readonly closedBy: 'hand' | 'press' | 'magnet' | 'dark';
    }
  /** One half of a closure: it joins the same terminal of its mate when the two are closed, or tied. */
  | { readonly kind: 'half'; readonly terminal: string; readonly onOhm: number; readonly isTied?: true }
  | { readonly kind: 'resistor'; readonly a: string; readonly b: string; readonly ohm: number }
  /**
   * Something that draws about this current, made for this voltage: a chip, a buzzer, an addressable light. Below `leastV` it does not work,
   * above `mostV` it is damaged (missing: nobody says). `glows`: it is a light.
   */
  | {
      readonly kind: 'load';
      readonly plus: string;
      readonly minus: string;
      readonly volt: number;
      readonly ma: number;
      readonly leastV: number;
      readonly mostV?: number;
      readonly glows?: true;
    }
  /** A pin that is driven towards the supply (level 1) or ground (level 0) through `ohm`. */
  | {
      readonly kind: 'pin';
      readonly pin: string;
      readonly supply: string;
      readonly ground: string;
      readonly ohm: number;
    }
  /** A steady supply made from a higher one, of at most `mostV` (missing: nobody says). */
  | {
      readonly kind: 'regulator';
      readonly input: string;
      readonly output: string;
      readonly ground: string;
      readonly volt: number;
      readonly mostV?: number;
    };

/** Anything that holds elements: a part kind. */
interface WithElements {
  readonly elements: readonly PartElement[];
}

export type ElementKind = PartElement['kind'];
type ElementOf<Kind extends ElementKind> = Extract<PartElement, { readonly kind: Kind }>;

/** The elements of one sort that a part holds, in its order. */
export function elementsOf<Kind extends ElementKind>(
  part: WithElements,
  kind: Kind,
): ReadonlyArray<ElementOf<Kind>> {
  return part.elements.filter((element): element is ElementOf<Kind> => element.kind === kind);
}

/** Whether a part holds an element of this sort. */
export function hasElement(part: WithElements, kind: ElementKind): boolean {
  return part.elements.some((element) => element.kind === kind);
}

/** The two ends of everything that has a + and a − and needs power: lights and loads. */
export function consumersOf(
  part: WithElements,
): ReadonlyArray<{ readonly plus: string; readonly minus: string }> {
  return part.elements.filter((element) => element.kind === 'light' || element.kind === 'load');
}

/** Whether the maker chooses a colour for this part. */
export function takesColour(part: WithElements): boolean {
  return elementsOf(part, 'light').some((light) => light.colourId === undefined);
}

/** Whether the part has something that is on or off: a switch, a switched holder, a closure, a cable with a switch in it. */
export function takesSwitching(
  part: WithElements & { readonly lead?: { readonly hasSwitch: boolean } },
): boolean {
  return (
    part.lead?.hasSwitch === true ||
    part.elements.some(
      (element) =>
        element.kind === 'switch' || element.kind === 'half' || (element.kind === 'cell' && element.switched),
    )
  );
}

/** Holes of these roles need thread for the part to be of use. */
export const TELLING_ROLES: ReadonlySet<string> = new Set(['data-in', 'sense', 'bus-data', 'bus-clock']);

/**
 * The terminals that need thread for the part to do its work. Of lights that share a − one is enough. Holes of
 * a board that nothing needs may stay free.
 */
export function neededTerminals(
  part: WithElements & {
    readonly holes: ReadonlyArray<{ readonly terminal: string; readonly role?: string }>;
  },
): readonly string[] {
  const needed = new Set<string>();
  for (const element of part.elements) {
    switch (element.kind) {
      case 'light':
      case 'load':
      case 'cell':
        needed.add(element.plus).add(element.minus);
        break;
      case 'switch':
      case 'resistor':
        needed.add(element.a).add(element.b);
        break;
      case 'half':
        needed.add(element.terminal);
        break;
      case 'pin':
      case 'regulator':
        break;
    }
  }
  for (const regulator of elementsOf(part, 'regulator')) {
    needed.delete(regulator.output);
    needed.add(regulator.input).add(regulator.ground);
  }
  for (const hole of part.holes) {
    if (hole.role !== undefined && TELLING_ROLES.has(hole.role)) needed.add(hole.terminal);
  }
  // Where a terminal has no hole there is nothing to sew.
  return [...needed].filter((terminal) => part.holes.some((hole) => hole.terminal === terminal));
}

/** Whether a part that switches is placed switched on: all but those that are closed only while they are pressed. */
export function restsOn(part: WithElements): boolean {
  return elementsOf(part, 'switch').every(({ closedBy }) => closedBy !== 'press');
}
