import { Box, HStack, Heading, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A headed group of particulars. */
export function Section({
  title,
  aside,
  children,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Box as="section" py="3" borderTopWidth="1px" borderColor="rule" aria-label={title}>
      <HStack justify="space-between" mb="2" minH="24px">
        <Heading as="h3" fontSize="12px" fontWeight="600" color="faded">
          {title}
        </Heading>
        {aside}
      </HStack>
      <Box display="grid" gap="1.5" gridTemplateColumns="minmax(0, 1fr)">
        {children}
      </Box>
    </Box>
  );
}

/** A number that follows from others: name, value, unit. */
export function Reading({ label, value, unit }: { label: string; value: ReactNode; unit?: ReactNode }) {
  return (
    <HStack gap="2" fontSize="13px">
      <Text flex="1">{label}</Text>
      <Text fontFamily="mono" textAlign="right">
        {value}
      </Text>
      <Text w="56px" fontSize="12px" color="faded" _empty={{ display: 'none' }}>
        {unit}
      </Text>
    </HStack>
  );
}

/** A group of a few ways to choose from, one of them taken. */
export function Choice<T extends string>(props: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
}) {
  const { label, value, options, onChange } = props;
  return (
    <HStack gap="2" role="radiogroup" aria-label={label}>
      <Text flex="1" fontSize="13px">
        {label}
      </Text>
      <HStack gap="0" borderWidth="1px" borderColor="border.emphasized" borderRadius="l2" overflow="hidden">
        {options.map(([key, words]) => (
          <Box
            as="button"
            key={key}
            role="radio"
            aria-checked={key === value}
            onClick={() => key !== value && onChange(key)}
            px="2.5"
            h="26px"
            fontSize="12px"
            cursor="pointer"
            bg={key === value ? 'kelp' : 'sheet'}
            color={key === value ? 'onKelp' : 'ink'}
            _hover={key === value ? {} : { bg: 'sunk' }}
          >
            {words}
          </Box>
        ))}
      </HStack>
    </HStack>
  );
}
