import type { ArtworkPaper } from '@pelkin/core';
import { ARTWORK_PAPERS, artworkSheet, weightsFor } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { wordsOf } from '../../../design/api.ts';
import { derive } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';
import { download, fileStem } from '../../../shared/download.ts';
import { Pick } from '../../../shared/Pick.tsx';
import { Section } from '../../../shared/Section.tsx';
import { pdfOfSheets } from '../../../workers/print.ts';
import { WORDS } from '../words.ts';

/** The face on one small page, to draw a finish on; scanned, it comes back at full size. */
export function Artwork() {
  const [paper, setPaper] = useState<ArtworkPaper>('a4');
  const [told, setTold] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async (): Promise<void> => {
    const { design } = useDesignStore.getState();
    if (!design) return;
    setBusy(true);
    try {
      const { sheet, scale } = artworkSheet(design, derive(design), paper);
      const bytes = await pdfOfSheets([sheet], `${design.name}, artwork`, weightsFor(design.print.weights));
      download(`${fileStem(design.name)}-artwork.pdf`, 'application/pdf', bytes as BlobPart);
      setTold(scale === 1 ? 'Saved at full size.' : `Saved at 1 : ${(1 / scale).toFixed(3)}.`);
    } catch (error) {
      setTold(wordsOf(error));
    }
    setBusy(false);
  };
  return (
    <Section title={WORDS.artworkSheet}>
      <Pick
        label={WORDS.paper}
        value={paper}
        options={ARTWORK_PAPERS.map((p) => [p.key, p.name] as const)}
        onChange={setPaper}
      />
      <HStack>
        <Text flex="1" fontSize="12px" color="faded" role="status">
          {told}
        </Text>
        <Button size="2xs" variant="outline" loading={busy} onClick={() => void save()}>
          {WORDS.saveTheSheetAsPdf}
        </Button>
      </HStack>
      <Text fontSize="12px" color="faded">
        Draw the finish on it, scan it, lay the scan under, and mark its four crosses under “Taken at a
        slant”: it lies at full size where it belongs.
      </Text>
    </Section>
  );
}
