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
import { areaOf, isOf, pathInPlace, sameOwner } from './cut.ts';
import type { Layout } from './layOut.ts';
import { cavityBehind } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';

/** How a control sits in the wood that it is screwed through. */
export interface ControlFit {
  readonly part: PartInPlace;
  /** The cavity its body hangs in; null where its hole comes out in none. */
  readonly cavity: Cut | null;
  /** Wood between the face and the cavity’s floor, and the thread that is left over when its nut is on. */
  readonly wood: number;
  readonly spare: number;
  /** How far its body stands into the cavity’s walls, and where; 0 when it hangs free. */
  readonly bodyOut: number;
  readonly at: Point;
  /** Room between its lugs and the cavity’s cover; null without a cavity. */
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
    const hole = cuts.find((c) => isOf(c, 'part', placed.part.id) && c.role === 'hole');
    const cavity = hole ? cavityBehind(cuts, hole) : null;
    if (!cavity) {
      return [
        {
          part: placed,
          cavity: null,
          wood: thickness,
          spare: bush.length - bush.nut - thickness,
          bodyOut: 0,
          at: placed.part.at,
          underCover: null,
        },
      ];
    }
    const front = placed.part.face === 'front';
    const roof = front ? cavity.top : cavity.bottom;
    const wood = front ? -roof : thickness + roof;
    const far = front ? roof - bush.bodyDepth : roof + bush.bodyDepth;
    const body = hangingArea(placed);
    // Whatever is cut as deep as the body hangs, from the cavity’s side, gives it room.
    const room = cuts.filter(
      (c) =>
        c.face === cavity.face &&
        (c.role === 'cavity' || c.role === 'chamber') &&
        (front ? c.top >= Math.min(roof, far + bush.bodyDepth) - SAME_FLOOR : c.bottom <= roof + SAME_FLOOR),
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
    const underCover = front ? far + thickness - ledge : -far - ledge;
    return [{ part: placed, cavity, wood, spare: bush.length - bush.nut - wood, bodyOut, at, underCover }];
  });
}
