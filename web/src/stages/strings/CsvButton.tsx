import { Button } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { saveFile } from '../../design/saveFile.ts';
import { WORDS } from './words.ts';

/** A table of the open design as a file. */
export function CsvButton({ table }: { readonly table: 'frets' | 'saddles' }) {
  return (
    <Button size="2xs" variant="outline" onClick={() => void saveFile(table)}>
      <FileDown size={12} aria-hidden /> {WORDS.csv}
    </Button>
  );
}
