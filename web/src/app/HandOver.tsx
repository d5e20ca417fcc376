import { designText } from '@pelkin/core';
import { Button, Menu, Portal, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { derive } from '../design/derived.ts';
import { useDesignStore } from '../design/store.ts';
import { download, fileStem } from '../shared/download.ts';
import { ALL_STAGES } from '../stages/all.ts';
import type { FileOffer } from '../stages/stage.ts';

const DESIGN_FILE: FileOffer = {
  key: 'json',
  name: 'Design file',
  about: 'JSON, opens in Pelkin',
  save: async (design) => {
    download(`${fileStem(design.name)}.pelkin.json`, 'application/json', designText(design));
    return null;
  },
};
/** What the stages offer, the last work first: paper is what is taken most. */
const OFFERS: readonly FileOffer[] = [...[...ALL_STAGES].reverse().flatMap((s) => s.files), DESIGN_FILE];

/** Everything that leaves Pelkin: paper and files. */
export function HandOver() {
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<{ readonly words: string; readonly failed: boolean } | null>(null);
  const hand = async (what: string): Promise<void> => {
    const offer = OFFERS.find(({ key }) => key === what);
    const { design } = useDesignStore.getState();
    if (!offer || !design) return;
    setBusy(true);
    setTold(null);
    try {
      const words = await offer.save(design, derive(design));
      if (words) setTold({ words, failed: false });
    } catch (error) {
      setTold({ words: error instanceof Error ? error.message : String(error), failed: true });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      {told && (
        <Text
          fontSize="12px"
          color={told.failed ? 'madderOnTar' : 'onTarFaded'}
          role="status"
          maxW="220px"
          truncate
          title={told.words}
        >
          {told.words}
        </Text>
      )}
      <Menu.Root onSelect={({ value }) => void hand(value)} positioning={{ placement: 'bottom-end' }}>
        <Menu.Trigger asChild>
          <Button
            size="xs"
            flexShrink="0"
            bg="kelpOnTar"
            color="#14201a"
            _hover={{ bg: '#a5d6ba' }}
            loading={busy}
            loadingText="Making the file"
          >
            <FileDown size={15} aria-hidden /> {told?.failed ? 'File failed: try again' : 'Print and export'}
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="sheet" minW="310px">
              {OFFERS.map(({ key, name, about }) => (
                <Menu.Item key={key} value={key} justifyContent="space-between">
                  <Text>{name}</Text>
                  <Text fontSize="12px" color="faded">
                    {about}
                  </Text>
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
    </>
  );
}
