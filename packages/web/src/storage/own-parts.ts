/** The maker's own parts, kept in this browser for all plans. */
import { ownPartFrom } from '@sashiko/core/formats/part-file';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import { database } from './database.ts';

/** All that can be read, by title; a record that cannot be is left alone. */
export async function listOwnParts(): Promise<readonly OwnPart[]> {
  const stored = await database.ownParts.toArray();
  return stored
    .flatMap(({ part }) => {
      const read = ownPartFrom(part);
      return read.ok ? [read.value] : [];
    })
    .sort((a, b) => a.title.localeCompare(b.title));
}

/** Keeps a part, or puts it in place of the one of the same id. */
export async function storeOwnPart(part: OwnPart): Promise<void> {
  await database.ownParts.put({ id: part.id, part });
}

/** Forgets a part in this browser; plans that use it keep their own copy. */
export async function forgetOwnPart(id: string): Promise<void> {
  await database.ownParts.delete(id);
}

/** A fresh id for a described part. */
export function freshOwnPartId(): string {
  return `own-${crypto.randomUUID().slice(0, 13)}`;
}
