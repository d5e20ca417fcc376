import type { Side, TunerRow } from '@pelkin/core';
import { addTuner, distance, placeRow, tunersOn } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { derive } from '../../../design/derived.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

const tenth = (v: number): number => Math.round(v * 10) / 10;
const SIDES: Readonly<Record<Side, string>> = { bass: WORDS.bassSide, treble: WORDS.trebleSide };
/** A row begins so far inside the edge, mm, until another number is typed. */
const INSET = 11;

/** Tuners of one side in a row: by their pitch, along a line or along the edge. One step. */
function Row({ side }: { readonly side: Side }) {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const tuners = tunersOn(design, side);
  const [along, setAlong] = useState<'line' | 'edge'>('line');
  const [inset, setInset] = useState(INSET);
  const [none, setNone] = useState(false);
  // As they stand, until something else is typed.
  const [typed, setTyped] = useState<{ readonly from?: number; readonly pitch?: number }>({});
  const apart = tuners.slice(1).map((t, i) => distance(t.at, tuners[i]!.at));
  const from = typed.from ?? tenth(tuners[0]!.at.x);
  const pitch = typed.pitch ?? tenth(apart.reduce((sum, d) => sum + d, 0) / apart.length);
  const place = (): void => {
    const row: TunerRow = { side, from, pitch, along: along === 'line' ? 'line' : { inset } };
    const fits = placeRow(design, row) !== null;
    setNone(!fits);
    if (!fits) return;
    edit(`placed the tuners of the ${side} side in a row`, (d) => placeRow(d, row) ?? d);
    setTyped({});
  };
  const length = (label: string, measuredFrom: string, value: number, set: (v: number) => void) => (
    <LengthField
      label={label}
      value={value}
      unit={design.units}
      limit={{ label: label.toLowerCase(), min: 1, max: 400, from: measuredFrom }}
      onCommit={(v) => {
        set(v);
        return [];
      }}
    />
  );
  return (
    <Section title={`${WORDS.row}: ${SIDES[side].toLowerCase()}, ${tuners.length}`}>
      {length(WORDS.firstFromNut, 'the nut', from, (v) => setTyped({ ...typed, from: v }))}
      {length(WORDS.pitch, 'post to post', pitch, (v) => setTyped({ ...typed, pitch: v }))}
      <Choice
        label={WORDS.along}
        value={along}
        options={[
          ['line', 'A straight line'],
          ['edge', 'The edge'],
        ]}
        onChange={setAlong}
      />
      {along === 'edge' && length(WORDS.inset, 'the headstock’s edge, inward', inset, setInset)}
      <HStack justify="end">
        <Button size="2xs" variant="outline" onClick={place}>
          {WORDS.placeTheRow}
        </Button>
      </HStack>
      {none && (
        <Text fontSize="12px" color="madder" role="alert">
          The edge is too short for so many: make the pitch or the distance from the edge smaller.
        </Text>
      )}
    </Section>
  );
}

/** Rows of tuners, and strings that have none yet. */
export function TunerRows() {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const { headstock, strings } = design;
  const missing = Array.from({ length: strings.count }, (_, i) => i + 1).filter(
    (string) => !headstock.tuners.some((t) => t.string === string),
  );
  const sides = (['bass', 'treble'] as const).filter((side) => tunersOn(design, side).length > 1);
  return (
    <>
      {missing.length > 0 && headstock.tuners.length > 0 && (
        <HStack flexWrap="wrap" pb="2">
          {missing.map((string) => (
            <Button
              key={string}
              size="2xs"
              variant="outline"
              onClick={() =>
                edit(`added the tuner of string ${string}`, (d) => addTuner(d, derive(d).stringPlan, string))
              }
            >
              {WORDS.addTheTunerOf} {string}
            </Button>
          ))}
        </HStack>
      )}
      {sides.map((side) => (
        <Row key={`${side} ${tunersOn(design, side).length}`} side={side} />
      ))}
    </>
  );
}
