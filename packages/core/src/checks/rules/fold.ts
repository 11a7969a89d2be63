import { clothGuides, curvePoints, markingsFor } from '../../cloth/cloth.ts';
import type { Point } from '../../geometry/point.ts';
import { polygonContains, polygonEdges } from '../../geometry/polygon.ts';
import { closestOfSegments } from '../../geometry/segment.ts';
import { panelOf } from '../../plan/panels.ts';
import { placedOutline } from '../../plan/placed.ts';
import type { Panel, Part } from '../../plan/records.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { legsOf } from '../sewn-lines.ts';

export const fold: CheckRule = {
  id: 'fold',
  title: 'Stiff part across a fold',
  severity: 'mend',
  touching: null,
  better: 'none',
  help: 'A board, a holder or a light is stiff: across a fold it breaks its stitches, or keeps the piece from folding. Let it lie on one side of the line.',
  example: 'A coin cell holder lies across the fold of a flap.',
  byHand: 'Only you know on which side of the fold it may lie: move it there, or draw the fold elsewhere.',
  sees: ['panels'],
  checkPart,
};

function checkPart({ plan }: CheckContext, part: Part): readonly Finding[] {
  const outline = placedOutline(plan, part);
  return foldsOf(panelOf(plan, part)).flatMap(({ id, name, points }): readonly Finding[] => {
    const at = meeting(points, outline);
    if (at === null) return [];
    return [
      {
        key: `fold:${part.id}:${id}`,
        ruleId: 'fold',
        severity: 'mend',
        at,
        message: `${part.name} lies across the fold “${name}”.`,
        step: 'Move it to one side of the fold.',
        found: null,
        wanted: null,
        partIds: [part.id],
        runIds: [],
      },
    ];
  });
}

interface FoldLine {
  readonly id: string;
  readonly name: string;
  readonly points: readonly Point[];
}

/** The folds of a panel: those that are drawn, and those of a ready piece. */
function foldsOf(panel: Panel): readonly FoldLine[] {
  const drawn = markingsFor(panel, 'fold').map((line) => ({ ...line, points: curvePoints(line) }));
  const own = clothGuides(panel)
    .filter(({ isFold }) => isFold === true)
    .map((line, i) => ({ id: `own-${i}`, name: line.name, points: curvePoints(line) }));
  return [...drawn, ...own];
}

/** Where a line comes over a body; null where it stays off it. */
function meeting(line: readonly Point[], body: readonly Point[]): Point | null {
  for (const [a, b] of legsOf(line)) {
    if (polygonContains(body, a)) return a;
    for (const [c, d] of polygonEdges(body)) {
      const found = closestOfSegments(a, b, c, d);
      if (found.distanceMm === 0) return found.onFirst;
    }
  }
  return null;
}
