import { LIMITS, checkDesign, nameSchema, newDesign } from '@pelkin/core';
import { Box, Button, Field, HStack, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, firstRefusal, sentence, wordsOf } from '../design/api.ts';
import { CountField } from '../shared/CountField.tsx';
import { LengthField } from '../shared/LengthField.tsx';

/** Begins a design from its strings: name, how many, how long. The body starts plain and rounded. */
export function NewDesign({ onLeave }: { onLeave: () => void }) {
  const [name, setName] = useState('');
  const [count, setCount] = useState(6);
  const [scale, setScale] = useState(640);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const make = async (): Promise<void> => {
    const named = nameSchema.safeParse(name);
    if (!named.success) {
      setProblem(named.error.issues[0]!.message);
      return;
    }
    const checked = checkDesign(newDesign(named.data, count, scale));
    if (!checked.ok) {
      setProblem(firstRefusal(checked.refusals));
      return;
    }
    setBusy(true);
    try {
      const made = await api.create(checked.design);
      void navigate(`/designs/${made.id}/strings`);
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <Box
      as="form"
      aria-label="New design"
      bg="sheet"
      borderWidth="1px"
      borderColor="border.emphasized"
      borderRadius="l3"
      p="5"
      mb="5"
      maxW="520px"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <Text fontWeight="650" mb="3">
        New design
      </Text>
      <Box display="grid" gap="2.5">
        <Field.Root invalid={problem !== null} gap="1">
          <HStack w="full">
            <Field.Label flex="1" fontSize="13px" fontWeight="400">
              Name
            </Field.Label>
            <Input
              size="xs"
              w="240px"
              bg="paper"
              autoFocus
              maxLength={80}
              value={name}
              onChange={(e) => {
                setName(e.target.value);
                setProblem(null);
              }}
            />
          </HStack>
          {problem && (
            <Field.ErrorText role="alert" fontWeight="400" fontSize="12px">
              {sentence(problem)}
            </Field.ErrorText>
          )}
        </Field.Root>
        <CountField
          label="Strings"
          value={count}
          limit={LIMITS['strings.count']}
          onCommit={(n) => {
            setCount(n);
            return [];
          }}
        />
        <LengthField
          label="Scale length"
          value={scale}
          unit="mm"
          limit={LIMITS['strings.scaleLength']}
          onCommit={(mm) => {
            setScale(mm);
            return [];
          }}
        />
        <Text fontSize="12px" color="faded">
          The body begins plain and rounded; draw your own from it. Everything can be changed later.
        </Text>
      </Box>
      <HStack mt="4" justify="flex-end">
        <Button size="sm" variant="ghost" onClick={onLeave}>
          Leave
        </Button>
        <Button size="sm" colorPalette="green" type="submit" loading={busy}>
          Make it
        </Button>
      </HStack>
    </Box>
  );
}
