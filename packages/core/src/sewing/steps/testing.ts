/** Tests between the stitches: each piece before its knots are sealed, what can be tried half-way, and + against − before a cell goes in. */

import { terminalOfHole } from '../../joining/nets.ts';
import type { PlacedLight } from '../../joining/sides.ts';
import { type ApartProof, GENTLE_METER_V } from '../../meter/apart.ts';
import { lineReader, type OhmReading } from '../../meter/line-reading.ts';
import { mayHangOn } from '../../meter/try-light.ts';
import { elementsOf } from '../../parts/part-element.ts';
import type { Piece } from '../../pieces/piece.ts';
import { isSupplyPiece } from '../../pieces/pieces.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holesAt } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { closeWords } from '../../power/contact-words.ts';
import type { Contact } from '../../power/contacts.ts';
import { putInWords, sourceEnds } from '../../power/source-words.ts';
import { formatOhm, formatVolt } from '../../units/electrical.ts';
import { listed, lower } from '../../units/words.ts';
import { acrossWords, proofWords } from '../apart-words.ts';
import { SECONDS } from '../pace.ts';
import { holderWords } from '../power-on-words.ts';
import { doings, signed } from '../sheet-names.ts';
import { makeStep, type StepDraft } from '../step.ts';
import { partsWith, type StepContext } from './step-context.ts';

/** Gives the test of each piece of thread; what all of them rest on is worked out once. */
export function pieceTester(context: StepContext): (piece: Piece) => StepDraft {
  const read = lineReader(context.plan);
  return (piece) => pieceTest(context, piece, (from, to) => read.reading(runsOf(piece), from, to));
}

/** What is tested for each source, before its power goes in. */
export function sourceTests(context: StepContext): readonly StepDraft[] {
  return context.proofs.flatMap((proof) => [
    ...supplyTest(context, proof),
    ...oneSideTest(context, proof),
    ...earlyTest(context, proof),
    apartTest(context, proof),
  ]);
}

const reading = { kind: 'test', seconds: SECONDS.reading } as const;

function runsOf(piece: Piece) {
  return piece.runs.map(({ run }) => run);
}

/** Where a piece is measured: from its first hole to the last, or to the middle one where it comes back to where it began. */
function testEnds(plan: Plan, piece: Piece): readonly [HoleRef, HoleRef] {
  const { runs } = piece;
  const from = runs[0]?.from as HoleRef;
  const last = runs.at(-1)?.to as HoleRef;
  const key = (ref: HoleRef): string => `${ref.partId}/${terminalOfHole(plan, ref).terminal}`;
  return [from, key(from) === key(last) ? (runs[Math.floor((runs.length - 1) / 2)]?.to as HoleRef) : last];
}

function pieceTest(
  { plan, names, power }: StepContext,
  piece: Piece,
  read: (from: HoleRef, to: HoleRef) => OhmReading,
): StepDraft {
  const [from, to] = testEnds(plan, piece);
  const { expected, low, high } = read(from, to);
  const out = power === null ? 'The' : `${power.out}: the`;
  const cure = piece.manner === 'laid' ? 'a poor joint: mend it now' : 'a loose loop: tighten it now';
  return makeStep({
    id: `test:piece:${piece.id}`,
    group: 'Test',
    text: `${out} meter should read about ${formatOhm(expected)} from ${names.hole(from)} to ${names.hole(to)} (${formatOhm(low)} to ${formatOhm(high)} is good). Far more means ${cure}.`,
    partIds: [from.partId, to.partId],
    runIds: piece.runs.map(({ run }) => run.id),
    work: reading,
  });
}

/** The pieces that bring the power in, where something else hangs on them: one of each sign at least. */
export function supplyPieces({ plan, pieces }: StepContext): readonly Piece[] {
  const supply = pieces.filter((piece) => isSupplyPiece(plan, piece));
  const isPair = ['+', '-'].every((side) => supply.some((piece) => piece.side === side));
  return isPair && supply.length < pieces.length ? supply : [];
}

/** Of the pieces that bring the power in, those that start at one source. */
export function supplyOf(context: StepContext, { circuit }: ApartProof): readonly Piece[] {
  return supplyPieces(context).filter(({ runs }) => runs[0]?.from.partId === circuit.source.part.id);
}

/** Whether the power lines are tested before anything hangs on them; else the test comes when all is sewn and proved apart. */
export function isSupplyFirst({ plan }: StepContext): boolean {
  return plan.habits.firstSide === 'power';
}

function supplyTest(context: StepContext, proof: ApartProof): readonly StepDraft[] {
  const { names, plan, power } = context;
  const supply = supplyOf(context, proof);
  const end = (side: '+' | '-'): string | null => {
    const piece = supply.find((one) => one.side === side);
    return piece === undefined ? null : names.hole(testEnds(plan, piece)[1]);
  };
  const [plus, minus] = [end('+'), end('-')];
  if (plus === null || minus === null || power === null) return [];
  const { source } = proof.circuit;
  const name = names.part(source.part.id);
  const first = isSupplyFirst(context) ? `${proofWords(proof, names, power.out)} Only then: ` : '';
  const clasp = proof.circuit.contacts.filter(({ part }) => source.isClasped && part.id === source.part.id);
  const hands = [
    putInWords(source, name, ' for a moment'),
    ...holderWords(names, source),
    ...clasp.map((contact) => closeWords(contact, (id) => names.part(id))),
  ];
  const put = first === '' ? doings(hands) : lower(doings(hands));
  return [
    makeStep({
      id: `test:supply:${source.part.id}`,
      group: 'Test',
      text: `${first}${put}: between ${plus} and ${minus} the meter should read volts, nearly as many as ${sourceEnds(source, (id) => names.part(id))} itself, with the same sign. ${power.takeOut} again.`,
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
function oneSideTest(context: StepContext, proof: ApartProof): readonly StepDraft[] {
  const { plan, names, pieces, power } = context;
  const order = sideOrder(context);
  if (order === null || power === null || partsWith(plan, 'pin').length > 0) return [];
  const [first, second] = order;
  const { source, lights, contacts } = proof.circuit;
  const { cell, cellKind } = source;
  const sewnTo = new Set(
    pieces
      .filter((piece) => piece.side === first)
      .flatMap((piece) => piece.runs.flatMap(({ from, to }) => [from.partId, to.partId])),
  );
  // A resistor in the second side would be passed by: only lights that may hang on the source as they are.
  const tried = lights.filter(
    (light) => sewnTo.has(light.part.id) && mayHangOn(light, cellKind, cell.count, cell.boostV),
  );
  const home = holesAt(plan, source.part, second === '-' ? cell.minus : cell.plus)[0];
  if (tried.length === 0 || home === undefined) return [];
  const closed = contacts.filter((contact) => isOnSide(proof, contact, first));
  const touching = sideAgainstHole(proof, first);
  const name = (partId: string): string => names.part(partId);
  const hands = [
    putInWords(source, name(source.part.id)),
    ...holderWords(context.names, source),
    ...closed.map((contact) => closeWords(contact, name)),
  ];
  const targets = tried.flatMap((light) => farEnd(plan, light, second));
  const which =
    targets.length > 6
      ? `the ${signed(second)}side of every light`
      : listed(targets.map((ref) => names.hole(ref)));
  return [
    makeStep({
      id: `test:one-side:${source.part.id}`,
      group: 'Test',
      text: `Half-way test of the ${signed(first)}side. ${proofWords(touching, names, power.out)} Only then: ${lower(hands.join(', '))}, hold one end of a loose piece of conductive thread to ${names.hole(home)}, and touch ${which} with its other end${targets.length > 1 ? ', one after the other. Each must light' : ': it must light'}. ${power.takeOut} again.`,
      partIds: [source.part.id, ...new Set(tried.map(({ part }) => part.id))],
      work: { kind: 'test', seconds: SECONDS.reading + tried.length * 10 },
    }),
  ];
}

/** The proof as far as it can be made with one side sewn: that side against the holes of its source that it must not touch. */
function sideAgainstHole(proof: ApartProof, first: '+' | '-'): ApartProof {
  const home = proof.circuit.source.part.id;
  const pairs = proof.pairs.filter(({ a, b }) => (first === '+' ? b : a).partId === home);
  return {
    ...proof,
    pairs: pairs.length === 0 ? proof.pairs : pairs,
    closed: proof.closed.filter((contact) => isOnSide(proof, contact, first)),
  };
}

/** Whether a contact lies in a side of a circuit. */
function isOnSide({ circuit }: ApartProof, { a }: Contact, side: '+' | '-'): boolean {
  return (side === '+' ? circuit.plus : circuit.minus).some((net) =>
    net.terminals.some((t) => t.partId === a.partId && t.terminal === a.terminal),
  );
}

/** The hole of a light that is touched: one of its terminal on the side that is not sewn yet. */
function farEnd(plan: Plan, { part, light }: PlacedLight, side: '+' | '-'): readonly HoleRef[] {
  return holesAt(plan, part, side === '-' ? light.minus : light.plus).slice(0, 1);
}

/** The resistors through which a short could hide, of one source. */
function hidingParts({ pairs }: ApartProof): readonly Part[] {
  return [...new Set(pairs.flatMap(({ mayHide, parts }) => (mayHide ? parts : [])))];
}

/** Where what lies across lets so much through that a short could hide behind it, + and − are measured before it is joined. */
function earlyTest({ names, power }: StepContext, proof: ApartProof): readonly StepDraft[] {
  const parts = hidingParts(proof);
  const pair = proof.pairs.find(({ mayHide }) => mayHide);
  if (power === null || pair === undefined) return [];
  const what = acrossWords(parts, names);
  return [
    makeStep({
      id: `test:apart-early:${proof.circuit.source.part.id}`,
      group: 'Test',
      text: `${power.out}, before the second side of ${what} is joined: between ${names.hole(pair.a)} and ${names.hole(pair.b)} the meter must show open, both ways round, when it tests with less than about ${formatVolt(GENTLE_METER_V)}. Later ${what} ${parts.length === 1 ? 'lets' : 'let'} so much through that a short could hide behind.`,
      partIds: parts.map(({ id }) => id),
      work: reading,
    }),
  ];
}

/** The runs that join the second side of the resistors through which a short could hide: none is sewn before the early test. */
export function secondSideRuns(plan: Plan, proof: ApartProof): ReadonlySet<string> {
  const ends = new Set(
    hidingParts(proof).flatMap((part) =>
      elementsOf(kindOf(plan, part), 'resistor').map(({ b }) => `${part.id}/${b}`),
    ),
  );
  const isAt = (ref: HoleRef): boolean => ends.has(`${ref.partId}/${terminalOfHole(plan, ref).terminal}`);
  return new Set(
    Object.values(plan.runs)
      .filter(({ from, to }) => isAt(from) || isAt(to))
      .map(({ id }) => id),
  );
}

function apartTest({ names, power }: StepContext, proof: ApartProof): StepDraft {
  return makeStep({
    id: `test:apart:${proof.circuit.source.part.id}`,
    group: 'Test',
    text: proofWords(proof, names, power?.out ?? ''),
    partIds: [...new Set(proof.pairs.flatMap(({ a, b }) => [a.partId, b.partId]))],
    work: reading,
  });
}

/** Whether a piece has an end that is sealed: thread has, wire and tape have not. */
export function isSealed(piece: Piece): boolean {
  return piece.manner !== 'laid';
}
