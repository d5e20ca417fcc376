import { Box, Button, HStack, Slider, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useBoard } from './boardStore.ts';
import { WORDS } from './words.ts';

/** Length of a bank card, mm (ISO/IEC 7810 ID-1). */
const CARD_MM = 85.6;
const CARD_HEIGHT_MM = 53.98;
/** Screens run from about 2 to 8 pixels a mm as pages count them. */
const RANGE = { min: 200, max: 800, step: 1 } as const;

/** Measures the screen against a bank card held to it; from then on 1:1 is known. */
export function LifeSize({ onClose }: { onClose: () => void }) {
  const { pixelsPerMm, setPixelsPerMm, setScale } = useBoard.getState();
  const [width, setWidth] = useState(Math.round((pixelsPerMm ?? 96 / 25.4) * CARD_MM));
  const done = (): void => {
    const measured = width / CARD_MM;
    setPixelsPerMm(measured);
    setScale(measured);
    onClose();
  };
  return (
    <Box
      position="absolute"
      right="10px"
      bottom="50px"
      bg="sheet"
      borderWidth="1px"
      borderColor="border.emphasized"
      borderRadius="l3"
      p="4"
      role="dialog"
      aria-label={WORDS.measureThisScreen}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Text fontWeight="600">Measure this screen once</Text>
      <Text fontSize="12px" color="faded" mb="3">
        Hold a bank card to the screen and slide until the frame is as wide as the card.
      </Text>
      <Box
        h={`${(width * CARD_HEIGHT_MM) / CARD_MM}px`}
        w={`${width}px`}
        borderWidth="1.5px"
        borderColor="kelp"
        borderRadius="10px"
        bg="kelpWash"
        maxW="calc(100vw - 40px)"
      />
      <Slider.Root
        mt="3"
        size="sm"
        colorPalette="green"
        value={[width]}
        onValueChange={({ value }) => setWidth(value[0]!)}
        aria-label={['Width of the card on this screen']}
        {...RANGE}
      >
        <Slider.Control>
          <Slider.Track>
            <Slider.Range />
          </Slider.Track>
          <Slider.Thumbs />
        </Slider.Control>
      </Slider.Root>
      <HStack mt="3" justify="flex-end">
        <Button size="xs" variant="ghost" onClick={onClose}>
          {WORDS.cancel}
        </Button>
        <Button size="xs" colorPalette="green" onClick={done}>
          {WORDS.theCardFits}
        </Button>
      </HStack>
    </Box>
  );
}
