import type { Point } from '../geometry/point.ts';
import { distance, hypot } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { nearChain } from './near.ts';

/** Beside a hollow corner that turns by more than this, rad, a line goes round in steps of it, where nothing else is said. */
const TURN = 0.2;
/** A corner of more than this, rad, is not followed: the lines beside it meet on their own. */
const SHARP = 2.5;
/** A place is on the line beside the edge where the edge is no nearer than this short of it, mm. */
const NEARER = 1e-6;
/** Lines beside one another that meet may be so much further from the edge than meant, mm. */
const MEET = 0.02;

/** A closed line beside another: its places, and by which place of the other each is, counted on between two. */
export interface Ring {
  readonly places: Polygon;
  readonly by: readonly number[];
  /** Whether the line was cut off beside each: what lies between is no longer the same all along. */
  readonly cutOff: readonly boolean[];
}

/** Closed lines beside a closed line, inside it. */
export interface Beside {
  /** So far inside, mm, in order; where they would cross the nearer parts of the line, they are cut off. Empty where nothing is left. */
  readonly at: (inside: number) => Ring;
}

/** A way into the wood from a place of a line: `long` times as far, so that the sides of a corner move by the same. */
interface Way {
  readonly from: Point;
  readonly x: number;
  readonly y: number;
  /** By which place of the line. */
  readonly by: number;
}

/** Lines beside a closed line, counter-clockwise: each place goes inward square to the line; hollow corners are gone round in steps of `most`, rad. */
export function besides(line: Polygon, most = TURN): Beside {
  const near = nearChain(line, true);
  const ways: Way[] = [];
  const n = line.length;
  for (let i = 0; i < n; i += 1) {
    const [a, b, c] = [line[(i + n - 1) % n]!, line[i]!, line[(i + 1) % n]!];
    const [p, q] = [distance(a, b), distance(b, c)];
    if (p === 0 || q === 0) continue;
    const before = Math.atan2(b.y - a.y, b.x - a.x);
    let turn = Math.atan2(c.y - b.y, c.x - b.x) - before;
    if (turn > Math.PI) turn -= 2 * Math.PI;
    if (turn < -Math.PI) turn += 2 * Math.PI;
    if (turn < -most) {
      // Hollow: round the corner.
      const parts = Math.ceil(-turn / most);
      for (let k = 0; k <= parts; k += 1) {
        const way = before + (turn * k) / parts + Math.PI / 2;
        ways.push({ from: b, x: Math.cos(way), y: Math.sin(way), by: i + k / (parts + 1) });
      }
    } else if (turn < SHARP) {
      const way = before + turn / 2 + Math.PI / 2;
      const long = 1 / Math.cos(turn / 2);
      ways.push({ from: b, x: Math.cos(way) * long, y: Math.sin(way) * long, by: i });
    }
  }
  // How far along each way it is known that nothing of the line is nearer: what holds further in holds before.
  const clear = new Float64Array(ways.length);
  const isClear = (at: Point, inside: number, i: number): boolean => {
    if (inside <= clear[i]!) return true;
    if (near.distance(at.x, at.y, inside) < inside - NEARER) return false;
    clear[i] = inside;
    return true;
  };
  return {
    at: (inside) => {
      const found: { readonly at: Point; readonly way: number }[] = [];
      ways.forEach(({ from, x, y }, i) => {
        const at = { x: from.x + x * inside, y: from.y + y * inside };
        if (isClear(at, inside, i)) found.push({ at, way: i });
      });
      // Of two that change places over, the later goes: by a hair, at a corner between bent sides.
      for (let k = 0; k + 1 < found.length; k += 1) {
        const [a, b] = [found[k]!, found[k + 1]!];
        const [u, v] = [ways[a.way]!, ways[b.way]!];
        const [dx, dy] = [b.at.x - a.at.x, b.at.y - a.at.y];
        if (dx * (v.from.x - u.from.x) + dy * (v.from.y - u.from.y) < 0) {
          found.splice(k + 1, 1);
          k -= 1;
        }
      }
      const places: Point[] = [];
      const by: number[] = [];
      const cutOff: boolean[] = [];
      const follows = (k: number): boolean =>
        (found[k]!.way + 1) % ways.length === found[(k + 1) % found.length]!.way;
      found.forEach(({ at, way }, k) => {
        const next = found[(k + 1) % found.length]!;
        const [u, v] = [ways[way]!, ways[next.way]!];
        places.push(at);
        by.push(u.by);
        cutOff.push(!follows(k) || !follows((k + found.length - 1) % found.length));
        if (follows(k)) return;
        // Some between were cut off: there the lines on both sides meet, as a rule.
        const corner = meeting(at, u, next.at, v);
        if (!corner) return;
        const d = near.distance(corner.x, corner.y);
        if (d < inside - MEET || d > inside + MEET) return;
        const [dx, dy] = [next.at.x - at.x, next.at.y - at.y];
        const along = (corner.x - at.x) * dx + (corner.y - at.y) * dy;
        if (along <= 0 || along >= dx * dx + dy * dy) return;
        places.push(corner);
        by.push((u.by + (v.by > u.by ? v.by : v.by + n)) / 2);
        cutOff.push(true);
      });
      return { places, by, cutOff };
    },
  };
}

/** Where lines through two places square to their ways meet. */
function meeting(p: Point, u: Way, q: Point, v: Way): Point | null {
  const [ux, uy, vx, vy] = [-u.y, u.x, -v.y, v.x];
  const det = ux * vy - uy * vx;
  if (Math.abs(det) < 1e-6 * hypot(ux, uy) * hypot(vx, vy)) return null;
  const t = ((q.x - p.x) * vy - (q.y - p.y) * vx) / det;
  return { x: p.x + ux * t, y: p.y + uy * t };
}
