import { edits, lengthWithUnit } from '@pelkin/core';
import { Text } from '@chakra-ui/react';
import { Suspense, lazy } from 'react';
import { usePicked } from '../../design/derived.ts';
import { useLengths } from '../../design/lengths.ts';
import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { Later } from '../../shared/Later.tsx';
import { LengthField } from '../../shared/LengthField.tsx';
import { Section } from '../../shared/Section.tsx';
import { ShowSwitch } from '../../shared/ShowSwitch.tsx';
import { CurveTemplates } from '../../nodes/CurveTemplates.tsx';
import { NodesPanel } from '../../nodes/NodesPanel.tsx';
import { Measures } from './draw/Measures.tsx';
import { Mirror } from '../../nodes/Mirror.tsx';
import { DESKS, useDesk } from './desk.ts';
import { WORDS } from './words.ts';

function Thickness() {
  const thickness = usePicked((d) => d.body.thickness);
  const lengths = useLengths();
  return (
    <LengthField
      label={WORDS.thickness}
      value={thickness}
      {...lengths('body.thickness', edits.setThickness)}
    />
  );
}

/** Drawing by nodes: the chosen ones, the measures of the shape, and what is shown over it. */
function Drawn() {
  const units = usePicked((d) => d.units);
  return (
    <>
      <NodesPanel />
      <Measures />
      <Later>
        <Mirror />
        <CurveTemplates />
        <Section title={WORDS.body}>
          <Thickness />
        </Section>
        <Section title={WORDS.shownOnTheBoard}>
          <ShowSwitch what="comb" words={WORDS.curvatureComb} />
          <ShowSwitch what="silhouette" words={WORDS.silhouetteTheBodyFilledWithInk} />
          <ShowSwitch what="dimensions" words={WORDS.lengthAndWidths} />
          <ShowSwitch what="sides" words="Each side from the centre line" />
          <ShowSwitch what="places" words="Horns, cutaways and places" />
          <Text fontSize="12px" color="faded">
            The comb stands out where the edge bulges and in where it is hollow; a fair edge has a comb
            without steps. A tooth of {lengthWithUnit(15, units, 0)} is a radius of{' '}
            {lengthWithUnit(100, units, 0)}.
          </Text>
        </Section>
      </Later>
    </>
  );
}

const Traced = lazy(async () => ({ default: (await import('../../nodes/trace/Traced.tsx')).Traced }));
const Judged = lazy(async () => ({ default: (await import('./judge/Judged.tsx')).Judged }));
const BODIES = { draw: Drawn, trace: Traced, judge: Judged } as const;

/** Drawing the outline, tracing it, judging it: one at a time, each with its own address. */
export function OutlineParticulars() {
  const [desk, go] = useDesk();
  const Body = BODIES[desk];
  return (
    <>
      <DeskTabs label={WORDS.workOnTheOutline} desks={DESKS} desk={desk} onGo={go} />
      <Suspense fallback={null}>
        <Body />
      </Suspense>
    </>
  );
}
