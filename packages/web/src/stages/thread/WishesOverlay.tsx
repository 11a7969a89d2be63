import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { distance, type Point } from '@sashiko/core/geometry/point';
import { holesOf, type Terminal } from '@sashiko/core/joining/nets';
import { panelOf } from '@sashiko/core/plan/panels';
import { holePoint } from '@sashiko/core/plan/placed';
import type { Plan } from '@sashiko/core/plan/schema';
import { wishesIn } from '../../stores/derived.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { INK } from '../../ui/ink.ts';

/** Chalk dots between what should be joined and is not, and from the hole in hand to the pointer. */
export function WishesOverlay({
  plan,
  face,
  scale,
}: {
  readonly plan: Plan;
  readonly face: Face;
  readonly scale: number;
}) {
  const tool = useViewStore((state) => state.tool);
  const pointer = useViewStore((state) => state.pointer);
  const { missing } = wishesIn(plan);
  const seen = (p: Point): Point => asSeen(panelOf(plan), face, p);
  const lines = missing.flatMap(({ groups }) => shortestJoins(plan, groups));
  if (tool.kind === 'wish' && pointer !== null && plan.parts[tool.from.partId] !== undefined)
    lines.push([holePoint(plan, tool.from), pointer]);
  return (
    <g pointerEvents="none" strokeLinecap="round" fill="none">
      {lines.map(([a, b]) => {
        const [p, q] = [seen(a), seen(b)];
        const d = `M${p.x} ${p.y}L${q.x} ${q.y}`;
        return (
          <g key={d}>
            <path
              d={d}
              stroke={INK.night}
              strokeWidth={5 / scale}
              strokeDasharray={`0.01 ${9 / scale}`}
              opacity={0.55}
            />
            <path d={d} stroke={INK.paper} strokeWidth={3 / scale} strokeDasharray={`0.01 ${9 / scale}`} />
          </g>
        );
      })}
    </g>
  );
}

type Line = readonly [Point, Point];

/** Group by group, the shortest line to what is joined already. */
function shortestJoins(plan: Plan, groups: ReadonlyArray<readonly Terminal[]>): Line[] {
  const places = groups.map((group) =>
    group.flatMap((terminal) => holesOf(plan, terminal).map((hole) => holePoint(plan, hole))),
  );
  const joined = [...(places[0] ?? [])];
  const left = places.slice(1);
  const lines: Line[] = [];
  while (left.length > 0) {
    let best: { readonly i: number; readonly line: Line; readonly mm: number } | null = null;
    for (const [i, group] of left.entries()) {
      for (const a of joined) {
        for (const b of group) {
          const mm = distance(a, b);
          if (best === null || mm < best.mm) best = { i, line: [a, b], mm };
        }
      }
    }
    if (best === null) break;
    lines.push(best.line);
    joined.push(...(left.splice(best.i, 1)[0] ?? []));
  }
  return lines;
}
