/** Tubes stuffed round: how large they are, and where what lies on flat cloth is seen then. */
import { type Point, scale, subtract } from '../geometry/point.ts';
import { boundsOf } from '../geometry/polygon.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { formatLength } from '../units/length.ts';
import type { Panel, Part } from './records.ts';
import type { Plan } from './schema.ts';
import { finishedOutline, isDart, pointOnSeam, seamEdges, seamLine, tubeSizes } from './seams.ts';

type WithSeams = Pick<Plan, 'seams' | 'panels'>;

/** The tube that a panel makes with itself or with another one. */
export interface Tube {
  /** Whether one panel makes it with itself. */
  readonly isAlone: boolean;
  /** Round it, along the cloth, mm. */
  readonly girthMm: number;
  /** Through it, when it is stuffed round: girth ÷ π, which is 2 ÷ π of its flat width (the girth of a circle). */
  readonly acrossMm: number;
  /** The place of the panel that lies half way round from its seam, or between its two, and the way round it there. */
  readonly middle: Point;
  readonly around: Point;
}

/** The tube of a panel: sewn to itself, or to another one along most of its outline; null where it makes none. */
export function tubeOf(plan: WithSeams, panel: Panel): Tube | null {
  const own = seamEdges(plan, panel.id).find(
    ({ seam }) => seam.a.panelId === seam.b.panelId && !isDart(seam),
  );
  if (own !== undefined) {
    const [a, b] = (['a', 'b'] as const).map((side) => pointOnSeam(plan, own.seam, side, 0.5)) as [
      Point,
      Point,
    ];
    const girthMm = tubeSizes(plan, own.seam)?.girthMm ?? 0;
    if (girthMm === 0) return null;
    return tubeWith(
      true,
      girthMm,
      scale({ x: a.x + b.x, y: a.y + b.y }, 0.5),
      scale(subtract(b, a), 1 / girthMm),
    );
  }
  const [left, top, right, bottom] = boundsOf(finishedOutline(plan, panel));
  return isSewnAllRound(plan, panel, 2 * (right - left + bottom - top))
    ? tubeWith(false, 2 * (right - left), { x: (left + right) / 2, y: (top + bottom) / 2 }, { x: 1, y: 0 })
    : null;
}

function tubeWith(isAlone: boolean, girthMm: number, middle: Point, around: Point): Tube {
  return { isAlone, girthMm, acrossMm: girthMm / Math.PI, middle, around };
}

/** Whether one neighbour takes up at least two sides of a panel: more than half of what it is round. */
function isSewnAllRound(plan: WithSeams, panel: Panel, roundMm: number): boolean {
  const sewnMm = new Map<string, number>();
  for (const { seam, side } of seamEdges(plan, panel.id)) {
    const other = seam[side === 'a' ? 'b' : 'a'].panelId;
    if (other === panel.id) continue;
    sewnMm.set(other, (sewnMm.get(other) ?? 0) + polylineLengthMm(seamLine(plan, seam, side)));
  }
  return [...sewnMm.values()].some((mm) => mm > roundMm / 2);
}

/** Where a part is seen when its tube is stuffed round. */
export interface StuffedPlace {
  /** Along the cloth from the middle of the panel, mm; to the left less than 0 on an upright tube. */
  readonly flatMm: number;
  /** As it is seen from before that middle: nearer to it, for the cloth turns away. */
  readonly seenMm: number;
  /** It has gone round to the back. */
  readonly isBehind: boolean;
}

/** Where a part lies on its tube stuffed round: at an angle of flat distance ÷ radius (the arc of a circle); null where its panel makes no tube. */
export function stuffedPlace(plan: WithSeams, panel: Panel, { at }: Pick<Part, 'at'>): StuffedPlace | null {
  const tube = tubeOf(plan, panel);
  if (tube === null) return null;
  const from = subtract(at, tube.middle);
  const flatMm = from.x * tube.around.x + from.y * tube.around.y;
  const radiusMm = tube.acrossMm / 2;
  const angle = flatMm / radiusMm;
  return { flatMm, seenMm: radiusMm * Math.sin(angle), isBehind: Math.abs(angle) > Math.PI / 2 + 1e-9 };
}

/** `If this is stuffed round, 94 mm across, it is seen 33 mm from the middle; flat it lies 37 mm from it.`; null where its panel makes no tube. */
export function stuffedWords(plan: Plan, panel: Panel, part: Pick<Part, 'at'>): string | null {
  const [tube, place] = [tubeOf(plan, panel), stuffedPlace(plan, panel, part)];
  if (tube === null || place === null) return null;
  const mm = (value: number): string => formatLength(Math.abs(value), plan.habits.unit, 0);
  const where = place.isBehind ? 'lies at the back,' : 'is seen';
  return `If this is stuffed round, ${mm(tube.acrossMm)} across, it ${where} ${mm(place.seenMm)} from the middle; flat it lies ${mm(place.flatMm)} from it.`;
}
