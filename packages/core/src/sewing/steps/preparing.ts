/** Before the first stitch: work on the piece, marks, lights tried, legs curled. */

import { faceName, otherFace } from '../../cloth/cloth.ts';
import { isPierced } from '../../cloth/cloth-kinds.ts';
import { trialFinder } from '../../meter/try-light.ts';
import { leadLengthMm } from '../../parts/bare-legs.ts';
import type { Hole, PartKind } from '../../parts/part-kind.ts';
import { clothHolesOf } from '../../plan/cloth-holes.ts';
import { MARK_STEP } from '../../plan/edits/progress-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { hasSeveralPanels, panelOf, panelsOf } from '../../plan/panels.ts';
import { legsGoThrough } from '../../plan/placed.ts';
import type { Habits, Part, Work } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { worksOf } from '../../plan/seam-works.ts';
import { sewnInTube } from '../../reach/closed-first.ts';
import { formatLength } from '../../units/length.ts';
import { capital, listed } from '../../units/words.ts';
import { cardStepId } from '../card-need.ts';
import { SECONDS } from '../pace.ts';
import { signed } from '../sheet-names.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { tryWords } from '../try-words.ts';
import { turnOver } from '../turnings.ts';
import { facesWorkedOn } from '../worked-faces.ts';
import { bobbinSteps } from './machine-piece.ts';
import type { StepContext } from './step-context.ts';

/** What each marker asks of the maker (48 hours for ink that fades in air: common practice, no source). */
const MARKER_WORDS: Readonly<Record<Habits['marker'], string>> = {
  air: 'with ink that fades in air: it lasts about two days, so mark only what you will sew by then',
  water: 'with ink that washes out',
  heat: 'with ink that goes with ironing: never iron over parts later',
  chalk: 'with chalk',
};

export function workStep(work: Work): StepDraft {
  return makeStep({
    id: `work:${work.id}`,
    group: work.kind === 'close' ? 'Close' : 'Prepare',
    text: `${capital(work.title)}.${work.zip === true ? ' Its zip opens again.' : ''}`,
    work: { kind: work.kind === 'close' ? 'finish' : 'prepare', seconds: SECONDS.work },
  });
}

export function preparingSteps(context: StepContext): readonly StepDraft[] {
  const { plan, names } = context;
  const parts = Object.values(plan.parts);
  const trials = trialFinder(plan);
  const steps = worksOf(plan)
    .filter((work) => work.kind !== 'close')
    .map(workStep);
  steps.push(markStep(plan), ...bobbinSteps(context));
  for (const part of parts) {
    const kind = kindOf(plan, part);
    const name = names.part(part.id);
    const trial = tryWords(plan, part, name, trials);
    if (trial !== null) {
      steps.push(
        makeStep({
          id: `prepare:try:${part.id}`,
          group: 'Prepare',
          text: trial,
          round: { text: tryWords(plan, part, 'each', trials) ?? trial, thing: name },
          partIds: [part.id],
          work: { kind: 'prepare', seconds: SECONDS.tryLight },
        }),
      );
    }
    steps.push(...pierceStep(plan, part, name));
    const curls = kind.holes.filter((hole) => hole.form.endsWith('curl'));
    if (curls.length === 0) continue;
    steps.push(
      makeStep({
        id: `prepare:curl:${part.id}`,
        group: 'Prepare',
        text: legsText(plan, part, curls, name),
        round: { text: legsText(plan, part, curls, null), thing: name },
        partIds: [part.id],
        work: { kind: 'prepare', seconds: SECONDS.curlLeg * curls.length },
        ...(legsGoThrough(plan, part)
          ? { faceUp: part.face, faceAfter: otherFace(part.face) }
          : { faceUp: null }),
      }),
    );
  }
  return [...steps, ...cardSteps(plan)];
}

/** What keeps the needle from the far layer where a panel is a closed tube by the time it is sewn on. */
function cardSteps(plan: Plan): readonly StepDraft[] {
  const text = (name: string): string =>
    `Slip a card between the layers under ${name}, and move it along under the needle. After every line look at the far layer, and undo what was caught.`;
  return panelsOf(plan)
    .filter((panel) => sewnInTube(plan, panel).length > 0)
    .map((panel) => {
      const name = hasSeveralPanels(plan) ? panel.name : 'the face you sew on';
      return makeStep({
        id: cardStepId(panel.id),
        group: 'Prepare',
        text: text(name),
        round: { text: text('each'), thing: name },
        work: { kind: 'prepare', seconds: SECONDS.place },
      });
    });
}

function markStep(plan: Plan): StepDraft {
  const used = new Set(panelsOf(plan).flatMap((panel) => facesWorkedOn(plan, panel)));
  const faces = [...used].map((face) => faceName(face));
  return makeStep({
    id: MARK_STEP,
    group: 'Prepare',
    text: `Print the 1:1 pattern, check its 50 mm square with a ruler, and mark the holes and lines on the ${listed(faces)} ${MARKER_WORDS[plan.habits.marker]}.`,
    work: { kind: 'prepare', seconds: SECONDS.mark * (3 + Object.keys(plan.parts).length) },
  });
}

/** The holes that are made in the cloth at a part, with their size. The post of a switch is told where the switch is placed. */
function pierceStep(plan: Plan, part: Part, name: string): readonly StepDraft[] {
  const text = pierceText(plan, part, name);
  if (text === null) return [];
  return [
    makeStep({
      id: `prepare:pierce:${part.id}`,
      group: 'Prepare',
      text,
      round: { text: pierceText(plan, part, 'each') ?? text, thing: name },
      partIds: [part.id],
      work: { kind: 'prepare', seconds: SECONDS.curlLeg },
      faceUp: part.face,
    }),
  ];
}

function pierceText(plan: Plan, part: Part, name: string): string | null {
  const holes = clothHolesOf(plan, part).filter(() => kindOf(plan, part).needsHole !== true);
  if (holes.length === 0) return null;
  const size = (mm: number): string => formatLength(mm, plan.habits.unit, 1);
  const pierced = holes.filter(({ made }) => made === 'pierced');
  const cut = holes.filter(({ made }) => made === 'cut');
  const hard = isPierced(panelOf(plan, part).kindId);
  const words = [
    ...(pierced.length === 0
      ? []
      : [
          `${hard ? 'drill or punch' : 'with an awl pierce'} ${pierced.length} holes of ${size(pierced[0]?.diameterMm ?? 0)} at the mark of ${name}, one for each leg`,
        ]),
    ...cut.map(
      ({ what, diameterMm }) =>
        `${hard ? 'drill or punch' : 'cut'} a round hole of ${size(diameterMm)} for the ${what} of ${name} at its mark`,
    ),
  ];
  return `${capital(words.join('; '))}.`;
}

/** What is done with the legs of a part, from the straight ones to the loops; without a name, of each of several. */
function legsText(plan: Plan, part: Part, curls: readonly Hole[], name: string | null): string {
  return `${throughText(plan, part, name ?? 'each')}${curlText(name, kindOf(plan, part), curls, plan.habits.legSign)}`;
}

/** Legs that are curled on the other face go through the cloth first: a loop does not. */
function throughText(plan: Plan, part: Part, name: string): string {
  if (!legsGoThrough(plan, part)) return '';
  return `Push the straight legs of ${name} through the cloth at its mark, so that its dome lies on the ${faceName(part.face)}; then ${turnOver(otherFace(part.face))}. `;
}

/** How to cut and curl the legs of a part: what each is cut to, and how + is told from −. */
function curlText(
  name: string | null,
  kind: PartKind,
  curls: readonly Hole[],
  told: Habits['legSign'],
): string {
  const which = (hole: Hole): string =>
    hole.sign === 'none' ? `leg ${hole.id}` : `the ${signed(hole.sign)}leg`;
  const cut = curls.map((hole) => `${which(hole)} to ${Math.ceil(leadLengthMm(kind, hole) - 0.05)} mm`);
  const before = `Bend each leg${name === null ? '' : ` of ${name}`} once, flat as the pattern shows, cut ${listed(cut)}`;
  const plus = curls.find((hole) => hole.sign === '+');
  if (plus === undefined) return `${before}, and curl them into loops.`;
  if (told === 'ink') return `${before}, ink a mark beside the + leg, and curl them into loops.`;
  if (told === 'minus-curled')
    return `${before}, and curl only the − leg into a loop: the straight one is +. Curl it when its hole is sewn.`;
  return plus.form === 'square-curl'
    ? `${before}, and curl them into loops: the square loop is +.`
    : `${before}, and curl them into loops: the bigger loop is +.`;
}
