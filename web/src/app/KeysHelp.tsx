import { Box, IconButton, Kbd, Popover, Portal, Text } from '@chakra-ui/react';
import { Keyboard } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { stageByKey } from '../stages/all.ts';
import { WORDS } from './words.ts';

const EVERYWHERE = [
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Escape', 'end measuring'],
  ['?', 'these keys'],
  ['Wheel', 'zoom to the pointer'],
] as const;

/** The keys of the present stage, opened by `?`. */
export function KeysHelp() {
  const { stage } = useParams();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing =
        event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (event.key === '?' && !typing) setOpen((o) => !o);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <Popover.Root open={open} onOpenChange={(e) => setOpen(e.open)} lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <IconButton
          size="xs"
          variant="ghost"
          color="onTar"
          _hover={{ bg: 'tarLight' }}
          _expanded={{ bg: 'tarLight' }}
          aria-label={WORDS.keysOfThisStage}
        >
          <Keyboard size={16} />
        </IconButton>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="sheet" w="360px" aria-label={WORDS.keysOfThisStage}>
            <Popover.Body>
              <Box display="grid" gridTemplateColumns="132px 1fr" gap="2" fontSize="12.5px">
                {[...(stageByKey(stage)?.keys ?? []), ...EVERYWHERE].map(([key, words]) => (
                  <Box key={key} display="contents">
                    <Kbd justifySelf="start" fontFamily="mono">
                      {key}
                    </Kbd>
                    <Text>{words}</Text>
                  </Box>
                ))}
              </Box>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
