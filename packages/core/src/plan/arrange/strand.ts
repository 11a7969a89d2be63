/** A pre-wired strand of lights laid along a line: how many fit, what is left over, and the wires between them. */

import { fail, type Result, succeed } from '../../errors/problem.ts';
import { distance, type Point, snapToMicrometre } from '../../geometry/point.ts';
import { placeAlong, walkable } from '../../geometry/polyline.ts';
import type { Change, Edit } from '../edit.ts';
import { putPart, putRun, takeNumbers } from '../edits/changes.ts';
import { checkEdit } from '../edits/check-edit.ts';
import { newPart, partIdOf } from '../edits/part-edits.ts';
import type { Panel, Part, Run } from '../records.ts';
import type { Plan } from '../schema.ts';
import { type Line, lineLengthMm } from './lines.ts';
import { MOST_SPREAD } from './spread.ts';

/** The kind of part a strand is made of. */
const STRAND_KIND_ID = 'strand-light';

/** What a strand of a pitch does on a line. */
export interface StrandFit {
  /** Lights that fit from the start of the line, the first at its very start. */
  readonly fits: number;
  readonly lineMm: number;
  /** Length of line left beyond the last light, mm. */
  readonly leftMm: number;
  /**
   * Wire to spare between two lights, mm: the wire is `pitchMm` long and lies along the line, but a line that
   * curves brings its ends nearer together. The smallest of all of them.
   */
  readonly slackMm: number;
}

/** How a strand of this pitch lies on a line. Throws RangeError for a pitch that is not positive. Fails on a line without length or where the line is too short for one. */
export function fitStrand(line: Line, pitchMm: number): Result<StrandFit> {
  if (!(pitchMm > 0)) throw new RangeError(`fitStrand: the pitch must be positive, got ${pitchMm}`);
  const lineMm = lineLengthMm(line);
  if (!(lineMm > 0)) return fail('line-empty');
  // On a closed line the last wire may not need to reach the first light again.
  const fits = Math.min(MOST_SPREAD, Math.floor(lineMm / pitchMm + 1e-6) + (line.closed ? 0 : 1));
  if (fits < 1) return fail('line-too-short', `It is ${lineMm.toFixed(0)} mm long, one wire ${pitchMm} mm.`);
  const places = placesOf(line, pitchMm, fits);
  const slackMm = places
    .slice(1)
    .reduce(
      (least, p, i) => Math.min(least, pitchMm - distance(p.at, (places[i] as { at: Point }).at)),
      pitchMm,
    );
  return succeed({ fits, lineMm, leftMm: lineMm - pitchMm * (fits - 1), slackMm: fits === 1 ? 0 : slackMm });
}

function placesOf(line: Line, pitchMm: number, count: number) {
  const path = walkable(line.points, line.closed);
  return Array.from({ length: count }, (_, i) => placeAlong(path, pitchMm * i));
}

/**
 * Lays a strand of `count` lights along a line, joined by its factory wires (−, data, +), as one group. Their
 * ids follow `plan.nextNumber`: the lights in order, then the wires. Refused when they do not fit.
 */
export function layStrand(
  plan: Plan,
  panel: Panel,
  line: Line,
  pitchMm: number,
  count: number,
): Result<Edit> {
  const fit = fitStrand(line, pitchMm);
  if (!fit.ok) return fit;
  if (!Number.isInteger(count) || count < 1 || count > fit.value.fits)
    return fail('value-out-of-range', `${fit.value.fits} lights fit on this line.`);
  const wires = (count - 1) * WIRES.length;
  const { first, change } = takeNumbers(plan, count + wires + 1);
  const groupId = `g${first + count + wires}`;
  const changes: Change[] = [change];
  let naming = plan;
  const path = walkable(line.points, line.closed);
  for (const [i, { at, directionDeg }] of placesOf(line, pitchMm, count).entries()) {
    const part = newPart(naming, partIdOf(first + i), {
      panelId: panel.id,
      kindId: STRAND_KIND_ID,
      at,
      turnDeg: directionDeg,
      options: { pitchMm },
      groupId,
    }) as Part;
    naming = { ...naming, parts: { ...naming.parts, [part.id]: part } };
    changes.push(putPart(plan, part));
  }
  for (let i = 0; i + 1 < count; i += 1) {
    const bends = bendsBetween(path, pitchMm * i, pitchMm * (i + 1));
    for (const [k, [out, into]] of WIRES.entries()) {
      const run: Run = {
        panelId: panel.id,
        id: `r${first + count + i * WIRES.length + k}`,
        from: { partId: partIdOf(first + i), holeId: out },
        to: { partId: partIdOf(first + i + 1), holeId: into },
        // The three wires lie side by side; only the middle one is drawn round the curve.
        bends: k === 1 ? bends : [],
        threadId: 'insulated-wire',
        stitchId: 'laid',
        stitchMm: plan.habits.stitchMm,
        gapMm: plan.habits.gapMm,
        strands: 1,
        prewired: true,
      };
      changes.push(putRun(plan, run));
    }
  }
  return checkEdit(plan, `lay a strand of ${count} lights`, changes);
}

const WIRES = [
  ['minus-out', 'minus-in'],
  ['out', 'in'],
  ['plus-out', 'plus-in'],
] as const;

/** Bends that keep a wire on a curved line: every third of the way, left out where the line is straight. */
function bendsBetween(path: readonly Point[], fromMm: number, toMm: number): readonly Point[] {
  const places = [1, 2].map((k) => placeAlong(path, fromMm + ((toMm - fromMm) * k) / 3));
  const from = placeAlong(path, fromMm).at;
  const to = placeAlong(path, toMm).at;
  const isStraight = distance(from, to) > toMm - fromMm - 0.05;
  return isStraight ? [] : places.map(({ at }) => snapToMicrometre(at));
}
