import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { wrongFile } from '@pelkin/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useDesignStore } from '../design/store.ts';
import { FileDrop } from '../shared/FileDrop.tsx';
import { kindOfFile } from '../shared/fileChecked.ts';
import { ALL_STAGES } from '../stages/all.ts';
import type { Stage } from '../stages/stage.ts';
import { WORDS } from './words.ts';

/** A file dropped on an open design goes to the stage that takes its kind: the open one before the others. */
export function DroppedFiles({ stage }: { stage: Stage }) {
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const take = async (file: File): Promise<void> => {
    setProblem(null);
    const kind = await kindOfFile(file).catch(() => null);
    if (kind === null) {
      setProblem(`${file.name} cannot be read: a folder, or a file that is gone. Drop it again.`);
      return;
    }
    const taker = [stage, ...ALL_STAGES]
      .flatMap(({ key, takes = [] }) => takes.map((taken) => ({ key, taken })))
      .find(({ taken }) => taken.kinds.includes(kind));
    if (!taker) {
      setProblem(wrongFile(file.name, kind, 'part') ?? `${file.name} is not a file that Pelkin wrote.`);
      return;
    }
    const { id } = useDesignStore.getState();
    await navigate(`/designs/${id}/${taker.key}${taker.taken.search}`);
    setProblem(await taker.taken.take(file));
  };
  return (
    <>
      <FileDrop words={WORDS.dropAFile} onFile={take} />
      {problem && (
        <HStack bg="sheet" borderBottomWidth="1px" borderColor="madder" px="4" py="1" gap="3" fontSize="13px">
          <Box flex="1">
            <Text role="alert" color="madder">
              {problem}
            </Text>
          </Box>
          <Button size="2xs" variant="outline" onClick={() => setProblem(null)}>
            {WORDS.close}
          </Button>
        </HStack>
      )}
    </>
  );
}
