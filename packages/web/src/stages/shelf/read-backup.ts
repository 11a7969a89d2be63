import { describeProblem } from '@sashiko/core/errors/problem';
import { LARGEST_SHELF_CHARACTERS, parseShelf, type ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { useShelfStore } from '../../stores/shelf-store.ts';
import { readTextFile } from '../../ui/read-file.ts';

/** Reads a backup file; null, and told why, when it is none. */
export async function readBackup(file: File): Promise<ShelfBackup | null> {
  const { tell, hush } = useShelfStore.getState();
  hush();
  const refuse = (why: string): null => {
    tell(`“${file.name}” was not brought back. ${why} Nothing was changed.`, 'problem');
    return null;
  };
  const text = await readTextFile(file, LARGEST_SHELF_CHARACTERS);
  const read = text.ok ? parseShelf(text.value) : text;
  return read.ok ? read.value : refuse(describeProblem(read.problem));
}
