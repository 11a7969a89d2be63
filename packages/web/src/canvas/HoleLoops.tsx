import { asSeen, type Face } from '@sashiko/core/cloth/cloth';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { deriveSides } from '@sashiko/core/joining/sides';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { faceUp } from '@sashiko/core/plan/panels';
import { poseOf } from '@sashiko/core/plan/placed';
import type { Panel, Part } from '@sashiko/core/plan/records';
import { loopsAt, runsByHole } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { memo } from 'react';
import { detailOf, type NearBounds } from './detail.ts';
import { threadInk } from './palette.ts';

/** Beyond the metal, mm: where a loop goes down into the cloth. */
const BEYOND_MM = 1.4;
/** Loops at a hole lie within this fan towards the rim of the part, radians; round a curled leg they go all round. */
const FAN = Math.PI * 0.6;

/** Loops at holes, of the threads that are drawn. */
interface HoleLoopsProps {
  readonly plan: Plan;
  readonly panel: Panel;
  readonly face: Face;
  readonly isDark: boolean;
  readonly near: NearBounds;
  /** Only the loops of these parts. */
  readonly only?: ReadonlySet<string>;
}

/** The loops at one hole. */
interface LoopsHere {
  readonly holeId: string;
  readonly loops: number;
  readonly colour: string;
}

/** The oversewn loops at every hole that has thread and is seen near: a fan towards the rim, or spokes round a loop or disc. */
export const HoleLoops = memo(
  function HoleLoops({ plan, panel, face, isDark, near, only }: HoleLoopsProps) {
    return (
      <g pointerEvents="none" strokeLinecap="round" fill="none">
        {[...loopsByPart(plan, panel, isDark, only)].map(([partId, here]) => {
          const part = plan.parts[partId];
          if (part === undefined || detailOf(near, panel, face, [part.at]) === 'far') return null;
          return (
            <PartLoops
              key={partId}
              part={part}
              kind={kindOf(plan, part)}
              panel={panel}
              face={faceUp(panel, face)}
              here={here}
            />
          );
        })}
      </g>
    );
  },
  (before, after) =>
    before.plan.parts === after.plan.parts &&
    before.plan.runs === after.plan.runs &&
    before.plan.habits === after.plan.habits &&
    before.panel === after.panel &&
    before.face === after.face &&
    before.near === after.near &&
    before.only === after.only &&
    before.isDark === after.isDark,
);

/** Loops, part by part, so that a moved part draws its own only. */
function loopsByPart(
  plan: Plan,
  panel: Panel,
  isDark: boolean,
  only: ReadonlySet<string> | undefined,
): ReadonlyMap<string, readonly LoopsHere[]> {
  const sides = deriveSides(plan);
  const byPart = new Map<string, LoopsHere[]>();
  for (const [key, runs] of runsByHole(plan)) {
    const run = runs.find((one) => one.prewired !== true && maybeThreadKind(one.threadId)?.form === 'thread');
    const ref = run && [run.from, run.to].find((end) => `${end.partId}.${end.holeId}` === key);
    if (run === undefined || ref === undefined || only?.has(ref.partId) === false) continue;
    // A thread over a seam ends on another panel than it begins on.
    if (plan.parts[ref.partId]?.panelId !== panel.id) continue;
    const colour = threadInk(sides.of(sides.nets.ofRun(run.id)), isDark);
    const here = byPart.get(ref.partId) ?? [];
    here.push({ holeId: ref.holeId, loops: loopsAt(plan, ref, run.threadId), colour });
    byPart.set(ref.partId, here);
  }
  return byPart;
}

/** The loops at one part. */
interface PartLoopsProps {
  readonly part: Part;
  readonly kind: PartKind;
  readonly panel: Panel;
  readonly face: Face;
  readonly here: readonly LoopsHere[];
}

/** The loops of one part, so that a drag draws only those of what it moves. */
const PartLoops = memo(
  function PartLoops({ here, ...where }: PartLoopsProps) {
    const colours = [...new Set(here.map(({ colour }) => colour))];
    return (
      <g data-thing={where.part.id}>
        {colours.map((colour) => (
          <path
            key={colour}
            d={here
              .filter((one) => one.colour === colour)
              .map((one) => loopsPath(where, one))
              .join('')}
            style={{ stroke: colour }}
            strokeWidth={0.45}
            opacity={0.9}
          />
        ))}
      </g>
    );
  },
  (before, after) =>
    before.part === after.part &&
    before.kind === after.kind &&
    before.panel === after.panel &&
    before.face === after.face &&
    before.here.length === after.here.length &&
    before.here.every((one, i) => {
      const other = after.here[i];
      return one.holeId === other?.holeId && one.loops === other.loops && one.colour === other.colour;
    }),
);

/** The loops at a hole as one path: one element instead of dozens. */
function loopsPath(
  { part, kind, panel, face }: Omit<PartLoopsProps, 'here'>,
  { holeId, loops }: LoopsHere,
): string {
  const hole = kind.holes.find(({ id }) => id === holeId);
  if (hole === undefined) return '';
  const at = asSeen(panel, face, placePointExactly(poseOf(part), hole.at));
  const middle = asSeen(panel, face, part.at);
  const goesRound = hole.form !== 'eyelet' || kind.elements.some((element) => element.kind === 'half');
  const outward = Math.atan2(at.y - middle.y, at.x - middle.x);
  const reach = hole.padRadiusMm + BEYOND_MM;
  const inner = hole.diameterMm / 2;
  return Array.from({ length: loops }, (_, i) => {
    const angle = goesRound
      ? (2 * Math.PI * i) / loops
      : outward + (loops === 1 ? 0 : FAN * (i / (loops - 1) - 0.5));
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const point = (r: number): string => `${(at.x + r * cos).toFixed(2)} ${(at.y + r * sin).toFixed(2)}`;
    return `M${point(inner * 0.6)}L${point(reach)}`;
  }).join('');
}
