import type { LimitPath } from '@pelkin/core';
import { edits, lengthWithUnit, biteOfNeckScrew, neckScrewPlaces, neckSide } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { useDerived, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

type ScrewKey = 'from' | 'along' | 'across' | 'length' | 'thread' | 'root' | 'plate' | 'underHead';

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

/** Each screw’s bite in the neck, and what is left under the board. */
export function NeckScrews() {
  const design = useDesign();
  const { stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const { neck, units } = design;
  const side = neckSide(design, stringPlan);
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
      <ScrewLength of="thread" label={WORDS.thread} limit="neck.screwThread" />
      <ScrewLength of="root" label={WORDS.root} limit="neck.screwThread" />
      <ScrewLength of="plate" label={WORDS.plateOrFerrule} limit="neck.plate" />
      <ScrewLength of="underHead" label={WORDS.washerUnderTheHead} limit="neck.plate" />
      <Box as="table" w="full" fontSize="12px" aria-label={WORDS.biteOfTheNeckScrews}>
        <thead>
          <tr>
            {['screw', 'bites', 'left under the board'].map((h) => (
              <Box as="th" key={h} textAlign="right" fontWeight="400" color="faded">
                {h}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map((p, i) => {
            const bite = biteOfNeckScrew(design, side, p.x);
            return (
              <tr key={i}>
                <Box as="td" textAlign="right" fontFamily="mono">
                  {i + 1}
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
      <Text fontSize="12px" color="faded">
        10 mm of bite at least, and 2 mm of neck left under the fingerboard. Drill the neck’s pilot holes{' '}
        {lengthWithUnit(neck.screws.root, units)} with a stop on the bit.
      </Text>
    </Section>
  );
}
