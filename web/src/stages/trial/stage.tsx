import { Text } from '@chakra-ui/react';
import { growBox } from '@pelkin/core';
import { Section } from '../../shared/Section.tsx';
import { stageOf } from '../stage.ts';

const SHOWS = {};

/** A stage that shows the outline alone: it proves what a stage costs to add, and goes again. */
export const trial = stageOf({
  key: 'trial',
  name: 'Trial',
  about: 'A stage that was added in two edits',
  Tools: () => null,
  Particulars: () => (
    <Section title="Trial">
      <Text fontSize="12.5px">The outline, and nothing else.</Text>
    </Section>
  ),
  fitTo: (_, { measures }) => growBox(measures.box, 34),
  draw: (_, { bare }) => ({ layers: bare.layers.filter((l) => l.name === 'outline') }),
  useOnBoard: () => ({ shows: SHOWS }),
  summary: ({ outline }) => `${outline.nodes.length} nodes`,
  keys: [],
  readings: [],
  files: [],
  later: [],
});
