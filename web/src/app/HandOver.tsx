import type { DxfCurves } from '@pelkin/core/dxf';
import { designText, drawingSvg, fretTableCsv, saddleTableCsv, weightsFor } from '@pelkin/core';
import { Button, Menu, Portal, Text } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { derive } from '../design/derived.ts';
import { useDesignStore } from '../design/store.ts';
import { download, fileStem } from '../shared/download.ts';
import { printPaper } from '../stages/templates/printPaper.ts';

const ITEMS = [
  ['pdf', 'Full-size paper', 'PDF, tiled, 1:1'],
  ['svg', 'Template drawing', 'SVG, true millimetres'],
  ['dxf-arcs', 'Profiles as arcs', 'DXF, within 0.01 mm'],
  ['dxf-polyline', 'Profiles as straight steps', 'DXF, within 0.01 mm'],
  ['dxf-splines', 'Profiles as splines', 'DXF, exact'],
  ['frets', 'Frets and slot ends', 'CSV, mm and inches'],
  ['saddles', 'Strings and saddles', 'CSV, mm'],
  ['json', 'Design file', 'JSON, opens in Pelkin'],
] as const;
type Item = (typeof ITEMS)[number][0];

/** Writes one file of the open design and hands it to the browser; gives words that belong to it. */
async function handOver(what: Item): Promise<string | null> {
  const { design } = useDesignStore.getState();
  if (!design) return null;
  const { template, layout } = derive(design);
  const stem = fileStem(design.name);
  const title = `${design.name}${design.handedness === 'left' ? ', left-handed' : ''}`;
  if (what === 'pdf') await printPaper();
  else if (what === 'svg')
    download(
      `${stem}-template.svg`,
      'image/svg+xml',
      drawingSvg(template, title, weightsFor(design.print.weights)),
    );
  else if (what === 'frets')
    download(`${stem}-frets.csv`, 'text/csv', fretTableCsv(layout, design.handedness));
  else if (what === 'saddles')
    download(`${stem}-saddles.csv`, 'text/csv', saddleTableCsv(layout, design.handedness));
  else if (what === 'json') download(`${stem}.pelkin.json`, 'application/json', designText(design));
  else {
    const curves = what.slice('dxf-'.length) as DxfCurves;
    const { drawingDxf } = await import('@pelkin/core/dxf');
    const { text, deviation } = drawingDxf(template, title, curves);
    download(`${stem}-${curves}.dxf`, 'image/vnd.dxf', text);
    return `DXF in millimetres, ${deviation === 0 ? 'exact' : `off by at most ${deviation.toFixed(4)} mm`}`;
  }
  return null;
}

/** Everything that leaves Pelkin: paper and files. */
export function HandOver() {
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<{ readonly words: string; readonly failed: boolean } | null>(null);
  const hand = async (what: string): Promise<void> => {
    const item = ITEMS.find(([key]) => key === what);
    if (!item) return;
    setBusy(true);
    setTold(null);
    try {
      const words = await handOver(item[0]);
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
            <FileDown size={15} aria-hidden /> {told?.failed ? 'File failed: try again' : 'Paper and files'}
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="sheet" minW="310px">
              {ITEMS.map(([value, name, about]) => (
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
    </>
  );
}
