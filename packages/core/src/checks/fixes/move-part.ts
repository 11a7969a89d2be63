import { scale, subtract } from '../../geometry/point.ts';
import { moveParts } from '../../plan/edits/part-edits.ts';
import { reachMm } from '../../plan/placed.ts';
import type { Part } from '../../plan/records.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

const words = (moved: Part, from: Part, mm: number): string =>
  `move ${moved.name} ${mm.toFixed(1)} mm away from ${from.name}`;

/** Moves one of two parts that are too near to each other straight away from the other, by what is missing. */
export const movePartFix: FixKind = {
  id: 'move-part',
  rules: ['magnet-steel', 'self-sensing', 'parts-overlap'],
  propose: (plan, { partIds, found, wanted }) => {
    const [a, b] = partIds.map((id) => plan.parts[id]);
    if (a === undefined || b === undefined || found === null || wanted === null) return [];
    const apart = subtract(b.at, a.at);
    const length = Math.hypot(apart.x, apart.y);
    const away = length < 1e-6 ? { x: 1, y: 0 } : scale(apart, 1 / length);
    // Rims that lie askew, or on each other, need more than what is missing between them.
    const least = Math.abs(wanted.value - found.value) + 0.5;
    const onTop = Math.max(0, reachMm(plan, a) + reachMm(plan, b) - length);
    return [least, least + onTop, 1.5 * least + onTop].flatMap((mm) => [
      ...sound(moveParts(plan, [b.id], scale(away, mm)), words(b, a, mm)),
      ...sound(moveParts(plan, [a.id], scale(away, -mm)), words(a, b, mm)),
    ]);
  },
};
