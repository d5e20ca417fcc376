import { Button, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Task } from './tracing.ts';
import { useTracing } from './tracing.ts';

/** What to do next, in small print. */
export function Hint({ children }: { children: ReactNode }) {
  return (
    <Text fontSize="12px" color="faded">
      {children}
    </Text>
  );
}

/** A button that begins a task of marks on the board, and ends it. */
export function TaskButton({ task, children }: { task: Task; children: ReactNode }) {
  const on = useTracing((s) => s.task === task);
  return (
    <Button
      size="2xs"
      variant={on ? 'solid' : 'outline'}
      colorPalette={on ? 'green' : 'gray'}
      aria-pressed={on}
      onClick={() => useTracing.getState().begin(on ? null : task)}
    >
      {children}
    </Button>
  );
}
