import { boxAround } from '../../geometry/polygon.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';

/** Parts smaller than this hang on one point without flapping, mm across (assumption). */
const SMALL_MM = 8;

export const holdDown: CheckRule = {
  id: 'hold-down',
  title: 'Held on one side only',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'A part that is held at fewer than two opposite points flaps, and every flap works its threads loose. Tack it down with ordinary thread on its free side.',
  example: 'A tab of hook-and-loop is sewn along one end; the other end hangs free.',
  counted: () => 'It is held on one side; two opposite ones are wanted.',
  sees: [],
  checkPart({ plan }, part) {
    const kind = kindOf(plan, part);
    if (kind.holes.length === 0 || kind.isLoose === true || part.tackedDown === true) return [];
    const { minX, minY, maxX, maxY } = boxAround(kind.outline);
    if (Math.max(maxX - minX, maxY - minY) < SMALL_MM) return [];
    // Held on opposite sides when no straight line through its middle has all holes to one side of it.
    if (
      isSurrounded(kind.holes.map(({ at }) => Math.atan2(at.y - (minY + maxY) / 2, at.x - (minX + maxX) / 2)))
    )
      return [];
    return [
      {
        key: `hold-down:${part.id}`,
        ruleId: 'hold-down',
        severity: 'mend' as const,
        at: part.at,
        faces: [part.face],
        message: `${part.name} is held on one side only.`,
        step: 'Tack it down with ordinary thread on its free side.',
        found: { value: 1, unit: 'holes' as const },
        wanted: { value: 2, unit: 'holes' as const },
        partIds: [part.id],
        runIds: [],
      },
    ];
  },
};

/** How far holes may be from quite opposite, radians (10°, assumption). */
const OPPOSITE_WITHIN = Math.PI / 18;

/** Whether directions leave no gap wider than a half turn. */
function isSurrounded(directions: readonly number[]): boolean {
  const sorted = [...directions].sort((a, b) => a - b);
  return sorted.every((direction, i) => {
    const next = i + 1 < sorted.length ? (sorted[i + 1] as number) : (sorted[0] as number) + 2 * Math.PI;
    return next - direction <= Math.PI + OPPOSITE_WITHIN;
  });
}
