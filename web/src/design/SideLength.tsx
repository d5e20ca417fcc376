import type { Design, LimitPath } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { Button } from '@chakra-ui/react';
import { useMemo } from 'react';
import { LengthField } from '../shared/LengthField.tsx';
import { useLengths } from './lengths.ts';
import { usePicked } from './derived.ts';
import { useDesignStore } from './store.ts';

const SIDE_WORDS = { x: { 1: 'nutward', [-1]: 'tailward' }, y: { 1: 'bass', [-1]: 'treble' } } as const;

interface Props {
  readonly label: string;
  /** Where its words are remembered. */
  readonly path: string;
  readonly axis: 'x' | 'y';
  readonly pick: (design: Design) => number;
  readonly put: (design: Design, to: number) => Design;
}

/** A place typed as a distance and a side; the word behind it turns it to the other side. */
export function SideLength({ label, path, axis, pick, put }: Props) {
  const lengths = useLengths();
  const value = usePicked(pick);
  const side = value < 0 ? -1 : 1;
  const limitPath: LimitPath = axis === 'x' ? 'outline.x' : 'outline.y';
  const suffix = useMemo(
    () => (
      <Button
        size="2xs"
        variant="ghost"
        px="1"
        fontWeight="400"
        color="faded"
        title="Put it on the other side"
        onClick={() =>
          useDesignStore
            .getState()
            .edit('put it on the other side', (d) => edits.rememberTyped(put(d, -pick(d)), path, null))
        }
      >
        {SIDE_WORDS[axis][side]}
      </Button>
    ),
    [axis, side, path, pick, put],
  );
  return (
    <LengthField
      label={label}
      value={Math.abs(value)}
      {...lengths(path, (d, mm) => put(d, side * mm), limitPath, label.toLowerCase())}
      suffix={suffix}
    />
  );
}
