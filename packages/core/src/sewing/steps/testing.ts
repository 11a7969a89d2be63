/** Tests between the stitches: each piece before its knots are sealed, what can be tried half-way, and + against − before a cell goes in. */
import { isSupplyPiece, type Piece } from '../../nets/pieces.ts';
import { sumRun } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/schema.ts';
import { contactOhm, THREAD_SPREAD } from '../../thread/thread-sums.ts';
import { formatOhm } from '../../units/electrical.ts';
import { SECONDS } from '../pace.ts';
import { listed } from '../sheet-names.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { isThread, partsWith, type StepContext } from './step-context.ts';

export function testingSteps(context: StepContext): readonly StepDraft[] {
  return [
    ...context.pieces.flatMap((piece) => pieceTest(context, piece)),
    ...supplyTest(context),
    ...oneSideTest(context),
    ...apartTest(context),
  ];
}

const reading = { kind: 'test', seconds: SECONDS.reading } as const;

function ends(piece: Piece): readonly [HoleRef, HoleRef] {
  return [piece.runs[0]?.from as HoleRef, piece.runs.at(-1)?.to as HoleRef];
}

function pieceTest({ plan, names }: StepContext, piece: Piece): readonly StepDraft[] {
  const [from, to] = ends(piece);
  const threadOhm = piece.runs.reduce((sum, { run }) => sum + sumRun(plan, run).ohm, 0);
  const contacts = [piece.loops[0] ?? 1, piece.loops.at(-1) ?? 1].reduce(
    (sum, loops) => sum + contactOhm(loops),
    0,
  );
  const ohm = threadOhm + contacts;
  const [low, high] = [ohm * (1 - THREAD_SPREAD), ohm * (1 + THREAD_SPREAD) + 2 * contacts];
  return [
    makeStep({
      id: `test:piece:${piece.id}`,
      group: 'Test',
      text: `Cell out: the meter should read about ${formatOhm(ohm)} from ${names.hole(from)} to ${names.hole(to)} (${formatOhm(low)} to ${formatOhm(high)} is good). Far more means a loose loop: tighten it now.`,
      partIds: [from.partId, to.partId],
      runIds: piece.runs.map(({ run }) => run.id),
      work: reading,
    }),
  ];
}

/** The pieces that bring the power in, where something else hangs on them: one of each sign at least. */
export function supplyPieces({ plan, pieces }: StepContext): readonly Piece[] {
  const supply = pieces.filter((piece) => isSupplyPiece(plan, piece));
  const isPair = ['+', '-'].every((side) => supply.some((piece) => piece.side === side));
  return isPair && supply.length < pieces.length ? supply : [];
}

function supplyTest(context: StepContext): readonly StepDraft[] {
  const supply = supplyPieces(context);
  const end = (side: '+' | '-'): string => {
    const piece = supply.find((one) => one.side === side);
    return piece === undefined ? '' : context.names.hole(ends(piece)[1]);
  };
  if (supply.length === 0) return [];
  return [
    makeStep({
      id: 'test:supply',
      group: 'Test',
      text: `Put the cell in for a moment: between ${end('+')} and ${end('-')} the meter should read nearly what the cell itself reads, with its sign. Take the cell out again.`,
      runIds: supply.flatMap((piece) => piece.runs.map(({ run }) => run.id)),
      work: reading,
    }),
  ];
}

/** The sides in the order they are sewn, where both are and one is done before the other. */
export function sideOrder({ plan, pieces }: StepContext): readonly ['+' | '-', '+' | '-'] | null {
  const { firstSide } = plan.habits;
  if (firstSide === 'power') return null;
  const hasBoth = ['+', '-'].every((side) => pieces.some((piece) => piece.side === side));
  return hasBoth ? (firstSide === '+' ? ['+', '-'] : ['-', '+']) : null;
}

/** With one side sewn, a loose thread to the other terminal of the cell shows that each light works where it is. */
function oneSideTest(context: StepContext): readonly StepDraft[] {
  const { plan, names, pieces } = context;
  const order = sideOrder(context);
  const [holder] = partsWith(plan, 'cell');
  if (order === null || holder === undefined || partsWith(plan, 'pin').length > 0) return [];
  const [first, second] = order;
  const sewnTo = new Set(
    pieces
      .filter((piece) => piece.side === first)
      .flatMap((piece) => piece.runs.flatMap(({ from, to }) => [from.partId, to.partId])),
  );
  const lights = partsWith(plan, 'light').filter((part: Part) => sewnTo.has(part.id));
  if (lights.length === 0) return [];
  const mark = (side: '+' | '-'): string => (side === '-' ? '−' : '+');
  const which = lights.length > 6 ? 'every light' : listed(lights.map((part) => names.part(part.id)));
  return [
    makeStep({
      id: 'test:one-side',
      group: 'Test',
      text: `Half-way test, with only the ${mark(first)} side sewn: put the cell in, hold one end of a loose piece of conductive thread to the ${mark(second)} hole of ${names.part(holder.id)}, and touch the ${mark(second)} hole of ${which} with the other end, one after the other. Each must light. Take the cell out again.`,
      partIds: [holder.id, ...lights.map((part) => part.id)],
      work: { kind: 'test', seconds: SECONDS.reading + lights.length * 10 },
    }),
  ];
}

function apartTest({ plan, names, pieces }: StepContext): readonly StepDraft[] {
  const one = pieces.find((piece) => piece.side === '+');
  const other = pieces.find((piece) => piece.side === '-');
  if (one === undefined || other === undefined) return [];
  const [a, b] = [ends(one)[0], ends(other)[0]];
  const switched = partsWith(plan, 'switch').length > 0 ? ', switch on' : '';
  return [
    makeStep({
      id: 'test:apart',
      group: 'Test',
      text: `Cell out${switched}: between ${names.hole(a)} and ${names.hole(b)} the meter must show nothing, both ways round (a light may let a little through one way). If it reads only a few ohms, + and − touch somewhere: look for a hair, a tail or a crossing before any cell goes in.`,
      partIds: [a.partId, b.partId],
      work: reading,
    }),
  ];
}

/** Whether a piece has an end that is sealed: thread has, wire and tape have not. */
export function isSealed(piece: Piece): boolean {
  return isThread(piece);
}
