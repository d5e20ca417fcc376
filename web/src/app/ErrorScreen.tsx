import { Button, Center, Heading, Text, VStack } from '@chakra-ui/react';
import { useRouteError } from 'react-router';
import { WORDS } from './words.ts';

/** What is shown when a page fails: nothing typed is lost, it lies on this device and on the server. */
export function ErrorScreen() {
  const error = useRouteError();
  return (
    <Center h="100%" bg="paper" p="8">
      <VStack gap="3" maxW="460px" textAlign="center">
        <Heading size="lg">{WORDS.thisPageFailed}</Heading>
        <Text>What you drew is kept on this device and on the server. Load the page again to go on.</Text>
        <Text fontFamily="mono" fontSize="12px" color="faded">
          {error instanceof Error ? error.message : String(error)}
        </Text>
        <Button colorPalette="green" onClick={() => window.location.reload()}>
          {WORDS.loadAgain}
        </Button>
      </VStack>
    </Center>
  );
}
