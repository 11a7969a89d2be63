/** Habits that a plan cannot follow, in words: nothing is refused for it, and no electrical rule gives way. */

import { followsStyle } from '../advice/follows-style.ts';
import { deriveSides, netAt, partsThatAre } from '../joining/sides.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import type { Piece } from '../pieces/piece.ts';
import { cutPieces, isSupplyPiece } from '../pieces/pieces.ts';
import { signMark } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey } from '../plan/placed.ts';
import type { Habits, Part } from '../plan/records.ts';
import { runsByHole } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { DEFAULT_HABITS } from '../plan/usual.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import type { Unfollowed } from './step-order.ts';

/** What stands against the habits of a plan besides the order of its steps. */
export function unfollowedHabits(plan: Plan, pieces: readonly Piece[]): readonly Unfollowed[] {
  const { habits } = plan;
  const found: Unfollowed[] = [];
  const hasSwitch = Object.values(plan.parts).some(
    (part) => hasElement(kindOf(plan, part), 'switch') && !hasElement(kindOf(plan, part), 'cell'),
  );
  if (habits.switchSide === '-' && hasSwitch && partsThatAre(plan, 'pin').length > 0)
    found.push({
      ruleId: 'switch-side',
      text: 'Your switches go into the − side, but with a board the + side must be switched: it is.',
    });
  const patches = Object.keys(plan.patches).length;
  if (habits.crossings === 'never' && patches > 0)
    found.push({
      ruleId: 'crossings',
      text: `You never cross, but this plan still holds ${patches === 1 ? 'a patch' : `${patches} patches`}: let it be routed anew, or sew it as it is.`,
    });
  const long = pieces.filter(({ isLong }) => isLong).length;
  if (long > 0)
    found.push({
      ruleId: 'longest-piece',
      text:
        habits.pieces === 'spliced'
          ? `Your longest piece is so short that splices would eat it up: ${long === 1 ? 'one thread stays' : `${long} threads stay`} whole.`
          : `${long === 1 ? 'One thread is' : `${long} threads are`} longer than your longest piece, because a single line is: splice, or take it by way of another part.`,
    });
  return [...found, ...tooFewLoops(plan, pieces), ...forNextLines(plan, pieces), ...idleHabits(plan, pieces)];
}

/** Habits that hold for lines that are drawn or routed from now on, while those that are there are led or sewn otherwise. */
function forNextLines(plan: Plan, pieces: readonly Piece[]): readonly Unfollowed[] {
  const { habits } = plan;
  const found: Unfollowed[] = [];
  const sewn = pieces
    .filter(({ manner }) => manner !== 'laid')
    .flatMap(({ runs }) => runs.map(({ run }) => run));
  if (sewn.length > 0 && sewn.every(({ stitchId }) => stitchId !== habits.stitchId))
    found.push({
      ruleId: 'next-stitch',
      text: `New lines are sewn in ${maybeStitchKind(habits.stitchId)?.title.toLowerCase() ?? habits.stitchId}; the ${sewn.length === 1 ? 'line that is there stays as it was' : `${sewn.length} lines that are there stay as they were`} drawn: change them on the Thread stage.`,
    });
  // Whoever draws by hand and asked for no style is not told of one.
  const isAsked = (['strandStyle', 'feed', 'supplyLines', 'supplyStitchId', 'supplyThreadId'] as const).some(
    (field) => habits[field] !== DEFAULT_HABITS[field],
  );
  if (isAsked && sewn.length > 0 && !followsStyle(plan))
    found.push({
      ruleId: 'next-style',
      text: 'How you want threads to go holds when they are proposed; those that are there go otherwise.',
    });
  const sides = deriveSides(plan, false);
  const hasBoard = partsThatAre(plan, 'pin').length > 0;
  const other = partsThatAre(plan, 'switch').filter((part) => {
    const kind = kindOf(plan, part);
    const ends = elementsOf(kind, 'switch').flatMap(({ a, b }) => [a, b]);
    const own = ends.map((terminal) => sides.of(netAt(sides.nets, part, terminal)));
    return !hasElement(kind, 'cell') && own.some((side) => side === (habits.switchSide === '+' ? '-' : '+'));
  });
  if (other.length > 0 && !hasBoard)
    found.push({
      ruleId: 'next-switch',
      text: `Your switches go into the ${signMark(habits.switchSide)} side when threads are routed; ${other.map(({ name }) => name).join(', ')} ${other.length === 1 ? 'is' : 'are'} sewn into the other.`,
    });
  return found;
}

/** Habits that differ from the usual ones and change nothing in this plan: said, so that nobody waits for it. */
function idleHabits(plan: Plan, pieces: readonly Piece[]): readonly Unfollowed[] {
  const { habits } = plan;
  const parts = Object.values(plan.parts);
  const hasKind = (is: (kind: PartKind) => boolean): boolean => parts.some((part) => is(kindOf(plan, part)));
  const isSewn = pieces.some(({ manner }) => manner === 'hand');
  const hasPower = partsThatAre(plan, 'cell').length > 0;
  const idle: readonly (readonly [field: keyof Habits, text: string, isIdle: boolean])[] = [
    [
      'legSign',
      'How you tell legs apart changes nothing here: no part has legs.',
      !hasKind(({ holes }) => holes.some(({ form }) => form.endsWith('curl'))),
    ],
    [
      'switchSide',
      'The side of your switches changes nothing here: there is no switch of its own.',
      !hasKind(
        (kind) => (hasElement(kind, 'switch') || hasElement(kind, 'half')) && !hasElement(kind, 'cell'),
      ),
    ],
    [
      'knots',
      'How you make ends fast changes nothing here: no thread is sewn by hand.',
      !isSewn && pieces.length > 0,
    ],
    [
      'pieces',
      'How you cut thread changes nothing here: it comes to the same pieces.',
      habits.pieces !== DEFAULT_HABITS.pieces && cutsAlike(plan, pieces),
    ],
    [
      'holdDowns',
      'When you hold parts down changes nothing here: every hole has conductive thread, or is no hole to sew through.',
      parts.length > 0 && !parts.some((part) => hasFreeHole(plan, part)),
    ],
    [
      'supplyLines',
      'Your doubled supply lines change nothing here: no line runs between holder, switch and board.',
      !hasPower || pieces.every((piece) => !isSupplyPiece(plan, piece)),
    ],
  ];
  return idle.flatMap(([field, text, isIdle]) =>
    isIdle && habits[field] !== DEFAULT_HABITS[field] ? [{ ruleId: `idle-${field}`, text }] : [],
  );
}

/** Whether the usual way of cutting would give the same pieces. */
function cutsAlike(plan: Plan, pieces: readonly Piece[]): boolean {
  const usual = cutPieces({ ...plan, habits: { ...plan.habits, pieces: DEFAULT_HABITS.pieces } });
  const form = (list: readonly Piece[]): string =>
    list.map(({ id, runs, lengthsMm }) => `${id} ${runs.length} ${lengthsMm.length}`).join();
  return form(usual) === form(pieces);
}

/** Whether a part has a hole to sew through that no conductive thread takes. */
function hasFreeHole(plan: Plan, part: Part): boolean {
  const used = runsByHole(plan);
  const kind = kindOf(plan, part);
  return (
    kind.isLoose !== true &&
    kind.holes.some(
      ({ id, form }) =>
        form !== 'tape' && form !== 'end' && !used.has(holeKey({ partId: part.id, holeId: id })),
    )
  );
}

/** Holes in which fewer loops fit than the habit asks for. */
function tooFewLoops(plan: Plan, pieces: readonly Piece[]): readonly Unfollowed[] {
  const { loops } = plan.habits;
  const counts = pieces.flatMap((piece) => (piece.passes.length === piece.runs.length ? piece.loops : []));
  const fewer = counts.filter((count) => count < loops);
  // Whoever asked for no more than usual is not told that fewer fit.
  if (fewer.length === 0 || loops <= DEFAULT_HABITS.loops) return [];
  return [
    {
      ruleId: 'loops',
      text: `You sew ${loops} loops at each hole, but ${fewer.length === 1 ? 'one hole holds' : `at ${fewer.length} holes there is room for`} only ${Math.min(...fewer) === Math.max(...fewer) ? fewer[0] : `${Math.min(...fewer)} to ${Math.max(...fewer)}`}: the sheet asks for those.`,
    },
  ];
}
