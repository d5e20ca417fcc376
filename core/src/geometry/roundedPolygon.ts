import { arcCubics } from './arcs.ts';
import type { ClosedPath } from './closedPath.ts';
import type { Cubic } from './cubic.ts';
import { straightCubic } from './cubic.ts';
import type { Point } from './point.ts';
import { distance, hypot } from './point.ts';

/** A radius or a length under this, mm, is none: rounding. */
const NOTHING = 1e-9;

/** Corners rounded to a radius, where their sides are long enough; counter-clockwise or clockwise as given. */
export function roundedPolygon(points: readonly Point[], radii: readonly number[]): ClosedPath {
  const n = points.length;
  const corners = points.map((p, i) => {
    const [a, b] = [points[(i + n - 1) % n]!, points[(i + 1) % n]!];
    const [la, lb] = [distance(p, a), distance(p, b)];
    const ua = { x: (a.x - p.x) / la, y: (a.y - p.y) / la };
    const ub = { x: (b.x - p.x) / lb, y: (b.y - p.y) / lb };
    const half = Math.acos(Math.max(-1, Math.min(1, ua.x * ub.x + ua.y * ub.y))) / 2;
    const reach = Math.min(la, lb) / 2;
    const radius = Math.min(radii[i]!, reach * Math.tan(half));
    const cut = radius / Math.tan(half);
    const from = { x: p.x + ua.x * cut, y: p.y + ua.y * cut };
    const to = { x: p.x + ub.x * cut, y: p.y + ub.y * cut };
    const out = radius / Math.sin(half);
    const mid = { x: ua.x + ub.x, y: ua.y + ub.y };
    const long = hypot(mid.x, mid.y) || 1;
    return { p, from, to, radius, centre: { x: p.x + (mid.x / long) * out, y: p.y + (mid.y / long) * out } };
  });
  const pieces: Cubic[] = [];
  corners.forEach(({ p, from, to, radius, centre }, i) => {
    if (radius > NOTHING) {
      const start = Math.atan2(from.y - centre.y, from.x - centre.x);
      let sweep = Math.atan2(to.y - centre.y, to.x - centre.x) - start;
      while (sweep > Math.PI) sweep -= 2 * Math.PI;
      while (sweep < -Math.PI) sweep += 2 * Math.PI;
      pieces.push(...arcCubics({ centre, rx: radius, ry: radius, turn: 0, from: start, sweep }));
    }
    const end = radius > NOTHING ? to : p;
    const next = corners[(i + 1) % n]!;
    const begin = next.radius > NOTHING ? next.from : next.p;
    if (distance(end, begin) > NOTHING) pieces.push(straightCubic(end, begin));
  });
  return pieces;
}
