import type { BoxProps } from '@chakra-ui/react';
import { Box } from '@chakra-ui/react';
import type { Ref } from 'react';

/**
 * A region of a grid whose inside is laid out by itself: what changes in it moves nothing outside. The
 * inner box is what browsers take as a boundary; an item of a grid or a row alone is none.
 */
export function OwnLayout({
  children,
  overflowY,
  ...outer
}: BoxProps & { readonly ref?: Ref<HTMLDivElement> }) {
  return (
    <Box position="relative" minW="0" minH="0" {...outer}>
      <Box position="absolute" inset="0" w="full" h="full" contain="strict" overflowY={overflowY ?? 'hidden'}>
        {children}
      </Box>
    </Box>
  );
}
