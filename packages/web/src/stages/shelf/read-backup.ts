import { describeProblem } from '@sashiko/core/errors/problem';
import { LARGEST_SHELF_CHARACTERS, parseShelf, type ShelfBackup } from '@sashiko/core/formats/shelf-file';
import { useShelfStore } from '../../stores/shelf-store.ts';

/** Reads a backup file; null, and told why, when it is none. */
export async function readBackup(file: File): Promise<ShelfBackup | null> {
  const { tell, hush } = useShelfStore.getState();
  hush();
  const refuse = (why: string): null => {
    tell(`“${file.name}” was not brought back. ${why} Nothing was changed.`, 'problem');
    return null;
  };
  if (file.size > LARGEST_SHELF_CHARACTERS)
    return refuse(`It is ${Math.round(file.size / 1e6)} MB: no backup is that large.`);
  const read = parseShelf(await file.text());
  return read.ok ? read.value : refuse(describeProblem(read.problem));
}
