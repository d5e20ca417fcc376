import { Box, HStack, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { memo } from 'react';

interface Props {
  readonly id: string;
  readonly name: string;
  /** Shown below the name. */
  readonly note?: string;
  /** Shown behind the name; must keep its identity where the row is not to be drawn again. */
  readonly aside?: ReactNode;
  readonly chosen: boolean;
  /** Must keep its identity. */
  readonly onChoose: (id: string, also: boolean) => void;
}

/** One of the things placed, in a list: pressed, it is selected; with Shift as well as others. */
export const ListRow = memo(function ListRow({ id, name, note, aside, chosen, onChoose }: Props) {
  return (
    <Box role="listitem">
      <Box
        as="button"
        aria-pressed={chosen}
        display="block"
        w="full"
        textAlign="left"
        px="2"
        py="1"
        borderLeftWidth="3px"
        borderLeftColor={chosen ? 'kelp' : 'transparent'}
        _hover={{ bg: 'sunk' }}
        cursor="pointer"
        onClick={(event) => onChoose(id, event.shiftKey)}
      >
        <HStack gap="2">
          <Text fontSize="13px" flex="1" truncate>
            {name}
          </Text>
          {aside}
        </HStack>
        {note !== undefined && (
          <Text fontSize="11.5px" color="faded">
            {note}
          </Text>
        )}
      </Box>
    </Box>
  );
});
