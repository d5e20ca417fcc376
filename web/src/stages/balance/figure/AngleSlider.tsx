import { Box, Text } from '@chakra-ui/react';
import { SliderRow } from '../../../shared/SliderRow.tsx';
import { WORDS } from '../words.ts';

/** How much of a picture’s lower edge the slider takes with the space under it, px. */
export const SLIDER_TALL = 66;

/** Turns the instrument of a picture; lies over its lower edge. */
export function AngleSlider(props: { degrees: number; note: string; onTurn: (degrees: number) => void }) {
  const { degrees, note, onTurn } = props;
  return (
    <Box
      position="absolute"
      right="4"
      bottom="3"
      w="min(420px, calc(100% - 32px))"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l2"
      px="3"
      py="1.5"
    >
      <Text fontSize="12px" mb="0.5">
        {`${WORDS.turnIt}: ${degrees.toFixed(0)}°${note && `, ${note}`}`}
      </Text>
      <SliderRow name={WORDS.turnIt} min={-30} max={75} value={degrees} onChange={onTurn} />
    </Box>
  );
}
