import type { Tuner } from '@pelkin/core';
import { LIMITS, edits } from '@pelkin/core';
import { Button, HStack } from '@chakra-ui/react';
import { useLengths } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { useChosenTuner } from '../chosen.ts';
import { WORDS } from '../words.ts';
import { tunerName } from './tunerName.ts';

/** The chosen tuner: its place, which way it points, on which side its string passes. */
export function ChosenTuner({ tuner }: { readonly tuner: Tuner }) {
  const { id, at, turn, passes } = tuner;
  const name = tunerName(tuner);
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const side = at.y < 0 ? -1 : 1;
  return (
    <Section title={`Selected: ${name}`}>
      <LengthField
        key={`${id}x`}
        label="From nut"
        value={at.x}
        {...lengths(
          `headstock.tuners.${id}.x`,
          (d, x) => edits.changeTuner(d, id, { at: { ...tuner.at, x } }),
          'outline.x',
        )}
      />
      <LengthField
        key={`${id}y`}
        label={`From centre line, ${side < 0 ? 'treble' : 'bass'}`}
        value={Math.abs(at.y)}
        {...lengths(
          `headstock.tuners.${id}.y`,
          (d, y) => edits.changeTuner(d, id, { at: { ...tuner.at, y: side * y } }),
          'outline.y',
        )}
      />
      <NumberField
        label={WORDS.turn}
        value={turn}
        unit="°"
        min={LIMITS['opening.turn'].min}
        max={LIMITS['opening.turn'].max}
        from="its button to the bass side, counter-clockwise"
        onCommit={(to) => edit(`turned the ${name}`, (d) => edits.changeTuner(d, id, { turn: to }))}
      />
      <Choice
        label={WORDS.passes}
        value={passes}
        options={[
          ['bass', 'Bass side'],
          ['treble', 'Treble side'],
        ]}
        onChange={(to) =>
          edit(`string ${tuner.string} on the ${to} side of its post`, (d) =>
            edits.changeTuner(d, id, { passes: to }),
          )
        }
      />
      <HStack justify="end">
        <Button
          size="2xs"
          variant="outline"
          onClick={() => {
            edit(`removed the ${name}`, (d) => edits.removeTuners(d, [id]));
            useChosenTuner.getState().choose(null);
          }}
        >
          {WORDS.remove}
        </Button>
      </HStack>
    </Section>
  );
}
