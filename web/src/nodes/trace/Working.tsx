import { Box, Button, HStack, Progress, Text } from '@chakra-ui/react';
import { WORDS } from '../words.ts';

/** How far long work has come, and a way to stop it. */
export function Working({ label, share, onStop }: { label: string; share: number; onStop: () => void }) {
  return (
    <HStack gap="3" role="status">
      <Box flex="1">
        <Text fontSize="12.5px">{label}</Text>
        <Progress.Root size="xs" colorPalette="green" value={Math.round(share * 100)} aria-label={label}>
          <Progress.Track>
            <Progress.Range />
          </Progress.Track>
        </Progress.Root>
      </Box>
      <Button size="2xs" variant="outline" onClick={onStop}>
        {WORDS.stop}
      </Button>
    </HStack>
  );
}
