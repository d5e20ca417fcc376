import { Button, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Ground, Shows, SquareView, Surface } from '../board/solid/scene.ts';
import { useSolidLook } from '../board/solid/solidStore.ts';
import { usePicked } from '../design/derived.ts';
import { fileStem } from '../shared/download.ts';
import { Pick } from '../shared/Pick.tsx';
import { Section } from '../shared/Section.tsx';
import { SliderRow } from '../shared/SliderRow.tsx';
import { Tick } from '../shared/Tick.tsx';
import { WORDS } from './words.ts';

const VIEWS: readonly (readonly [SquareView, string])[] = [
  ['front', WORDS.front],
  ['back', WORDS.back],
  ['bass', WORDS.bassEdge],
  ['treble', WORDS.trebleEdge],
  ['tail', WORDS.fromTheTail],
  ['neck', WORDS.fromTheNeck],
  ['turned', WORDS.turned],
  ['turnedBack', WORDS.turnedBack],
];
const SURFACES: readonly (readonly [Surface, string])[] = [
  ['wood', WORDS.wood],
  ['stripes', WORDS.stripes],
  ['curvature', WORDS.curvature],
];
const PARTS: readonly (readonly [Shows['parts'], string])[] = [
  ['hidden', WORDS.hidden],
  ['ghosts', WORDS.ghosts],
  ['solid', WORDS.solidParts],
];
const AXES = [
  ['none', WORDS.noCut],
  ['x', WORDS.acrossTheBody],
  ['y', WORDS.alongTheBody],
  ['z', WORDS.parallelToTheFront],
] as const;
const SIZES = [
  ['1280 800', '1280 × 800'],
  ['1920 1200', '1920 × 1200'],
  ['3000 2000', '3000 × 2000'],
  ['2000 2000', '2000 × 2000'],
] as const;
const GROUNDS: readonly (readonly [Ground, string])[] = [
  ['paper', WORDS.groundPaper],
  ['white', WORDS.groundWhite],
  ['none', WORDS.groundNone],
];
/** What the colours of a surface say. */
const SAYS: Readonly<Record<Surface, string>> = {
  wood: WORDS.woodSays,
  stripes: WORDS.stripesSay,
  curvature: WORDS.curvatureSays,
};

/** How the solid is looked at, and a picture of it. */
export function SolidControls() {
  const { surface, parts, findings, neck, cut, set } = useSolidLook();
  const box = usePicked((_, d) => d.measures.box);
  const headEnd = usePicked((_, d) => d.stringPlan.centreScale + d.neckPlan.headstock.length);
  const thickness = usePicked((d) => d.body.thickness);
  const name = usePicked((d) => d.name);
  const [size, setSize] = useState<(typeof SIZES)[number][0]>('1920 1200');
  const [ground, setGround] = useState<Ground>('paper');
  const range = {
    x: [box.minX, neck ? headEnd : box.maxX],
    y: [box.minY, box.maxY],
    z: [-thickness, 0],
  } as const;
  // A cut begins in the middle of the body, with the neck or without.
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2, z: -thickness / 2 };
  return (
    <>
      <Section title={WORDS.lookFrom}>
        <SimpleGrid columns={4} gap="1">
          {VIEWS.map(([from, words]) => (
            <Button
              key={from}
              size="2xs"
              variant="outline"
              onClick={() => set({ asked: { what: 'look', from } })}
            >
              {words}
            </Button>
          ))}
        </SimpleGrid>
        <Text fontSize="12px" color="faded">
          {WORDS.turnByHand}
        </Text>
      </Section>
      <Section title={WORDS.shown}>
        <Pick
          label={WORDS.surface}
          value={surface}
          options={SURFACES}
          onChange={(next) => set({ surface: next })}
        />
        <Text fontSize="12px" color="faded">
          {SAYS[surface]}
        </Text>
        <Pick label={WORDS.parts} value={parts} options={PARTS} onChange={(next) => set({ parts: next })} />
        <Tick checked={neck} onChange={(next) => set({ neck: next })} label={WORDS.withTheNeck} />
        <Tick checked={findings} onChange={(next) => set({ findings: next })} label={WORDS.findingsInPlace} />
        <Pick
          label={WORDS.cutOpen}
          value={cut?.axis ?? 'none'}
          options={AXES}
          onChange={(axis) =>
            set({
              cut: axis === 'none' ? null : { axis, at: middle[axis], other: false },
            })
          }
        />
        {cut && (
          <Tick
            label={WORDS.keepTheOtherSide}
            checked={cut.other}
            onChange={(other) => set({ cut: { ...cut, other } })}
          />
        )}
        {cut && (
          <SliderRow
            name={WORDS.whereItIsCut}
            min={Math.round(range[cut.axis][0])}
            max={Math.round(range[cut.axis][1])}
            value={Math.round(cut.at)}
            onChange={(at) => set({ cut: { ...cut, at } })}
          />
        )}
      </Section>
      <Section title={WORDS.picture}>
        <Pick label={WORDS.pictureSize} value={size} options={SIZES} onChange={setSize} />
        <Pick label={WORDS.ground} value={ground} options={GROUNDS} onChange={setGround} />
        <HStack justify="flex-end">
          <Button
            size="xs"
            variant="outline"
            onClick={() => {
              const [width, height] = size.split(' ').map(Number) as [number, number];
              set({ asked: { what: 'picture', width, height, ground, name: `${fileStem(name)}-solid.png` } });
            }}
          >
            {WORDS.savePicture}
          </Button>
        </HStack>
      </Section>
    </>
  );
}
