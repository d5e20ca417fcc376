import type { Box } from '../../geometry/box.ts';
import { boxHeight, boxWidth } from '../../geometry/box.ts';
import type { ClosedPath } from '../../geometry/closedPath.ts';
import { flattenPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { cross, distance, lerp, subtract } from '../../geometry/point.ts';
import type { FoundCurve } from './found.ts';
import type { Placing } from './place.ts';
import { firstPlacing, placingMap } from './place.ts';

/** A line of a drawing before lines are joined: pieces in mm, y up, with its name, layer and style. */
export type AxisLine = Pick<FoundCurve, 'pieces' | 'closed' | 'name' | 'layer' | 'dashed'>;

/** How an axis was recognised. */
export type AxisBy = 'name' | 'dashes' | 'symmetry' | 'presses';

/** The centre line or the bridge line, where a drawing has it. */
export interface Axis {
  readonly from: Point;
  readonly to: Point;
  readonly by: AxisBy;
  /** The layer or name by which it was recognised; empty for the other ways. */
  readonly name: string;
}

export interface Axes {
  readonly centre: Axis | null;
  readonly bridge: Axis | null;
}

const CENTRE = /\b(cent(re|er)[ -]?lines?|cent(re|er)|mid[ -]?line|axis|cl|c\/l)\b/i;
const BRIDGE = /\b(bridge|saddle|scale)[ -]?lines?\b/i;
const spoken = (words: string): string => words.replace(/_+/g, ' ');

/** A line leaves its chord by less than this, mm, to be straight. */
const STRAIGHT = 0.05;
/** A centre line is at least this share of the body's length, a bridge line of its width. */
const LEAST_SHARE = { centre: 0.4, bridge: 0.1 } as const;
/** A centre line lies at most this share of the body's width off the middle of the width. */
const OFF_MIDDLE = 0.3;
/** A bridge line leaves the square of the centre line by less than this, as a sine: fans have slanted ones. */
const SQUARE = 0.35;

interface Straight {
  readonly line: AxisLine;
  readonly from: Point;
  readonly to: Point;
  readonly long: number;
}

/** An open straight line by its ends; null for others. */
function straightOf(line: AxisLine): Straight | null {
  const [first, last] = [line.pieces[0], line.pieces.at(-1)];
  if (line.closed || !first || !last) return null;
  const [from, to] = [first.p0, last.p3];
  const long = distance(from, to);
  if (long < 1) return null;
  const off = (p: Point): number => Math.abs(cross(subtract(to, from), subtract(p, from))) / long;
  return line.pieces.every((c) => Math.max(off(c.p1), off(c.p2), off(c.p3)) < STRAIGHT)
    ? { line, from, to, long }
    : null;
}

const wayOf = ({ from, to }: Pick<Straight, 'from' | 'to'>): Point => {
  const long = distance(from, to);
  return { x: (to.x - from.x) / long, y: (to.y - from.y) / long };
};

const middleOf = (box: Box): Point => ({ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 });

/** Whether a line runs along the body’s longer side, near the middle of its width. */
function runsThrough({ from, to, long }: Straight, box: Box): boolean {
  const isUpright = boxHeight(box) > boxWidth(box);
  const way = wayOf({ from, to });
  const [along, across] = isUpright ? [boxHeight(box), boxWidth(box)] : [boxWidth(box), boxHeight(box)];
  // The box gives the body's direction only where it is drawn nearly square to the sheet.
  const slope = Math.abs(isUpright ? way.x : way.y);
  const off = Math.abs(cross(way, subtract(middleOf(box), from)));
  return slope < 0.2 && long >= LEAST_SHARE.centre * along && off < OFF_MIDDLE * across;
}

/** Where two lines cross, carried on beyond their ends; null where they are parallel. */
function crossingOf(a: Pick<Straight, 'from' | 'to'>, b: Pick<Straight, 'from' | 'to'>): Point | null {
  const [u, v] = [subtract(a.to, a.from), subtract(b.to, b.from)];
  const sine = cross(u, v);
  return Math.abs(sine) < 1e-9 ? null : lerp(a.from, a.to, cross(subtract(b.from, a.from), v) / sine);
}

const inBox = (box: Box, { x, y }: Point): boolean =>
  x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY;

/** Stations along a body that its symmetry is looked for at; share of them that must agree, within so many mm. */
const STATIONS = 300;
const AGREE = { share: 0.6, mm: 0.2 } as const;

/** The line that halves most of an outline's widths, along its longer side; null where there is none. */
function symmetryOf(path: ClosedPath, box: Box): Axis | null {
  const isUpright = boxHeight(box) > boxWidth(box);
  // Along is u, across is v.
  const turned = (p: Point): Point => (isUpright ? { x: p.y, y: p.x } : p);
  const places = flattenPath(path, 0.05).map(turned);
  const [a, b] = [turned({ x: box.minX, y: box.minY }), turned({ x: box.maxX, y: box.maxY })];
  const middles: number[] = [];
  for (let i = 0; i < STATIONS; i += 1) {
    const u = a.x + ((b.x - a.x) * (i + 0.5)) / STATIONS;
    let [least, most] = [Infinity, -Infinity];
    places.forEach((p, k) => {
      const q = places[(k + 1) % places.length]!;
      if (p.x <= u === q.x <= u) return;
      const v = p.y + ((q.y - p.y) * (u - p.x)) / (q.x - p.x);
      [least, most] = [Math.min(least, v), Math.max(most, v)];
    });
    if (most > least) middles.push((least + most) / 2);
  }
  middles.sort((p, q) => p - q);
  // The narrowest band that holds the share that must agree.
  const count = Math.ceil(AGREE.share * STATIONS);
  let found: number | null = null;
  let narrowest: number = AGREE.mm;
  for (let i = 0; i + count <= middles.length; i += 1) {
    const wide = middles[i + count - 1]! - middles[i]!;
    if (wide > narrowest) continue;
    narrowest = wide;
    found = (middles[i]! + middles[i + count - 1]!) / 2;
  }
  if (found === null) return null;
  const [from, to] = [turned({ x: a.x, y: found }), turned({ x: b.x, y: found })];
  return { from, to, by: 'symmetry', name: '' };
}

/**
 * Finds the centre line and the bridge line of a drawing: by name (layer or id), else by dashes, else (the centre line
 * only) by the symmetry of the body. Takes the lines and the outline in the drawing's frame, mm; returns null for an axis
 * that was not found.
 */
export function findAxes(
  lines: readonly AxisLine[],
  body: { readonly path: ClosedPath; readonly box: Box },
): Axes {
  const straight = lines.flatMap((l) => straightOf(l) ?? []).sort((a, b) => b.long - a.long);
  const { box } = body;
  const axis = (s: Straight, by: AxisBy, words: RegExp): Axis => {
    const told = [s.line.name, s.line.layer ?? ''].find((w) => words.test(spoken(w))) ?? '';
    return { from: s.from, to: s.to, by, name: told };
  };
  const isNamed = ({ line }: Straight, words: RegExp): boolean =>
    words.test(spoken(line.name)) || words.test(spoken(line.layer ?? ''));
  const through = straight.filter((s) => runsThrough(s, box));
  const named = through.find((s) => isNamed(s, CENTRE) && !BRIDGE.test(spoken(s.line.name)));
  const dashed = through.filter((s) => s.line.dashed);
  const centre: Axis | null = named
    ? axis(named, 'name', CENTRE)
    : dashed.length === 1
      ? axis(dashed[0]!, 'dashes', CENTRE)
      : symmetryOf(body.path, box);
  if (!centre) return { centre: null, bridge: null };
  const way = wayOf(centre);
  const across = straight.filter((s) => {
    const at = crossingOf(centre, s);
    const other = wayOf(s);
    return (
      at !== null &&
      inBox(box, at) &&
      Math.abs(way.x * other.x + way.y * other.y) < SQUARE &&
      s.long >= LEAST_SHARE.bridge * Math.min(boxWidth(box), boxHeight(box))
    );
  });
  const byName =
    across.find((s) => isNamed(s, BRIDGE)) ??
    // One layer may hold both lines, and be named for the centre line.
    (named && across.filter((s) => s.line.layer === named.line.layer).length === 1
      ? across.find((s) => s.line.layer === named.line.layer)
      : undefined);
  const dashedAcross = across.filter((s) => s.line.dashed);
  const bridge = byName
    ? axis(byName, 'name', isNamed(byName, BRIDGE) ? BRIDGE : CENTRE)
    : dashedAcross.length === 1
      ? axis(dashedAcross[0]!, 'dashes', BRIDGE)
      : null;
  return { centre, bridge };
}

/** The axes by two presses: where they cross, and another place of the centre line, nutward. Null for one place. */
export function pressedAxes(origin: Point, nutward: Point): Axes | null {
  const way = subtract(nutward, origin);
  if (Math.hypot(way.x, way.y) < 1) return null;
  return {
    centre: { from: origin, to: nutward, by: 'presses', name: '' },
    bridge: { from: origin, to: { x: origin.x - way.y, y: origin.y + way.x }, by: 'presses', name: '' },
  };
}

/**
 * The placing that brings a drawing's centre line onto the instrument's and its bridge line to x = 0. Without a bridge
 * line, x is that of `firstPlacing`; without a centre line, all of it is. The nut end is the end of the body further from
 * the bridge line, or the second press.
 */
export function placingByAxes({ centre, bridge }: Axes, box: Box, tailX: number): Placing {
  const first = firstPlacing(box, tailX);
  if (!centre) return first;
  const origin = bridge && crossingOf(centre, bridge);
  const corners = [
    { x: box.minX, y: box.minY },
    { x: box.maxX, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY },
  ];
  let way = wayOf(centre);
  const along = (p: Point, from: Point): number => way.x * (p.x - from.x) + way.y * (p.y - from.y);
  const isBack =
    centre.by === 'presses'
      ? false
      : origin
        ? Math.max(...corners.map((p) => along(p, origin))) <
          Math.max(...corners.map((p) => -along(p, origin)))
        : // Without a bridge line the direction of `firstPlacing` is kept.
          way.x * Math.cos(first.turn) - way.y * Math.sin(first.turn) < 0;
  if (isBack) way = { x: -way.x, y: -way.y };
  const turn = -Math.atan2(way.y, way.x);
  const map = placingMap({ mirror: false, turn, shift: { x: 0, y: 0 } });
  if (origin) {
    const at = map(origin);
    return { mirror: false, turn, shift: { x: -at.x, y: -at.y } };
  }
  const y = -map(centre.from).y;
  const isAsDrawn = first.shift.x === 0 && first.turn === 0 && Math.abs(turn) < 1e-9;
  const tail = Math.min(...corners.map((p) => map(p).x));
  return { mirror: false, turn, shift: { x: isAsDrawn ? 0 : tailX - tail, y } };
}

/** Places of a drawing that a press is likely to mean: ends and crossings of straight lines, middles of circles. */
export function pressPlaces(
  lines: readonly {
    readonly path: ClosedPath;
    readonly closed: boolean;
    readonly circle: { readonly at: Point } | null;
  }[],
): readonly Point[] {
  const straight = lines
    .flatMap(({ path, closed }) => straightOf({ pieces: path, closed, name: '' }) ?? [])
    .slice(0, 60);
  const crossings = straight.flatMap((a, i) =>
    straight.slice(i + 1).flatMap((b) => {
      const at = crossingOf(a, b);
      const isOn = (s: Straight): boolean =>
        at !== null && distance(s.from, at) + distance(at, s.to) < s.long + 0.01;
      return at && isOn(a) && isOn(b) ? [at] : [];
    }),
  );
  return [
    ...crossings,
    ...straight.flatMap((s) => [s.from, s.to]),
    ...lines.flatMap((l) => (l.circle ? [l.circle.at] : [])),
  ];
}
