/** Random edits that a maker could make, for property tests: the same seed gives the same edits. */

import { ASSUMPTION_LIST } from '../assumptions/assumptions.ts';
import { clothBox } from '../cloth/cloth.ts';
import { READY_PIECES } from '../cloth/ready-pieces.ts';
import type { Result } from '../errors/problem.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { alignParts, distributeParts } from '../plan/arrange/align.ts';
import { duplicateParts } from '../plan/arrange/copies.ts';
import { freeTwins, groupParts, numberParts, twinParts, ungroupParts } from '../plan/arrange/group.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import {
  addMarkings,
  changeClothKind,
  changeMarking,
  chooseWorkedFace,
  deleteMarkings,
  resizePiece,
  showWrongSide,
  takePiece,
} from '../plan/edits/cloth-edits.ts';
import { addLayer, changeLayer, cutWindows, deleteLayer } from '../plan/edits/layer-edits.ts';
import { drawAlong, joinRuns, markPieces, reverseRun, slideRun, splitRun } from '../plan/edits/line-edits.ts';
import { deleteOwnPart, keepOwnPart } from '../plan/edits/own-part-edits.ts';
import {
  choosePartOptions,
  deleteParts,
  flickSwitch,
  lockParts,
  moveParts,
  placePair,
  placePart,
  recolourLight,
  renamePart,
  setLevel,
  tackParts,
  turnPart,
  turnPartOver,
} from '../plan/edits/part-edits.ts';
import { acceptFinding, addPatch, describeSpool } from '../plan/edits/patch-edits.ts';
import { dropPicture, layPicture } from '../plan/edits/picture-edits.ts';
import { changeHabits, changeLegSign, renamePlan, stateFacts } from '../plan/edits/plan-edits.ts';
import { pauseWork, resumeWork, tickStep, writeReading } from '../plan/edits/progress-edits.ts';
import {
  addBend,
  changeStitching,
  changeThread,
  deleteRuns,
  drawRun,
  moveBend,
  removeBend,
} from '../plan/edits/run-edits.ts';
import { addSeam, changeSeam, deleteSeam } from '../plan/edits/seam-edits.ts';
import {
  addWork,
  changeKits,
  changeWork,
  deleteWork,
  orderSteps,
  writeCut,
  writePrice,
} from '../plan/edits/sewing-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import type { HoleRef } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, randomIndex, seededRandom } from '../random/random.ts';
import { STITCH_KINDS } from '../thread/stitch-kinds.ts';
import { deriveWishesAgain, unwish, wishTogether } from '../wishes/wish-edits.ts';
import { randomOwnPart } from './random-own-part.ts';

/** One white pixel (made up). */
const PICTURE = { mime: 'image/png', widthPx: 1, heightPx: 1, data: 'iVBORw0KGgo=' } as const;

const USES = ['mark', 'opening', 'keep-out', 'window', 'reach'] as const;

/** One edit that may or may not be allowed in this plan. */
export function randomEdit(plan: Plan, random: Random): Result<Edit> {
  const { widthMm, heightMm } = clothBox(panelOf(plan));
  const pick = <T>(list: readonly T[]): T => list[randomIndex(random, list.length)] as T;
  const point = () => ({ x: random() * widthMm, y: random() * heightMm });
  const partId = pick(['p0', ...Object.keys(plan.parts)]);
  const markingId = pick(['m0', ...Object.keys(panelOf(plan).markings)]);
  const several = (): readonly string[] => Object.keys(plan.parts).filter(() => random() < 0.3);
  const runId = pick(['r0', ...Object.keys(plan.runs)]);
  const bends = plan.runs[runId]?.bends.length ?? 0;
  const hole = (): HoleRef => {
    const part = plan.parts[pick(['p0', ...Object.keys(plan.parts)])];
    return part === undefined
      ? { partId: 'p0', holeId: 'plus' }
      : { partId: part.id, holeId: pick([...kindOf(plan, part).holes.map((one) => one.id), 'none']) };
  };
  return pick<() => Result<Edit>>([
    () => placePart(plan, { kindId: pick(PART_KINDS).id, at: point(), turnDeg: random() * 360 }),
    () => placePart(plan, { kindId: pick(PART_KINDS).id, at: point() }),
    () => moveParts(plan, [partId], { x: random() * 40 - 20, y: random() * 40 - 20 }),
    () => turnPart(plan, partId, random() * 720 - 360),
    () => turnPartOver(plan, partId, pick(['right', 'wrong'])),
    () => renamePart(plan, partId, pick(['owl', 'gate', '', '<b>x</b>'])),
    () => recolourLight(plan, partId, pick(['red', 'blue', 'ultraviolet'])),
    () => flickSwitch(plan, partId, random() < 0.5),
    () => duplicateParts(plan, [partId], { x: 15, y: 15 }),
    () => deleteParts(plan, [partId]),
    () => drawRun(plan, { from: hole(), to: hole(), bends: random() < 0.5 ? [] : [point(), point()] }),
    () => drawRun(plan, { from: hole(), to: hole(), bends: [] }),
    () => addBend(plan, runId, randomIndex(random, bends + 1), point()),
    () => moveBend(plan, runId, randomIndex(random, bends + 1), point()),
    () => removeBend(plan, runId, randomIndex(random, bends + 1)),
    () => changeThread(plan, runId, pick(['steel-2-ply', 'plated-nylon', 'gold'])),
    () => changeStitching(plan, runId, { stitchMm: random() * 12 }),
    () => deleteRuns(plan, [runId]),
    () =>
      changeStitching(plan, runId, { stitchId: pick(STITCH_KINDS).id, lines: 1 + randomIndex(random, 4) }),
    () => changeStitching(plan, runId, { face: pick(['right', 'wrong', null]), curved: random() < 0.5 }),
    () => reverseRun(plan, runId),
    () => splitRun(plan, runId, hole()),
    () => joinRuns(plan, runId, pick(['r0', ...Object.keys(plan.runs)])),
    () => slideRun(plan, runId, random() * 20 - 10),
    () => drawAlong(plan, hole(), hole(), markingId),
    () => markPieces(plan, runId, { splicesMm: [random() * 90], startsPiece: random() < 0.5 }),
    () => {
      const [under, over] = [pick(Object.keys(plan.runs)), pick(Object.keys(plan.runs))];
      const patch = { at: point(), lengthMm: 20, widthMm: 12, turnDeg: random() * 180 };
      return addPatch(plan, { ...patch, underRunId: under ?? 'r0', overRunId: over ?? 'r0' });
    },
    () => tackParts(plan, [partId], random() < 0.5),
    () =>
      describeSpool(plan, 'steel-3-ply', {
        swatch: { lengthMm: 100, ohm: 1 + random() * 9, clothMm: 2 },
        leftMm: 900,
      }),
    () => acceptFinding(plan, `gap:${runId}+r1`, 'it will be lined'),
    () => resizePiece(plan, { widthMm: widthMm + random() * 40 - 20, heightMm }),
    () => takePiece(plan, pick(READY_PIECES).id),
    () =>
      addMarkings(plan, [
        { use: pick(USES), closed: random() < 0.5, nodes: [point(), point(), point()].map((at) => ({ at })) },
      ]),
    () => changeMarking(plan, markingId, { use: pick(USES) }),
    () => deleteMarkings(plan, [markingId]),
    () => showWrongSide(plan, random() < 0.5),
    () => stateFacts(plan, { worn: random() < 0.5, forWhom: pick(['child', 'adult', null]) }),
    () => changeLegSign(plan, pick(['big-loop', 'square-loop'])),
    () => placePair(plan, { kindId: pick(PART_KINDS).id, at: point() }, { x: 40, y: 0 }),
    () => choosePartOptions(plan, partId, { pairMm: random() * 30, plusFoldDeg: random() * 60 }),
    () => setLevel(plan, partId, pick(['p0', 'a1', 'plus']), random()),
    () => lockParts(plan, [partId], random() < 0.2),
    () => groupParts(plan, several()),
    () => ungroupParts(plan, [partId]),
    () => numberParts(plan, several(), pick(['star', ''])),
    () => twinParts(plan, [partId], widthMm / 2),
    () => freeTwins(plan, [partId]),
    () => alignParts(plan, several(), pick(['x', 'y'])),
    () => distributeParts(plan, several(), pick(['x', 'y'])),
    () => changeClothKind(plan, pick(['felt', 'knit', 'sailcloth'])),
    () => chooseWorkedFace(plan, pick(['right', 'wrong'])),
    () => changeHabits(plan, { loops: randomIndex(random, 25) }),
    () => {
      const { id, smallest, usual } = pick(ASSUMPTION_LIST);
      const assumptions = { ...plan.habits.assumptions, [id]: smallest + random() * (usual - smallest) };
      return changeHabits(plan, { assumptions });
    },
    () => renamePlan(plan, pick(['Moth lamp', ' ', 'Fern'])),
    () => tickStep(plan, `sew:${runId}`, random() < 0.7),
    () => writeReading(plan, `ohms:${runId}`, random() * 20 - 2),
    () => keepOwnPart(plan, randomOwnPart(random)),
    () => keepOwnPart(plan, randomOwnPart(random)),
    () => placePart(plan, { kindId: pick(['own-one', 'own-two']), at: point(), turnDeg: random() * 360 }),
    () => deleteOwnPart(plan, pick(['own-one', 'own-two'])),
    () =>
      addWork(plan, {
        title: 'Hem it',
        kind: pick(['do', 'open', 'close']),
        place: pick(['piece', markingId]),
      }),
    () =>
      changeWork(plan, pick(['w0', ...Object.keys(plan.works)]), {
        kind: pick(['do', 'open', 'close']),
        zip: plan.nextNumber % 2 === 0,
      }),
    () => deleteWork(plan, pick(['w0', ...Object.keys(plan.works)])),
    () => {
      const { id: panelId } = panelOf(plan);
      const from = randomIndex(random, 3);
      return addSeam(plan, {
        a: { panelId, from, to: from + 0.4 },
        b: { panelId, from: from + 0.5, to: from + 0.9, reversed: random() < 0.5 },
        allowanceMm: randomIndex(random, 12),
        pressed: pick(['open', 'to-a', 'to-b', 'none']),
        sewn: pick(['before', 'after']),
      });
    },
    () =>
      changeSeam(plan, pick(['s0', ...Object.keys(plan.seams)]), { allowanceMm: randomIndex(random, 12) }),
    () => deleteSeam(plan, pick(['s0', ...Object.keys(plan.seams)])),
    () => writeCut(plan, runId, random() < 0.3 ? null : random() * 900),
    () => writePrice(plan, 'part:sew-on-light', random() < 0.3 ? null : random() * 9),
    () => changeKits(plan, { count: 1 + randomIndex(random, 12), sparePercent: random() * 30 }),
    () => pauseWork(plan, `sew:${runId}`, 1_000_000),
    () => resumeWork(plan),
    () =>
      layPicture(plan, PICTURE, {
        panelId: panelOf(plan).id,
        at: point(),
        mmPerPx: 0.5,
        turnDeg: 0,
        strength: 0.5,
      }),
    () => dropPicture(plan),
    () =>
      addLayer(plan, {
        name: 'lining',
        panelId: panelOf(plan).id,
        face: random() < 0.5 ? 'right' : 'wrong',
        fastened: random() < 0.5 ? 'sewn' : 'comes-off',
      }),
    () => cutWindows(plan, pick(Object.keys(plan.layers)) ?? 'l0'),
    () =>
      changeLayer(plan, pick(Object.keys(plan.layers)) ?? 'l0', {
        laid: random() < 0.5 ? 'before' : 'after',
      }),
    () => deleteLayer(plan, pick(Object.keys(plan.layers)) ?? 'l0'),
    () => wishTogether(plan, hole(), hole()),
    () => unwish(plan, hole()),
    () => deriveWishesAgain(plan),
    () =>
      orderSteps(
        plan,
        several().map((id) => `hold:${id}`),
      ),
  ])();
}

/** A plan after `count` random edits that were allowed, and those edits in order. */
export function editedAtRandom(
  start: Plan,
  seed: number,
  count: number,
): { readonly plan: Plan; readonly edits: readonly Edit[]; readonly refused: number } {
  const random = seededRandom(seed);
  const edits: Edit[] = [];
  let plan = start;
  let refused = 0;
  while (edits.length < count) {
    const result = randomEdit(plan, random);
    if (!result.ok) {
      refused += 1;
      continue;
    }
    edits.push(result.value);
    plan = applyEdit(plan, result.value);
  }
  return { plan, edits, refused };
}
