import { Suspense, lazy } from 'react';
import { usePicked } from '../../design/derived.ts';
import { ShowSwitch } from '../../shared/ShowSwitch.tsx';
import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { LAYOUT_DESKS, useLayoutDesk } from './desk.ts';
import { Parts } from './parts/Parts.tsx';
import { WORDS } from './words.ts';

const Openings = lazy(async () => ({ default: (await import('./openings/Openings.tsx')).Openings }));
const NeckJoin = lazy(async () => ({ default: (await import('./neck/NeckJoin.tsx')).NeckJoin }));
const Wires = lazy(async () => ({ default: (await import('./wires/Wires.tsx')).Wires }));
const Lines = lazy(async () => ({ default: (await import('./lines/Lines.tsx')).Lines }));
const BODIES = { parts: Parts, openings: Openings, neck: NeckJoin, wires: Wires, lines: Lines } as const;

/** Laying out: parts, openings, the neck join, wires; one desk at a time, each with its own address. */
export function LayoutParticulars() {
  const [desk, go] = useLayoutDesk();
  const Body = BODIES[desk];
  const hasUnder = usePicked((d) => d.underlays.some((u) => !u.hidden));
  return (
    <>
      <DeskTabs label={WORDS.workOnTheLayout} desks={LAYOUT_DESKS} desk={desk} onGo={go} />
      {hasUnder && <ShowSwitch what="picture" words={WORDS.pictureUnderTheDrawing} />}
      <Suspense fallback={null}>
        <Body />
      </Suspense>
    </>
  );
}
