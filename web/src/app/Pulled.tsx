import { Box, Button, HStack, IconButton, Text } from '@chakra-ui/react';
import { ChevronUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { create } from 'zustand';
import { WORDS } from './words.ts';

type Sheet = 'work order' | 'particulars';

/** The sheet that is pulled up over the board on a narrow screen; null without one. */
export const usePulled = create<{ readonly sheet: Sheet | null; pull(sheet: Sheet | null): void }>((set) => ({
  sheet: null,
  pull: (sheet) => set({ sheet }),
}));

/** The row under the board with what is pulled up over it. */
export function Pulls({ stage }: { stage: string }) {
  const { sheet, pull } = usePulled();
  const side = (of: Sheet, words: string) => (
    <Button
      flex="1"
      h="44px"
      variant="ghost"
      color="onTar"
      borderRadius="0"
      aria-expanded={sheet === of}
      bg={sheet === of ? 'tarLight' : 'tar'}
      onClick={() => pull(sheet === of ? null : of)}
    >
      <ChevronUp size={16} aria-hidden /> {words}
    </Button>
  );
  return (
    <HStack
      gap="0"
      bg="tar"
      h="44px"
      borderTopWidth="1px"
      borderColor="tarLight"
      role="group"
      aria-label={WORDS.sheets}
    >
      {side('work order', WORDS.stages)}
      {side('particulars', stage)}
    </HStack>
  );
}

/** A sheet under the board, which gives way to it; shown while it is pulled up. */
export function Pulled({ sheet, words, children }: { sheet: Sheet; words: string; children: ReactNode }) {
  const isUp = usePulled((s) => s.sheet === sheet);
  const { pull } = usePulled.getState();
  return (
    isUp && (
      <Box
        gridRow="2"
        minW="0"
        h="min(58dvh, 520px)"
        display="grid"
        gridTemplateRows="40px minmax(0, 1fr)"
        bg={sheet === 'particulars' ? 'sheet' : 'tar'}
        borderTopWidth="2px"
        borderColor="kelp"
      >
        <HStack px="4" color={sheet === 'particulars' ? 'faded' : 'onTarFaded'} fontSize="12px">
          <Text flex="1">{words}</Text>
          <IconButton
            size="xs"
            variant="ghost"
            color="inherit"
            aria-label={`Close ${words}`}
            onClick={() => pull(null)}
          >
            <X size={16} />
          </IconButton>
        </HStack>
        <Box minH="0" overflowY="auto">
          {children}
        </Box>
      </Box>
    )
  );
}
