import type { LimitPath, ShaftNumbers } from '@pelkin/core';
import { LEAST_FLOOR, LIMITS, edits, fullnessLetter, figureAndUnit, lengthWithUnit } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useDerived } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { CountField } from '../../../shared/CountField.tsx';
import { Later } from '../../../shared/Later.tsx';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Choice, Reading, Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { WORDS } from '../words.ts';
import { Blank } from './Blank.tsx';
import { Markers, NutAndFrets } from './Fingerboard.tsx';

/** A length of the shaft, bound to its field. */
function ShaftLength(props: {
  of: 'atFret1' | 'atFret12' | 'run' | 'heelFrom';
  label: string;
  limit?: LimitPath;
}) {
  const { of, label, limit } = props;
  const { shaft } = useDesign();
  const lengths = useLengths();
  const path = limit ?? (`shaft.${of}` as LimitPath);
  return (
    <LengthField
      label={label}
      value={shaft[of]}
      {...lengths(`shaft.${of}`, (d, mm) => edits.editShaft(d, { [of]: mm }), path)}
    />
  );
}

type Station = ShaftNumbers['stations'][number];

/** One section: its fret, and how full it is on both sides. */
function StationRow({ station, index, alone }: { station: Station; index: number; alone: boolean }) {
  const edit = useDesignStore((s) => s.edit);
  const isEven = station.bass === station.treble;
  const [apart, setApart] = useState(!isEven);
  const own = apart || !isEven;
  const name = station.fret === 0 ? 'the section at the nut' : `the section at fret ${station.fret}`;
  const change = (next: Partial<Station>) =>
    edit(`changed ${name}`, (d) => edits.changeStation(d, index, next));
  const fullness = (label: string, value: number, commit: (p: number) => ReturnType<typeof change>) => (
    <NumberField
      label={label}
      value={value}
      unit={fullnessLetter(value)}
      min={LIMITS['shaft.fullness'].min}
      max={LIMITS['shaft.fullness'].max}
      from={LIMITS['shaft.fullness'].from}
      places={2}
      onCommit={commit}
    />
  );
  return (
    <Box
      as="fieldset"
      display="grid"
      gap="1.5"
      borderTopWidth={index ? '1px' : '0'}
      borderColor="rule"
      pt={index ? '2' : '0'}
    >
      <CountField
        label={WORDS.atFret}
        value={station.fret}
        limit={LIMITS['shaft.fret']}
        onCommit={(fret) => change({ fret })}
      />
      {own ? (
        <>
          {fullness(`${WORDS.fullness}, bass side`, station.bass, (bass) => change({ bass }))}
          {fullness(`${WORDS.fullness}, treble side`, station.treble, (treble) => change({ treble }))}
        </>
      ) : (
        fullness(WORDS.fullness, station.bass, (p) => change({ bass: p, treble: p }))
      )}
      <HStack justify="space-between">
        <Tick
          label={WORDS.eachSideItsOwn}
          checked={own}
          onChange={(on) => {
            setApart(on);
            if (!on && !isEven) change({ treble: station.bass });
          }}
        />
        {!alone && (
          <Button
            size="2xs"
            variant="outline"
            onClick={() => edit(`removed ${name}`, (d) => edits.removeStation(d, index))}
          >
            {WORDS.removeTheSection}
          </Button>
        )}
      </HStack>
    </Box>
  );
}

/** The fret that a new section begins at: halfway along the widest stretch without one. */
function freeFret(stations: readonly Station[], joint: number): number {
  const frets = [0, ...stations.map((s) => s.fret), joint];
  let [best, at] = [-1, 5];
  for (let i = 1; i < frets.length; i += 1) {
    const middle = Math.round((frets[i - 1]! + frets[i]!) / 2);
    const apart = frets[i]! - frets[i - 1]!;
    if (apart > best && !stations.some((s) => s.fret === middle)) [best, at] = [apart, middle];
  }
  return at;
}

function Sections() {
  const { shaft, strings } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const add = (): void => {
    const fret = freeFret(shaft.stations, strings.jointFret);
    edit(`added a section at fret ${fret}`, (d) => edits.addStation(d, fret));
  };
  return (
    <Section
      title={WORDS.sections}
      aside={
        <Button size="2xs" variant="outline" onClick={add}>
          {WORDS.addASection}
        </Button>
      }
    >
      {shaft.stations.map((station, i) => (
        <StationRow
          key={`${i} ${station.fret}`}
          station={station}
          index={i}
          alone={shaft.stations.length === 1}
        />
      ))}
      <Text fontSize="12px" color="faded">
        Fullness: 1 is a straight slope to a ridge, 2 half an ellipse, 3 nearly flat with tight shoulders. The
        letter beside it is what makers call such a section: V, C, D or U. Between two sections it changes
        evenly. Point at the neck to see the section there.
      </Text>
    </Section>
  );
}

function HeelFields() {
  const { shaft, units } = useDesign();
  const { neckPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const deep = figureAndUnit(neckPlan.heelDepth, units, 1);
  return (
    <Section title={WORDS.heel}>
      <ShaftLength of="heelFrom" label={WORDS.heelFrom} />
      <ShaftLength of="run" label={WORDS.run} />
      <NumberField
        label={WORDS.meets}
        value={shaft.meeting}
        unit="°"
        min={LIMITS['shaft.meeting'].min}
        max={LIMITS['shaft.meeting'].max}
        from={LIMITS['shaft.meeting'].from}
        onCommit={(meeting) => edit(`heel met at ${meeting}°`, (d) => edits.editShaft(d, { meeting }))}
      />
      <Reading label="Wood at the heel" value={deep.figure} unit={deep.unit} />
      {neckPlan.steepness > 1 && (
        <Text fontSize="12px" color="madder" role="note">
          {Number.isFinite(neckPlan.steepness)
            ? 'The transition is so steep that it would dip below the heel: make it longer, or the angle smaller.'
            : 'The heel is no deeper than the neck before it: there is nothing to run into. Its depth is set by the heel in the neck join.'}
        </Text>
      )}
    </Section>
  );
}

/** Whether the slot opens where its rod is adjusted. */
const reaches = (rod: NonNullable<ShaftNumbers['rod']>, seat: number, end: number): boolean =>
  rod.adjuster === 'headstock' ? rod.from <= -seat : rod.to >= end;

function Rod() {
  const { shaft, units } = useDesign();
  const { neckPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const { rod } = shaft;
  const floor = neckPlan.rod;
  const field = (key: 'width' | 'depth' | 'from' | 'to', label: string) =>
    rod && (
      <LengthField
        label={label}
        value={rod[key]}
        {...lengths(
          `shaft.rod.${key}`,
          (d, mm) => edits.editShaft(d, { rod: d.shaft.rod && { ...d.shaft.rod, [key]: mm } }),
          `rod.${key}`,
        )}
      />
    );
  return (
    <Section title={WORDS.trussRod}>
      <Tick
        label={WORDS.withATrussRod}
        checked={rod !== null}
        onChange={(on) =>
          edit(on ? 'added a truss rod' : 'removed the truss rod', (d) =>
            edits.editShaft(d, {
              rod: on
                ? {
                    width: 6,
                    depth: 9.5,
                    from: 0,
                    to: Math.round(d.strings.scaleLength * 0.58),
                    adjuster: 'headstock',
                  }
                : null,
            }),
          )
        }
      />
      {rod && (
        <>
          {field('width', WORDS.rodWidth)}
          {field('depth', WORDS.rodDepth)}
          {field('from', WORDS.rodFrom)}
          {field('to', WORDS.rodTo)}
          <Choice
            label="Adjusted at the"
            value={rod.adjuster}
            options={[
              ['headstock', 'Headstock'],
              ['heel', 'Heel'],
            ]}
            onChange={(adjuster) =>
              edit(`truss rod adjusted at the ${adjuster}`, (d) =>
                edits.editShaft(d, { rod: d.shaft.rod && { ...d.shaft.rod, adjuster } }),
              )
            }
          />
        </>
      )}
      {rod && !reaches(rod, shaft.nut.thickness, neckPlan.endU) && (
        <Text fontSize="12px" color="faded">
          {rod.adjuster === 'headstock'
            ? `To reach the adjuster at the headstock, begin the slot ${lengthWithUnit(shaft.nut.thickness, units, 0)} and more behind the nut (less than 0): it then opens in the headstock’s face.`
            : `To reach the adjuster at the heel, let the slot end at ${lengthWithUnit(neckPlan.endU, units, 0)}, where the neck ends.`}
        </Text>
      )}
      {floor && (
        <>
          <Reading
            label="Least wood under the slot"
            value={figureAndUnit(floor.floor, units, 1).figure}
            unit={figureAndUnit(floor.floor, units, 1).unit}
          />
          <Text fontSize="12px" color={floor.floor < LEAST_FLOOR ? 'madder' : 'faded'}>
            {lengthWithUnit(floor.u, units, 0)} from the nut, at the slot’s side.
            {floor.floor < LEAST_FLOOR
              ? ` At least ${lengthWithUnit(LEAST_FLOOR, units, 0)} is recommended: make the slot shallower or the neck thicker.`
              : ''}
          </Text>
        </>
      )}
    </Section>
  );
}

/** The back of the neck: how thick, how full, how it runs into the heel, the rod in it, the wood for it. */
export function ShaftParticulars() {
  return (
    <>
      <Section title={WORDS.thickness}>
        <ShaftLength of="atFret1" label={WORDS.atFret1} limit="shaft.thickness" />
        <ShaftLength of="atFret12" label={WORDS.atFret12} limit="shaft.thickness" />
      </Section>
      <Sections />
      <HeelFields />
      <Later>
        <Rod />
        <NutAndFrets />
        <Markers />
        <Blank />
      </Later>
    </>
  );
}
