import svgpath from 'svgpath';
import { arcCubics } from '../../geometry/arcs.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import { lerp } from '../../geometry/point.ts';
import { Unreadable } from './found.ts';

/** A subpath in the element's own units. */
export interface Subpath {
  readonly pieces: readonly Cubic[];
  readonly closed: boolean;
}

/** A quadratic as a cubic, exactly. */
export const raised = (a: Point, q: Point, b: Point): Cubic => ({
  p0: a,
  p1: lerp(a, q, 2 / 3),
  p2: lerp(b, q, 2 / 3),
  p3: b,
});

/** An arc from its two ends (SVG 1.1, appendix F.6.5): radii grown where they are too small. */
export function endArc(
  a: Point,
  radii: Point,
  turn: number,
  large: boolean,
  sweep: boolean,
  b: Point,
): readonly Cubic[] {
  if (a.x === b.x && a.y === b.y) return [];
  let [rx, ry] = [Math.abs(radii.x), Math.abs(radii.y)];
  if (rx === 0 || ry === 0) return [straightCubic(a, b)];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [hx, hy] = [(a.x - b.x) / 2, (a.y - b.y) / 2];
  const [x1, y1] = [c * hx + s * hy, -s * hx + c * hy];
  const over = (x1 / rx) ** 2 + (y1 / ry) ** 2;
  if (over > 1) {
    rx *= Math.sqrt(over);
    ry *= Math.sqrt(over);
  }
  const under = (rx * y1) ** 2 + (ry * x1) ** 2;
  const k = Math.sqrt(Math.max(0, ((rx * ry) ** 2 - under) / under)) * (large === sweep ? -1 : 1);
  const [cx, cy] = [(k * rx * y1) / ry, (-k * ry * x1) / rx];
  const centre = { x: c * cx - s * cy + (a.x + b.x) / 2, y: s * cx + c * cy + (a.y + b.y) / 2 };
  const from = Math.atan2((y1 - cy) / ry, (x1 - cx) / rx);
  const to = Math.atan2((-y1 - cy) / ry, (-x1 - cx) / rx);
  let turned = to - from;
  if (sweep && turned < 0) turned += 2 * Math.PI;
  if (!sweep && turned > 0) turned -= 2 * Math.PI;
  const pieces = [...arcCubics({ centre, rx, ry, turn, from, sweep: turned })];
  pieces[0] = { ...pieces[0]!, p0: a };
  pieces[pieces.length - 1] = { ...pieces.at(-1)!, p3: b };
  return pieces;
}

/** Path data as chains of cubics. */
export function svgSubpaths(data: string, where: string): readonly Subpath[] {
  const path = svgpath(data).abs();
  if ('err' in path && path.err)
    throw new Unreadable(
      where,
      `its path data cannot be read: ${String(path.err).replace(/^SvgPath: /, '')}`,
    );
  const found: Subpath[] = [];
  let pieces: Cubic[] = [];
  let [start, at]: [Point, Point] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ];
  /** The last handle of the curve before, for curves that go on smoothly. */
  let handle: { readonly of: 'C' | 'Q'; readonly at: Point } | null = null;
  const end = (closed: boolean): void => {
    if (pieces.length) found.push({ pieces, closed });
    pieces = [];
  };
  const lineTo = (to: Point): void => {
    if (to.x !== at.x || to.y !== at.y) pieces.push(straightCubic(at, to));
  };
  const on = (of: 'C' | 'Q'): Point =>
    handle?.of === of ? { x: 2 * at.x - handle.at.x, y: 2 * at.y - handle.at.y } : at;
  path.iterate((segment) => {
    const [command, ...n] = segment as unknown as [string, ...number[]];
    if (n.some((v) => !Number.isFinite(v)))
      throw new Unreadable(where, 'its path data holds a number that is none');
    const to = { x: n.at(-2) ?? at.x, y: n.at(-1) ?? at.y };
    let next: typeof handle = null;
    switch (command) {
      case 'M':
        end(false);
        start = to;
        break;
      case 'L':
        lineTo(to);
        break;
      case 'H':
        to.x = n[0]!;
        to.y = at.y;
        lineTo(to);
        break;
      case 'V':
        to.x = at.x;
        to.y = n[0]!;
        lineTo(to);
        break;
      case 'C':
      case 'S': {
        const p1 = command === 'C' ? { x: n[0]!, y: n[1]! } : on('C');
        const p2 = command === 'C' ? { x: n[2]!, y: n[3]! } : { x: n[0]!, y: n[1]! };
        pieces.push({ p0: at, p1, p2, p3: to });
        next = { of: 'C', at: p2 };
        break;
      }
      case 'Q':
      case 'T': {
        const q = command === 'Q' ? { x: n[0]!, y: n[1]! } : on('Q');
        pieces.push(raised(at, q, to));
        next = { of: 'Q', at: q };
        break;
      }
      case 'A':
        pieces.push(
          ...endArc(at, { x: n[0]!, y: n[1]! }, (n[2]! * Math.PI) / 180, n[3] === 1, n[4] === 1, to),
        );
        break;
      default:
        // Z: a straight line home, unless the path is there.
        lineTo(start);
        end(true);
        at = start;
        handle = null;
        return;
    }
    at = to;
    handle = next;
  });
  end(false);
  return found;
}
