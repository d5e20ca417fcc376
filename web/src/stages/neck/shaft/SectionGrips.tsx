import type { Design, Point, Shaft, Side } from '@pelkin/core';
import {
  LIMITS,
  edits,
  fullness,
  fullnessThrough,
  halfWidth,
  shaftBack,
  thicknessThrough,
  woodDepth,
} from '@pelkin/core';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { Grip } from '../Grip.tsx';

/** Places of a section (v across, w up, mm) on the board, and back. */
export interface SectionPlaces {
  readonly to: (v: number, w: number) => Point;
  readonly from: (p: Point) => { readonly v: number; readonly w: number };
}

/** Where a shoulder is taken hold of, as a share of the half-width; and how far out a pull counts. */
const SHOULDER = 0.75;
const [LEAST_SHARE, MOST_SHARE] = [0.4, 0.95];
/** An arrow key makes it so much fuller for each mm. */
const FULLER = 0.5;

const hundredth = (v: number): number => Math.round(v * 100) / 100;
const full = (p: number): number =>
  hundredth(Math.min(LIMITS['shaft.fullness'].max, Math.max(LIMITS['shaft.fullness'].min, p)));

interface Props {
  readonly index: number;
  readonly shaft: Shaft;
  readonly u: number;
  readonly places: SectionPlaces;
}

/** A typed section by three places: both shoulders for how full it is, its back for how thick the neck is. */
export function SectionGrips({ index, shaft, u, places }: Props) {
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const station = design.shaft.stations[index];
  if (!station) return null;
  const name = station.fret === 0 ? 'the nut' : `fret ${station.fret}`;
  const isEven = station.bass === station.treble;
  const setFull = (side: Side, p: number, gesture: string) =>
    edit(
      `pulled the section at ${name}`,
      (d: Design) => {
        const next = full(p);
        return edits.changeStation(d, index, isEven ? { bass: next, treble: next } : { [side]: next });
      },
      gesture,
    );
  const setThick = (thickness: number, gesture: string) =>
    edit(
      `changed the thickness at ${name}`,
      (d: Design) => edits.editShaft(d, thicknessThrough({ ...shaft, ...d.shaft }, u, thickness)),
      gesture,
    );
  const depth = woodDepth(shaft, u);
  return (
    <>
      {(['bass', 'treble'] as const).map((side) => {
        const half = halfWidth(shaft, u, side);
        const v = (side === 'bass' ? -1 : 1) * SHOULDER * half;
        const { p } = fullness(shaft, u, side);
        return (
          <Grip
            key={side}
            grip={`section ${index} ${side}`}
            label={`fullness at ${name}, ${side} side: ${p.toFixed(2)}`}
            at={places.to(v, shaftBack(shaft, u, v))}
            onMove={(to, gesture) => {
              const pulled = places.from(to);
              const share = Math.min(MOST_SHARE, Math.max(LEAST_SHARE, Math.abs(pulled.v) / half));
              setFull(side, fullnessThrough(share, -pulled.w / depth), gesture);
            }}
            onNudge={({ y }) =>
              setFull(side, station[side] - FULLER * y, nudgeGesture(`section ${index} ${side}`))
            }
          />
        );
      })}
      <Grip
        grip={`section ${index} back`}
        label={`neck thickness at ${name}`}
        at={places.to(0, -depth)}
        onMove={(to, gesture) => setThick(shaft.board - places.from(to).w, gesture)}
        onNudge={({ y }) => setThick(shaft.board + depth - y, nudgeGesture(`section ${index} back`))}
      />
    </>
  );
}
