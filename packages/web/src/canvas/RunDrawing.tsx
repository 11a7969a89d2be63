import { asSeen, otherFace } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import { pointAlong, polylineLengthMm } from '@sashiko/core/geometry/polyline';
import { signMark } from '@sashiko/core/plan/hole-names';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import type { LineSum } from '@sashiko/core/thread/thread-sums';
import { memo } from 'react';
import { INK } from '../ui/ink.ts';
import type { RunLook } from './looks.ts';
import { choiceInk, SEEN_OF_THREAD, SIDE_THREAD, threadInk } from './palette.ts';
import { linePath, spansPath } from './seen.ts';

/** A sign stands beside the thread at least every so many mm. */
const SIGN_EVERY_MM = 55;

/** A thread as it will be sewn: stitches on this face with a pale halo, steps on the far face faintly. */
export const RunDrawing = memo(function RunDrawing({
  run,
  sum,
  side,
  cloth,
  face,
  isDark,
  isChosen,
}: RunLook) {
  const form = maybeThreadKind(run.threadId)?.form ?? 'thread';
  const colour = threadInk(side, isDark);
  const near = spansPath(cloth, face, sum.spans, face);
  const far = spansPath(cloth, face, sum.spans, otherFace(face));
  const corners = pathOf(sum).map((p) => asSeen(cloth, face, p));
  return (
    <g strokeLinecap="round" fill="none" style={{ opacity: SEEN_OF_THREAD }}>
      {isChosen && (
        <path
          d={linePath(corners)}
          style={{ stroke: choiceInk(isDark) }}
          strokeWidth={4}
          opacity={isDark ? 0.45 : 0.28}
          strokeLinejoin="round"
        />
      )}
      {form !== 'thread' && <LaidLine points={corners} form={form} colour={colour} />}
      {form === 'thread' && (
        <>
          <path
            d={far}
            style={{ stroke: colour }}
            strokeWidth={0.6}
            strokeDasharray="1 1.1"
            strokeLinecap="butt"
            opacity={isDark ? 0.75 : 0.6}
          />
          <path d={near} stroke={INK.cotton} strokeWidth={2.5} />
          <path d={near} style={{ stroke: colour }} strokeWidth={1.4} />
        </>
      )}
      {(side === '+' || side === '-') && (
        <Signs points={corners} sign={side} colour={SIDE_THREAD[side].onLight} />
      )}
    </g>
  );
});

/** Wire and tape lie on the cloth whole: wire as a round line in its insulation, tape as a flat band. */
function LaidLine({
  points,
  form,
  colour,
}: {
  readonly points: readonly Point[];
  readonly form: 'wire' | 'tape';
  readonly colour: string;
}) {
  const data = linePath(points);
  return form === 'wire' ? (
    <>
      <path d={data} stroke={INK.graphite} strokeWidth={1.5} strokeLinejoin="round" />
      <path d={data} style={{ stroke: colour }} strokeWidth={0.7} strokeLinejoin="round" />
    </>
  ) : (
    <>
      <path d={data} stroke={INK.twine} strokeWidth={5.4} strokeLinecap="butt" />
      <path d={data} stroke={INK.hemp} strokeWidth={4.8} strokeLinecap="butt" />
      <path d={data} style={{ stroke: colour }} strokeWidth={0.8} strokeDasharray="2 2" />
    </>
  );
}

/** The middle of a line through all its stitches. */
function pathOf(sum: LineSum): readonly Point[] {
  const first = sum.spans[0];
  return first === undefined ? [] : [first.a, ...sum.spans.map((span) => span.b)];
}

/** + or − again and again along a thread: colour alone tells nothing. */
function Signs({
  points,
  sign,
  colour,
}: {
  readonly points: readonly Point[];
  readonly sign: '+' | '-';
  readonly colour: string;
}) {
  const length = polylineLengthMm(points);
  if (length < 24) return null;
  const count = Math.max(1, Math.round(length / SIGN_EVERY_MM));
  const places = Array.from({ length: count }, (_, i) => pointAlong(points, (length * (i + 0.5)) / count));
  return (
    <g aria-hidden="true">
      <path d={places.map(disc).join('')} fill={INK.paper} stroke={colour} strokeWidth={0.35} />
      <path d={places.map((p) => signPath(p, sign)).join('')} stroke={colour} strokeWidth={0.6} />
      <title>{signMark(sign)} side</title>
    </g>
  );
}

/** The pale ground of a sign. */
const DISC_MM = 1.9;

/** A disc as path data. */
function disc({ x, y }: Point): string {
  const arc = `a${DISC_MM} ${DISC_MM} 0 1 1`;
  return `M${x - DISC_MM} ${y}${arc} ${2 * DISC_MM} 0${arc} ${-2 * DISC_MM} 0`;
}

/** A + or − as path data. */
function signPath({ x, y }: Point, sign: '+' | '-'): string {
  return `M${x - 1} ${y}H${x + 1}${sign === '+' ? `M${x} ${y - 1}V${y + 1}` : ''}`;
}
