import type { PartSpec } from '@pelkin/core';
import { partText, readPartText } from '@pelkin/core';
import { download, fileStem } from '../../../shared/download.ts';
import { useChosenInLayout } from '../chosen.ts';
import { firstFace } from '../layDown.ts';

/** Gives a part as a file. */
export const writePartFile = (spec: PartSpec): void =>
  download(`${fileStem(spec.name)}.json`, 'application/json', partText(spec));

/** Reads a part's file and takes the part in hand; gives what is wrong with the file, or null. */
export async function readPartFile(file: File): Promise<string | null> {
  const read = readPartText(await file.text());
  if (!read.ok) return `${read.message}.`;
  useChosenInLayout.getState().carry({ spec: read.spec, face: firstFace(read.spec) });
  return null;
}
