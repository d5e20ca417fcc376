import { paperNotes, paperOf, weightsFor } from '@pelkin/core';
import { derive } from '../../design/derived.ts';
import { useKeeping } from '../../design/keeping/keeping.ts';
import { useDesignStore } from '../../design/store.ts';
import { download, fileStem } from '../../shared/download.ts';
import { pdfOfSheets } from '../../workers/print.ts';

/** Today as it stands on paper: year, month, day. */
const today = (): string => new Date().toLocaleDateString('sv-SE');

/** Makes the full-size paper of the open design and hands it to the browser. */
export async function printPaper(): Promise<void> {
  const { design } = useDesignStore.getState();
  if (!design) return;
  const { revision, waiting } = useKeeping.getState();
  const notes = paperNotes(design, `revision ${revision}${waiting ? ' and later changes' : ''}`, today());
  const sheets = paperOf(design, derive(design), notes);
  if (sheets.length === 0) throw new Error('nothing is ticked to go on paper: choose a layer first');
  const bytes = await pdfOfSheets(sheets, design.name, weightsFor(design.print.weights));
  download(`${fileStem(design.name)}-paper.pdf`, 'application/pdf', bytes as BlobPart);
}
