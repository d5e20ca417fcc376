import type { ArtworkPaper, Design, SeenFrom, Underlay } from '@pelkin/core';
import { ARTWORK_PAPERS, artworkSheet, edits, weightsFor } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { wordsOf } from '../../design/api.ts';
import { useDrawnStore as useDesignStore, usePicked } from '../drawn.ts';
import { derive } from '../../design/derived.ts';
import { download, fileStem } from '../../shared/download.ts';
import { Pick } from '../../shared/Pick.tsx';
import { Choice, Section } from '../../shared/Section.tsx';
import { pdfOfSheets } from '../../workers/print.ts';
import { artworkPdf, artworkPng, artworkSvgFile } from './artworkFiles.ts';
import { WORDS } from '../words.ts';

const FACES = [
  ['front', 'Front'],
  ['back', 'Back'],
] as const;
const USES = [
  ['no', 'no artwork'],
  ['front', 'artwork of the front'],
  ['back', 'artwork of the back'],
] as const;

type Save = (
  design: Design,
  underlay: Underlay,
) => Promise<{ type: string; ending: string; bytes: BlobPart }>;
const FILES: readonly (readonly [string, Save])[] = [
  [WORDS.saveAsSvg, artworkSvgFile],
  [WORDS.saveAsPng, artworkPng],
  [WORDS.saveFullSizeSheets, artworkPdf],
];

/** One picture: whether it is the artwork of a face, and its files at full size. */
function OnePicture({ u, say }: { u: Underlay; say: (words: string) => void }) {
  const edit = useDesignStore((s) => s.edit);
  const [busy, setBusy] = useState(false);
  const save = async (make: Save): Promise<void> => {
    const { design } = useDesignStore.getState();
    if (!design) return;
    setBusy(true);
    try {
      const { type, ending, bytes } = await make(design, u);
      const name = `${fileStem(design.name)}-artwork-${u.artwork ?? 'front'}.${ending}`;
      download(name, type, bytes);
      say(`Saved ${name}.`);
    } catch (error) {
      say(wordsOf(error));
    }
    setBusy(false);
  };
  return (
    <Box role="group" aria-label={u.name} borderTopWidth="1px" borderColor="rule" py="1.5">
      <Pick
        label={u.name}
        value={u.artwork ?? 'no'}
        options={USES}
        onChange={(use) =>
          edit(use === 'no' ? 'made a picture no artwork' : `made a picture the artwork of the ${use}`, (d) =>
            edits.changeUnderlay(d, u.id, { artwork: use === 'no' ? null : use }),
          )
        }
      />
      {u.artwork && (
        <HStack justify="end" flexWrap="wrap" pt="1">
          {FILES.map(([words, make]) => (
            <Button key={words} size="2xs" variant="outline" loading={busy} onClick={() => void save(make)}>
              {words}
            </Button>
          ))}
        </HStack>
      )}
    </Box>
  );
}

/** A face on one small page, to draw a finish on; scanned, it comes back at full size and goes out as artwork. */
export function Artwork() {
  const [paper, setPaper] = useState<ArtworkPaper>('a4');
  const [from, setFrom] = useState<SeenFrom>('front');
  const [told, setTold] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const underlays = usePicked((d) => d.underlays);
  const save = async (): Promise<void> => {
    const { design } = useDesignStore.getState();
    if (!design) return;
    setBusy(true);
    try {
      const { sheet, scale } = artworkSheet(design, derive(design), paper, from);
      const bytes = await pdfOfSheets([sheet], `${design.name}, artwork`, weightsFor(design.print.weights));
      const back = from === 'back' ? '-back' : '';
      download(`${fileStem(design.name)}-artwork${back}.pdf`, 'application/pdf', bytes as BlobPart);
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
      <Choice label={WORDS.face} value={from} options={FACES} onChange={setFrom} />
      <HStack>
        <Text flex="1" fontSize="12px" color="faded" role="status">
          {told}
        </Text>
        <Button size="2xs" variant="outline" loading={busy} onClick={() => void save()}>
          {WORDS.saveTheSheetAsPdf}
        </Button>
      </HStack>
      <Text fontSize="12px" color="faded">
        Draw the finish on it, scan it, add the scan as a picture, and mark its four crosses under “Photo
        taken at an angle”: it lies at full size where it belongs. Its files have it cut off at the edge, with
        what hardware covers filled.
      </Text>
      {underlays.map((u) => (
        <OnePicture key={u.id} u={u} say={setTold} />
      ))}
    </Section>
  );
}
