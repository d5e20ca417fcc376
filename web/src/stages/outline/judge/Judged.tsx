import { useEffect } from 'react';
import { useDesignStore } from '../../../design/store.ts';
import { Section } from '../../../shared/Section.tsx';
import { ChosenNodes } from '../../../nodes/ChosenNodes.tsx';
import { Fairing } from '../../../nodes/fairing/Fairing.tsx';
import { Flow } from './Flow.tsx';
import { Proportion } from './Proportion.tsx';
import { ShowSwitch } from '../../../shared/ShowSwitch.tsx';
import { Reach, Tools } from './Tools.tsx';
import { WhatChanged } from './WhatChanged.tsx';
import { useCompared } from './compared.ts';
import { useOverlay } from './overlay.ts';
import { WORDS } from '../words.ts';

let comparedIn = '';

/** Judging the outline: lumps, flow, proportion, what changed, tools and hands that reach. */
export function Judged() {
  const design = useDesignStore((s) => s.id);
  useEffect(() => {
    // What was laid beside it belongs to the design it was laid beside.
    if (comparedIn !== design) {
      useCompared.getState().clear();
      useOverlay.getState().set({ figure: 'none', shift: { x: 0, y: 0 }, tools: false });
    }
    comparedIn = design;
    return () => useOverlay.getState().set({ pointed: null });
  }, [design]);
  return (
    <>
      <ChosenNodes />
      <Fairing />
      <Section title={WORDS.show}>
        <ShowSwitch what="comb" words={WORDS.curvatureComb} />
        <ShowSwitch what="silhouette" words={WORDS.silhouetteTheBodyFilledWithInk} />
      </Section>
      <WhatChanged />
      <Proportion />
      <Flow />
      <Tools />
      <Reach />
    </>
  );
}
