/**
 * Tries files that may be anything: each is refused in one plain line, or taken, and then everything that can be done with what was
 * taken goes through. Whatever else happens is thrown, with the file that made it happen.
 */
import { benchTests } from '../bench/bench-tests.ts';
import { judgeReading } from '../bench/judge-reading.ts';
import { CheckSession } from '../checks/check-session.ts';
import { howLong } from '../circuit/how-long.ts';
import { willItLight } from '../circuit/will-it-light.ts';
import { LONGEST_LINE } from '../errors/plain-line.ts';
import { describeProblem, describeToMaker, expectOk, type Problem } from '../errors/problem.ts';
import { cuttingSvg, layerCuttingSvg } from '../formats/cutting-svg.ts';
import { parsePart, serializePart } from '../formats/part-file.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { sheetHtml } from '../formats/sheet-html.ts';
import { planNetlist } from '../formats/spice.ts';
import { stitchSvg } from '../formats/stitch-files.ts';
import { clothSvg } from '../formats/svg-export.ts';
import { readSvg } from '../formats/svg-import.ts';
import { applyEdit } from '../plan/edit.ts';
import { importLines } from '../plan/edits/import-lines.ts';
import { keepOwnPart } from '../plan/edits/own-part-edits.ts';
import { moveParts, placePart } from '../plan/edits/part-edits.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, randomIndex, seededRandom } from '../random/random.ts';
import { routingProblemOf } from '../router/problem-of-plan.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { finishedDrawing } from '../sewing/finished-drawing.ts';
import { patternDrawing } from '../sewing/pattern-drawing.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { sheetPages } from '../sewing/sheet-pages.ts';
import { stopWarnings } from '../sewing/stop-warnings.ts';
import { damagedText, damagedValue } from './damage.ts';
import { smallLantern } from './plan-builder.ts';
import { editedAtRandom } from './random-edits.ts';
import { randomPiece } from './wired-pieces.ts';

export type Verdict = 'refused' | 'taken';

/** Throws unless a refusal is one line of plain words. */
function expectPlainLine(problem: Problem): void {
  for (const line of [describeProblem(problem), describeToMaker(problem)]) {
    if (line.length > LONGEST_LINE || /[\p{Cc}\u2028\u2029]/u.test(line))
      throw new Error(`not one plain line: ${JSON.stringify(line)}`);
    if (/\bundefined\b|\[object|\bNaN\b|\^\[|JSON at position/.test(line))
      throw new Error(`no words for a maker: ${line}`);
  }
}

function refused(problem: Problem): Verdict {
  expectPlainLine(problem);
  return 'refused';
}

/** A plan file's text: when it is taken, it is checked, lit, sewn, tested, written and edited. */
export function tryPlanText(text: string): Verdict {
  const read = parsePlan(text);
  if (!read.ok) return refused(read.problem);
  usePlan(read.value);
  return 'taken';
}

/** Does with a plan all that is done with one: it is written and read, checked, lit, sewn, tested and edited; throws where something breaks. */
export function usePlan(plan: Plan): void {
  const text = serializePlan(plan);
  if (serializePlan(expectOk(parsePlan(text))) !== text)
    throw new Error('it is not read back as it was written');
  const session = new CheckSession();
  const findings = session.update(plan);
  // What the file itself calls a hole or a part may be said.
  const own = text.includes('"NaN"') ? /undefined/ : /undefined|NaN/;
  for (const { message, step, at } of findings)
    if (own.test(`${message} ${step} ${at.x} ${at.y}`)) throw new Error(`a finding says: ${message} ${step}`);
  for (const answer of [willItLight(plan), howLong(plan), planNetlist(plan)])
    if (!answer.ok) expectPlainLine(answer.problem);
  const sheet = sewingSheet(plan);
  const warnings = stopWarnings(plan, findings);
  sheetPages(plan, { sheet, warnings });
  const html = sheetHtml(plan, sheet, { warnings });
  if (/<script>alert/.test(html)) throw new Error('text of the maker’s became markup');
  finishedDrawing(plan, 178, 200);
  for (const layer of Object.values(plan.layers)) layerCuttingSvg(plan, layer);
  for (const panel of panelsOf(plan)) {
    clothSvg(plan, panel);
    cuttingSvg(plan, panel);
    stitchSvg(plan, panel);
    patternDrawing(plan, undefined, panel);
  }
  const tests = benchTests(plan);
  if (tests.ok) for (const test of tests.value) judgeReading(plan, test, 0);
  else expectPlainLine(tests.problem);
  const problem = routingProblemOf(plan, USUAL_REQUEST);
  if (!problem.ok) expectPlainLine(problem.problem);
  const [id] = Object.keys(plan.parts);
  if (id === undefined) return;
  const moved = moveParts(plan, [id], { x: 0.5, y: 0 });
  if (moved.ok) session.update(applyEdit(plan, moved.value));
  else expectPlainLine(moved.problem);
}

/** An SVG file's text: when it is read, its lines are taken as marks, and the first of them as the outline. */
export function trySvgText(text: string, plan: Plan): Verdict {
  const read = readSvg(text);
  if (!read.ok) return refused(read.problem);
  const { lines, leftOut } = read.value;
  for (const word of leftOut) if (/\p{Cc}/u.test(word)) throw new Error(`left out: ${JSON.stringify(word)}`);
  for (const first of ['mark', 'outline'] as const) {
    const edit = importLines(
      plan,
      lines.map((line, i) => ({ ...line, use: i === 0 ? first : 'mark' })),
    );
    if (!edit.ok) {
      expectPlainLine(edit.problem);
      continue;
    }
    const next = applyEdit(plan, edit.value);
    expectOk(parsePlan(serializePlan(next)));
    clothSvg(next);
  }
  return 'taken';
}

/** A part file's text: when it is taken, the part is kept in a plan and laid on its cloth, where the plan has room for it. */
export function tryPartText(text: string, plan: Plan): Verdict {
  const read = parsePart(text);
  if (!read.ok) return refused(read.problem);
  const own = read.value;
  if (serializePart(expectOk(parsePart(serializePart(own)))) !== serializePart(own))
    throw new Error('it is not read back as it was written');
  const kept = expectOk(keepOwnPart(plan, own));
  const withKind = applyEdit(plan, kept);
  const placed = placePart(withKind, { kindId: own.id, at: { x: 100, y: 80 } });
  if (placed.ok) usePlan(applyEdit(withKind, placed.value));
  else expectPlainLine(placed.problem);
  return 'taken';
}

/** What a run through damaged files came to. */
export interface HostileCount {
  refused: number;
  taken: number;
}

/** Tries so many files, each made from a random source of its own seed; throws with the seed and the file's beginning. */
export function tryMany(
  count: number,
  firstSeed: number,
  make: (random: Random) => string,
  trial: (text: string) => Verdict,
): HostileCount {
  const counts: HostileCount = { refused: 0, taken: 0 };
  for (let seed = firstSeed; seed < firstSeed + count; seed += 1) {
    const text = make(seededRandom(seed));
    try {
      counts[trial(text)] += 1;
    } catch (error) {
      throw new Error(`file ${seed}: ${error instanceof Error ? error.message : String(error)}`, {
        cause: error,
      });
    }
  }
  return counts;
}

/** Damages one of some files, half of them in their letters and half in their values. */
export function damagedJson(sources: readonly unknown[], random: Random): string {
  const source = sources[randomIndex(random, sources.length)];
  return random() < 0.5
    ? damagedText(JSON.stringify(source, null, 1), random)
    : (JSON.stringify(damagedValue(source, random)) ?? '');
}

/** Plans to damage: small ones that use every table of a plan. */
export function plansToDamage(): readonly Plan[] {
  return [
    randomPiece(1),
    randomPiece(4),
    ...[3, 8, 13].map((seed) => editedAtRandom(smallLantern().plan, seed, 60).plan),
  ];
}

/** A drawing with every element and attribute that is read. */
export const SVG_TO_DAMAGE = `<?xml version="1.0" encoding="UTF-8"?>
<!-- pond -->
<svg xmlns="http://www.w3.org/2000/svg" width="180mm" height="120mm" viewBox="0 0 180 120" preserveAspectRatio="xMidYMid meet">
 <title>Pond &amp; reeds</title>
 <style>.reed { stroke: green }</style>
 <g transform="translate(10 5) rotate(4) scale(1.1,0.9)">
  <path id="bank" d="M 5 5 h 120 v 60 c -20 10 -40 20 -60 20 s -40 -10 -60 -20 z m 10 10 l 5 5 L 40 12 Q 50 30 60 12 T 80 14 A 10 6 30 0 1 95 20 Z"/>
  <circle id="stone" cx="40" cy="40" r="6"/>
  <ellipse cx="60" cy="40" rx="9" ry="4.5"/>
 </g>
 <rect aria-label="box" x="12" y="20" width="30" height="14.5" rx="2"/>
 <line x1="10" y1="90" x2="150" y2="96" style="stroke: black"/>
 <polyline points="10,100 30,104 50,100 70,104"/>
 <polygon class="reed" points="100 80 120 90 110 100"/>
 <svg x="120" y="70" width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="none"><circle r="3" cx="5" cy="5"/></svg>
 <text x="5" y="110">reeds</text>
</svg>
`;
