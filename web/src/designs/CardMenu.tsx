import { IconButton, Menu, Portal } from '@chakra-ui/react';
import { EllipsisVertical } from 'lucide-react';
import { WORDS } from './words.ts';

/** What can be done with a design as a whole: open from the first, since it is fetched by the press that asks for it. */
export function CardMenu({
  name,
  archived,
  onSelect,
}: {
  name: string;
  archived: boolean;
  onSelect: (what: string) => void;
}) {
  return (
    <Menu.Root defaultOpen onSelect={({ value }) => onSelect(value)}>
      <Menu.Trigger asChild>
        <IconButton size="xs" variant="ghost" aria-label={`More for ${name}`}>
          <EllipsisVertical size={15} />
        </IconButton>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="sheet">
            <Menu.Item value="rename">{WORDS.rename}</Menu.Item>
            <Menu.Item value="duplicate">{WORDS.duplicate}</Menu.Item>
            <Menu.Item value="archive">{archived ? WORDS.restore : WORDS.archive}</Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
