import type { Design, Neck, PlacedPart, Slab, Strings } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { standsOut } from '../parts/strapButton.ts';
import { roundedPolygon } from '../geometry/roundedPolygon.ts';
import type { NeckSide } from '../strings/elevation.ts';
import { pocketDepthAt, screwBite } from '../strings/elevation.ts';
import { neckSide } from '../strings/neckSide.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { boardHalfWidth } from '../strings/taper.ts';
import type { Cut } from './cut.ts';
import { NECK_OWNER, areaOf } from './cut.ts';
import { pathInPlace } from './cut.ts';

/** Half the pocket's width on a side at x: the neck's own taper, or its tenon where that is narrower, and its fit. */
export function pocketHalf(strings: Strings, neck: Neck, x: number, side: 'bass' | 'treble'): number {
  const heel = boardHalfWidth(strings, x, side);
  const tenon = neck.joint === 'glued' ? neck.tenon : null;
  return (tenon === null ? heel : Math.min(heel, tenon / 2)) + neck.fit;
}

/** The pocket in plan, counter-clockwise: along the taper from past the joint to its tail end. */
export function pocketPath(strings: Strings, neck: Neck, stringPlan: StringPlan): ClosedPath {
  const front = stringPlan.jointX + neck.past;
  const rear = stringPlan.jointX - neck.pocketLength;
  const half = (x: number, side: 'bass' | 'treble'): number => pocketHalf(strings, neck, x, side);
  const corners: readonly Point[] = [
    { x: front, y: half(front, 'bass') },
    { x: rear, y: half(rear, 'bass') },
    { x: rear, y: -half(rear, 'treble') },
    { x: front, y: -half(front, 'treble') },
  ];
  const width = half(rear, 'bass') + half(rear, 'treble');
  const radius = neck.end === 'round' ? width / 2 : Math.min(neck.radius, width / 2);
  return neck.pocketLength + neck.past > 0 ? roundedPolygon(corners, [0, radius, radius, 0]) : [];
}

/** Where the neck's screws stand: two rows, from the nut end tailward; an odd one stands alone on the line, tailward. */
export function neckScrewPlaces(neck: Neck, stringPlan: StringPlan): readonly Point[] {
  const { count, from, along, across } = neck.screws;
  const middle = stringPlan.jointX - from;
  const rows = Math.ceil(count / 2);
  return Array.from({ length: count }, (_, i): Point => {
    const row = Math.floor(i / 2);
    const x = rows > 1 ? middle + along / 2 - (along * row) / (rows - 1) : middle;
    const alone = count % 2 === 1 && i === count - 1;
    return { x, y: alone ? 0 : i % 2 === 0 ? across / 2 : -across / 2 };
  });
}

/** Length and head of one of the neck's screws, counted from 0: its own where it differs from the others. */
export function neckScrew(
  { screws }: Pick<Neck, 'screws'>,
  index: number,
): Pick<Neck['screws'], 'length' | 'head' | 'headAcross'> & { readonly differs: boolean } {
  const own = screws.own.find((s) => s.screw === index + 1);
  const { length, head, headAcross } = own ?? screws;
  return { length, head, headAcross, differs: own !== undefined };
}

/** A strap button this near to a neck screw, mm, stands under its head. */
const ON_SCREW = 1.5;

/** Whether a part is a strap button under the head of a neck screw at a place. */
export const isUnderScrew = ({ spec, face, at: own }: PlacedPart, at: Point): boolean =>
  spec.kind === 'strap-button' && face === 'back' && distance(own, at) < ON_SCREW;

/** How high a strap button stands under the head of a neck screw at a place, mm; 0 where none does. */
export const buttonUnder = (parts: readonly PlacedPart[], at: Point): number =>
  parts.filter((p) => isUnderScrew(p, at)).reduce((most, p) => Math.max(most, standsOut(p.spec)), 0);

/**
 * How deep one of the neck's screws, counted from 0, holds in the heel, and what it leaves under the board, mm. A strap button under its head takes its
 * height of the screw.
 */
export const biteOfNeckScrew = (
  { neck, body, parts }: Pick<Design, 'neck' | 'parts'> & { readonly body: Pick<Slab, 'thickness'> },
  side: NeckSide,
  at: Point,
  index: number,
): ReturnType<typeof screwBite> =>
  screwBite({
    thickness: body.thickness,
    pocketDepth: pocketDepthAt(side, at.x),
    carve: neck.carve,
    length: neckScrew(neck, index).length,
    plate: neck.screws.plate,
    underHead: neck.screws.underHead + buttonUnder(parts, at),
    heel: neck.heel,
    board: neck.board,
  });

/** The pocket and the neck's screw holes; a straight-through neck has none. */
export function neckCuts(
  design: Pick<Design, 'neck' | 'strings'> & { readonly body: Pick<Slab, 'thickness'> },
  stringPlan: StringPlan,
): readonly Cut[] {
  const { neck, strings } = design;
  const { thickness } = design.body;
  if (neck.joint === 'through' || neck.joint === 'undecided' || neck.pocketLength <= 0) return [];
  const path = pocketPath(strings, neck, stringPlan);
  const side = neckSide(design);
  const deepest = Math.max(
    pocketDepthAt(side, stringPlan.jointX),
    pocketDepthAt(side, stringPlan.jointX - neck.pocketLength),
  );
  const pocket: Cut = {
    id: 'neck-pocket',
    owner: NECK_OWNER,
    name: 'neck pocket',
    face: 'front',
    role: 'pocket',
    path,
    area: areaOf(path),
    islands: [],
    top: 0,
    bottom: -Math.min(thickness, Math.max(0, deepest)),
    through: deepest >= thickness,
    round: null,
    unsaid: false,
  };
  if (neck.joint !== 'screwed') return [pocket];
  return [
    pocket,
    ...neckScrewPlaces(neck, stringPlan).map((at, i): Cut => {
      const diameter = neck.screws.thread + 0.3;
      const { head, headAcross } = neckScrew(neck, i);
      const hole = pathInPlace({ kind: 'circle', diameter }, at, 0);
      return {
        id: `neck-screw-${i}`,
        owner: NECK_OWNER,
        name: `neck screw ${i + 1}`,
        face: 'back',
        role: 'screw',
        path: hole,
        area: areaOf(hole),
        islands: [],
        top: -Math.max(0, pocketDepthAt(side, at.x)),
        bottom: -thickness,
        through: false,
        round: { at, diameter },
        // With a plate or ferrules the head is sunk in them, not in the wood.
        ...(head === 'countersunk' && neck.screws.plate === 0 ? { countersink: headAcross } : {}),
        unsaid: false,
      };
    }),
  ];
}

/** The sides of a straight-through neck behind its board, as two lines along the body. */
export function throughLines(
  design: Pick<Design, 'neck'>,
  from: number,
  to: number,
): readonly (readonly [Point, Point])[] {
  if (design.neck.joint !== 'through') return [];
  const half = design.neck.core / 2;
  return [half, -half].map((y) => [
    { x: from, y },
    { x: to, y },
  ]);
}
