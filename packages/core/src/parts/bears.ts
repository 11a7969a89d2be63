/** The volts that parts bear: boards, sensors, addressable lights, buzzers, and the input of a steady supply. */
import { elementsOf } from './part-element.ts';
import type { PartKind } from './part-kind.ts';

/** More than this above its limit is too many, V: less is what figures are rounded to. */
const ROUNDED_V = 0.005;

/** Two conductors of a part that power comes in at. */
export interface Intake {
  readonly plus: string;
  readonly minus: string;
  /** The most it bears, V; null where nobody says. */
  readonly mostV: number | null;
  /** What it is made for, V: that much it bears in any case. */
  readonly madeForV: number;
  /** A steady supply of the part itself feeds it. */
  readonly isBehind: boolean;
}

/** Where power comes in at a part, in the order of its elements. */
export function intakesOf(kind: Pick<PartKind, 'elements'>): readonly Intake[] {
  const regulators = elementsOf(kind, 'regulator');
  return [
    ...elementsOf(kind, 'load').map(({ plus, minus, volt, mostV = null }): Intake => {
      const steady = regulators.find(({ output }) => output === plus);
      return {
        plus,
        minus,
        mostV,
        madeForV: Math.max(volt, steady?.volt ?? 0),
        isBehind: steady !== undefined,
      };
    }),
    ...regulators.map(
      ({ input, ground, volt, mostV = null }): Intake => ({
        plus: input,
        minus: ground,
        mostV,
        madeForV: volt,
        isBehind: false,
      }),
    ),
  ];
}

/** Whether an intake bears so many volts: `unknown` where they are more than it is made for and nobody says what it bears. */
export function bears({ mostV, madeForV }: Intake, volt: number): 'yes' | 'no' | 'unknown' {
  if (mostV !== null) return volt > mostV + ROUNDED_V ? 'no' : 'yes';
  return volt > madeForV + ROUNDED_V ? 'unknown' : 'yes';
}

/** Whether so many volts, led straight to a part, are known to be too many for it. */
export function isTooMuchFor(kind: Pick<PartKind, 'elements'>, volt: number): boolean {
  return intakesOf(kind).some((intake) => !intake.isBehind && bears(intake, volt) === 'no');
}
