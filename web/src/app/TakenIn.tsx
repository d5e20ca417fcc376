import { Button, HStack, Text } from '@chakra-ui/react';
import { dismissTakenIn, useKeeping } from '../design/keeping/keeping.ts';
import { WORDS } from './words.ts';

/** What another page changed is in this one now: says what, until it was read. */
export function TakenIn() {
  const takenIn = useKeeping((s) => s.takenIn);
  if (!takenIn) return null;
  return (
    <HStack bg="sheet" borderBottomWidth="1px" borderColor="kelp" px="4" py="1" gap="3" fontSize="13px">
      <Text flex="1" role="status" aria-label={WORDS.takenIn}>
        <b>Changed elsewhere and taken in:</b> {takenIn.words}.
      </Text>
      <Button size="2xs" variant="outline" onClick={dismissTakenIn}>
        {WORDS.close}
      </Button>
    </HStack>
  );
}
