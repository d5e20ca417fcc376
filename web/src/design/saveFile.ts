import type { WriteOf } from '@pelkin/core';
import { endingOf, writerOf } from '@pelkin/core';
import { download, fileStem } from '../shared/download.ts';
import { makeLong } from '../workers/long.ts';
import { pdfOfSheets } from '../workers/print.ts';
import { derive } from './derived.ts';
import { useKeeping } from './keeping/keeping.ts';
import { stateWords } from './keeping/savedWords.ts';
import { useDesignStore } from './store.ts';

/** Today as it stands on paper: year, month, day. */
const today = (): string => new Date().toLocaleDateString('sv-SE');

/** What is chosen of a file beside the design: the face that is looked at; of a machine’s file, curves and layers. */
export type FileChoice = Pick<WriteOf, 'from' | 'curves' | 'without' | 'piece'>;

/**
 * Writes a file of the open design and hands it to the browser; gives what belongs to be known of it. Rejects with words
 * for people where it cannot be written; null where no design is open.
 */
export async function saveFile(key: string, choice: FileChoice = {}): Promise<string | null> {
  const { design } = useDesignStore.getState();
  if (!design) return null;
  const writer = writerOf(key);
  const { content, told } = await writer.write({
    design,
    derived: derive(design),
    revision: stateWords(useKeeping.getState()),
    date: today(),
    pdf: pdfOfSheets,
    mesh: (solid) => makeLong('mesh', [solid], () => undefined).answer,
    neckMesh: (pieces) => makeLong('neckMesh', [pieces], () => undefined).answer,
    ...choice,
  });
  download(
    `${fileStem(design.name)}${endingOf(writer, choice.from, choice.piece)}`,
    writer.type,
    content as BlobPart,
  );
  return told;
}
