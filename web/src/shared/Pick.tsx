import { HStack, NativeSelect, Text } from '@chakra-ui/react';

/** One of more ways than fit side by side. */
export function Pick<T extends string>(props: {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}) {
  const { label, value, options, onChange } = props;
  return (
    <HStack gap="2">
      <Text flex="1" fontSize="13px">
        {label}
      </Text>
      <NativeSelect.Root size="xs" w="172px">
        <NativeSelect.Field
          aria-label={label}
          bg="sheet"
          h="26px"
          value={value}
          onChange={(event) => onChange(options.find(([key]) => key === event.target.value)![0])}
        >
          {options.map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </HStack>
  );
}
