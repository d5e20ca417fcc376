import type { Design } from '../design/schema.ts';
import type { Box } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { nearestOnPath, pathBox } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { distance, hypot } from '../geometry/point.ts';
import { nearestOnSegment } from '../geometry/polygons.ts';
import { remember } from '../geometry/remember.ts';
import { ownLinePoints } from '../outline/ownLines.ts';
import type { DrawnParts } from '../templates/drawnParts.ts';

/** A place that a measuring hand is drawn to, and what it is; instrument frame, mm. */
export interface Snapped {
  readonly at: Point;
  /** In words: “a node”, “the middle of the bridge post”. */
  readonly to: string;
}

interface Line {
  readonly to: string;
  readonly box: Box | null;
  readonly nearest: (p: Point) => Point | null;
}

const pathLine = (path: ClosedPath, to: string): Line => ({
  to,
  box: pathBox(path),
  nearest: (p) => nearestOnPath(path, p)?.at ?? null,
});

const chain = (points: readonly Point[], closed: boolean, to: string): Line => {
  const ends = closed ? [...points, points[0]!] : points;
  return {
    to,
    box: null,
    nearest: (p) =>
      ends.slice(1).reduce<Point | null>((best, b, i) => {
        const q = nearestOnSegment(ends[i]!, b, p);
        return best && distance(best, p) <= distance(q, p) ? best : q;
      }, null),
  };
};

/** All that can be measured to in a design: its points, and its lines. */
function targetsOf(
  nodes: Design['outline']['nodes'],
  ownLines: Design['lines'],
  path: ClosedPath,
  box: Box,
  layout: DrawnParts['layout'],
  { lines: strings, jointX, boardEndX }: DrawnParts['stringPlan'],
) {
  const partNames = new Map(layout.parts.map(({ part, name }) => [part.id, name]));
  /** A cut by what it is made for: “the hole of Volume”. */
  const nameOf = ({ owner, name }: DrawnParts['layout']['cuts'][number]): string => {
    const part = owner.kind === 'part' ? partNames.get(owner.id) : undefined;
    return part === undefined ? name : `the ${name} of ${part}`;
  };
  const points: readonly Snapped[] = [
    ...nodes.map(({ x, y }) => ({ at: { x, y }, to: 'a node' })),
    ...layout.cuts.flatMap((cut) =>
      cut.round
        ? [{ at: cut.round.at, to: `the middle of ${nameOf(cut)}` }]
        : cut.path.map(({ p0 }) => ({ at: p0, to: `a corner of ${nameOf(cut)}` })),
    ),
    ...layout.parts.map(({ part, name }) => ({ at: part.at, to: name })),
    ...ownLines.flatMap(({ way, name }) =>
      way.by === 'points' ? [way.from, way.to].map((at) => ({ at, to: `the end of ${name}` })) : [],
    ),
    { at: { x: 0, y: 0 }, to: 'the bridge line on the centre line' },
    { at: { x: jointX, y: 0 }, to: 'the joint on the centre line' },
    { at: { x: boardEndX, y: 0 }, to: 'the end of the fingerboard' },
  ];
  const lines: readonly Line[] = [
    pathLine(path, 'the body’s edge'),
    ...layout.cuts.map((cut) => pathLine(cut.path, `the edge of ${nameOf(cut)}`)),
    ...layout.parts.flatMap((p) => p.footprint.map((outline) => pathLine(outline, `the edge of ${p.name}`))),
    ...ownLines.flatMap((line) =>
      ownLinePoints(line, path, box).map(({ points: along, closed }) => chain(along, closed, line.name)),
    ),
    ...strings.map((s, i) => chain([s.bridge, s.nut], false, `string ${strings.length - i}`)),
    { to: 'the centre line', box: null, nearest: (p) => ({ x: p.x, y: 0 }) },
    { to: 'the bridge line', box: null, nearest: (p) => ({ x: 0, y: p.y }) },
  ];
  return { points, lines };
}

const nearBox = (box: Box, p: Point, reach: number): boolean =>
  p.x >= box.minX - reach && p.x <= box.maxX + reach && p.y >= box.minY - reach && p.y <= box.maxY + reach;

/** What a measuring hand at a place is drawn to within `reach` mm. */
export type SnapTo = (
  design: Pick<Design, 'outline' | 'lines'>,
  derived: DrawnParts,
  at: Point,
  reach: number,
) => Snapped | null;

/**
 * A way to snap that remembers what there is to snap to: the nearest node, middle, corner or end within reach; without
 * one, the nearest place of an edge or line; null where nothing is near.
 */
export function createSnap(): SnapTo {
  const targets = remember(targetsOf, 1);
  return ({ outline, lines: ownLines }, { path, measures, layout, stringPlan }, at, reach) => {
    const { points, lines } = targets(outline.nodes, ownLines, path, measures.box, layout, stringPlan);
    const nearest = (found: readonly Snapped[]): Snapped | null =>
      found
        .filter((s) => distance(s.at, at) <= reach)
        .reduce<Snapped | null>(
          (best, s) => (best && distance(best.at, at) <= distance(s.at, at) ? best : s),
          null,
        );
    return (
      nearest(points) ??
      nearest(
        lines.flatMap(({ to, box, nearest: on }) => {
          const place = box && !nearBox(box, at, reach) ? null : on(at);
          return place ? [{ at: place, to }] : [];
        }),
      )
    );
  };
}

/** Two places measured: straight across, along the centre line (nutward), across it (to the bass side), mm; its turn, degrees. */
export function measured(from: Point, to: Point) {
  const [along, across] = [to.x - from.x, to.y - from.y];
  return {
    length: hypot(along, across),
    along,
    across,
    /** From the centre line, 0 to 90. */
    turn: (Math.atan2(Math.abs(across), Math.abs(along)) * 180) / Math.PI,
  };
}
