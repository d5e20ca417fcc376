import { WRITERS } from '@pelkin/core';
import { Button, Menu, Portal, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { saveFile } from '../design/saveFile.ts';
import { WORDS } from './words.ts';

/** Everything that leaves Pelkin: paper and files. */
export function HandOver() {
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<{ readonly words: string; readonly failed: boolean } | null>(null);
  const hand = async (what: string): Promise<void> => {
    setBusy(true);
    setTold(null);
    try {
      const words = await saveFile(what);
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
            <FileDown size={15} aria-hidden />{' '}
            {told?.failed ? WORDS.fileFailedTryAgain : WORDS.printAndExport}
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="sheet" minW="310px">
              {WRITERS.map(({ key, name, about }) => (
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
