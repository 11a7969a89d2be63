/** Parts and threads as they look from far: few strokes each, and still + and − told apart without colour. */
import { asSeen, otherFace } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { maybeLightColour } from '@sashiko/core/parts/light-colours';
import { hasElement } from '@sashiko/core/parts/part-element';
import type { Sign } from '@sashiko/core/parts/part-kind';
import { poseOf } from '@sashiko/core/plan/placed';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { memo } from 'react';
import { INK } from '../ui/ink.ts';
import type { PartLook, RunLook } from './looks.ts';
import { choiceInk, MATERIAL, SEEN_OF_THREAD, SIGN_INK, seenOf, threadInk } from './palette.ts';
import { linePath } from './seen.ts';

/** One stroke a sign, in this order. */
const SIGNS: readonly Sign[] = ['+', '-', 'none'];

/** Threads are at least so many pixels wide, however far away. */
const THREAD_PX = 1.3;

/** A part from far: its body, its light, and one stroke of holes for each sign. */
export const FarPart = memo(function FarPart({ part, kind, cloth, face, isChosen, isLit }: PartLook) {
  const pose = poseOf(part);
  const seen = (p: Point): Point => asSeen(cloth, face, placePointExactly(pose, p));
  const outline = linePath(kind.outline.map(seen), true);
  const glow = hasElement(kind, 'light') ? maybeLightColour(part.colourId ?? '')?.glow : undefined;
  const body = MATERIAL[kind.shapes[0]?.material ?? 'board'];
  const middle = seen({ x: 0, y: 0 });
  return (
    <g style={{ opacity: seenOf(part.face === face ? 1 : 0.55, isLit) }} strokeLinecap="round">
      <path
        d={outline}
        fill={body.fill === 'none' ? INK.paper : body.fill}
        stroke={isChosen ? INK.indigo : body.stroke}
        strokeWidth={isChosen ? 2 : 0.6}
        strokeDasharray={isChosen ? '3 2' : undefined}
      />
      {glow !== undefined && (
        <path d={`M${middle.x} ${middle.y}h0`} stroke={glow} strokeWidth={isLit ? 5 : 3.4} fill="none" />
      )}
      {SIGNS.map((sign) => {
        const holes = kind.holes.filter((hole) => hole.plated && hole.sign === sign);
        const [first] = holes;
        if (first === undefined) return null;
        // A stroke of no length with round ends is a disc; − is a short bar across the pad.
        const arm = sign === '-' ? first.padRadiusMm * 0.5 : 0;
        const data = holes
          .map((hole) => seen(hole.at))
          .map((p) => `M${(p.x - arm).toFixed(2)} ${p.y.toFixed(2)}h${(2 * arm).toFixed(2)}`)
          .join('');
        return (
          <path
            key={sign}
            d={data}
            fill="none"
            stroke={SIGN_INK[sign]}
            strokeWidth={first.padRadiusMm * (sign === '-' ? 0.7 : 1.2)}
          />
        );
      })}
    </g>
  );
});

/** A thread from far: one line, + whole and − in long dashes. */
export const FarRun = memo(function FarRun({ run, sum, side, cloth, face, isDark, isChosen }: RunLook) {
  const [first] = sum.spans;
  const points = first === undefined ? [] : cornersOf([first.a, ...sum.spans.map((span) => span.b)]);
  const data = linePath(points.map((p) => asSeen(cloth, face, p)));
  const isThread = maybeThreadKind(run.threadId)?.form === 'thread';
  const isBehind = isThread && sum.spans.every((span) => span.face === otherFace(face));
  const line = (
    <path
      d={data}
      fill="none"
      strokeWidth={isThread ? THREAD_PX : 2 * THREAD_PX}
      strokeDasharray={side === '-' ? '7 3' : undefined}
      strokeLinejoin="round"
      vectorEffect="non-scaling-stroke"
      style={{
        stroke: threadInk(side, isDark),
        opacity: isBehind ? `calc(0.6 * ${SEEN_OF_THREAD})` : SEEN_OF_THREAD,
      }}
    />
  );
  if (!isChosen) return line;
  return (
    <>
      <path
        d={data}
        fill="none"
        style={{ stroke: choiceInk(isDark) }}
        strokeWidth={8}
        strokeLinejoin="round"
        vectorEffect="non-scaling-stroke"
        opacity={0.4}
      />
      {line}
    </>
  );
});

/** A line without the points that lie straight between their neighbours. */
function cornersOf(points: readonly Point[]): readonly Point[] {
  return points.filter((p, i) => {
    const [a, b] = [points[i - 1], points[i + 1]];
    if (a === undefined || b === undefined) return true;
    return Math.abs((p.x - a.x) * (b.y - p.y) - (p.y - a.y) * (b.x - p.x)) > 1e-6;
  });
}
