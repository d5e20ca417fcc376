import { Box, Button, Grid, HStack, Heading, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Board } from '../board/Board.tsx';
import { OutlineGhost } from '../board/OutlineGhost.tsx';
import { derive } from '../design/derived.ts';
import { differences } from '../design/differences.ts';
import { useDesign, useDesignStore } from '../design/store.ts';
import { Reading, Section } from '../shared/Section.tsx';
import { figureAndUnit, growBox } from '@pelkin/core';
import type { OutlineMeasures } from '@pelkin/core';
import type { Frozen } from './looking.ts';
import { FRAME } from './frame.ts';
import { useLooking } from './looking.ts';
import { WORDS } from './words.ts';
import { flipOf } from '../board/view.ts';

const MEASURES: readonly (readonly [string, (m: OutlineMeasures) => number | null])[] = [
  ['Length', (m) => m.length],
  [WORDS.lowerBout, (m) => m.lowerBout],
  [WORDS.waist, (m) => m.waist],
  ['Upper bout', (m) => m.upperBout],
  ['Waist offset', (m) => m.waistOffset],
  ['Tightest hollow', (m) => m.hollow?.radius ?? null],
];

/** A frozen revision as it is, the present outline dashed over it; nothing here can be changed. */
export function FrozenView({ frozen }: { frozen: Frozen }) {
  const present = useDesign();
  const { look } = useLooking.getState();
  const { design } = frozen;
  const derived = useMemo(() => derive(design), [design]);
  const now = derive(present);
  const apart = differences(present, design);
  const drawing = {
    layers: derived.drawing.layers.filter((l) => l.name !== 'saddle'),
  };
  const goBack = (): void => {
    useDesignStore.getState().edit(`went back to “${frozen.name}”`, () => design);
    look(null);
  };
  const shown = (mm: number | null): string =>
    mm === null ? 'none' : figureAndUnit(mm, present.units).figure;
  return (
    <Grid templateColumns={`minmax(0, 1fr) ${FRAME.particulars}px`} minH="0" minW="0" gridColumn="2 / span 2">
      <Board
        drawing={drawing}
        unit={present.units}
        flip={flipOf(design.handedness)}
        fitTo={() => growBox(derived.measures.box, 34)}
        label={`Board: frozen revision ${frozen.number} of ${design.name}`}
      >
        <OutlineGhost path={now.path} words="the present outline" />
      </Board>
      <Box
        as="aside"
        aria-label={WORDS.frozenRevision}
        bg="sheet"
        borderLeftWidth="1px"
        borderColor="rule"
        px="4"
        py="3"
        overflowY="auto"
      >
        <Heading as="h2" fontSize="17px" fontWeight="650">
          {frozen.name}
        </Heading>
        <Text fontSize="12px" color="faded" mb="3">
          Frozen as revision {frozen.number}; it is never changed. The dashed edge is the present one.
        </Text>
        <Section title={WORDS.differentFromThePresentState}>
          <Text fontSize="13px">
            {apart.length ? `${apart.map((d) => d.words).join(', ')}.` : 'Nothing: both are the same.'}
          </Text>
        </Section>
        <Section title={`Frozen, and now; ${figureAndUnit(0, present.units).unit}`}>
          {MEASURES.map(([label, of]) => (
            <Reading
              key={label}
              label={label}
              value={`${shown(of(derived.measures))}  →  ${shown(of(now.measures))}`}
            />
          ))}
        </Section>
        <HStack mt="3">
          <Button size="xs" variant="outline" onClick={() => look(null)}>
            {WORDS.close}
          </Button>
          <Button size="xs" colorPalette="green" disabled={apart.length === 0} onClick={goBack}>
            {WORDS.restoreItAsANewState}
          </Button>
        </HStack>
      </Box>
    </Grid>
  );
}
