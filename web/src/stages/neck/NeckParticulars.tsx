import { Suspense, lazy } from 'react';
import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { SolidSwitch } from '../../solids/SolidSwitch.tsx';
import { DESKS, useDesk } from './desk.ts';
import { HeadstockParticulars } from './headstock/HeadstockParticulars.tsx';
import { ShaftParticulars } from './shaft/ShaftParticulars.tsx';
import { WORDS } from './words.ts';

const TracedHeadstock = lazy(async () => ({
  default: (await import('./headstock/TracedHeadstock.tsx')).TracedHeadstock,
}));
const BODIES = { shaft: ShaftParticulars, headstock: HeadstockParticulars, trace: TracedHeadstock } as const;

/** The back of the neck, and its headstock: one at a time, each with its own address. */
export function NeckParticulars() {
  const [desk, go] = useDesk();
  const Body = BODIES[desk];
  return (
    <>
      <SolidSwitch />
      <DeskTabs label={WORDS.workOnTheNeck} desks={DESKS} desk={desk} onGo={go} />
      <Suspense fallback={null}>
        <Body />
      </Suspense>
    </>
  );
}
