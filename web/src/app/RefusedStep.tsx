import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { sentence } from '../design/api.ts';
import { useDesignStore } from '../design/store.ts';
import { WORDS } from './words.ts';

/** A step that the design cannot hold was not taken: says which, and why. */
export function RefusedStep() {
  const refused = useDesignStore((s) => s.refused);
  const dismiss = useDesignStore((s) => s.dismissRefused);
  if (!refused) return null;
  const [first] = refused.refusals;
  return (
    <Box
      role="alert"
      aria-label={WORDS.notDone}
      position="absolute"
      bottom="100%"
      left="50%"
      transform="translateX(-50%)"
      mb="3"
      zIndex="docked"
      bg="sheet"
      borderWidth="1px"
      borderColor="madder"
      borderRadius="l2"
      px="3"
      py="2"
      fontSize="13px"
      maxW="560px"
    >
      <HStack gap="3">
        <Text flex="1">
          <b>Not done: {refused.name}.</b> {first && sentence(first.message)}
        </Text>
        <Button size="2xs" variant="outline" onClick={dismiss}>
          {WORDS.close}
        </Button>
      </HStack>
    </Box>
  );
}
