import { Switch } from '@chakra-ui/react';
import type { Showing } from './shown.ts';
import { useShown } from './shown.ts';

/** Whether something is shown on the board. */
export function ShowSwitch({ what, words }: { what: Showing; words: string }) {
  const on = useShown((s) => s[what]);
  const toggle = useShown((s) => s.toggle);
  return (
    <Switch.Root
      size="sm"
      colorPalette="green"
      checked={on}
      onCheckedChange={() => toggle(what)}
      justifyContent="space-between"
    >
      <Switch.Label fontWeight="400" fontSize="13px">
        {words}
      </Switch.Label>
      <Switch.HiddenInput />
      <Switch.Control />
    </Switch.Root>
  );
}
