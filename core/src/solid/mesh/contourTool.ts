import type { Box } from '../../geometry/box.ts';
import { boxOfPoints, growBox } from '../../geometry/box.ts';
import { divided } from '../../geometry/polygons.ts';
import type { NearChain } from '../near.ts';
import type { Point } from '../../geometry/point.ts';
import { distance, hypot } from '../../geometry/point.ts';
import type { Cut } from '../depths.ts';
import { regionBox, regionHolds } from '../region.ts';
import type { Region } from '../solid.ts';
import { placesOnProfile } from './profile.ts';
import { refined } from './refine.ts';
import type { Surface } from './surface.ts';
import { surfaceWithin } from './surface.ts';

/** Chords across the profile stay so near to it, mm. */
const ACROSS = 0.015;
/** Places along a start line, mm apart at most; and how far they may leave a straight one. */
const ALONG = 8;
/** And across, mm apart at most: where the line is hollow, the surface bends there too. */
const APART = 12;
/** On the other side of its line the tool climbs out of the wood at so much a mm, to no more than this, mm. */
const CLIMB = 0.25;
const CLEAR = 0.5;
/** Places along the edge of the tool, mm apart. */
const AROUND = 20;
/** The tool goes past the body by so much, mm. */
const ROUND = 2;
/** A place that the line is nearer to than meant by this, mm, belongs to another piece of it. */
const OWN = 0.05;

const alongBox = ({ minX, minY, maxX, maxY }: Box): readonly Point[] => {
  const corners = [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ];
  return corners.flatMap((a, i) => {
    const b = corners[(i + 1) % 4]!;
    const parts = Math.ceil(distance(a, b) / AROUND);
    return Array.from({ length: parts }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / parts,
      y: a.y + ((b.y - a.y) * k) / parts,
    }));
  });
};

/** Places along the edge of what a contour takes, mm apart. */
const LOOK = 4;

/** Round what a contour takes of a region: what of its edge lies on the left of the line, and what of the line lies in it. */
function carvedBox(line: NearChain, region: Region): Box {
  const holds = regionHolds(region);
  const found: Point[] = divided(region.outer, () => LOOK).filter(({ x, y }) => line.side(x, y) >= 0);
  for (let i = 0; i < line.count; i += 1) {
    const [a, b] = [
      { x: line.xs[i]!, y: line.ys[i]! },
      { x: line.xs[i + 1]!, y: line.ys[i + 1]! },
    ];
    const parts = Math.ceil(distance(a, b) / LOOK);
    for (let k = 0; k <= parts; k += 1) {
      const [x, y] = [a.x + ((b.x - a.x) * k) / parts, a.y + ((b.y - a.y) * k) / parts];
      if (holds(x, y)) found.push({ x, y });
    }
  }
  return growBox(boxOfPoints(found) ?? regionBox(region), LOOK);
}

/**
 * The underside of what a contour takes, over a box: its depth on the left of the start line, negative; on its right, clear above the
 * face. Places lie along the line, and along lines beside it where the profile bends.
 */
export function contourUnderside(cut: Extract<Cut, { kind: 'from line' }>, region: Region): Surface {
  const line = cut.lines[0]!;
  const box = growBox(carvedBox(line, region), ROUND);
  // An arc goes no further than the body: past it, it may stand upright.
  const { far } = cut;
  const height = (x: number, y: number): number => {
    const u = line.signed(x, y);
    return u >= 0 ? -cut.deep(Math.min(u, far)) : Math.min(CLEAR, -CLIMB * u);
  };
  const edge = alongBox(box);
  const isIn = ({ x, y }: Point): boolean => x > box.minX && x < box.maxX && y > box.minY && y < box.maxY;
  const bends = placesOnProfile(cut.deep, 0, far, ACROSS);
  const across = [
    -CLEAR / CLIMB,
    ...bends.flatMap((u, i) => {
      const parts = Math.max(1, Math.ceil(((bends[i + 1] ?? u) - u) / APART));
      return Array.from({ length: parts }, (_, k) => u + (((bends[i + 1] ?? u) - u) * k) / parts);
    }),
  ];
  const seeds: Point[] = [];
  for (let i = 0; i < line.count; i += 1) {
    const [ax, ay, bx, by] = [line.xs[i]!, line.ys[i]!, line.xs[i + 1]!, line.ys[i + 1]!];
    const long = hypot(bx - ax, by - ay);
    if (long === 0) continue;
    const [nx, ny] = [-(by - ay) / long, (bx - ax) / long];
    // The straight ends run far past the box: of those, only what is near it.
    const parts = Math.ceil(long / ALONG);
    for (let k = 0; k < parts; k += 1) {
      const [x, y] = [ax + ((bx - ax) * k) / parts, ay + ((by - ay) * k) / parts];
      for (const u of across) {
        const p = { x: x + nx * u, y: y + ny * u };
        if (isIn(p) && line.distance(p.x, p.y) > Math.abs(u) - OWN) seeds.push(p);
      }
    }
  }
  const made = surfaceWithin(edge, seeds, height);
  if (!made) throw new Error('a rectangle is the edge of all that lies in it');
  return refined(made, height);
}
