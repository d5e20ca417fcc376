import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { DESKS, useDesk } from './desk.ts';
import { StandingParticulars } from './hanging/StandingParticulars.tsx';
import { MendsParticulars } from './mends/MendsParticulars.tsx';
import { PlayerParticulars } from './player/PlayerParticulars.tsx';
import { SittingParticulars } from './sitting/SittingParticulars.tsx';
import { WeightParticulars } from './weight/WeightParticulars.tsx';
import { WORDS } from './words.ts';

const BODIES = {
  weight: WeightParticulars,
  standing: StandingParticulars,
  sitting: SittingParticulars,
  mends: MendsParticulars,
  player: PlayerParticulars,
} as const;

/** Weight, and how the instrument hangs and sits: one at a time, each with its own address. */
export function BalanceParticulars() {
  const [desk, go] = useDesk();
  const Body = BODIES[desk];
  return (
    <>
      <DeskTabs label={WORDS.workOnBalance} desks={DESKS} desk={desk} onGo={go} />
      <Body />
    </>
  );
}
