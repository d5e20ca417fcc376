import type { NativeSelectFieldProps } from '@chakra-ui/react';
import { HStack, NativeSelect, Text } from '@chakra-ui/react';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}

/** The entry alone, where its place says what it is; its label is read out. */
export function Select<T extends string>(
  props: Props<T> & { readonly w: string; readonly look?: NativeSelectFieldProps; readonly mark?: string },
) {
  const { label, value, options, onChange, w, look, mark } = props;
  return (
    <NativeSelect.Root size="xs" w={w}>
      <NativeSelect.Field
        aria-label={label}
        bg="sheet"
        value={value}
        onChange={(event) => onChange(options.find(([key]) => key === event.target.value)![0])}
        {...look}
      >
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator {...(mark ? { color: mark } : {})} />
    </NativeSelect.Root>
  );
}

const LOW = { h: '26px' } as const;

/** One of more ways than fit side by side; a note beside the label tells what follows from it. */
export function Pick<T extends string>({ note, ...props }: Props<T> & { readonly note?: string }) {
  return (
    <HStack gap="2">
      <Text flex="1" fontSize="13px">
        {props.label}
        {note && (
          <Text as="span" fontSize="12px" color="faded" whiteSpace="nowrap">
            {' '}
            {note}
          </Text>
        )}
      </Text>
      <Select {...props} w="172px" look={LOW} />
    </HStack>
  );
}
