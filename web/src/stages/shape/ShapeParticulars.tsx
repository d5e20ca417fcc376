import { figureAndUnit } from '@pelkin/core';
import { usePicked } from '../../design/derived.ts';
import { useRested } from '../../design/rested.ts';
import { derive } from '../../design/derived.ts';
import { useLongSteps } from '../../design/longResults.ts';
import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { Reading, Section } from '../../shared/Section.tsx';
import { SolidSwitch } from '../../solids/SolidSwitch.tsx';
import { useShown } from '../../shared/shown.ts';
import { ShowSwitch } from '../../shared/ShowSwitch.tsx';
import { Arch } from './Arch.tsx';
import { Contours } from './Contours.tsx';
import { Edges } from './Edges.tsx';
import { GluedFront } from './GluedFront.tsx';
import { Box } from '@chakra-ui/react';
import { SHAPE_DESKS, useShapeDesk } from './desk.ts';
import { WORDS } from './words.ts';

const BODIES = { contours: Contours, edges: Edges, arch: Arch, front: GluedFront } as const;

const litres = (mm3: number): string => (mm3 / 1e6).toFixed(3);

/** What the sampled body tells: its volume, and where its wood is least. */
function Measured() {
  useLongSteps();
  const rested = useRested((s) => s.design);
  const units = usePicked((d) => d.units);
  const shaped = rested ? derive(rested).shaped : null;
  if (shaped?.state === 'failed') return <Section title="Measured">{shaped.message}</Section>;
  const value = shaped?.state === 'ready' ? shaped.value : null;
  const least = value && figureAndUnit(value.least.thickness, units);
  return (
    <Section title={value ? 'Measured' : 'Measuring'}>
      <Reading label={WORDS.volume} value={value ? litres(value.mass.volume) : '–'} unit="dm³" />
      {value?.pieces && (
        <>
          <Reading label={WORDS.volumeOfFront} value={litres(value.pieces.front.volume)} unit="dm³" />
          <Reading label={WORDS.volumeOfCore} value={litres(value.pieces.core.volume)} unit="dm³" />
        </>
      )}
      <Reading label={WORDS.leastWood} value={least ? least.figure : '–'} unit={least ? least.unit : ''} />
    </Section>
  );
}

/** Shaping: carves, edges, an arched face; one desk at a time, each with its own address. */
export function ShapeParticulars() {
  const [desk, go] = useShapeDesk();
  const Body = BODIES[desk];
  const solid = useShown((s) => s.solid);
  return (
    <>
      <SolidSwitch />
      <DeskTabs label={WORDS.workOnTheShape} desks={SHAPE_DESKS} desk={desk} onGo={go} />
      {!solid && (
        <Box display="grid" gap="1" py="1.5">
          <ShowSwitch what="thickness" words={WORDS.thicknessMap} />
          <ShowSwitch what="section" words={WORDS.sectionUnderTheBoard} />
        </Box>
      )}
      <Body />
      <Measured />
    </>
  );
}
