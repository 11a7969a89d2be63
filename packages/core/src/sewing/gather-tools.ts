/** The tools that a plan's steps take. A new one is one entry here: what it is, and when a step needs it. */

import { isPierced } from '../cloth/cloth-kinds.ts';
import { needsSpareCell } from '../meter/try-light.ts';
import { isCoin } from '../parts/cells.ts';
import { hasElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import type { Piece } from '../pieces/piece.ts';
import { clothHolesOf } from '../plan/cloth-holes.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf, panelsOf } from '../plan/panels.ts';
import { holeOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { worksOf } from '../plan/seam-works.ts';
import { sourcesOf } from '../power/sources.ts';
import { sewnInTube } from '../reach/closed-first.ts';
import { maybeThreadKind, type ThreadKind } from '../thread/thread-kinds.ts';
import { needleFor } from './needles.ts';

export interface Tool {
  readonly id: string;
  readonly what: string;
  /** `shared`: one does for all kits; `each`: one for every kit. */
  readonly grows: 'shared' | 'each';
}

interface ToolRule extends Tool {
  isNeeded(plan: Plan, pieces: readonly Piece[]): boolean;
}

const always = (): boolean => true;
const anyKind = (is: (kind: PartKind) => boolean) => (plan: Plan) =>
  Object.values(plan.parts).some((part) => is(kindOf(plan, part)));
const hasLegs = anyKind(({ holes }) => holes.some(({ form }) => form.endsWith('curl')));
const hasJoints = anyKind(({ holes }) => holes.some(({ form }) => form === 'tape'));
const hasWire = (plan: Plan): boolean =>
  Object.values(plan.runs).some(
    (run) => run.prewired !== true && maybeThreadKind(run.threadId)?.form === 'wire',
  );
const hasWork = (words: RegExp) => (plan: Plan) => worksOf(plan).some(({ title }) => words.test(title));
const isSewn =
  (manner: Piece['manner']) =>
  (_plan: Plan, pieces: readonly Piece[]): boolean =>
    pieces.some((piece) => piece.manner === manner);
const isThread = (plan: Plan, pieces: readonly Piece[]): boolean =>
  isSewn('hand')(plan, pieces) || isSewn('machine')(plan, pieces);

const TOOLS: readonly ToolRule[] = [
  { id: 'threader', what: 'Needle threader', grows: 'shared', isNeeded: isThread },
  { id: 'scissors', what: 'Small sharp scissors', grows: 'shared', isNeeded: always },
  {
    id: 'card',
    what: 'Smooth card, to slip between the layers',
    grows: 'shared',
    isNeeded: (plan) => panelsOf(plan).some((panel) => sewnInTube(plan, panel).length > 0),
  },
  {
    id: 'machine',
    what: 'Sewing machine with a spare bobbin, its manual, and a lint brush',
    grows: 'shared',
    isNeeded: isSewn('machine'),
  },
  {
    id: 'pliers',
    what: 'Small round pliers and cutters for the legs, and eye protection',
    grows: 'shared',
    isNeeded: hasLegs,
  },
  {
    id: 'awl',
    what: 'Awl, and a board to work on',
    grows: 'shared',
    isNeeded: (plan) =>
      Object.values(plan.parts).some((part) =>
        clothHolesOf(plan, part).some(({ made }) => made === 'pierced'),
      ) ||
      Object.values(plan.runs).some((run) => isPierced(panelOf(plan, run).kindId)) ||
      hasWork(/\b(awl|pierc|punch)/i)(plan),
  },
  {
    id: 'punch',
    what: 'Hole punch or small sharp scissors, for the domes',
    grows: 'shared',
    isNeeded: (plan) =>
      Object.values(plan.parts).some((part) => clothHolesOf(plan, part).some(({ made }) => made === 'cut')),
  },
  {
    id: 'drill',
    what: 'Drill and bits, a clamp and eye protection',
    grows: 'shared',
    isNeeded: hasWork(/\bdrill/i),
  },
  {
    id: 'stripper',
    what: 'Wire stripper',
    grows: 'shared',
    isNeeded: (plan) => hasWire(plan) || anyKind(({ shapes, holes }) => hasBaredWires(shapes, holes))(plan),
  },
  {
    id: 'test-clips',
    what: 'Clips on leads, to try the circuit on paper',
    grows: 'shared',
    isNeeded: (plan) => plan.habits.rehearsal === 'clips',
  },
  {
    id: 'clips',
    what: 'Clips or pins, to hold cloth and tails aside',
    grows: 'shared',
    isNeeded: (plan) =>
      worksOf(plan).length > 0 ||
      plan.habits.cover === 'lining' ||
      plan.habits.cover === 'layer' ||
      Object.values(plan.runs).some(({ tail }) => tail !== undefined),
  },
  {
    id: 'ripper',
    what: 'Seam ripper',
    grows: 'shared',
    isNeeded: (plan) => worksOf(plan).some(({ kind }) => kind === 'open'),
  },
  {
    id: 'iron',
    what: 'Iron, to take the marks away beside the parts',
    grows: 'shared',
    isNeeded: ({ habits, runs }) => habits.marker === 'heat' && Object.keys(runs).length > 0,
  },
  {
    id: 'glue-gun',
    what: 'Hot glue gun',
    grows: 'shared',
    isNeeded: ({ habits }) => habits.sealing === 'hot-glue',
  },
  {
    id: 'cable',
    what: 'Data cable for the board, and a computer with its program',
    grows: 'shared',
    isNeeded: anyKind((kind) => hasElement(kind, 'pin')),
  },
  {
    id: 'stick',
    what: 'Wooden or plastic stick, to lift the coin cell',
    grows: 'shared',
    isNeeded: (plan) => sourcesOf(plan).some(({ cell }) => isCoin(cell)),
  },
  {
    id: 'trial-cell',
    what: 'Spare 3 V coin cell, to try the lights on: keep it away from children',
    grows: 'shared',
    isNeeded: needsSpareCell,
  },
  { id: 'ruler', what: 'Ruler, for the check square of the print', grows: 'shared', isNeeded: always },
  { id: 'meter', what: 'Meter for ohms and volts', grows: 'shared', isNeeded: always },
];

/** A part with wires that are bared before they are taped down. */
function hasBaredWires(shapes: PartKind['shapes'], holes: PartKind['holes']): boolean {
  return holes.some(({ form }) => form === 'tape') && shapes.some(({ material }) => material === 'wire');
}

/** The tools of a plan: its needles first, then what its steps need. */
export function toolsFor(plan: Plan, pieces: readonly Piece[]): readonly Tool[] {
  const byThread = new Map<string, Piece[]>();
  for (const piece of pieces) {
    if (piece.manner === 'laid') continue;
    byThread.set(piece.threadId, [...(byThread.get(piece.threadId) ?? []), piece]);
  }
  const needles = new Set(
    [...byThread].flatMap(([threadId, own]) => {
      const kind = maybeThreadKind(threadId);
      return kind === undefined ? [] : [needleOf(plan, kind, own)];
    }),
  );
  return [
    ...[...needles].map(
      (what, i): Tool => ({ id: `needle:${i + 1}`, what: `Needle: ${what}`, grows: 'each' }),
    ),
    ...TOOLS.filter((tool) => tool.isNeeded(plan, pieces)),
  ];
}

function needleOf(plan: Plan, kind: ThreadKind, pieces: readonly Piece[]): string {
  const strands = Math.max(...pieces.map((piece) => piece.strands));
  const holes = pieces.flatMap((piece) =>
    piece.runs.flatMap(({ from, to }) => [from, to].map((ref) => holeOf(plan, ref).diameterMm)),
  );
  return needleFor(kind.diameterMm, strands, holes.length === 0 ? null : Math.min(...holes));
}

/** Whether joints of conductive tape are made: tape for them has to be at hand. */
export function hasTapeJoints(plan: Plan): boolean {
  return hasJoints(plan) || hasWire(plan);
}
