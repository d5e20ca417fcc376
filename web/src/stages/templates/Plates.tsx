import type { Plate, SeenFrom } from '@pelkin/core';
import { drawingSvg, lengthWithUnit, paperNotes, plateDrawing, plateSheets, weightsFor } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { wordsOf } from '../../design/api.ts';
import { useDerived } from '../../design/derived.ts';
import { useDesign } from '../../design/store.ts';
import { download, fileStem } from '../../shared/download.ts';
import { Choice, Section } from '../../shared/Section.tsx';
import { pdfOfSheets } from '../../workers/print.ts';
import { WORDS } from './words.ts';

const KINDS = ['PDF', 'SVG', 'DXF'] as const;

/** Covers and pickguards: each a sheet of its own, on paper or as a file. */
export function Plates() {
  const design = useDesign();
  const { plates } = useDerived();
  const [side, setSide] = useState<'outside' | 'inside'>('outside');
  // Outside is the face that the plate is looked at from when it is on.
  const from = ({ face }: Plate): SeenFrom =>
    (face === 'front') === (side === 'outside') ? 'front' : 'back';
  const [problem, setProblem] = useState<string | null>(null);
  if (plates.length === 0) return null;
  const give = async (plate: Plate, kind: (typeof KINDS)[number]): Promise<void> => {
    setProblem(null);
    const stem = fileStem(`${design.name} ${plate.name}`);
    const title = `${design.name}: ${plate.name}`;
    const weights = weightsFor(design.print.weights);
    try {
      if (kind === 'SVG')
        download(
          `${stem}.svg`,
          'image/svg+xml',
          drawingSvg(plateDrawing(plate, design.handedness, from(plate)), title, weights),
        );
      else if (kind === 'DXF') {
        const { drawingDxf } = await import('@pelkin/core/files/dxf');
        download(
          `${stem}.dxf`,
          'image/vnd.dxf',
          drawingDxf(plateDrawing(plate, design.handedness, from(plate)), title, 'arcs').text,
        );
      } else {
        const notes = paperNotes(design, '', new Date().toLocaleDateString('sv-SE'));
        const bytes = await pdfOfSheets(plateSheets(plate, design, notes, from(plate)), title, weights);
        download(`${stem}.pdf`, 'application/pdf', bytes as BlobPart);
      }
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Section title={WORDS.coversAndPickguards}>
      <Choice
        label={WORDS.seenFrom}
        value={side}
        options={[
          ['outside', WORDS.outside],
          ['inside', WORDS.inside],
        ]}
        onChange={setSide}
      />
      {plates.map((plate) => (
        <HStack key={plate.id} gap="1">
          <Text flex="1" minW="0" fontSize="12.5px" truncate title={plate.name}>
            {plate.name}, {lengthWithUnit(plate.thickness, design.units)}
          </Text>
          {KINDS.map((kind) => (
            <Button
              key={kind}
              size="2xs"
              variant="outline"
              aria-label={`${plate.name} as ${kind}`}
              onClick={() => void give(plate, kind)}
            >
              {kind}
            </Button>
          ))}
        </HStack>
      ))}
      {problem && (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      )}
    </Section>
  );
}
