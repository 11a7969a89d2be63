/** `sashiko validate FILE`: whether a file can be read, and what it holds: a plan, a part, a backup of a shelf, or an SVG drawing. */

import { clothBox } from '@sashiko/core/cloth/cloth';
import { plainLine } from '@sashiko/core/errors/plain-line';
import { fail, type Result, succeed } from '@sashiko/core/errors/problem';
import { PART_FORMAT, parsePart } from '@sashiko/core/formats/part-file';
import { LARGEST_FILE_CHARACTERS, parsePlan } from '@sashiko/core/formats/plan-file';
import { LARGEST_SHELF_CHARACTERS, looksLikeShelf, parseShelf } from '@sashiko/core/formats/shelf-file';
import { LARGEST_SVG_CHARACTERS, readSvg } from '@sashiko/core/formats/svg-import';
import { flattenCurve } from '@sashiko/core/geometry/curve';
import { boundsOf } from '@sashiko/core/geometry/polygon';
import { polylineLengthMm, walkable } from '@sashiko/core/geometry/polyline';
import { kindOfOwnPart } from '@sashiko/core/parts/own-part';
import { panelsOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { counted } from '@sashiko/core/units/words';
import { toJson } from './to-json.ts';

/** A sort of file that is known: how it is told from the others, how large it may be, what is said of it. */
interface FileSort {
  isIt(beginning: string): boolean;
  readonly mostCharacters: number;
  read(text: string): Result<Told>;
}

/** In words, and for `--json`. */
interface Told {
  readonly words: string;
  readonly record: unknown;
}

const round = (mm: number): number => Math.round(mm * 1000) / 1000;

const SORTS: readonly FileSort[] = [
  {
    isIt: (beginning) => /^\uFEFF?\s*</.test(beginning),
    mostCharacters: LARGEST_SVG_CHARACTERS,
    read: tellDrawing,
  },
  { isIt: looksLikeShelf, mostCharacters: LARGEST_SHELF_CHARACTERS, read: tellShelf },
  {
    isIt: (beginning) => beginning.includes(`"${PART_FORMAT}"`),
    mostCharacters: LARGEST_FILE_CHARACTERS,
    read: tellPart,
  },
];
const PLAN_SORT: FileSort = { isIt: () => true, mostCharacters: LARGEST_FILE_CHARACTERS, read: tellPlan };

/** What the text of a file holds, or why it cannot be read. */
export function validateText(text: string): Result<Told> {
  const beginning = text.slice(0, 300);
  const sort = SORTS.find(({ isIt }) => isIt(beginning)) ?? PLAN_SORT;
  return text.length > sort.mostCharacters
    ? fail('file-too-large', `It has ${(text.length / 1e6).toFixed(1)} million characters.`)
    : sort.read(text);
}

function tellPlan(text: string): Result<Told> {
  const read = parsePlan(text);
  if (!read.ok) return read;
  const { name, version } = read.value;
  const words = `${name}: a sound plan of version ${version}.`;
  return succeed({ words, record: { kind: 'plan', ...planRecord(read.value), version } });
}

function planRecord(plan: Plan) {
  const panels = panelsOf(plan).map((panel) => {
    const { widthMm, heightMm } = clothBox(panel);
    return { id: panel.id, name: panel.name, widthMm: round(widthMm), heightMm: round(heightMm) };
  });
  const [only] = panels;
  return {
    name: plan.name,
    // Of a plan of one panel; with several, each has its own.
    ...(panels.length === 1 ? { widthMm: only?.widthMm, heightMm: only?.heightMm } : {}),
    panels,
    seams: Object.keys(plan.seams).length,
    parts: Object.keys(plan.parts).length,
    runs: Object.keys(plan.runs).length,
  };
}

function tellPart(text: string): Result<Told> {
  const read = parsePart(text);
  if (!read.ok) return read;
  const { title, id } = read.value;
  const { holes, massG } = kindOfOwnPart(read.value);
  return succeed({
    words: `${title}: a sound part with ${counted(holes.length, 'hole')}.`,
    record: { kind: 'part', id, title, holes: holes.map((hole) => hole.id), massG },
  });
}

function tellShelf(text: string): Result<Told> {
  const read = parseShelf(text);
  if (!read.ok) return read;
  const { plans, ownParts, unreadable, savedAtMs } = read.value;
  const left = unreadable.length === 0 ? '' : `; ${unreadable.length} cannot be read`;
  return succeed({
    words: `A backup with ${counted(plans.length, 'plan')} and ${counted(ownParts.length, 'described part')}${left}.`,
    record: {
      kind: 'shelf',
      savedAtMs,
      plans: plans.map(planRecord),
      parts: ownParts.map(({ title }) => title),
      unreadable: unreadable.map(({ name }) => name),
    },
  });
}

function tellDrawing(text: string): Result<Told> {
  const read = readSvg(text);
  if (!read.ok) return read;
  const { lines, leftOut, widthMm, heightMm } = read.value;
  const left = leftOut.length === 0 ? '' : ` Left out: ${leftOut.join(', ')}.`;
  return succeed({
    words: plainLine(`A drawing with ${counted(lines.length, 'line')}.${left}`),
    record: {
      kind: 'drawing',
      widthMm,
      heightMm,
      lines: lines.map(({ name, closed, nodes }) => {
        const points = flattenCurve(nodes, closed);
        const [x, y, right, bottom] = boundsOf(points);
        return {
          name,
          closed,
          nodes: nodes.length,
          box: { x: round(x), y: round(y), widthMm: round(right - x), heightMm: round(bottom - y) },
          lengthMm: round(polylineLengthMm(walkable(points, closed))),
        };
      }),
      leftOut,
    },
  });
}

/** The answer as it is printed. */
export function toldOutput({ words, record }: Told, asJson: boolean): string {
  return asJson ? toJson(record) : `${words}\n`;
}
