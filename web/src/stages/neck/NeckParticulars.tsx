import { DeskTabs } from '../../shared/DeskTabs.tsx';
import { DESKS, useDesk } from './desk.ts';
import { HeadstockParticulars } from './headstock/HeadstockParticulars.tsx';
import { ShaftParticulars } from './shaft/ShaftParticulars.tsx';
import { WORDS } from './words.ts';

/** The back of the neck, and its headstock: one at a time, each with its own address. */
export function NeckParticulars() {
  const [desk, go] = useDesk();
  return (
    <>
      <DeskTabs label={WORDS.workOnTheNeck} desks={DESKS} desk={desk} onGo={go} />
      {desk === 'headstock' ? <HeadstockParticulars /> : <ShaftParticulars />}
    </>
  );
}
