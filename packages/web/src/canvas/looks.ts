/** What a part and a run look like, however finely they are drawn. */
import type { Cloth, Face } from '@sashiko/core/cloth/cloth';
import type { Side } from '@sashiko/core/joining/sides';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import type { Part, Run } from '@sashiko/core/plan/records';
import type { LineSum } from '@sashiko/core/thread/thread-sums';
import type { Detail } from './detail.ts';

/** A part as it looks. */
export interface PartLook {
  readonly part: Part;
  readonly kind: PartKind;
  readonly cloth: Cloth;
  readonly face: Face;
  readonly isChosen: boolean;
  readonly isLit: boolean;
  /** Near, if it is not said. */
  readonly detail?: Detail;
}

/** A run as it looks. */
export interface RunLook {
  readonly run: Run;
  readonly sum: LineSum;
  readonly side: Side;
  readonly cloth: Cloth;
  readonly face: Face;
  readonly isDark: boolean;
  readonly isChosen: boolean;
  /** Near, if it is not said. */
  readonly detail?: Detail;
}
