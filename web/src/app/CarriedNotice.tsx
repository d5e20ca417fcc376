import type { CarriedNumber } from '@pelkin/core';
import { bringAlong, carried, leftBehind, numberChangeWords, numberKey, numberName } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Following } from '../design/Following.tsx';
import { derive } from '../design/derived.ts';
import { useDesign, useDesignStore } from '../design/store.ts';
import { WORDS } from './words.ts';

/**
 * After thickness, scale, fingerboard or joint changed: says what followed by its rule, and lists what was typed by
 * hand and stayed, with one press for each and one for all.
 */
export function CarriedNotice() {
  const isOpen = useDesignStore((s) => s.carriedFrom !== null && s.design !== null);
  return (
    isOpen && (
      <Following>
        <Carried />
      </Following>
    )
  );
}

function Carried() {
  const design = useDesign();
  const before = useDesignStore((s) => s.carriedFrom);
  const { edit, dismissCarried } = useDesignStore.getState();
  const followed = useMemo(() => (before ? carried(design, before, derive) : []), [design, before]);
  const left = useMemo(() => (before ? leftBehind(design, before, derive) : []), [design, before]);
  if (followed.length + left.length === 0) return null;
  const { units } = design;
  const words = (change: CarriedNumber): string => numberChangeWords(design, change, units);
  const bring = (numbers: readonly CarriedNumber[], name: string): void =>
    void edit(`brought along: ${name}`, (d) => bringAlong(d, numbers));
  return (
    <Box
      as="section"
      aria-label={WORDS.whatFollowed}
      bg="sheet"
      borderBottomWidth="1px"
      borderColor="kelp"
      px="4"
      py="1.5"
      fontSize="13px"
      maxH="26vh"
      overflowY="auto"
    >
      <HStack gap="3" align="start">
        <Box flex="1">
          {followed.length > 0 && (
            <Text role="status">
              <b>Changed with it:</b> {followed.map(words).join('; ')}.
            </Text>
          )}
          {left.length > 0 && (
            <HStack gap="1.5" flexWrap="wrap" pt={followed.length > 0 ? '1' : '0'}>
              <Text>
                <b>Typed by hand, not changed.</b> Press to change:
              </Text>
              {left.map((one) => (
                <Button
                  key={numberKey(one.number)}
                  size="2xs"
                  variant="outline"
                  onClick={() => bring([one], numberName(design, one.number))}
                >
                  {words(one)}
                </Button>
              ))}
            </HStack>
          )}
        </Box>
        {left.length > 1 && (
          <Button size="2xs" colorPalette="green" onClick={() => bring(left, `${left.length} numbers`)}>
            {WORDS.bringAllAlong}
          </Button>
        )}
        <Button size="2xs" variant="outline" onClick={dismissCarried}>
          {WORDS.close}
        </Button>
      </HStack>
    </Box>
  );
}
