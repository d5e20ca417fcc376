import { Box, HStack } from '@chakra-ui/react';
import { useSearchParams } from 'react-router';

/** The kinds of work within a stage, the first of them to begin with; the one at hand is kept in the address. */
export function useDeskOf<T extends string>(
  desks: readonly (readonly [T, string])[],
): readonly [T, (desk: T) => void] {
  const [params, setParams] = useSearchParams();
  const asked = params.get('desk');
  const first = desks[0]![0];
  const desk = desks.find(([key]) => key === asked)?.[0] ?? first;
  return [desk, (next) => setParams(next === first ? {} : { desk: next }, { replace: true })];
}

/** The desks of a stage side by side. */
export function DeskTabs<T extends string>(props: {
  label: string;
  desks: readonly (readonly [T, string])[];
  desk: T;
  onGo: (desk: T) => void;
}) {
  const { label, desks, desk, onGo } = props;
  return (
    <HStack gap="0" role="tablist" aria-label={label} mb="1">
      {desks.map(([key, words]) => (
        <Box
          as="button"
          key={key}
          role="tab"
          aria-selected={key === desk}
          flex="1"
          h="30px"
          fontSize="13px"
          cursor="pointer"
          color={key === desk ? 'ink' : 'faded'}
          fontWeight={key === desk ? '650' : '400'}
          borderBottomWidth="2px"
          borderColor={key === desk ? 'kelp' : 'rule'}
          _hover={{ bg: 'sunk' }}
          onClick={() => onGo(key)}
        >
          {words}
        </Box>
      ))}
    </HStack>
  );
}
