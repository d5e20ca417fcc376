import { designText, drawingSvg, fretTableCsv } from '@pelkin/core';
import { Button, Menu, Portal, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { derive } from '../design/derived.ts';
import { useDesignStore } from '../design/store.ts';
import { download, fileStem } from '../shared/download.ts';
import { printPaper } from '../stages/templates/printPaper.ts';

/** Everything that leaves Pelkin: paper and files. */
export function HandOver() {
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const hand = async (what: string): Promise<void> => {
    const { design } = useDesignStore.getState();
    if (!design) return;
    const derived = derive(design);
    const stem = fileStem(design.name);
    setFailed(null);
    if (what === 'svg')
      download(`${stem}-outline.svg`, 'image/svg+xml', drawingSvg(derived.template, design.name));
    else if (what === 'csv') download(`${stem}-frets.csv`, 'text/csv', fretTableCsv(derived.layout));
    else if (what === 'json') download(`${stem}.pelkin.json`, 'application/json', designText(design));
    else {
      setBusy(true);
      try {
        await printPaper();
      } catch (error) {
        setFailed(error instanceof Error ? error.message : String(error));
      } finally {
        setBusy(false);
      }
    }
  };
  const items = [
    ['pdf', 'Full-size paper', 'PDF, tiled, 1:1'],
    ['svg', 'Template drawing', 'SVG, true millimetres'],
    ['csv', 'Fret table', 'CSV, mm and inches'],
    ['json', 'Design file', 'JSON, opens in Pelkin'],
  ] as const;
  return (
    <Menu.Root onSelect={({ value }) => void hand(value)} positioning={{ placement: 'bottom-end' }}>
      <Menu.Trigger asChild>
        <Button
          size="xs"
          flexShrink="0"
          bg="kelpOnTar"
          color="#14201a"
          _hover={{ bg: '#a5d6ba' }}
          loading={busy}
          loadingText="Making sheets"
          title={failed ?? undefined}
        >
          <FileDown size={15} aria-hidden /> {failed ? 'Paper failed: try again' : 'Paper and files'}
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="sheet" minW="250px">
            {items.map(([value, name, about]) => (
              <Menu.Item key={value} value={value} justifyContent="space-between">
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
  );
}
