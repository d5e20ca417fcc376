import type { KeyboardEvent } from 'react';
import { useEffect, useId, useState } from 'react';
import { useEntry } from './useEntry.ts';
import { useStable } from './useStable.ts';

interface Entry {
  /** What stands in the field while nobody types in it. */
  readonly shown: string;
  /** What it is come to with, to be overtyped. */
  readonly entry: string;
  /** Takes what was typed; gives the words of what is wrong with it, or null when it was taken. */
  readonly take: (text: string) => string | null;
  /** Whether a text says what is there already, beside the entry itself. */
  readonly same?: (text: string) => boolean;
  /** One step up or down by arrow key or wheel; gives what is wrong, or null. */
  readonly nudge?: (way: 1 | -1, event: { shiftKey: boolean; altKey: boolean }) => string | null;
  readonly wheel?: boolean;
}

/**
 * A field that is typed in: nothing is taken before Enter or leaving, Escape puts it back, and what cannot be
 * taken stays there with the reason beside it.
 */
export function useDraft({ shown, entry, take, same, nudge, wheel }: Entry) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const text = draft ?? shown;
  const [input, come] = useEntry(text);

  const leave = (): void => {
    setDraft(null);
    setProblem(null);
  };
  const commit = (): void => {
    if (draft === null) return;
    const typed = draft.trim();
    if (typed === entry || same?.(typed)) {
      leave();
      return;
    }
    const wrong = take(typed);
    setProblem(wrong);
    if (wrong === null) setDraft(null);
  };
  const step = (way: 1 | -1, event: { shiftKey: boolean; altKey: boolean }): void => {
    setDraft(null);
    setProblem(nudge!(way, event));
  };
  const onKeyDown = useStable((event: KeyboardEvent<HTMLInputElement>): void => {
    event.stopPropagation();
    if (event.key === 'Enter') {
      // Takes the number; a form round it is sent by its own button, never with a number that was refused.
      event.preventDefault();
      commit();
    } else if (event.key === 'Escape') {
      leave();
      input.current?.blur();
    } else if (nudge && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      step(event.key === 'ArrowUp' ? 1 : -1, event);
    }
  });
  const onWheel = useStable((event: WheelEvent): void => {
    if (!nudge || document.activeElement !== input.current) return;
    event.preventDefault();
    step(event.deltaY < 0 ? 1 : -1, event);
  });
  useEffect(() => {
    if (!wheel) return;
    const element = input.current!;
    // React listens passively to the wheel; the page must not scroll while a number is turned.
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [wheel, input, onWheel]);
  const onBlur = useStable(commit);
  const onFocus = useStable((): void => {
    const first = problem === null ? entry : text;
    setDraft(first);
    come(first);
  });
  return {
    isTyped: draft !== null && problem === null,
    shell: { id, input, problem, onFocus, onChange: setDraft, onBlur, onKeyDown },
  };
}
