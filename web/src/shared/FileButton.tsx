import { Button } from '@chakra-ui/react';
import { useRef } from 'react';

/** A button that asks for a file; the same file can be requested again. */
export function FileButton(props: {
  words: string;
  /** The name of the entry itself. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  const { words, label, accept, onFile } = props;
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button size="2xs" variant="outline" onClick={() => input.current?.click()}>
        {words}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
