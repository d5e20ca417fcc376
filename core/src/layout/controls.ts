import type { Point } from '../geometry/point.ts';
import type { Boxed } from '../geometry/polygons.ts';
import {
  distanceToEdge,
  edgeGap,
  polygonArea,
  areaHolds,
  withoutAll,
  withoutOf,
} from '../geometry/polygons.ts';
import { circle, rect } from '../parts/part.ts';
import type { Cut } from './cut.ts';
import { areaOf, pathInPlace, sameOwner } from './cut.ts';
import type { Layout } from './layOut.ts';
import { cavityOfControl } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';

/** How a control sits in the wood that it is screwed through. */
export interface ControlFit {
  readonly part: PartInPlace;
  /** The cavity its body hangs in; null where there is none under its hole or its plate. */
  readonly cavity: Cut | null;
  /** What its bushing passes, the wood over its cavity or the plate that it is fixed to; and the thread left over when its nut is on. */
  readonly wood: number;
  readonly spare: number;
  /** How far its body stands into the cavity’s walls, and where; 0 when it hangs free. */
  readonly bodyOut: number;
  readonly at: Point;
  /** Where its body begins, z: the cavity’s floor, or the underside of its plate. */
  readonly bodyTop: number;
  /** Room between its lugs and what is under them, the cavity’s cover or, under a plate, its floor; null without either. */
  readonly underCover: number | null;
}

/** Floors nearer than this, mm, are one: rounding. */
const SAME_FLOOR = 1e-6;

const HANGING = new WeakMap<PartInPlace, Boxed>();

/** The ground that a control's body takes as it hangs behind its hole; only of parts with a bush. */
export function hangingArea(placed: PartInPlace): Boxed {
  let area = HANGING.get(placed);
  if (!area) {
    const { bush } = placed.form;
    if (!bush) throw new Error(`${placed.name} hangs behind no hole`);
    const shape = bush.round ? circle(bush.bodyLong) : rect(bush.bodyLong, bush.bodyWide);
    area = areaOf(pathInPlace(shape, placed.part.at, (placed.part.turn * Math.PI) / 180));
    HANGING.set(placed, area);
  }
  return area;
}

/** What is left over of a body outside its cavity counts from here, mm². */
const LEAST_AREA = 0.05;

/** Every control that is screwed through the wood: pots, switches. A design's are found once, by what derives it. */
export function controlFits({ parts, cuts, thickness }: Layout): readonly ControlFit[] {
  return parts.flatMap((placed): readonly ControlFit[] => {
    const { bush } = placed.form;
    if (!bush || placed.part.face === 'edge') return [];
    const cavity = cavityOfControl(placed, cuts);
    const front = placed.part.face === 'front';
    const { mounted } = placed;
    if (!cavity) {
      const wood = mounted?.thickness ?? thickness;
      return [
        {
          part: placed,
          cavity: null,
          wood,
          spare: bush.length - bush.nut - wood,
          bodyOut: 0,
          at: placed.part.at,
          bodyTop: front === (mounted !== null) ? 0 : -thickness,
          underCover: null,
        },
      ];
    }
    const inward = front ? -1 : 1;
    const ownFace = front ? 0 : -thickness;
    const roof = mounted ? ownFace : front ? cavity.top : cavity.bottom;
    const wood = mounted ? mounted.thickness : Math.abs(roof - ownFace);
    const far = roof + inward * bush.bodyDepth;
    const body = hangingArea(placed);
    // Whatever is cut as deep as the body hangs, from the cavity’s side, gives it room.
    const deepEnough = mounted
      ? inward * Math.min(inward * far, inward * (front ? cavity.bottom : cavity.top))
      : roof;
    const isRoom = (c: Cut): boolean =>
      mounted
        ? inward * (front ? c.bottom : c.top) >= inward * deepEnough - SAME_FLOOR
        : front
          ? c.top >= roof - SAME_FLOOR
          : c.bottom <= roof + SAME_FLOOR;
    const room = cuts.filter(
      (c) => c.face === cavity.face && (c.role === 'cavity' || c.role === 'chamber') && isRoom(c),
    );
    // Mostly it hangs free in one cavity: told without a cut of polygons.
    const free = areaHolds(cavity.area, body.polygon[0]!) && edgeGap(body, cavity.area, 0)?.distance !== 0;
    const leftover = free
      ? []
      : withoutAll(
          body.polygon,
          room.map((c) => c.area),
        );
    const blocked = [
      ...leftover,
      ...cavity.islands.filter((i) => withoutOf([i], [body.polygon]).length === 0),
    ];
    let bodyOut = 0;
    let at: Point = placed.part.at;
    for (const polygon of blocked) {
      if (polygon.length < 3) continue;
      if (Math.abs(polygonArea(polygon)) < LEAST_AREA) continue;
      for (const p of polygon) {
        const by = distanceToEdge(cavity.area.polygon, p);
        if (by > bodyOut) [bodyOut, at] = [by, p];
      }
    }
    const ledge = cuts
      .filter((c) => sameOwner(c.owner, cavity.owner) && c.role === 'ledge' && c.face === cavity.face)
      .reduce((deep, c) => Math.max(deep, front ? c.top + thickness : -c.bottom), 0);
    const coverAt = front ? ledge - thickness : -ledge;
    const under = mounted
      ? cavity.through
        ? null
        : inward * ((front ? cavity.bottom : cavity.top) - far)
      : inward * (coverAt - far);
    const spare = bush.length - bush.nut - wood;
    return [{ part: placed, cavity, wood, spare, bodyOut, at, bodyTop: roof, underCover: under }];
  });
}
