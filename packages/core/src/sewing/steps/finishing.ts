/** From the sealed knots to the closed piece. */
import type { Piece } from '../../nets/pieces.ts';
import type { Habits } from '../../plan/schema.ts';
import { TAIL_MM } from '../../thread/required-gap.ts';
import { formatLength } from '../../units/length.ts';
import { SECONDS } from '../pace.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { workStep } from './preparing.ts';
import { partsWith, type StepContext } from './step-context.ts';
import { isSealed } from './testing.ts';

const SEALS: Readonly<Record<Habits['sealing'], string>> = {
  varnish: 'Dab clear varnish on both ends of this thread and let it dry',
  'fabric-glue': 'Put a drop of fabric glue on both ends of this thread and let it dry',
  'hot-glue': 'Put a small drop of hot glue on both ends of this thread and let it cool',
  none: 'Pull both ends of this thread tight',
};

export function finishingSteps(context: StepContext): readonly StepDraft[] {
  const { plan } = context;
  return [
    ...context.pieces.filter(isSealed).map((piece) => sealStep(context, piece)),
    ...wipeStep(context),
    ...cellSteps(context),
    ...(isOpenedAgain(context) ? [outStep()] : []),
    ...coverStep(context),
    ...needleStep(context),
    ...Object.values(plan.works)
      .filter((work) => work.kind === 'close')
      .map(workStep),
    ...(partsWith(plan, 'cell').length > 0 ? [keepStep()] : []),
  ];
}

function sealStep({ plan, names }: StepContext, piece: Piece): StepDraft {
  const { sealing, unit } = plan.habits;
  const last = piece.runs.at(-1);
  const where = last === undefined ? '' : ` (it ends at ${names.hole(last.to)})`;
  return makeStep({
    id: `seal:${piece.id}`,
    group: 'Seal',
    text: `${SEALS[sealing]}${where}; then trim its tails to ${formatLength(TAIL_MM, unit, 1)}.`,
    partIds: last === undefined ? [] : [last.to.partId],
    runIds: piece.runs.map(({ run }) => run.id),
    work: { kind: 'finish', seconds: SECONDS.seal },
  });
}

function cellSteps({ plan, names }: StepContext): readonly StepDraft[] {
  return partsWith(plan, 'cell').map((part) =>
    makeStep({
      id: `finish:cell:${part.id}`,
      group: 'Finish',
      text: `Put the cell into ${names.part(part.id)}, + side to +, and switch it on: every light must light. If one stays dark, the Bench says where to look.`,
      partIds: [part.id],
      work: { kind: 'finish', seconds: SECONDS.cell },
      isCellIn: true,
    }),
  );
}

/** Whether anything is still done to the piece after it has been lit. */
function isOpenedAgain({ plan }: StepContext): boolean {
  return (
    partsWith(plan, 'cell').length > 0 &&
    (plan.habits.cover !== 'none' || Object.values(plan.works).some((work) => work.kind === 'close'))
  );
}

function outStep(): StepDraft {
  return makeStep({
    id: 'finish:out',
    group: 'Finish',
    text: 'Take the cell out again before you go on.',
    work: { kind: 'finish', seconds: SECONDS.cell },
  });
}

const WIPES: Readonly<Record<Habits['marker'], string | null>> = {
  air: null,
  water: 'Dab the marks away with a damp cloth, cell out, and let everything dry.',
  heat: 'Take the marks away with a warm iron beside the parts, never over them, cell out.',
  chalk: 'Brush the chalk away.',
};

function wipeStep({ plan }: StepContext): readonly StepDraft[] {
  const text = WIPES[plan.habits.marker];
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
  const seen = plan.cloth.wrongSideSeen ? 'Both sides of the piece will be seen. ' : '';
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

function keepStep(): StepDraft {
  return makeStep({
    id: 'finish:keep',
    group: 'Finish',
    text: 'Done. Take the cell out before washing or storing, and before the piece is turned inside out.',
    work: { kind: 'finish', seconds: SECONDS.cell },
    isCellIn: true,
  });
}
