import type { DisplayUnit, Limit, Refusal } from '@pelkin/core';
import {
  entryUnit,
  formatLength,
  lengthForEntry,
  lengthWithUnit,
  parseLength,
  unitSuffix,
} from '@pelkin/core';
import { Box, Field, HStack, Input, Text } from '@chakra-ui/react';
import type { KeyboardEvent, ReactNode } from 'react';
import { useEffect, useId, useRef, useState } from 'react';

interface Props {
  readonly label: string;
  /** mm, as stored. */
  readonly value: number;
  readonly unit: DisplayUnit;
  readonly limit: Limit;
  /** The words in which the value was typed, while they still say it. */
  readonly typed?: string | undefined;
  /** Takes a new length, and its words when they say more than the number; gives refusals when it cannot be. */
  readonly onCommit: (mm: number, words: string | null, how: 'typed' | 'nudged') => readonly Refusal[];
  /** Stands after the number in place of the unit. */
  readonly suffix?: ReactNode;
  readonly places?: number;
  readonly readOnly?: boolean;
}

/** mm an arrow key or a wheel notch moves a length. */
const nudgeOf = (event: { shiftKey: boolean; altKey: boolean }): number =>
  event.shiftKey ? 1 : event.altKey ? 0.01 : 0.1;

/** A length typed in any unit; shown in the design's. What is not a length, or out of range, says so and is not taken. */
export function LengthField(props: Props) {
  const { label, value, unit, limit, typed, onCommit, suffix, places = 1 } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  const shown = draft ?? formatLength(value, unit, places);

  const take = (mm: number, words: string | null, how: 'typed' | 'nudged'): boolean => {
    if (mm < limit.min || mm > limit.max) {
      setProblem(
        `${lengthWithUnit(mm, unit)} is outside ${lengthWithUnit(limit.min, unit)} to ${lengthWithUnit(limit.max, unit)}.`,
      );
      return false;
    }
    const [refusal] = onCommit(mm, words, how);
    setProblem(refusal ? `${refusal.message}.` : null);
    return !refusal;
  };
  const commit = (): void => {
    if (draft === null) return;
    const text = draft.trim();
    if (text === lengthForEntry(value, unit) || text === typed) {
      leave();
      return;
    }
    const reading = parseLength(text, entryUnit(unit));
    if (!reading.ok) {
      setProblem(reading.reason);
      return;
    }
    const plain = /^[-−+]?[\d.,]+$/.test(text);
    if (take(reading.mm, plain ? null : text.slice(0, 40), 'typed')) setDraft(null);
  };
  const leave = (): void => {
    setDraft(null);
    setProblem(null);
  };
  const nudge = (by: number): void => {
    setDraft(null);
    take(Number((value + by).toFixed(6)), null, 'nudged');
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>): void => {
    event.stopPropagation();
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') {
      leave();
      input.current?.blur();
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      nudge((event.key === 'ArrowUp' ? 1 : -1) * nudgeOf(event));
    }
  };
  const latest = useRef(nudge);
  useEffect(() => {
    latest.current = nudge;
  });
  useEffect(() => {
    const element = input.current!;
    const onWheel = (event: WheelEvent): void => {
      if (document.activeElement !== element) return;
      event.preventDefault();
      latest.current((event.deltaY < 0 ? 1 : -1) * nudgeOf(event));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, []);

  const focused = draft !== null;
  return (
    <Field.Root invalid={problem !== null} gap="0.5">
      <HStack w="full" gap="2">
        <Field.Label htmlFor={id} flex="1" fontSize="13px" fontWeight="400" mb="0">
          {label}
        </Field.Label>
        <Input
          ref={input}
          id={id}
          size="xs"
          w="86px"
          h="26px"
          textAlign="right"
          fontFamily="mono"
          bg="sheet"
          inputMode="decimal"
          autoComplete="off"
          spellCheck={false}
          title={typed ? `Typed as ${typed}` : undefined}
          value={shown}
          onFocus={(event) => {
            setDraft(typed ?? lengthForEntry(value, unit));
            const { currentTarget } = event;
            requestAnimationFrame(() => currentTarget.select());
          }}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() =>
            problem !== null && draft !== null && !parseLength(draft, entryUnit(unit)).ok ? leave() : commit()
          }
          onKeyDown={onKeyDown}
        />
        <Box w="56px" fontSize="12px" color="faded" whiteSpace="nowrap">
          {suffix ?? unitSuffix(unit)}
        </Box>
      </HStack>
      {problem !== null ? (
        <Field.ErrorText fontSize="12px" role="alert">
          {problem}
        </Field.ErrorText>
      ) : (
        focused && (
          <Text fontSize="11px" color="faded">
            {lengthWithUnit(limit.min, unit, 0)} to {lengthWithUnit(limit.max, unit, 0)}, {limit.from}
          </Text>
        )
      )}
    </Field.Root>
  );
}
