/** What is done with plans on the shelf. It needs the whole of what a plan is, so it is fetched when it is asked for. */
import { describeProblem, type Problem } from '@sashiko/core/errors/problem';
import { LARGEST_FILE_CHARACTERS, PLAN_FILE_ENDING, serializePlan } from '@sashiko/core/formats/plan-file';
import {
  LARGEST_SHELF_CHARACTERS,
  looksLikeShelf,
  parseShelf,
  SHELF_FILE_ENDING,
  type ShelfBackup,
} from '@sashiko/core/formats/shelf-file';
import { asTemplate } from '@sashiko/core/plan/as-template';
import { LONGEST_NAME } from '@sashiko/core/plan/records';
import { newPanel } from '@sashiko/core/plan/usual';
import { withEnding } from '@sashiko/core/units/letters';
import { writeFact } from '../../storage/facts.ts';
import { BACKED_UP } from '../../storage/keeping.ts';
import { addCopy, addPlan, importPlan, putPlan, readPlan } from '../../storage/repository.ts';
import { backUpShelf } from '../../storage/safekeeping.ts';
import { rawText, type ShelfEntry } from '../../storage/shelf.ts';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { download, fileName } from '../../ui/download.ts';
import { readTextFile } from '../../ui/read-file.ts';

export { addPlan };

/** What a file brought: a plan that lies on the shelf now, a backup to choose from, or nothing, and why was told. */
export type TakenIn = { readonly planId: string } | { readonly backup: ShelfBackup } | null;

/** Takes in a plan file, or reads a backup. */
export async function takeFile(file: File): Promise<TakenIn> {
  const { tell, hush } = useShelfStore.getState();
  hush();
  const refuse = (why: string): null => {
    tell(`“${file.name}” was not taken in. ${why} Nothing was changed.`, 'problem');
    return null;
  };
  // What does not begin like a large backup is read no farther than a plan may be long.
  const beginning = await file
    .slice(0, 300)
    .text()
    .catch(() => '');
  const most = looksLikeShelf(beginning) ? LARGEST_SHELF_CHARACTERS : LARGEST_FILE_CHARACTERS;
  const text = await readTextFile(file, most);
  if (!text.ok) return refuse(describeProblem(text.problem));
  if (looksLikeShelf(text.value)) {
    const backup = backupIn(file, text.value);
    return backup === null ? null : { backup };
  }
  try {
    return { planId: await importPlan(text.value, Date.now()) };
  } catch (error) {
    return refuse(error instanceof Error ? error.message : String(error));
  }
}

/** Reads a backup file; null, and told why, when it is none. */
export async function readBackup(file: File): Promise<ShelfBackup | null> {
  useShelfStore.getState().hush();
  const text = await readTextFile(file, LARGEST_SHELF_CHARACTERS);
  return text.ok ? backupIn(file, text.value) : notBroughtBack(file, text.problem);
}

/** The backup in a file; what is none is told. */
function backupIn(file: File, text: string): ShelfBackup | null {
  const read = parseShelf(text);
  return read.ok ? read.value : notBroughtBack(file, read.problem);
}

/** Tells why a file was not brought back. */
function notBroughtBack({ name }: File, problem: Problem): null {
  const why = describeProblem(problem);
  useShelfStore.getState().tell(`“${name}” was not brought back. ${why} Nothing was changed.`, 'problem');
  return null;
}

/** Puts a copy of a plan beside it. */
export async function copyPlan({ id, name }: ShelfEntry): Promise<void> {
  const plan = await readPlan(id);
  if (plan?.ok === true) await addCopy(plan.value, withEnding(name, ', copy', LONGEST_NAME), Date.now());
}

/** A new piece from a plan that is there: all that is planned, nothing of what was made. Null where it cannot be read. */
export async function addFromTemplate({ id, name }: ShelfEntry): Promise<string | null> {
  const plan = await readPlan(id);
  if (plan?.ok !== true) return null;
  return await addCopy(asTemplate(plan.value), withEnding(name, ', anew', LONGEST_NAME), Date.now());
}

/** A felt bookmark, 60 mm by 180 mm, to place a first light on. */
const FIRST_PIECE_MM = { width: 60, height: 180 } as const;

/** The first piece of a maker: its cloth lies ready, and what comes next is said from the first light on. */
export async function addFirstPiece(now: number): Promise<string> {
  const id = await addPlan('First piece: a bookmark', now);
  const plan = await readPlan(id);
  if (plan?.ok !== true) return id;
  const [panel] = Object.values(plan.value.panels);
  if (panel === undefined) return id;
  const felt = {
    ...newPanel('felt', FIRST_PIECE_MM.width, FIRST_PIECE_MM.height),
    id: panel.id,
    name: panel.name,
  };
  await putPlan(
    { ...plan.value, panels: { [panel.id]: felt }, facts: { ...plan.value.facts, asked: true } },
    now,
  );
  return id;
}

/** Saves a plan as a file; what cannot be read is taken out as it lies there. */
export async function exportPlan({ id, name }: ShelfEntry): Promise<void> {
  const plan = await readPlan(id);
  const text = plan?.ok === true ? serializePlan(plan.value) : await rawText(id);
  if (text !== undefined) download(fileName(name, PLAN_FILE_ENDING), 'application/json', text);
}

/** Saves the whole shelf as one file and remembers when; what goes wrong is told. */
export async function saveBackup(now: number): Promise<void> {
  const { tell } = useShelfStore.getState();
  try {
    const day = new Date(now).toISOString().slice(0, 10);
    download(`shelf-${day}${SHELF_FILE_ENDING}`, 'application/json', await backUpShelf(now));
    await writeFact(BACKED_UP, String(now));
    tell('The shelf was backed up to one file: keep it somewhere else than on this machine.');
  } catch (error) {
    tell(
      `The shelf could not be backed up. ${error instanceof Error ? error.message : ''}`.trim(),
      'problem',
    );
  }
}
