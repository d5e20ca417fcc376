import type { LimitPath } from '@pelkin/core';
import { biteOfNeckScrew, edits, lengthWithUnit, neckScrew, neckScrewPlaces, neckSide } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { WORDS } from '../words.ts';

type ScrewKey =
  'from' | 'along' | 'across' | 'headAcross' | 'length' | 'thread' | 'root' | 'plate' | 'underHead';

function ScrewLength({ of, label, limit }: { of: ScrewKey; label: string; limit: LimitPath }) {
  const lengths = useLengths();
  const value = usePicked((d) => d.neck.screws[of]);
  return (
    <LengthField
      label={label}
      value={value}
      {...lengths(`neck.screws.${of}`, (d, mm) => edits.setNeckScrews(d, { [of]: mm }), limit)}
    />
  );
}

const HEADS = [
  ['raised', 'Raised'],
  ['countersunk', 'Countersunk'],
] as const;

/** One of the screws, with a length and head of its own where it differs. */
function OneScrew({ count }: { count: number }) {
  const neck = usePicked((d) => d.neck);
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const [picked, pick] = useState(0);
  const index = Math.min(picked, count - 1);
  const screw = neckScrew(neck, index);
  const name = `neck screw ${index + 1}`;
  return (
    <>
      <Pick
        label={WORDS.oneScrew}
        value={String(index)}
        options={Array.from({ length: count }, (_, i) => [String(i), `${i + 1}`] as const)}
        onChange={(i) => pick(Number(i))}
      />
      <Tick
        label={WORDS.differsFromTheOthers}
        checked={screw.differs}
        onChange={(on) =>
          edit(on ? `gave ${name} a length of its own` : `made ${name} as the others`, (d) =>
            edits.setNeckScrew(d, index, on ? {} : null),
          )
        }
      />
      {screw.differs && (
        <>
          <LengthField
            key={`length ${index}`}
            label={WORDS.lengthUnderTheHead}
            value={screw.length}
            {...lengths(
              `neck.screws.own.${index}.length`,
              (d, length) => edits.setNeckScrew(d, index, { length }),
              'neck.screwLength',
            )}
          />
          <Choice
            label={WORDS.head}
            value={screw.head}
            options={HEADS}
            onChange={(head) =>
              edit(`changed the head of ${name}`, (d) => edits.setNeckScrew(d, index, { head }))
            }
          />
          <LengthField
            key={`head ${index}`}
            label={WORDS.headAcross}
            value={screw.headAcross}
            {...lengths(
              `neck.screws.own.${index}.headAcross`,
              (d, headAcross) => edits.setNeckScrew(d, index, { headAcross }),
              'neck.head',
            )}
          />
        </>
      )}
    </>
  );
}

/** Each screw’s bite in the neck, and what is left under the board. */
export function NeckScrews() {
  const design = useDesign();
  const { stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const { neck, units } = design;
  const side = neckSide(design);
  const places = neckScrewPlaces(neck, stringPlan);
  return (
    <Section title={WORDS.neckScrews}>
      <NumberField
        label={WORDS.howMany}
        value={neck.screws.count}
        unit=""
        min={0}
        max={8}
        from="in two rows"
        whole
        onCommit={(count) => edit('changed the neck screws', (d) => edits.setNeckScrews(d, { count }))}
      />
      <ScrewLength of="from" label={WORDS.middleTailwardOfTheJoint} limit="neck.screwFrom" />
      <ScrewLength of="along" label={WORDS.apartAlong} limit="neck.screwSpan" />
      <ScrewLength of="across" label={WORDS.apartAcross} limit="neck.screwSpan" />
      <ScrewLength of="length" label={WORDS.lengthUnderTheHead} limit="neck.screwLength" />
      <Choice
        label={WORDS.head}
        value={neck.screws.head}
        options={HEADS}
        onChange={(head) =>
          edit('changed the heads of the neck screws', (d) => edits.setNeckScrews(d, { head }))
        }
      />
      <ScrewLength of="headAcross" label={WORDS.headAcross} limit="neck.head" />
      <ScrewLength of="thread" label={WORDS.thread} limit="neck.screwThread" />
      <ScrewLength of="root" label={WORDS.root} limit="neck.screwThread" />
      <ScrewLength of="plate" label={WORDS.plateOrFerrule} limit="neck.plate" />
      <ScrewLength of="underHead" label={WORDS.washerUnderTheHead} limit="neck.plate" />
      <Box as="table" w="full" fontSize="12px" aria-label={WORDS.biteOfTheNeckScrews}>
        <thead>
          <tr>
            {['screw', 'long', 'head', 'bites', 'left under the board'].map((h) => (
              <Box as="th" key={h} textAlign="right" fontWeight="400" color="faded">
                {h}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map((p, i) => {
            const bite = biteOfNeckScrew(design, side, p, i);
            return (
              <tr key={i}>
                <Box as="td" textAlign="right" fontFamily="mono">
                  {i + 1}
                </Box>
                <Box as="td" textAlign="right" fontFamily="mono">
                  {lengthWithUnit(neckScrew(neck, i).length, units)}
                </Box>
                <Box as="td" textAlign="right">
                  {neckScrew(neck, i).head}
                </Box>
                <Box as="td" textAlign="right" fontFamily="mono" color={bite.longEnough ? 'ink' : 'madder'}>
                  {lengthWithUnit(bite.bite, units)}
                </Box>
                <Box as="td" textAlign="right" fontFamily="mono" color={bite.shortEnough ? 'ink' : 'madder'}>
                  {lengthWithUnit(bite.left, units)}
                </Box>
              </tr>
            );
          })}
        </tbody>
      </Box>
      {places.length > 0 && <OneScrew count={places.length} />}
      <Text fontSize="12px" color="faded">
        10 mm of bite at least, and 2 mm of neck left under the fingerboard. Drill the neck’s pilot holes{' '}
        {lengthWithUnit(neck.screws.root, units)} with a stop on the bit.
      </Text>
    </Section>
  );
}
