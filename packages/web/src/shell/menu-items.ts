/** What can be done with the thing that was pressed with the other button, or the menu key: the words and the deeds. */
import { hasElement } from '@sashiko/core/parts/part-element';
import { reverseRun } from '@sashiko/core/plan/edits/line-edits';
import { deleteParts, lockParts, turnPart, turnPartOver } from '@sashiko/core/plan/edits/part-edits';
import { changeStitching, deleteRuns } from '@sashiko/core/plan/edits/run-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import type { Part, Run } from '@sashiko/core/plan/records';
import { runsAtParts } from '@sashiko/core/plan/run-way';
import { counted } from '@sashiko/core/units/words';
import { commitMove } from '../canvas/follow-threads.ts';
import { fitPiece } from '../canvas/zoom.ts';
import { copyToClipboard, pasteFromClipboard } from '../stages/parts/clipboard.ts';
import { copyParts } from '../stages/parts/copy-parts.ts';
import type { StageId } from '../stages/stages.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** A line of the menu. */
export interface MenuItem {
  readonly words: string;
  readonly act: () => void;
}

/** What was pressed: a part, a run, or bare cloth. */
export type MenuThing =
  | { readonly kind: 'parts'; readonly parts: readonly Part[] }
  | { readonly kind: 'run'; readonly run: Run }
  | { readonly kind: 'cloth' };

/** Commits what an item does. */
const commit = (result: Parameters<ReturnType<typeof usePlanStore.getState>['commit']>[0]): boolean =>
  usePlanStore.getState().commit(result);

/** The items of a menu. Stages that only look at the plan offer what is looked at. */
export function menuItems(thing: MenuThing, stage: StageId): readonly MenuItem[] {
  if (thing.kind === 'parts' && stage === 'parts') return partItems(thing.parts);
  if (thing.kind === 'run' && stage === 'thread') return runItems(thing.run);
  return clothItems(stage);
}

/** What can be done with one part or several. */
function partItems(parts: readonly Part[]): readonly MenuItem[] {
  const ids = parts.map(({ id }) => id);
  const [only] = parts;
  const one = parts.length === 1 ? only : undefined;
  const turn = (part: Part, byDeg: number) => (): void => {
    commitMove(turnPart(currentPlan(), part.id, part.turnDeg + byDeg), [part.id]);
  };
  const threads = runsAtParts(currentPlan(), ids);
  const along = threads === 0 ? '' : `, with ${counted(threads, 'thread')}`;
  const isLocked = parts.every(({ locked }) => locked === true);
  return [
    ...(one === undefined
      ? []
      : [
          { words: 'Quarter turn', act: turn(one, 90) },
          {
            words: hasElement(kindOf(currentPlan(), one), 'light') ? 'Exchange + and −' : 'Half turn',
            act: turn(one, 180),
          },
          {
            words: `To the ${one.face === 'right' ? 'wrong' : 'right'} side`,
            act: () => commit(turnPartOver(currentPlan(), one.id, one.face === 'right' ? 'wrong' : 'right')),
          },
        ]),
    { words: 'Copy beside', act: () => copyParts(currentPlan(), ids) },
    { words: 'Copy, to paste elsewhere', act: () => copyToClipboard() },
    { words: isLocked ? 'Unlock' : 'Lock', act: () => commit(lockParts(currentPlan(), ids, !isLocked)) },
    {
      words: `${parts.length === 1 ? 'Take away' : `Take ${parts.length} parts away`}${along}`,
      act: () => {
        if (commit(deleteParts(currentPlan(), ids))) useViewStore.getState().select({});
      },
    },
  ];
}

/** What can be done with a thread. */
function runItems(run: Run): readonly MenuItem[] {
  return [
    { words: 'Sew it the other way round', act: () => commit(reverseRun(currentPlan(), run.id)) },
    ...(run.bends.length === 0
      ? []
      : [
          {
            words: run.curved === true ? 'Straight between its bends' : 'Smoothly through its bends',
            act: () => commit(changeStitching(currentPlan(), run.id, { curved: run.curved !== true })),
          },
        ]),
    {
      words: 'Take this run out',
      act: () => {
        if (commit(deleteRuns(currentPlan(), [run.id]))) useViewStore.getState().select({});
      },
    },
  ];
}

/** What can be done where nothing lies. */
function clothItems(stage: StageId): readonly MenuItem[] {
  const { face, setFace } = useViewStore.getState();
  return [
    ...(stage === 'parts'
      ? [
          {
            words: 'Choose all parts',
            act: () => useViewStore.getState().select({ partIds: Object.keys(currentPlan().parts) }),
          },
          { words: 'Paste', act: () => void pasteFromClipboard() },
        ]
      : []),
    { words: 'Turn the piece over', act: () => setFace(face === 'right' ? 'wrong' : 'right') },
    { words: 'Show the whole piece', act: fitPiece },
  ];
}
