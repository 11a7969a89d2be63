/** From the sealed knots to the closed piece. */

import { willItLight } from '../../circuit/will-it-light.ts';
import { type Piece, threadEndMm } from '../../pieces/piece.ts';
import { assumedIn } from '../../plan/assumed.ts';
import { panelsOf } from '../../plan/panels.ts';
import type { Habits, Part } from '../../plan/records.ts';
import { worksOf } from '../../plan/seam-works.ts';
import { isDart } from '../../plan/seams.ts';
import { mergedWith } from '../../power/circuits.ts';
import { withContactsClosed } from '../../power/operating-states.ts';
import { shutInOf } from '../../reach/shut-in.ts';
import { formatLength } from '../../units/length.ts';
import { listed, lower } from '../../units/words.ts';
import { SECONDS } from '../pace.ts';
import { powerOnWords, staysOutWords, turnOnWords } from '../power-on-words.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { jointSteps } from './passing.ts';
import { workStep } from './preparing.ts';
import type { StepContext } from './step-context.ts';
import { isSealed } from './testing.ts';

const SEALS: Readonly<Record<Habits['sealing'], (ends: string) => string>> = {
  varnish: (ends) => `Dab clear varnish on ${ends} and let it dry`,
  'fabric-glue': (ends) => `Put a drop of fabric glue on ${ends} and let it dry`,
  'hot-glue': (ends) => `Put a small drop of hot glue on ${ends} and let it cool`,
  none: (ends) => `Pull tight ${ends}`,
};

export function finishingSteps(context: StepContext): readonly StepDraft[] {
  const { plan } = context;
  const cells = cellSteps(context);
  const isLit = cells.some(({ isCellIn }) => isCellIn === true);
  const closing = worksOf(plan).filter(({ kind }) => kind === 'close');
  return [
    ...context.pieces.filter(isSealed).map((piece) => sealStep(context, piece)),
    ...wipeStep(context),
    ...cells,
    ...(isLit && isOpenedAgain(context) ? outStep(context) : []),
    ...coverStep(context),
    ...needleStep(context),
    // Tails are sewn over each other while both sides of their seam can be reached.
    ...closing.filter(({ id }) => !Object.hasOwn(plan.works, id)).map(workStep),
    ...jointSteps(context),
    ...closing.filter(({ id }) => Object.hasOwn(plan.works, id)).map(workStep),
    ...(isLit ? againSteps(context) : []),
    ...(context.proofs.length > 0 ? keepStep(context) : []),
  ];
}

function sealStep({ plan, names }: StepContext, piece: Piece): StepDraft {
  const { sealing, unit } = plan.habits;
  const [first, last] = [piece.passes[0], piece.passes.at(-1)];
  const ends = first === undefined || last === undefined ? [] : [first.from, last.to];
  // An end that stays long is sealed at its tip and not trimmed.
  const long = ends.filter((ref) => threadEndMm(plan, ref) > 0);
  const short = ends.filter((ref) => !long.includes(ref)).map((ref) => names.hole(ref));
  const where = short.length === 0 ? '' : ` at ${listed([...new Set(short)])}`;
  const which =
    short.length === 1 && long.length > 0 ? 'the knotted end of this thread' : 'both ends of this thread';
  const trim =
    short.length === 0
      ? ''
      : `; then trim ${short.length === 1 ? 'its tail there' : 'its tails'} to ${formatLength(assumedIn(plan).tailMm, unit, 1)}`;
  const stays =
    long.length === 0 ? '' : ` The long end at ${listed(long.map((ref) => names.hole(ref)))} is not trimmed.`;
  return makeStep({
    id: `seal:${piece.id}`,
    group: 'Seal',
    text: `${SEALS[sealing](`${which}${where}`)}${trim}.${stays}`,
    ...(long.length === 0 && where !== ''
      ? {
          round: {
            text: `${SEALS[sealing]('both ends of each thread')}; then trim its tails to ${formatLength(assumedIn(plan).tailMm, unit, 1)}.`,
            thing: ends.map((ref) => names.hole(ref).replace(/^the /, '')).join(' to '),
          },
        }
      : {}),
    partIds: last === undefined ? [] : [last.to.partId],
    runIds: piece.runs.map(({ run }) => run.id),
    work: { kind: 'finish', seconds: SECONDS.seal },
  });
}

function cellSteps(context: StepContext): readonly StepDraft[] {
  const { plan, proofs } = context;
  const answer = willItLight(withContactsClosed(plan), { touchOhm: null });
  const lights = answer.ok ? answer.value.lights : [];
  const circuits = proofs.map(({ circuit }) => circuit);
  return circuits.map((circuit) => {
    const merged = mergedWith(circuits, circuit);
    return makeStep({
      id: `finish:cell:${circuit.source.part.id}`,
      group: 'Finish',
      text:
        merged.length === 0
          ? powerOnWords(context, circuit, lights)
          : staysOutWords(context, circuit, merged),
      partIds: [circuit.source.part.id],
      work: { kind: 'finish', seconds: SECONDS.cell },
      isCellIn: merged.length === 0,
    });
  });
}

/** Whether anything is still done to the piece after it has been lit. */
function isOpenedAgain({ plan }: StepContext): boolean {
  return plan.habits.cover !== 'none' || worksOf(plan).some((work) => work.kind === 'close');
}

function outStep({ power }: StepContext): readonly StepDraft[] {
  if (power === null) return [];
  return [
    makeStep({
      id: 'finish:out',
      group: 'Finish',
      text: `${power.takeOut} again before you go on.`,
      work: { kind: 'finish', seconds: SECONDS.cell },
    }),
  ];
}

const WIPES: Readonly<Record<Habits['marker'], ((out: string) => string) | null>> = {
  air: null,
  water: (out) => `Dab the marks away with a damp cloth${out}, and let everything dry.`,
  heat: (out) => `Take the marks away with a warm iron beside the parts, never over them${out}.`,
  chalk: () => 'Brush the chalk away.',
};

function wipeStep({ plan, power }: StepContext): readonly StepDraft[] {
  const words = WIPES[plan.habits.marker];
  const text = words?.(power === null ? '' : `, ${lower(power.out)}`) ?? null;
  if (text === null || Object.keys(plan.runs).length === 0) return [];
  return [
    makeStep({
      id: 'finish:wipe',
      group: 'Finish',
      text,
      work: { kind: 'finish', seconds: SECONDS.cell },
    }),
  ];
}

const COVERS: Readonly<Record<Habits['cover'], string | null>> = {
  paint: 'Paint over the threads with fabric paint, holes and metal left free, and let it dry.',
  layer: 'Sew a second layer of cloth over the threads with ordinary thread.',
  lining: 'Sew the lining in over the threads with ordinary thread.',
  none: null,
};

function coverStep({ plan }: StepContext): readonly StepDraft[] {
  const seen = panelsOf(plan).some(({ wrongSideSeen }) => wrongSideSeen)
    ? 'Both sides of the piece will be seen. '
    : '';
  const text =
    COVERS[plan.habits.cover] ??
    (seen === '' ? null : 'Cover or line the threads of the wrong side as you like.');
  if (text === null) return [];
  return [
    makeStep({
      id: 'finish:cover',
      group: 'Finish',
      text: `${seen}${text}`,
      work: { kind: 'finish', seconds: SECONDS.cover },
    }),
  ];
}

/** Where a needle left behind would hurt most. */
function needleStep({ plan }: StepContext): readonly StepDraft[] {
  const { forWhom } = plan.facts;
  if (forWhom !== 'child' && forWhom !== 'small-child' && forWhom !== 'animal') return [];
  return [
    makeStep({
      id: 'finish:needles',
      group: 'Finish',
      text: 'Count the needles and pins: as many as you began with.',
      work: { kind: 'finish', seconds: SECONDS.cell },
    }),
  ];
}

/** Where seams close the piece after it was lit, it is lit once more: turning and closing pull at threads. What cannot be reached any more is left as it is. */
function againSteps({ plan, names, proofs }: StepContext): readonly StepDraft[] {
  const isClosedLater = Object.values(plan.seams).some((seam) => seam.sewn === 'after' && !isDart(seam));
  if (!isClosedLater) return [];
  const isStuck = (part: Part): boolean => shutInOf(plan, part) !== null;
  const circuits = proofs.map(({ circuit }) => circuit);
  return circuits
    .filter((circuit) => !isStuck(circuit.source.part) && mergedWith(circuits, circuit).length === 0)
    .map((circuit) =>
      makeStep({
        id: `again:${circuit.source.part.id}`,
        group: 'Finish',
        text: `Now that the piece is closed: ${lower(turnOnWords(names, circuit))} once more. What was lit before must light as it did; what stays dark was pulled at, and the Bench says where to look.`,
        partIds: [circuit.source.part.id],
        work: { kind: 'finish', seconds: SECONDS.cell },
        isCellIn: true,
      }),
    );
}

function keepStep({ power }: StepContext): readonly StepDraft[] {
  if (power === null) return [];
  return [
    makeStep({
      id: 'finish:keep',
      group: 'Finish',
      text: `Done. ${power.takeOut} before washing or storing, and before the piece is turned inside out.`,
      work: { kind: 'finish', seconds: SECONDS.cell },
      isCellIn: true,
    }),
  ];
}
