import { layOutSheets } from '@pelkin/core';
import { derive } from '../../design/derived.ts';
import { useKeeping } from '../../design/keeping.ts';
import { useDesignStore } from '../../design/store.ts';
import { download, fileStem } from '../../shared/download.ts';
import { pdfOfSheets } from '../../workers/print.ts';

/** Today as it stands on paper: year, month, day. */
const today = (): string => new Date().toLocaleDateString('sv-SE');

/** Makes the full-size paper of the open design and hands it to the browser. */
export async function printPaper(): Promise<void> {
  const { design } = useDesignStore.getState();
  if (!design) return;
  const { plan } = derive(design);
  const { revision, waiting } = useKeeping.getState();
  const sheets = layOutSheets(plan, design.print.margins, {
    name: `${design.name}${design.handedness === 'left' ? ', left-handed' : ''}`,
    revision: `revision ${revision}${waiting ? ' and later changes' : ''}`,
    date: today(),
  });
  const bytes = await pdfOfSheets(sheets, design.name);
  download(`${fileStem(design.name)}-paper.pdf`, 'application/pdf', bytes as BlobPart);
}
