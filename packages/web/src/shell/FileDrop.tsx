import { describeProblem } from '@sashiko/core/errors/problem';
import { LARGEST_PART_CHARACTERS, parsePart } from '@sashiko/core/formats/part-file';
import { LARGEST_FILE_CHARACTERS } from '@sashiko/core/formats/plan-file';
import { keepOwnPart } from '@sashiko/core/plan/edits/own-part-edits';
import { useEffect, useState } from 'react';
import { type NavigateFunction, useNavigate } from 'react-router';
import { storeOwnPart } from '../storage/own-parts.ts';
import { importPlan } from '../storage/repository.ts';
import { type DroppedKind, droppedKind, useDroppedStore } from '../stores/dropped-store.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { readTextFile } from '../ui/read-file.ts';

/** Files may be dropped anywhere on the worktable; while one hangs over it, what would become of it is said. */
export function FileDrop({ planId }: { readonly planId: string }) {
  const navigate = useNavigate();
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    const hasFile = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') === true;
    const onOver = (event: DragEvent): void => {
      if (!hasFile(event)) return;
      event.preventDefault();
      setOver(true);
    };
    // Leaving the window has nothing it leads to.
    const onLeave = (event: DragEvent): void => {
      if (event.relatedTarget === null) setOver(false);
    };
    const onDrop = (event: DragEvent): void => {
      if (!hasFile(event)) return;
      event.preventDefault();
      setOver(false);
      const file = event.dataTransfer?.files[0];
      if (file !== undefined) void take(file, planId, navigate);
    };
    window.addEventListener('dragover', onOver);
    window.addEventListener('dragleave', onLeave);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onOver);
      window.removeEventListener('dragleave', onLeave);
      window.removeEventListener('drop', onDrop);
    };
  }, [navigate, planId]);
  if (!isOver) return null;
  return (
    <div className="file-drop" role="status">
      <p>
        <strong>Let go to take it in.</strong>
      </p>
      <p>A plan opens by itself, this one stays on the shelf.</p>
      <p>A part comes into the drawer, under your own parts.</p>
      <p>The lines of an SVG become the piece, its openings and marks.</p>
      <p>A photo is laid under the drawing.</p>
    </div>
  );
}

/** What is done with a dropped file, by what it is. */
const TAKE: Readonly<
  Record<DroppedKind, (file: File, planId: string, navigate: NavigateFunction) => Promise<void>>
> = {
  async plan(file, _, navigate) {
    const text = await readTextFile(file, LARGEST_FILE_CHARACTERS);
    if (!text.ok) throw new Error(describeProblem(text.problem));
    await navigate(`/plan/${await importPlan(text.value, Date.now())}/parts`);
  },
  async part(file, planId, navigate) {
    const text = await readTextFile(file, LARGEST_PART_CHARACTERS);
    const part = text.ok ? parsePart(text.value) : text;
    if (!part.ok) throw new Error(describeProblem(part.problem));
    if (!usePlanStore.getState().commit(keepOwnPart(currentPlan(), part.value))) return;
    await storeOwnPart(part.value).catch(() => undefined);
    await navigate(`/plan/${planId}/parts`);
    usePlanStore.getState().tell(`“${part.value.title}” is in the drawer, under your own parts.`);
  },
  async svg(file, planId, navigate) {
    useDroppedStore.getState().leave('svg', file);
    await navigate(`/plan/${planId}/cloth`);
  },
  async picture(file, planId, navigate) {
    useDroppedStore.getState().leave('picture', file);
    await navigate(`/plan/${planId}/cloth`);
  },
};

/** Takes a dropped file by its name and its first letters; what cannot be taken is told. */
async function take(file: File, planId: string, navigate: NavigateFunction): Promise<void> {
  const { tell } = usePlanStore.getState();
  const beginning = await file
    .slice(0, 400)
    .text()
    .catch(() => '');
  const kind = droppedKind(file, beginning);
  if (kind === null) {
    tell(`“${file.name}” is no plan, part, SVG or picture. Nothing was changed.`, 'problem');
    return;
  }
  try {
    await TAKE[kind](file, planId, navigate);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    tell(`“${file.name}” was not taken in. ${why} Nothing was changed.`, 'problem');
  }
}
