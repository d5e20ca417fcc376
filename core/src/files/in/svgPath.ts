import { arcCubics } from '../../geometry/arcs.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import { straightCubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';
import { lerp } from '../../geometry/point.ts';
import { readPathData } from './svgPathData.ts';

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
  // Radii so large, or ends so near, that rounding leaves no arc: straight from one end to the other.
  if (pieces.length === 0 || !Number.isFinite(turned)) return [straightCubic(a, b)];
  pieces[0] = { ...pieces[0]!, p0: a };
  pieces[pieces.length - 1] = { ...pieces.at(-1)!, p3: b };
  return pieces;
}

/** Path data as chains of cubics. */
export function svgSubpaths(data: string, where: string): readonly Subpath[] {
  const found: Subpath[] = [];
  let pieces: Cubic[] = [];
  let start: Point = { x: 0, y: 0 };
  let at = start;
  /** The last handle of the curve before, for curves that go on smoothly. */
  let cubicHandle: Point | null = null;
  let quadHandle: Point | null = null;
  const end = (closed: boolean): void => {
    if (pieces.length) found.push({ pieces, closed });
    pieces = [];
  };
  const lineTo = (to: Point): void => {
    if (to.x !== at.x || to.y !== at.y) pieces.push(straightCubic(at, to));
  };
  const onFrom = (handle: Point | null): Point =>
    handle ? { x: 2 * at.x - handle.x, y: 2 * at.y - handle.y } : at;
  readPathData(data, where, (command, n) => {
    const kind = command.toLowerCase();
    const isRelative = kind === command;
    const [ox, oy] = isRelative ? [at.x, at.y] : [0, 0];
    const point = (k: number): Point => ({ x: n[k]! + ox, y: n[k + 1]! + oy });
    let to = at;
    let [nextCubic, nextQuad]: [Point | null, Point | null] = [null, null];
    switch (kind) {
      case 'm':
        end(false);
        to = point(0);
        start = to;
        break;
      case 'l':
        to = point(0);
        lineTo(to);
        break;
      case 'h':
        to = { x: n[0]! + ox, y: at.y };
        lineTo(to);
        break;
      case 'v':
        to = { x: at.x, y: n[0]! + oy };
        lineTo(to);
        break;
      case 'c':
      case 's': {
        const isWhole = kind === 'c';
        const p1 = isWhole ? point(0) : onFrom(cubicHandle);
        const p2 = point(isWhole ? 2 : 0);
        to = point(isWhole ? 4 : 2);
        pieces.push({ p0: at, p1, p2, p3: to });
        nextCubic = p2;
        break;
      }
      case 'q':
      case 't': {
        const isWhole = kind === 'q';
        const q = isWhole ? point(0) : onFrom(quadHandle);
        to = point(isWhole ? 2 : 0);
        pieces.push(raised(at, q, to));
        nextQuad = q;
        break;
      }
      case 'a':
        to = point(5);
        pieces.push(
          ...endArc(at, { x: n[0]!, y: n[1]! }, (n[2]! * Math.PI) / 180, n[3] === 1, n[4] === 1, to),
        );
        break;
      default:
        // Home by a straight line, unless the path is there.
        lineTo(start);
        end(true);
        to = start;
    }
    at = to;
    cubicHandle = nextCubic;
    quadHandle = nextQuad;
  });
  end(false);
  return found;
}
