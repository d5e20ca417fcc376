import { arcCubics } from '../../geometry/arcs.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import { Unreadable } from './found.ts';
import type { Element } from './svgElement.ts';
import { whereOf } from './svgElement.ts';
import { svgNumbers, userLength } from './svgLengths.ts';
import type { Subpath } from './svgPath.ts';
import { svgSubpaths } from './svgPath.ts';

const chain = (p: readonly Point[], closed: boolean): readonly Subpath[] => {
  const ends = closed ? [...p, p[0]!] : p;
  const pieces = ends
    .slice(1)
    .flatMap((q, i) => (q.x === ends[i]!.x && q.y === ends[i]!.y ? [] : [straightCubic(ends[i]!, q)]));
  return pieces.length ? [{ pieces, closed }] : [];
};

const oval = (cx: number, cy: number, rx: number, ry: number): readonly Subpath[] =>
  rx > 0 && ry > 0
    ? [
        {
          pieces: arcCubics({ centre: { x: cx, y: cy }, rx, ry, turn: 0, from: 0, sweep: 2 * Math.PI }),
          closed: true,
        },
      ]
    : [];

/** A side of a rounded rectangle shorter than this is none: its corners meet. */
const NO_SIDE = 1e-9;

/**
 * The lines of one drawn element in its own units; null when it is no shape. `width` and `height` are those of the
 * viewport, which percentages are taken of. Throws Unreadable, with the element, where a number is none.
 */
export function shapeOf(
  e: Element,
  { width, height }: { readonly width: number; readonly height: number },
): readonly Subpath[] | null {
  const { attributes: a } = e;
  const where = whereOf(e);
  if (e.tag === 'path') return a.d === undefined ? [] : svgSubpaths(a.d, where);
  const get = (name: string, whole: number): number => userLength(a[name], whole, where) ?? 0;
  const points = (): readonly Point[] => {
    const n = svgNumbers(a.points ?? '', where);
    if (n.length % 2 === 1)
      throw new Unreadable(where, 'its points are an odd count of numbers: each needs an x and a y');
    return Array.from({ length: n.length / 2 }, (_, i) => ({ x: n[2 * i]!, y: n[2 * i + 1]! }));
  };
  switch (e.tag) {
    case 'line':
      return chain(
        [
          { x: get('x1', width), y: get('y1', height) },
          { x: get('x2', width), y: get('y2', height) },
        ],
        false,
      );
    case 'polyline': {
      const p = points();
      const isHome = p.length > 2 && p[0]!.x === p.at(-1)!.x && p[0]!.y === p.at(-1)!.y;
      return chain(isHome ? p.slice(0, -1) : p, isHome);
    }
    case 'polygon': {
      const p = points();
      return p.length ? chain(p, true) : [];
    }
    case 'circle': {
      const r = get('r', Math.hypot(width, height) / Math.SQRT2);
      return oval(get('cx', width), get('cy', height), r, r);
    }
    case 'ellipse': {
      const [rx, ry] = [userLength(a.rx, width, where), userLength(a.ry, height, where)];
      return oval(get('cx', width), get('cy', height), rx ?? ry ?? 0, ry ?? rx ?? 0);
    }
    case 'rect': {
      const [x, y, w, h] = [get('x', width), get('y', height), get('width', width), get('height', height)];
      if (!(w > 0 && h > 0)) return [];
      const [ax, ay] = [userLength(a.rx, width, where), userLength(a.ry, height, where)];
      const [rx, ry] = [
        Math.min(w / 2, Math.max(0, ax ?? ay ?? 0)),
        Math.min(h / 2, Math.max(0, ay ?? ax ?? 0)),
      ];
      if (rx === 0 || ry === 0)
        return chain(
          [
            { x, y },
            { x: x + w, y },
            { x: x + w, y: y + h },
            { x, y: y + h },
          ],
          true,
        );
      const corner = (cx: number, cy: number, from: number): readonly Cubic[] =>
        arcCubics({ centre: { x: cx, y: cy }, rx, ry, turn: 0, from, sweep: Math.PI / 2 });
      const arcs = [
        corner(x + w - rx, y + ry, -Math.PI / 2),
        corner(x + w - rx, y + h - ry, 0),
        corner(x + rx, y + h - ry, Math.PI / 2),
        corner(x + rx, y + ry, Math.PI),
      ];
      const pieces = arcs.flatMap((arc, i) => {
        const [from, to] = [arc.at(-1)!.p3, arcs[(i + 1) % 4]![0]!.p0];
        return Math.hypot(to.x - from.x, to.y - from.y) > NO_SIDE ? [...arc, straightCubic(from, to)] : arc;
      });
      return [{ pieces, closed: true }];
    }
    default:
      return null;
  }
}
