/** Pages as plain drawing data, in mm from the upper left corner of the paper: what PDF and screen draw from. */
import type { Point } from '../geometry/point.ts';

export type DrawItem =
  | {
      readonly kind: 'line';
      readonly points: readonly Point[];
      readonly widthMm: number;
      readonly closed?: boolean;
      /** 0 black to 1 white. */
      readonly grey?: number;
      readonly dashMm?: readonly [number, number];
    }
  | {
      readonly kind: 'circle';
      readonly at: Point;
      readonly radiusMm: number;
      readonly widthMm: number;
      readonly filled?: boolean;
      /** 0 black to 1 white. */
      readonly grey?: number;
    }
  | {
      readonly kind: 'text';
      readonly at: Point;
      readonly text: string;
      readonly sizeMm: number;
      readonly bold?: boolean;
      /** 0 black to 1 white. */
      readonly grey?: number;
      readonly anchor?: 'start' | 'middle' | 'end';
    };

export interface SheetPage {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  readonly items: readonly DrawItem[];
}
