import { Button, HStack } from '@chakra-ui/react';
import { useState } from 'react';
import { usePicked } from '../drawn.ts';
import { NumberField } from '../../shared/NumberField.tsx';
import { MARK_LETTERS, MARKS_OF, useTracing } from './tracing.ts';
import type { Task } from './tracing.ts';
import { WORDS } from '../words.ts';

const SIDES = [
  ['x', 'left', 'width'],
  ['y', 'top', 'height'],
] as const;

/** What is pressed on the board, typed instead: pixels of the picture as the file has it, from its left and top edges. */
export function ByNumbers({ of }: { of: readonly Task[] }) {
  const { id, task, marks } = useTracing();
  const underlay = usePicked((d) => d.underlays.find((u) => u.id === id) ?? null);
  const [next, setNext] = useState({ x: 0, y: 0 });
  const [open, setOpen] = useState(false);
  if (!underlay || task === null || !of.includes(task)) return null;
  const most = MARKS_OF[task];
  // A task without a fixed number keeps its presses elsewhere, but for the straight edge.
  const isFull = most !== null && marks.length >= most;
  return (
    <>
      <HStack justify="end">
        <Button size="2xs" variant="ghost" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? WORDS.marksByHand : WORDS.marksByNumbers}
        </Button>
      </HStack>
      {open &&
        marks.map((mark, i) =>
          SIDES.map(([axis, edge, side]) => (
            <NumberField
              key={`${i} ${axis}`}
              label={`${MARK_LETTERS[i % MARK_LETTERS.length]}, from the picture’s ${edge}`}
              value={mark[axis]}
              unit="px"
              min={0}
              max={underlay[side]}
              from={`the picture is ${underlay[side]} px`}
              onCommit={(v) => {
                useTracing.getState().setMark(i, { ...mark, [axis]: v });
                return [];
              }}
            />
          )),
        )}
      {open && !isFull && (
        <>
          {SIDES.map(([axis, edge, side]) => (
            <NumberField
              key={axis}
              label={`Next, from the picture’s ${edge}`}
              value={next[axis]}
              unit="px"
              min={0}
              max={underlay[side]}
              from={`the picture is ${underlay[side]} px`}
              onCommit={(v) => {
                setNext({ ...next, [axis]: v });
                return [];
              }}
            />
          ))}
          <HStack justify="end">
            <Button size="2xs" variant="outline" onClick={() => useTracing.getState().put(next)}>
              {WORDS.setItThere}
            </Button>
          </HStack>
        </>
      )}
    </>
  );
}
