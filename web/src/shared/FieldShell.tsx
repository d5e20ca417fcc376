import { Box, Field, HStack, Input, Text } from '@chakra-ui/react';
import type { KeyboardEvent, ReactNode, Ref } from 'react';
import { memo } from 'react';

interface Props {
  readonly id: string;
  readonly input: Ref<HTMLInputElement>;
  readonly label: string;
  readonly suffix: ReactNode;
  readonly title: string | undefined;
  readonly problem: string | null;
  /** Told below the field while it is typed in. */
  readonly hint: string | null;
  readonly inputMode: 'decimal' | 'numeric' | 'text';
  /** Room for an inch fraction with its remainder. */
  readonly wide?: boolean;
  readonly onFocus: () => void;
  readonly onChange: (text: string) => void;
  readonly onBlur: () => void;
  readonly onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void;
}

/**
 * Label, entry, unit, and what is wrong. Its owner writes the entry's text itself, so that a number that
 * follows a drag costs no drawing of all this.
 */
export const FieldShell = memo(function FieldShell(props: Props) {
  const {
    id,
    input,
    label,
    suffix,
    title,
    problem,
    hint,
    inputMode,
    wide,
    onFocus,
    onChange,
    onBlur,
    onKeyDown,
  } = props;
  return (
    <Field.Root invalid={problem !== null} gap="0.5" position="relative">
      <HStack w="full" gap="2">
        <Field.Label htmlFor={id} flex="1" fontSize="13px" fontWeight="400" mb="0">
          {label}
        </Field.Label>
        <Input
          ref={input}
          id={id}
          size="xs"
          w={wide ? '132px' : '86px'}
          px="2"
          h="26px"
          textAlign="right"
          fontFamily="mono"
          fontSize={wide ? '11px' : '12px'}
          bg="sheet"
          inputMode={inputMode}
          autoComplete="off"
          spellCheck={false}
          title={title}
          onFocus={onFocus}
          onChange={(event) => onChange(event.target.value)}
          onBlur={onBlur}
          onKeyDown={onKeyDown}
        />
        <Box w="56px" fontSize="12px" color="faded" whiteSpace="nowrap">
          {suffix}
        </Box>
      </HStack>
      {problem !== null ? (
        <Field.ErrorText fontSize="12px" fontWeight="400" role="alert">
          {problem}
        </Field.ErrorText>
      ) : (
        hint !== null && (
          // Laid over what follows: were it in the flow, what is pressed next would move away under the hand.
          <Text
            position="absolute"
            top="calc(100% + 3px)"
            right="0"
            zIndex="docked"
            maxW="full"
            px="2"
            py="1"
            fontSize="11px"
            color="faded"
            bg="sheet"
            borderWidth="1px"
            borderColor="rule"
            borderRadius="l2"
            pointerEvents="none"
          >
            {hint}
          </Text>
        )
      )}
    </Field.Root>
  );
});
