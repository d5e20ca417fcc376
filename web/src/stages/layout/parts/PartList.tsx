import type { PlacedPart } from '@pelkin/core';
import { assumedOf, partName } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { memo, useMemo } from 'react';
import { usePicked } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { ListRow } from '../../../shared/ListRow.tsx';
import { placeBrief } from '../../../shared/placeWords.ts';
import { Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { WORDS } from '../words.ts';

const choosePart = (id: string, also: boolean): void =>
  also ? useChosenInLayout.getState().toggle(id) : useChosenInLayout.getState().choose(id);

const PartRow = memo(function PartRow({
  part,
  name,
  chosen,
}: {
  part: PlacedPart;
  name: string;
  chosen: boolean;
}) {
  const units = usePicked((d) => d.units);
  const { face } = part;
  const assumed = assumedOf(part.spec).length;
  const aside = useMemo(
    () => (
      <>
        {face !== 'front' && (
          <Text fontSize="11px" color="faded">
            {face}
          </Text>
        )}
        {assumed > 0 && (
          <Text fontSize="11px" color="ochre" title={WORDS.measurementsNotTakenYet}>
            ▲ {assumed} assumed
          </Text>
        )}
      </>
    ),
    [face, assumed],
  );
  return (
    <ListRow
      id={part.id}
      name={name}
      note={placeBrief(part.at, units)}
      aside={aside}
      chosen={chosen}
      onChoose={choosePart}
    />
  );
});

/** Every placed part, with its place. */
export function PartList() {
  const { parts } = useDesign();
  const chosen = useChosenInLayout((s) => s.parts);
  return (
    <Section title={`Placed parts (${parts.length})`}>
      {parts.length === 0 && (
        <Text fontSize="12px" color="faded">
          No parts yet. Place the bridge first: everything else is measured from it.
        </Text>
      )}
      <Box role="list" aria-label={WORDS.placedParts} minW="0">
        {parts.map((p) => (
          <PartRow key={p.id} part={p} name={partName(parts, p.id)} chosen={chosen.includes(p.id)} />
        ))}
      </Box>
    </Section>
  );
}
