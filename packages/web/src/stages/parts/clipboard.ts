/** Copy and paste of parts, within a plan and across plans. */
import { describeToMaker } from '@sashiko/core/errors/problem';
import { subtract } from '@sashiko/core/geometry/point';
import { type Clip, clipOf, parseClip, pasteClip, serializeClip } from '@sashiko/core/plan/arrange/copies';
import { partIdOf } from '@sashiko/core/plan/edits/part-edits';
import { clampMove } from '../../canvas/clamp.ts';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';

/** What was copied last: kept here as well, for browsers that keep their clipboard closed. */
let lastCopied: string | null = null;

/** Copies the chosen parts. Returns whether there were any. */
export function copyToClipboard(): boolean {
  const { partIds } = useViewStore.getState().selection;
  if (partIds.length === 0) return false;
  lastCopied = serializeClip(clipOf(currentPlan(), partIds));
  // A browser may refuse; within this one the copy is kept all the same.
  navigator.clipboard?.writeText(lastCopied).catch(() => undefined);
  usePlanStore.getState().tell(`Copied: ${partIds.length} ${partIds.length === 1 ? 'part' : 'parts'}`);
  return true;
}

/** Pastes what was copied: at the pointer when it is on the cloth, else beside where it came from. */
export async function pasteFromClipboard(): Promise<void> {
  const text = (await clipboardText()) ?? lastCopied;
  const clip = parseClip(text ?? '');
  if (!clip.ok) {
    usePlanStore.getState().tell(describeToMaker(clip.problem), 'problem');
    return;
  }
  const plan = currentPlan();
  const first = plan.nextNumber;
  if (
    usePlanStore
      .getState()
      .commit(pasteClip(plan, clip.value, pasteShift(clip.value), undefined, ontoPanel(clip.value)))
  ) {
    useViewStore.getState().select({ partIds: clip.value.parts.map((_, i) => partIdOf(first + i)) });
  }
}

/** What comes from one panel goes onto the one in hand; what comes from several stays on them. */
function ontoPanel({ parts }: Clip): { readonly panelId: string } | undefined {
  return new Set(parts.map(({ panelId }) => panelId)).size > 1
    ? undefined
    : { panelId: panelInHand(currentPlan()).id };
}

/** The clipboard's text when it is one of ours; null when it is something else or closed. */
async function clipboardText(): Promise<string | null> {
  try {
    const text = await navigator.clipboard.readText();
    return parseClip(text).ok ? text : null;
  } catch {
    return null;
  }
}

/** How far what is pasted is moved: to the pointer, or a little beside where it came from, and not over the rim. */
function pasteShift(clip: Clip) {
  const plan = currentPlan();
  const xs = clip.parts.map((part) => part.at.x);
  const ys = clip.parts.map((part) => part.at.y);
  const middle = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
  const { pointer } = useViewStore.getState();
  const wanted = pointer === null ? { x: 12, y: 12 } : subtract(pointer, middle);
  const kinds = {
    ...plan,
    ownParts: { ...Object.fromEntries(clip.ownParts.map((own) => [own.id, own])), ...plan.ownParts },
  };
  return clampMove(kinds, clip.parts, wanted);
}
