import { Box, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { useStable } from './useStable.ts';

const hasFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') ?? false;

/** Takes files that are dropped anywhere on the page; while one is dragged over it, says what happens. */
export function FileDrop({ words, onFile }: { words: string; onFile: (file: File) => Promise<unknown> }) {
  const [over, setOver] = useState(false);
  const take = useStable(onFile);
  useEffect(() => {
    // Entering a child is told before leaving its parent: the page is left when every entry was.
    let depth = 0;
    const enter = (event: DragEvent): void => {
      if (!hasFiles(event)) return;
      depth += 1;
      setOver(true);
    };
    const leave = (event: DragEvent): void => {
      if (!hasFiles(event)) return;
      depth = Math.max(0, depth - 1);
      if (depth === 0) setOver(false);
    };
    const hover = (event: DragEvent): void => {
      if (hasFiles(event)) event.preventDefault();
    };
    const drop = (event: DragEvent): void => {
      if (!hasFiles(event)) return;
      // Without this the browser would leave the page and show the file.
      event.preventDefault();
      depth = 0;
      setOver(false);
      const [file] = event.dataTransfer?.files ?? [];
      if (file) void take(file);
    };
    window.addEventListener('dragenter', enter);
    window.addEventListener('dragleave', leave);
    window.addEventListener('dragover', hover);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragenter', enter);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('dragover', hover);
      window.removeEventListener('drop', drop);
    };
  }, [take]);
  return (
    over && (
      <Box
        position="fixed"
        inset="3"
        borderWidth="2px"
        borderStyle="dashed"
        borderColor="kelp"
        borderRadius="l3"
        zIndex="popover"
        pointerEvents="none"
        display="grid"
        placeItems="center"
      >
        <Text bg="sheet" px="5" py="3" borderRadius="l3" boxShadow="md" fontWeight="600">
          {words}
        </Text>
      </Box>
    )
  );
}
