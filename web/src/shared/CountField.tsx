import type { Limit, Refusal } from '@pelkin/core';
import { Box, Field, HStack, Input, Text } from '@chakra-ui/react';
import { useId, useRef, useState } from 'react';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly limit: Limit;
  readonly onCommit: (value: number) => readonly Refusal[];
  readonly suffix?: string;
}

/** A whole number with its range; arrows step it by one. */
export function CountField({ label, value, limit, onCommit, suffix }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  const take = (next: number): boolean => {
    if (!Number.isInteger(next) || next < limit.min || next > limit.max) {
      setProblem(`A whole number from ${limit.min} to ${limit.max} goes here.`);
      return false;
    }
    const [refusal] = next === value ? [] : onCommit(next);
    setProblem(refusal ? `${refusal.message}.` : null);
    return !refusal;
  };
  const commit = (): void => {
    if (draft === null) return;
    if (take(/^\s*\d{1,4}\s*$/.test(draft) ? Number(draft) : NaN)) setDraft(null);
  };
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
          inputMode="numeric"
          autoComplete="off"
          value={draft ?? String(value)}
          onFocus={(event) => {
            setDraft(String(value));
            event.currentTarget.select();
          }}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => {
            commit();
            setDraft(null);
            setProblem(null);
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Enter') commit();
            else if (event.key === 'Escape') {
              setDraft(null);
              setProblem(null);
              requestAnimationFrame(() => input.current?.blur());
            } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
              event.preventDefault();
              const next = value + (event.key === 'ArrowUp' ? 1 : -1);
              if (take(next)) setDraft(String(next));
            }
          }}
        />
        <Box w="56px" fontSize="12px" color="faded">
          {suffix}
        </Box>
      </HStack>
      {problem !== null ? (
        <Field.ErrorText fontSize="12px" role="alert">
          {problem}
        </Field.ErrorText>
      ) : (
        draft !== null && (
          <Text fontSize="11px" color="faded">
            {limit.min} to {limit.max}, {limit.from}
          </Text>
        )
      )}
    </Field.Root>
  );
}
