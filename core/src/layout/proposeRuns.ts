import { addRun } from '../design/layoutEdits.ts';
import type { Design, Run } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { areaHolds, polygonMiddle } from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import { isOf } from './cut.ts';
import type { Layout } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';
import { drillNeed, runCut } from './runs.ts';
import type { Wired } from './wiring.ts';
import { runCover, wayIn, wireRooms, wiringOf } from './wiring.ts';

/** A run as it is proposed, without its id. */
export type NewRun = Omit<Run, 'id'>;

/** The run that is proposed for a part's wires, mm; null where no straight bit finds a way. */
export interface ProposedRun {
  readonly part: string;
  readonly ground: boolean;
  readonly run: NewRun | null;
}

/** Bits, mm across: for a pickup's or jack's wires, and for a single ground wire. */
const BIT = 6;
const GROUND_BIT = 3;
/** A run ends this far past the wall of what it joins, mm. */
const PAST_WALL = 1;
/** Places along a wall are tried at this distance from one another, mm. */
const WALL_STEP = 6;
/** Heights tried at each end. */
const HEIGHTS = 4;
/** Straight ways that are looked at for one part at most, the shortest first. */
const MOST_WAYS = 8_000;
/** Runs over this length, mm, are not proposed: a usual long bit is no longer. */
const LONGEST = 300;

const FROM: ReadonlySet<Cut['role']> = new Set(['cavity', 'chamber', 'channel', 'bore', 'hole']);
const TO: ReadonlySet<Cut['role']> = new Set(['cavity', 'chamber', 'channel', 'pocket']);

/** A place where a run may begin or end: on the wall of a cut, or in the middle of a small hole. */
interface Place extends Point {
  readonly cut: Cut;
  readonly onWall: boolean;
}

/** Places along the wall of a cut; the middle of one that is not wider than three steps. */
function placesOn(cut: Cut): readonly Place[] {
  const { box, polygon } = cut.area;
  if (Math.max(box.maxX - box.minX, box.maxY - box.minY) < 3 * WALL_STEP && cut.round)
    return [{ ...polygonMiddle(polygon), cut, onWall: false }];
  return wallPlaces(polygon).map((p) => ({ ...p, cut, onWall: true }));
}

function wallPlaces(polygon: Polygon): readonly Point[] {
  const places: Point[] = [];
  let left = 0;
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    const long = distance(a, b);
    for (; left < long; left += WALL_STEP)
      places.push({ x: a.x + ((b.x - a.x) * left) / long, y: a.y + ((b.y - a.y) * left) / long });
    left -= long;
  });
  return places;
}

/** Heights at which a run of a radius may come into a cut, z, from just above its floor upward; `cover`: wood over it, mm. */
function heightsIn(cut: Cut, radius: number, cover: number, thickness: number): readonly number[] {
  const low = Math.max(cut.bottom + radius, -thickness + radius + cover);
  const high = Math.min(cut.top - radius, -radius - cover);
  if (high < low) return cut.top - cut.bottom > radius ? [(cut.top + cut.bottom) / 2] : [];
  return Array.from({ length: HEIGHTS }, (_, i) => low + ((high - low) * i) / (HEIGHTS - 1));
}

/** Straight ways in plan from a wall to another, out of the one and not yet in the other, the shortest first. */
function waysBetween(
  from: readonly Cut[],
  to: readonly Cut[],
): readonly { readonly a: Place; readonly b: Place }[] {
  const [starts, ends] = [from.flatMap(placesOn), to.flatMap(placesOn)];
  const ways = starts.flatMap((a) =>
    ends.flatMap((b) => {
      const long = distance(a, b);
      return long > 0.5 && long <= LONGEST ? [{ a, b, long }] : [];
    }),
  );
  return ways
    .sort((p, q) => p.long - q.long)
    .filter(({ a, b, long }) => {
      const step = { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
      const out = (p: Point, s: number): Point => ({ x: p.x + step.x * s, y: p.y + step.y * s });
      const leaves = !a.onWall || !areaHolds(a.cut.area, out(a, 0.3));
      return leaves && !areaHolds(b.cut.area, out(b, -0.3)) && areaHolds(b.cut.area, out(b, 0.3));
    });
}

const tenth = (v: number): number => Math.round(v * 10) / 10;

/** The ends of a run, to a tenth of a mm, {@link PAST_WALL} inside the walls that it joins. */
function runBetween(a: Place, b: Place, za: number, zb: number): Pick<Run, 'from' | 'to'> {
  const long = distance(a, b);
  const step = { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
  const inA = a.onWall ? PAST_WALL : 0;
  return {
    from: { x: tenth(a.x - step.x * inA), y: tenth(a.y - step.y * inA), z: tenth(za) },
    to: { x: tenth(b.x + step.x * PAST_WALL), y: tenth(b.y + step.y * PAST_WALL), z: tenth(zb) },
  };
}

/**
 * The shortest straight hole of `diameter` from one of some cuts into one of others that a straight bit gets to and that
 * keeps `cover` of wood round it, mm; null where none of {@link MOST_WAYS} does.
 */
function shortestRun(
  layout: Layout,
  from: readonly Cut[],
  to: readonly Cut[],
  diameter: number,
  cover: number,
): Pick<Run, 'from' | 'to'> | null {
  const radius = diameter / 2;
  let looks = 0;
  for (const { a, b } of waysBetween(from, to)) {
    const atB = heightsIn(b.cut, radius, cover, layout.thickness);
    const heights = heightsIn(a.cut, radius, cover, layout.thickness)
      .flatMap((za) => atB.map((zb) => ({ za, zb })))
      .sort((p, q) => Math.abs(p.za - p.zb) - Math.abs(q.za - q.zb));
    for (const { za, zb } of heights) {
      looks += 1;
      if (looks > MOST_WAYS) return null;
      const run: Run = { id: 'proposed', name: '', diameter, ...runBetween(a, b, za, zb) };
      if (drillNeed(run).length > LONGEST || !wayIn(run, layout).clear) continue;
      const { least } = runCover(run, layout);
      if (least === null || least >= cover) return { from: run.from, to: run.to };
    }
  }
  return null;
}

/** What a cut belongs to, as an end of a run is called by it. */
function ownerName(cut: Cut, layout: Layout, nameOf: (opening: string) => string | undefined): string {
  if (cut.owner.kind === 'part')
    return layout.parts.find((p) => p.part.id === cut.owner.id)?.name ?? cut.name;
  return cut.owner.kind === 'opening' ? (nameOf(cut.owner.id) ?? cut.name) : cut.name;
}

/** What either end of a run comes into, by name; null for an end in the wood. */
export function runEnds(
  run: Run,
  layout: Layout,
  nameOf: (opening: string) => string | undefined,
): Readonly<Record<'from' | 'to', string | null>> {
  const radius = run.diameter / 2;
  const at = (end: Run['from']): string | null => {
    const cut = layout.cuts.find(
      (c) =>
        (FROM.has(c.role) || TO.has(c.role)) &&
        end.z <= c.top + radius &&
        end.z >= c.bottom - radius &&
        areaHolds(c.area, end),
    );
    return cut ? ownerName(cut, layout, nameOf) : null;
  };
  return { from: at(run.from), to: at(run.to) };
}

const partNameOf = ({ part, ground }: Wired): string => (ground ? `${part.name}, ground` : part.name);

/** A part's wires by one word: its id, and whether it is its ground. */
export const wireKey = (part: string, ground: boolean): string => (ground ? `${part} ground` : part);

/** What runs are proposed for. */
interface Asked {
  readonly layout: Layout;
  readonly runs: readonly Run[];
  readonly openings: Design['openings'];
  /** Least wood round a run, mm. */
  readonly cover: number;
  /** Wires by {@link wireKey}; null for all that do not get to the controls. */
  readonly only: readonly string[] | null;
}

/**
 * Proposes a drilled run for every part whose wires do not get to the controls, those nearest to the controls first: a
 * later one may end in what an earlier one leads to. `onPart` is called with the share that is done.
 */
export function proposeRuns(
  { layout, runs, openings, cover, only }: Asked,
  onPart: (share: number) => void = () => undefined,
): readonly ProposedRun[] {
  const proposed: ProposedRun[] = [];
  let now = layout;
  let all = runs;
  const nameOf = (id: string): string | undefined => openings.find((o) => o.id === id)?.name;
  const left = wiringOf(layout, runs).filter(
    (w) => !w.reaches && (only?.includes(wireKey(w.part.part.id, w.ground)) ?? true),
  );
  const count = left.length;
  const cutsOf = (part: PartInPlace): readonly Cut[] =>
    now.cuts.filter((c) => isOf(c, 'part', part.part.id) && FROM.has(c.role));
  while (left.length > 0) {
    const { rooms, roomOf, home } = wireRooms(now, all);
    const to = now.cuts.filter((c) => TO.has(c.role) && rooms.get(c) === home && !c.closed);
    const away = (w: Wired): number =>
      Math.min(Infinity, ...to.map((c) => distance(w.part.part.at, polygonMiddle(c.area.polygon))));
    left.sort((a, b) => away(a) - away(b));
    const next = left.shift()!;
    const room = roomOf(next.part);
    // It may have been led there by a run for another part meanwhile.
    const reached = !next.ground && room !== null && room === home;
    if (!reached) {
      // A control's wires leave from the cavity that it hangs in, not from its own hole.
      const own = next.part.form.bush ? [] : cutsOf(next.part);
      const from =
        own.length > 0 || room === null
          ? own
          : now.cuts.filter((c) => FROM.has(c.role) && c.role !== 'hole' && rooms.get(c) === room);
      const diameter = next.ground ? GROUND_BIT : BIT;
      const found = shortestRun(now, from, to, diameter, cover);
      const run = found && { ...found, diameter, name: '' };
      if (run) {
        const ends = runEnds({ ...run, id: 'proposed' }, now, nameOf);
        const named = { ...run, name: `${partNameOf(next)} to ${ends.to ?? 'the controls'}`.slice(0, 80) };
        const kept: Run = { ...named, id: `proposed${proposed.length}` };
        all = [...all, kept];
        now = { ...now, cuts: [...now.cuts, runCut(kept)] };
        proposed.push({ part: next.part.part.id, ground: next.ground, run: named });
      } else proposed.push({ part: next.part.part.id, ground: next.ground, run: null });
    }
    onPart(1 - left.length / count);
  }
  return proposed;
}

/** The design with the runs that were proposed and found; parts that are gone meanwhile get none. */
export const withProposedRuns = (design: Design, proposed: readonly ProposedRun[]): Design =>
  proposed.reduce(
    (d, { part, run }) => (run && d.parts.some((p) => p.id === part) ? addRun(d, run).design : d),
    design,
  );
