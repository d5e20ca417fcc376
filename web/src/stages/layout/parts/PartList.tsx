import { Box, HStack, Text } from '@chakra-ui/react';
import { usePicked } from '../../../design/derived.ts';
import { placeWords } from '../../../shared/placeWords.ts';
import { Section } from '../../../shared/Section.tsx';
import { useChosenInLayout } from '../chosen.ts';

/** Every part that is laid down, with its place. */
export function PartList() {
  const parts = usePicked((d) => d.parts);
  const units = usePicked((d) => d.units);
  const chosen = useChosenInLayout((s) => s.parts);
  return (
    <Section title={`Laid down: ${parts.length}`}>
      {parts.length === 0 && (
        <Text fontSize="12px" color="faded">
          Nothing yet. The bridge first: everything else is measured from it.
        </Text>
      )}
      <Box role="list" aria-label="Parts laid down" minW="0">
        {parts.map((p) => (
          <Box
            as="button"
            role="listitem"
            key={p.id}
            display="block"
            w="full"
            textAlign="left"
            px="2"
            py="1"
            borderLeftWidth="3px"
            borderLeftColor={chosen.includes(p.id) ? 'kelp' : 'transparent'}
            _hover={{ bg: 'sunk' }}
            cursor="pointer"
            onClick={(event) =>
              event.shiftKey
                ? useChosenInLayout.getState().toggle(p.id)
                : useChosenInLayout.getState().choose(p.id)
            }
          >
            <HStack gap="2">
              <Text fontSize="13px" flex="1" truncate>
                {p.spec.name}
              </Text>
              {p.face !== 'front' && (
                <Text fontSize="11px" color="faded">
                  {p.face}
                </Text>
              )}
              {p.spec.assumed.length > 0 && (
                <Text fontSize="11px" color="ochre" title="Measures that nobody has taken yet">
                  ▲ {p.spec.assumed.length} assumed
                </Text>
              )}
            </HStack>
            <Text fontSize="11.5px" color="faded" truncate>
              {placeWords(p.at, units)}
            </Text>
          </Box>
        ))}
      </Box>
    </Section>
  );
}
