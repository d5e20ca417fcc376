import type { Design } from '@pelkin/core';
import { edits, lengthWithUnit } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { stopLong, useDerived } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { LengthField } from '../../shared/LengthField.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Section } from '../../shared/Section.tsx';
import { WORDS } from './words.ts';

/** Position on the paper under the sheets, and the turn and shift that would save some. */
export function Lay() {
  const design = useDesign();
  const { place } = design.print;
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const derived = useDerived();
  /** The state of the design that a better position was wanted for. */
  const [wantedFor, setWantedFor] = useState<Design | null>(null);
  const look = wantedFor === design ? derived.fewerSheets : null;
  const saving = look?.state === 'ready' ? look.value : undefined;
  const lies = place.turn !== 0 || place.shiftX !== 0 || place.shiftY !== 0;
  return (
    <Section
      title={WORDS.positionOnThePaper}
      aside={
        lies && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() =>
              edit('reset the position on the paper', (d) =>
                edits.editPrint(d, { place: { turn: 0, shiftX: 0, shiftY: 0 } }),
              )
            }
          >
            {WORDS.resetThePosition}
          </Button>
        )
      }
    >
      <NumberField
        label={WORDS.turnedBy}
        value={place.turn}
        unit="°"
        min={-180}
        max={180}
        from="counter-clockwise"
        onCommit={(turn) =>
          edit(`turned the drawing by ${turn}°`, (d) =>
            edits.editPrint(d, { place: { ...d.print.place, turn } }),
          )
        }
      />
      <LengthField
        label={WORDS.movedAcrossBy}
        value={place.shiftX}
        {...lengths(
          'print.place.shiftX',
          (d, shiftX) => edits.editPrint(d, { place: { ...d.print.place, shiftX } }),
          'print.shift',
        )}
      />
      <LengthField
        label={WORDS.movedUpBy}
        value={place.shiftY}
        {...lengths(
          'print.place.shiftY',
          (d, shiftY) => edits.editPrint(d, { place: { ...d.print.place, shiftY } }),
          'print.shift',
        )}
      />
      <HStack>
        <Text flex="1" fontSize="12px" color="faded" role="status">
          {look?.state === 'failed' && look.message}
          {look?.state === 'pending' && `Looking: ${Math.round(100 * look.share)} %`}
          {saving === null && 'No turn or shift that was tried needs fewer sheets.'}
          {saving &&
            `Turned by ${saving.place.turn}° and moved by ${lengthWithUnit(saving.place.shiftX, design.units)} and ${lengthWithUnit(saving.place.shiftY, design.units)} it takes ${saving.sheets}: ${saving.saved} fewer.`}
        </Text>
        {saving ? (
          <Button
            size="2xs"
            colorPalette="green"
            onClick={() =>
              edit(
                `moved the drawing to save ${saving.saved} ${saving.saved === 1 ? 'sheet' : 'sheets'}`,
                (d) => edits.editPrint(d, { place: saving.place }),
              )
            }
          >
            {WORDS.useThisPosition}
          </Button>
        ) : (
          <Button
            size="2xs"
            variant="outline"
            onClick={() => {
              if (look?.state === 'pending') stopLong('fewerSheets');
              setWantedFor(look?.state === 'pending' ? null : design);
            }}
          >
            {look?.state === 'pending' ? WORDS.stopLooking : WORDS.lookForFewerSheets}
          </Button>
        )}
      </HStack>
    </Section>
  );
}
