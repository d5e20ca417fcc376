import type { Family } from '@pelkin/core';
import {
  FAMILIES,
  FAMILY_STARTS,
  FAMILY_WORDS,
  closedPathMark,
  pathBox,
  pathData,
  remember,
  solveOutline,
  startDesign,
} from '@pelkin/core';
import { Box, RadioGroup, Text } from '@chakra-ui/react';
import { WORDS } from './words.ts';

/** Room round the pictures, mm; all are drawn to one scale. */
const ROOM = 12;
/** The scale and strings that the pictures are drawn for: they show the shape, not the instrument. */
const [COUNT, SCALE] = [6, 640];

const pictureOf = remember((family: Family) => {
  const started = startDesign('Picture', family, FAMILY_STARTS[family], COUNT, SCALE);
  if (!started.ok) return null;
  const path = solveOutline(started.design.outline.nodes);
  const box = pathBox(path)!;
  return {
    d: pathData(closedPathMark('family', 'outline', path), (p) => ({ x: p.x, y: -p.y })),
    viewBox: [
      box.minX - ROOM,
      -box.maxY - ROOM,
      box.maxX - box.minX + 2 * ROOM,
      box.maxY - box.minY + 2 * ROOM,
    ].join(' '),
  };
});

/** The families of body shapes, each by its picture. */
export function FamilyChoice({ family, onChange }: { family: Family; onChange: (family: Family) => void }) {
  return (
    <RadioGroup.Root
      value={family}
      onValueChange={({ value }) => onChange(value as Family)}
      aria-label={WORDS.family}
      size="sm"
      colorPalette="green"
    >
      <Box display="grid" gridTemplateColumns="repeat(6, 1fr)" gap="1.5" py="1">
        {FAMILIES.map((f) => {
          const picture = pictureOf(f);
          const chosen = f === family;
          return (
            <RadioGroup.Item
              key={f}
              value={f}
              display="grid"
              justifyItems="center"
              alignContent="start"
              gap="1"
              p="1"
              cursor="pointer"
              borderWidth="1px"
              borderRadius="l2"
              borderColor={chosen ? 'kelp' : 'rule'}
              bg={chosen ? 'kelpWash' : 'sheet'}
            >
              <RadioGroup.ItemHiddenInput aria-label={FAMILY_WORDS[f]} />
              <Box asChild w="full" h="46px">
                <svg viewBox={picture?.viewBox ?? '0 0 1 1'} aria-hidden="true">
                  <path
                    d={picture?.d ?? ''}
                    fill="var(--chakra-colors-wood)"
                    stroke="var(--chakra-colors-ink)"
                    strokeWidth="1.4"
                    vectorEffect="non-scaling-stroke"
                  />
                </svg>
              </Box>
              <Text fontSize="11px" lineHeight="1.2" textAlign="center">
                {FAMILY_WORDS[f]}
              </Text>
            </RadioGroup.Item>
          );
        })}
      </Box>
    </RadioGroup.Root>
  );
}
