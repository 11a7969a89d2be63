import type { ErrorCode } from '@sashiko/core/errors/catalogue';
import { fail, type Result, succeed } from '@sashiko/core/errors/problem';
import { encodingOf } from '@sashiko/core/formats/json-text';

/** Letters of a file take so many bytes, at most: nearly all are plain ones, one byte each, or two in UTF-16. */
const BYTES_PER_LETTER = 2;

/** The text of a file the maker chose. One that is too large to hold so many letters is refused by its size, before it is read. */
export async function readTextFile(
  file: File,
  mostLetters: number,
  tooLarge: ErrorCode = 'file-too-large',
): Promise<Result<string>> {
  if (file.size > BYTES_PER_LETTER * mostLetters)
    return fail(tooLarge, `It has ${Math.round(file.size / 1e6)} MB.`);
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return succeed(new TextDecoder(encodingOf(bytes)).decode(bytes));
  } catch {
    return fail('file-unreadable');
  }
}
