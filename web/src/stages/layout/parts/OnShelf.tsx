import type { PartSpec } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { useChosenInLayout } from '../chosen.ts';
import { firstFace, layDown } from '../layDown.ts';
import { PartPicture } from './PartPicture.tsx';

interface Props {
  readonly shelfKey: string;
  readonly name: string;
  readonly spec: () => PartSpec;
}

/** A part on the shelf: pressed, it is carried to the board; Enter lays it where such a part usually is. */
export function OnShelf({ shelfKey, name, spec }: Props) {
  const carried = useChosenInLayout((s) => s.carried?.spec.name === name);
  return (
    <Box
      as="button"
      w="full"
      px="1.5"
      py="1"
      display="flex"
      alignItems="center"
      gap="1.5"
      minH="42px"
      lineHeight="1.25"
      fontSize="12.5px"
      textAlign="left"
      cursor="grab"
      borderWidth="1px"
      borderColor={carried ? 'kelp' : 'rule'}
      borderRadius="l2"
      bg={carried ? 'kelpWash' : 'sheet'}
      _hover={{ bg: 'sunk' }}
      data-shelf={shelfKey}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        const taken = spec();
        useChosenInLayout.getState().carry({ spec: taken, face: firstFace(taken) });
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        const taken = spec();
        layDown(taken, firstFace(taken), null);
      }}
    >
      <PartPicture spec={spec} />
      {name}
    </Box>
  );
}
