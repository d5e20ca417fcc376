import { LIMITS, edits } from '@pelkin/core';
import { Box, Button, Text } from '@chakra-ui/react';
import { Suspense, lazy } from 'react';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { atTheHand } from '../say.ts';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';
import { useSensitivity } from './useSensitivity.ts';

const SensitivityChart = lazy(async () => ({
  default: (await import('./SensitivityChart.tsx')).SensitivityChart,
}));

/** A wish to begin from, g. */
const WISH = 3500;

/** What is to be mended, and what moves it. */
export function MendsParticulars() {
  const { player } = useDesign();
  const { weight, hanging } = useWeighed();
  const edit = useDesignStore((s) => s.edit);
  const rows = useSensitivity();
  const load = hanging?.loads?.smooth;
  return (
    <>
      <Section title={WORDS.whatIsToBeMended}>
        {load && <Reading label={WORDS.smoothLoad} value={atTheHand(load.likely)} />}
        {weight && <Reading label={WORDS.weight} value={(weight.total.likely / 1000).toFixed(2)} unit="kg" />}
        {player.heaviest === null ? (
          <Button
            size="2xs"
            variant="outline"
            justifySelf="start"
            onClick={() => edit('wished for a weight', (d) => edits.editPlayer(d, { heaviest: WISH }))}
          >
            {WORDS.wishForWeight}
          </Button>
        ) : (
          <>
            <NumberField
              {...LIMITS['player.heaviest']}
              label={WORDS.heaviest}
              value={player.heaviest}
              unit="g"
              places={0}
              onCommit={(heaviest) => edit(`at most ${heaviest} g`, (d) => edits.editPlayer(d, { heaviest }))}
            />
            <Button
              size="2xs"
              variant="ghost"
              justifySelf="end"
              onClick={() => edit('no wish for a weight', (d) => edits.editPlayer(d, { heaviest: null }))}
            >
              {WORDS.noWish}
            </Button>
          </>
        )}
        <Text fontSize="12px" color="faded">
          {WORDS.mendsSay}
        </Text>
      </Section>
      <Section title={WORDS.whatMovesIt}>
        {rows ? (
          <Suspense fallback={<Box h="300px" />}>
            <SensitivityChart rows={rows} />
          </Suspense>
        ) : (
          <Text fontSize="12px" color="faded">
            {WORDS.workingOut}
          </Text>
        )}
        <Text fontSize="12px" color="faded">
          {WORDS.movesSay}
        </Text>
      </Section>
    </>
  );
}
