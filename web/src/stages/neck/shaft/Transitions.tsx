import type { Design, Point, SidePlace, SideView } from '@pelkin/core';
import { LIMITS, edits, lengthWithUnit } from '@pelkin/core';
import { useDerived } from '../../../design/derived.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { Grip } from '../Grip.tsx';

const tenth = (v: number): number => Math.round(v * 10) / 10;
const within = (v: number, { min, max }: { readonly min: number; readonly max: number }): number =>
  Math.min(max, Math.max(min, tenth(v)));

/** One handle for each transition, on the side elevation: where the shaft begins to run into its heel, and where the headstock’s back is flat. */
export function Transitions({
  ends,
  onBoard,
}: {
  readonly ends: SideView['transitions'];
  readonly onBoard: (place: SidePlace) => Point;
}) {
  const { headstock, shaft, units } = useDesign();
  const { neckPlan, stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const scale = stringPlan.centreScale;
  const { heel } = neckPlan;
  const setRun = (run: number, gesture?: string) =>
    edit(
      'moved the transition to the heel',
      (d: Design) => edits.editShaft(d, { run: within(run, LIMITS['shaft.run']) }),
      gesture,
    );
  const setBlend = (blend: number, gesture?: string) =>
    edit(
      'moved the transition to the headstock',
      (d: Design) => edits.editHeadstock(d, { blend: within(blend, LIMITS['headstock.blend']) }),
      gesture,
    );
  const { tilt } = neckPlan.headstock.side;
  return (
    <>
      <Grip
        grip="heel"
        label={`transition to the heel, ${lengthWithUnit(shaft.run, units, 1)}`}
        at={onBoard(ends.heel)}
        onMove={(to, gesture) => setRun(heel.flatFrom - (scale - to.x), gesture)}
        onNudge={({ x }) => setRun(shaft.run + x, nudgeGesture('transition to the heel'))}
      />
      <Grip
        grip="headstock"
        label={`transition to the headstock, ${lengthWithUnit(headstock.blend, units, 1)}`}
        at={onBoard(ends.headstock)}
        onMove={(to, gesture) =>
          setBlend((to.x - scale + headstock.thickness * Math.sin(tilt)) / Math.cos(tilt), gesture)
        }
        onNudge={({ x }) => setBlend(headstock.blend + x, nudgeGesture('transition to the headstock'))}
      />
    </>
  );
}
