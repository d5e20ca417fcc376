import { Button } from '@chakra-ui/react';
import { FileDown } from 'lucide-react';
import { useDesign } from '../../design/store.ts';
import { download, fileStem } from '../../shared/download.ts';

/** Hands a table over as CSV, under the design’s name and the table’s own. */
export function CsvButton({ table, text }: { readonly table: string; readonly text: () => string }) {
  const { name } = useDesign();
  return (
    <Button
      size="2xs"
      variant="outline"
      onClick={() => download(`${fileStem(name)}-${table}.csv`, 'text/csv', text())}
    >
      <FileDown size={12} aria-hidden /> CSV
    </Button>
  );
}
