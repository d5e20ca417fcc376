import type { FileKind, FilePlace } from '@pelkin/core';
import { KIND_BYTES, fileKind, wrongFile } from '@pelkin/core';

/** What a file is by its bytes. Rejects where the file can no longer be read. */
export const kindOfFile = async (file: File): Promise<FileKind> =>
  fileKind(new Uint8Array(await file.slice(0, KIND_BYTES).arrayBuffer()));

/** What is wrong with a file for a place, by its bytes; `null` where the place reads it. */
export async function wrongFileFor(file: File, place: FilePlace): Promise<string | null> {
  try {
    return wrongFile(file.name, await kindOfFile(file), place);
  } catch {
    return `${file.name} cannot be read: it was moved or changed since it was chosen. Choose it again.`;
  }
}
