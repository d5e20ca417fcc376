import { Box, IconButton, Kbd, Popover, Portal, Text } from '@chakra-ui/react';
import { Keyboard } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';

const EVERYWHERE = [
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'these keys'],
  ['Wheel', 'zoom to the pointer'],
] as const;
const BY_STAGE: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  strings: [['↑ ↓ in a field', 'nudge by 0.1 (Shift 1, Alt 0.01)']],
  outline: [
    ['Tab', 'to the next node'],
    ['← → ↑ ↓', 'nudge the node by 0.1 (Shift 1, Alt 0.01)'],
    ['Shift press', 'choose one more node, or let it go'],
    ['Shift Enter', 'the same for the node that has the focus'],
    ['Delete', 'remove the chosen nodes'],
    ['Escape', 'leave the nodes, or drop a drag'],
    ['Double press', 'on the edge: add a node'],
    ['Alt', 'while dragging: no snapping to the centre line'],
  ],
  layout: [
    ['Tab', 'to the next part'],
    ['← → ↑ ↓', 'nudge it by 0.1 (Shift 1, Alt 0.01)'],
    ['Shift press', 'choose one more part, or let it go'],
    ['Ctrl C, Ctrl V', 'copy parts, lay them in, also in another design'],
    ['Delete', 'take the chosen away'],
    ['Escape', 'leave it, put back what is carried, or drop a drag'],
    ['Alt', 'while dragging: no snapping'],
  ],
  templates: [['↑ ↓ in a field', 'nudge by 0.1 (Shift 1, Alt 0.01)']],
};

/** The keys of the present stage, opened by `?`. */
export function KeysHelp() {
  const { stage = '' } = useParams();
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
          aria-label="Keys of this stage"
        >
          <Keyboard size={16} />
        </IconButton>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="sheet" w="360px">
            <Popover.Body>
              <Box display="grid" gridTemplateColumns="132px 1fr" gap="2" fontSize="12.5px">
                {[...(BY_STAGE[stage] ?? []), ...EVERYWHERE].map(([key, words]) => (
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
