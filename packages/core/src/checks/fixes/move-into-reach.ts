import { areasFor } from '../../cloth/cloth.ts';
import { distance, snapToMicrometre, subtract } from '../../geometry/point.ts';
import { boundsOf, polygonContains } from '../../geometry/polygon.ts';
import { moveParts } from '../../plan/edits/part-edits.ts';
import { panelOf } from '../../plan/panels.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Places tried across a zone, and how many of them at most. */
const ACROSS = 8;
const MOST = 12;

/** Moves a part that a hand must get at to the nearest place in a zone that a hand reaches. */
export const moveIntoReachFix: FixKind = {
  id: 'move-into-reach',
  rules: ['reach'],
  propose: (plan, finding) => {
    const part = plan.parts[finding.partIds[0] ?? ''];
    if (part === undefined || part.locked === true) return [];
    const places = areasFor(panelOf(plan, part), 'reach').flatMap((zone) => {
      const [left, top, right, bottom] = boundsOf(zone);
      return Array.from({ length: ACROSS * ACROSS }, (_, i) =>
        snapToMicrometre({
          x: left + ((right - left) * ((i % ACROSS) + 0.5)) / ACROSS,
          y: top + ((bottom - top) * (Math.floor(i / ACROSS) + 0.5)) / ACROSS,
        }),
      ).filter((at) => polygonContains(zone, at));
    });
    return places
      .sort((a, b) => distance(a, finding.at) - distance(b, finding.at))
      .slice(0, MOST)
      .flatMap((at) =>
        sound(
          moveParts(plan, [part.id], subtract(at, finding.at)),
          `move ${part.name} to where a hand reaches`,
        ),
      );
  },
};
