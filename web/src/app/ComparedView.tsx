import type { Comparison, Design, MeasureChange, ThingChange } from '@pelkin/core';
import { changedLines, compareStates, figureAndUnit, growBox, sameJson } from '@pelkin/core';
import { Box, Button, Grid, HStack, Heading, Text } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { Board } from '../board/Board.tsx';
import { LinesGhost, OutlineGhost } from '../board/OutlineGhost.tsx';
import { flipOf } from '../board/view.ts';
import { wordsOf } from '../design/api.ts';
import { derive } from '../design/derived.ts';
import { differences } from '../design/differences.ts';
import { useDesign, useDesignStore } from '../design/store.ts';
import { Pick } from '../shared/Pick.tsx';
import { Reading, Section } from '../shared/Section.tsx';
import type { FrameKind } from './frame.ts';
import { FRAMES } from './frame.ts';
import type { KeptState } from './keptStates.ts';
import { designIn, statesOf } from './keptStates.ts';
import type { LookedAt } from './looking.ts';
import { useLooking } from './looking.ts';
import { WORDS } from './words.ts';

/** Sections whose things are listed one by one. */
const LISTED = new Set(['parts', 'openings', 'runs']);
const PRESENT = 'present';

/** What can be compared with the state that is looked at: the present state, and other states of the open design. */
function useCompared(lookedAt: LookedAt) {
  const id = useDesignStore((s) => s.id);
  const present = useDesign();
  const [states, setStates] = useState<readonly KeptState[]>([]);
  const [chosen, setChosen] = useState<{ readonly state: KeptState; readonly design: Design } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let left = false;
    statesOf(id)
      .then((list) => !left && setStates(list))
      .catch((error: unknown) => !left && setProblem(wordsOf(error)));
    return () => {
      left = true;
    };
  }, [id]);
  const choose = async (key: string): Promise<void> => {
    setProblem(null);
    const state = states.find((s) => s.key === key);
    try {
      setChosen(state ? { state, design: await designIn(state) } : null);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return {
    design: chosen?.design ?? present,
    name: chosen?.state.name ?? 'the present state',
    key: chosen?.state.key ?? PRESENT,
    options: [
      [PRESENT, WORDS.thePresentState] as const,
      ...states.filter((s) => s.key !== lookedAt.state.key).map((s) => [s.key, s.name] as const),
    ],
    choose: (key: string) => void choose(key),
    problem,
  };
}

const CHANGE_WORDS = { added: 'added', removed: 'removed', changed: '' } as const;

function ThingRow({ thing: { name, change, words } }: { thing: ThingChange }) {
  return (
    <Box as="li" fontSize="13px" listStyleType="none" borderTopWidth="1px" borderColor="rule" pt="1">
      <Text fontWeight="600">{name}</Text>
      <Text fontSize="12px" color="faded">
        {[CHANGE_WORDS[change], ...words].filter(Boolean).join('; ')}
      </Text>
    </Box>
  );
}

/** Lists measures; those whose shown figures differ have both. */
function MeasureRows({ measures, units }: { measures: readonly MeasureChange[]; units: Design['units'] }) {
  const say = (value: number | null, unit: MeasureChange['unit']): string =>
    value === null ? 'none' : unit === 'mm' ? figureAndUnit(value, units).figure : value.toFixed(0);
  return measures.map(({ key, label, unit, before, after }) => {
    const [then, now] = [say(before, unit), say(after, unit)];
    return (
      <Box key={key} color={then === now ? 'faded' : 'ink'}>
        <Reading
          label={unit === 'mm' ? label : `${label}, ${unit}`}
          value={then === now ? now : `${then} → ${now}`}
        />
      </Box>
    );
  });
}

/** Lists the differences of two states: parts and openings, other sections, measures. */
function WhatChanged({
  before,
  after,
  comparison,
}: {
  before: Design;
  after: Design;
  comparison: Comparison;
}) {
  const { things, measures } = comparison;
  const rest = differences(before, after).filter(({ key }) => !LISTED.has(key));
  return (
    <>
      <Section title={`${WORDS.partsAndOpenings} (${things.length})`}>
        {things.length === 0 ? (
          <Text fontSize="13px">{WORDS.noneOfThemDiffers}</Text>
        ) : (
          <Box as="ul" display="grid" gap="1">
            {things.map((t) => (
              <ThingRow key={`${t.kind} ${t.before ?? ''} ${t.after ?? ''}`} thing={t} />
            ))}
          </Box>
        )}
      </Section>
      <Section title={WORDS.elsewhereInTheDesign}>
        <Text fontSize="13px">
          {rest.length ? `${rest.map((d) => d.words).join(', ')}.` : WORDS.nothingElseDiffers}
        </Text>
      </Section>
      <Section title={`${WORDS.measures}, ${figureAndUnit(0, after.units).unit}`}>
        <MeasureRows measures={measures} units={after.units} />
      </Section>
    </>
  );
}

/** A kept state as it is, what differs in another dashed over it; nothing here can be changed. */
export function ComparedView({ lookedAt, kind }: { lookedAt: LookedAt; kind: FrameKind }) {
  const { state, design } = lookedAt;
  const compared = useCompared(lookedAt);
  const other = compared.design;
  const isOwn = state.kind !== 'another design';
  const derived = useMemo(() => derive(design), [design]);
  const theirs = derive(other);
  const comparison = useMemo(
    () => compareStates({ design, facts: derived }, { design: other, facts: theirs }, isOwn),
    [design, derived, other, theirs, isOwn],
  );
  const ghosts = useMemo(
    () => changedLines(comparison.things, theirs.layout, 'after'),
    [comparison, theirs.layout],
  );
  const { look } = useLooking.getState();
  const goBack = (): void => {
    useDesignStore.getState().edit(`went back to “${state.name}”`, () => design);
    look(null);
  };
  const outlineDiffers = !sameJson(design.outline.nodes, other.outline.nodes);
  const isSame = useMemo(() => differences(other, design).length === 0, [other, design]);
  return (
    <Grid
      {...(kind === 'phone'
        ? { templateColumns: 'minmax(0, 1fr)', templateRows: 'minmax(0, 1fr) minmax(0, 1fr)' }
        : {
            templateColumns: `minmax(0, 1fr) ${FRAMES[kind].particulars}px`,
            gridColumn: '2 / span 2',
          })}
      minH="0"
      minW="0"
    >
      <Board
        drawing={derived.drawing}
        unit={other.units}
        flip={flipOf(design.handedness)}
        fitTo={() => growBox(derived.measures.box, 34)}
        label={`Board: ${state.name}`}
      >
        {outlineDiffers && <OutlineGhost path={theirs.path} words={`the outline of ${compared.name}`} />}
        <LinesGhost marks={ghosts} />
      </Board>
      <Box
        as="aside"
        aria-label={WORDS.whatChanged}
        bg="sheet"
        borderLeftWidth="1px"
        borderColor="rule"
        px="4"
        py="3"
        overflowY="auto"
      >
        <Heading as="h2" fontSize="17px" fontWeight="650">
          {state.name}
        </Heading>
        <Text fontSize="12px" color="faded" mb="3">
          {state.kind === 'frozen' ? `Frozen: ${state.note}; it is never changed. ` : ''}
          {state.kind === 'restore point' ? `Restore point: ${state.note}. ` : ''}
          {state.kind === 'another design' ? `Another design, ${state.note}. ` : ''}
          Dashed lines are of {compared.name}, where it differs.
        </Text>
        <Pick
          label={WORDS.comparedWith}
          value={compared.key}
          options={compared.options}
          onChange={compared.choose}
        />
        {compared.problem && (
          <Text color="madder" fontSize="12px" role="alert">
            {compared.problem}
          </Text>
        )}
        <HStack my="3">
          <Button size="xs" variant="outline" onClick={() => look(null)}>
            {WORDS.close}
          </Button>
          {isOwn && compared.key === PRESENT && (
            <Button size="xs" colorPalette="green" disabled={isSame} onClick={goBack}>
              {WORDS.restoreItAsANewState}
            </Button>
          )}
        </HStack>
        <WhatChanged before={design} after={other} comparison={comparison} />
      </Box>
    </Grid>
  );
}
