import { LIMITS, checkDesign, nameSchema, newDesign } from '@pelkin/core';
import { Box, Button, Field, Grid, HStack, Input, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { Suspense, lazy, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Design } from '@pelkin/core';
import { api, firstRefusal, sentence, wordsOf } from '../design/api.ts';
import { CountField } from '../shared/CountField.tsx';
import { LengthField } from '../shared/LengthField.tsx';
import { Choice } from '../shared/Section.tsx';
import { InstrumentPicture } from './InstrumentPicture.tsx';
import { WORDS } from './words.ts';

const FromMeasures = lazy(async () => ({ default: (await import('./FromMeasures.tsx')).FromMeasures }));

export type Beginning = 'strings' | 'measures';

/** Begins a design from its strings, with a plain body, or with a body from its measures. */
export function NewDesign({ from, onCancel }: { from: Beginning; onCancel: () => void }) {
  const [beginning, setBeginning] = useState(from);
  const [name, setName] = useState('');
  const [count, setCount] = useState(6);
  const [scale, setScale] = useState(640);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const begun = useMemo(() => newDesign('New', count, scale), [count, scale]);
  const make = async (design: Design): Promise<void> => {
    const named = nameSchema.safeParse(name);
    if (!named.success) {
      setProblem(named.error.issues[0]!.message);
      return;
    }
    const checked = checkDesign({ ...design, name: named.data });
    if (!checked.ok) {
      setProblem(firstRefusal(checked.refusals));
      return;
    }
    setBusy(true);
    try {
      const made = await api.create(checked.design);
      void navigate(`/designs/${made.id}/${beginning === 'measures' ? 'outline' : 'strings'}`);
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  const buttons = (design: Design | null): ReactNode => (
    <HStack mt="4" justify="flex-end">
      <Button size="sm" variant="ghost" onClick={onCancel}>
        {WORDS.cancel}
      </Button>
      <Button
        size="sm"
        colorPalette="green"
        loading={busy}
        disabled={design === null}
        onClick={() => design && void make(design)}
      >
        {WORDS.create}
      </Button>
    </HStack>
  );
  const head = (
    <Box display="grid" gap="1.5">
      <Choice<Beginning>
        label={WORDS.startFrom}
        value={beginning}
        options={[
          ['strings', 'String data'],
          ['measures', 'Body measurements'],
        ]}
        onChange={setBeginning}
      />
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
        label={WORDS.strings}
        value={count}
        limit={LIMITS['strings.count']}
        onCommit={(n) => {
          setCount(n);
          return [];
        }}
      />
      <LengthField
        label={WORDS.scaleLength}
        value={scale}
        unit="mm"
        limit={LIMITS['strings.scaleLength']}
        onCommit={(mm) => {
          setScale(mm);
          return [];
        }}
      />
    </Box>
  );
  return (
    <Box
      as="section"
      aria-label={WORDS.newDesign}
      bg="sheet"
      borderWidth="1px"
      borderColor="border.emphasized"
      borderRadius="l3"
      p="5"
      mb="5"
    >
      <Text fontWeight="650" mb="3">
        New design
      </Text>
      {beginning === 'strings' ? (
        <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '440px minmax(0, 1fr)' }} gap="6">
          <Box>
            {head}
            <Text fontSize="12px" color="faded" mt="2">
              The body begins plain and rounded; draw your own from it. Everything can be changed later.
            </Text>
          </Box>
          <Box>
            <InstrumentPicture design={begun} />
            {buttons(begun)}
          </Box>
        </Grid>
      ) : (
        <Suspense fallback={head}>
          <FromMeasures count={count} scale={scale} head={head} buttons={buttons} />
        </Suspense>
      )}
    </Box>
  );
}
