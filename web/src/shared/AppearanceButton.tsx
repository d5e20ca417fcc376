import { IconButton } from '@chakra-ui/react';
import { Moon, Sun } from 'lucide-react';
import { useAppearance } from './appearance.ts';

/** Turns the whole application light or dark; stands on tarred wood. */
export function AppearanceButton() {
  const { appearance, turn } = useAppearance();
  const dark = appearance === 'dark';
  return (
    <IconButton
      size="xs"
      variant="ghost"
      color="onTar"
      _hover={{ bg: 'tarLight' }}
      onClick={turn}
      aria-label={dark ? 'Light board' : 'Dark board'}
    >
      {dark ? <Sun size={16} /> : <Moon size={16} />}
    </IconButton>
  );
}
