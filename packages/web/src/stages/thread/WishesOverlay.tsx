import type { Face } from '@sashiko/core/cloth/cloth';
import { add, distance, type Point, scale as scalePoint, subtract } from '@sashiko/core/geometry/point';
import { holesOf, type Terminal } from '@sashiko/core/joining/nets';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { holePoint, partOf, placedOutline } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import type { Wish } from '@sashiko/core/wishes/wish-list';
import { useMemo } from 'react';
import { SIDE_THREAD } from '../../canvas/palette.ts';
import { linePath } from '../../canvas/seen.ts';
import { seer, tableBox } from '../../canvas/table.ts';
import { wishesIn } from '../../stores/derived.ts';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { INK } from '../../ui/ink.ts';

/** Beyond a hole, mm: the dots begin where its metal ends. */
const CLEAR_MM = 1.5;

/** Chalk dots between what should be joined and is not, each wish by itself, and from the hole in hand to the pointer. */
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
  const joins = useMemo(
    () => missing.map(({ wish, groups }) => ({ wish, lines: shortestJoins(plan, face, groups) })),
    [plan, face, missing],
  );
  const inHand =
    tool.kind === 'wish' && pointer !== null && plan.parts[tool.from.partId] !== undefined
      ? pathOf([
          [seenHole(plan, face, tool.from), seer(plan, { panelId: panelInHand(plan).id }, face)(pointer)],
        ])
      : null;
  return (
    <g pointerEvents="none" strokeLinecap="round" fill="none">
      <BodiesLeftOut plan={plan} face={face} />
      <g mask={`url(#${MASK})`}>
        {joins.map(({ wish, lines }) => (
          <Dots key={wish.id} d={pathOf(lines.map(shortened))} ink={WISH_INK[wish.side]} scale={scale} />
        ))}
      </g>
      {inHand !== null && <Dots d={inHand} ink={INK.night} scale={scale} />}
    </g>
  );
}

/** By what a wish joins: + and − as their threads, data and the like in the ink of the night. */
const WISH_INK: Readonly<Record<Wish['side'], string>> = {
  '+': SIDE_THREAD['+'].onLight,
  '-': SIDE_THREAD['-'].onLight,
  none: INK.night,
};

/** A dotted line: not sewn, only wished. */
function Dots({ d, ink, scale }: { readonly d: string; readonly ink: string; readonly scale: number }) {
  const dash = `0.01 ${9 / scale}`;
  return (
    <>
      <path d={d} stroke={ink} strokeWidth={6 / scale} strokeDasharray={dash} />
      <path d={d} stroke={INK.paper} strokeWidth={3 / scale} strokeDasharray={dash} />
    </>
  );
}

const MASK = 'beside-bodies';

/** Where boards lie: their bodies are left out, so that no dot covers the name of a pin. */
function BodiesLeftOut({ plan, face }: { readonly plan: Plan; readonly face: Face }) {
  const bodies = Object.values(plan.parts)
    .filter((part) => kindOf(plan, part).holes.some(({ role }) => role === 'pin'))
    .map((part) => `${linePath(placedOutline(plan, part).map(seer(plan, part, face)))}Z`);
  const { left, top, widthMm, heightMm } = tableBox(plan, face);
  return (
    <mask
      id={MASK}
      maskUnits="userSpaceOnUse"
      x={left - 50}
      y={top - 50}
      width={widthMm + 100}
      height={heightMm + 100}
    >
      <rect x={left - 50} y={top - 50} width={widthMm + 100} height={heightMm + 100} fill="white" />
      <path d={bodies.join('')} fill="black" />
    </mask>
  );
}

function pathOf(lines: readonly WishLine[]): string {
  return lines.map((line) => linePath(line)).join('');
}

/** Without what lies on the metal of its holes; a short one stays whole. */
function shortened([a, b]: WishLine): WishLine {
  const mm = distance(a, b);
  if (mm < 4 * CLEAR_MM) return [a, b];
  const step = scalePoint(subtract(b, a), CLEAR_MM / mm);
  return [add(a, step), subtract(b, step)];
}

/** From place to place on the table. */
type WishLine = readonly [Point, Point];

function seenHole(plan: Plan, face: Face, hole: HoleRef): Point {
  return seer(plan, partOf(plan, hole.partId), face)(holePoint(plan, hole));
}

/** Group by group, the shortest line to what is joined already. */
function shortestJoins(plan: Plan, face: Face, groups: ReadonlyArray<readonly Terminal[]>): WishLine[] {
  const places = groups.map((group) =>
    group.flatMap((terminal) => holesOf(plan, terminal).map((hole) => seenHole(plan, face, hole))),
  );
  const joined = [...(places[0] ?? [])];
  const left = places.slice(1);
  const lines: WishLine[] = [];
  while (left.length > 0) {
    let best: { readonly i: number; readonly line: WishLine; readonly mm: number } | null = null;
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
