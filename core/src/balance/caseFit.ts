import type { CaseInside } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';

/** What of an instrument has to go into a case: places in plan with how high they reach over the front face and how deep below it. mm, instrument frame. */
export interface Outside {
  readonly points: readonly (Point & {
    readonly low: number;
    readonly high: number;
    readonly name: string;
  })[];
  /** The body’s back: z it lies on. */
  readonly back: number;
}

/** How much room there is on one way, mm: less than 0 does not fit. */
export interface Room {
  readonly way:
    | 'length'
    | 'width at the body'
    | 'width at the neck'
    | 'depth at the body'
    | 'depth at the headstock'
    | 'headstock below the back';
  readonly room: number;
  /** Where it is tightest, and what is there. */
  readonly at: Point;
  readonly name: string;
}

/** How an instrument lies in a case. */
export interface CaseFit {
  readonly rooms: readonly Room[];
  readonly tightest: Room;
  /** Where the case lies then: its inside tail end along x, its middle across. */
  readonly tailX: number;
  readonly middleY: number;
}

/** Places that the tail end is tried at. */
const TRIES = 24;

const most = <T>(list: readonly T[], of: (t: T) => number): T =>
  list.reduce((a, b) => (of(b) > of(a) ? b : a));

type Place = Outside['points'][number];
const roomAt = (way: Room['way'], room: number, at: Place): Room => ({ way, room, at, name: at.name });

/** The outermost of some places: furthest to the bass and the treble side, highest and lowest. */
interface Outermost {
  readonly up: Place;
  readonly down: Place;
  readonly high: Place;
  readonly low: Place;
}
/** For each place of a list the outermost of all up to it. Of equals the first. */
function outermost(places: readonly Place[]): readonly Outermost[] {
  let [up, down, high, low] = [places[0]!, places[0]!, places[0]!, places[0]!];
  return places.map((p) => {
    if (p.y > up.y) up = p;
    if (p.y < down.y) down = p;
    if (p.high > high.high) high = p;
    if (p.low < low.low) low = p;
    return { up, down, high, low };
  });
}
/** How many places of a list in order of x are at `x` or before it. */
function countUpTo(byX: readonly Place[], x: number): number {
  let [low, high] = [0, byX.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (byX[middle]!.x <= x) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** How an instrument lies best in a case’s inside, straight in it and on its back: so that the least room beside it is the most. */
export function caseFit({ points, back }: Outside, own: CaseInside): CaseFit | null {
  if (points.length === 0) return null;
  const [tail, head] = [most(points, (p) => -p.x), most(points, (p) => p.x)];
  const slack = own.length - (head.x - tail.x);
  const byX = [...points].sort((p, q) => p.x - q.x);
  // The outermost places of all up to each along x, and of all from each on.
  const [fromTail, fromHead] = [outermost(byX), outermost([...byX].reverse())];
  const lay = (tailX: number): CaseFit => {
    const inBody = countUpTo(byX, tailX + own.body);
    const [body, neck] = [fromTail[inBody - 1], fromHead[byX.length - inBody - 1]];
    const sides = [
      ...(body ? [{ way: 'width at the body' as const, half: own.width / 2, ...body }] : []),
      ...(neck ? [{ way: 'width at the neck' as const, half: own.neckWidth / 2, ...neck }] : []),
    ];
    const least = (y: number): number =>
      Math.min(...sides.flatMap(({ half, up, down }) => [half - (up.y - y), half + (down.y - y)]));
    // Concave in y: a search by thirds finds its top.
    let [a, b] = [-400, 400];
    for (let i = 0; i < 60; i += 1) {
      const [p, q] = [a + (b - a) / 3, b - (b - a) / 3];
      if (least(p) < least(q)) a = p;
      else b = q;
    }
    const middleY = (a + b) / 2;
    // What stands behind the back holds the body off the bed.
    const lifted = body ? Math.max(0, back - body.low.low) : 0;
    const lies = back - lifted;
    const rooms: Room[] = [
      { way: 'length', room: slack, at: head, name: head.name },
      ...sides.map(({ way, half, up, down }): Room => {
        const [u, d] = [half - (up.y - middleY), half + (down.y - middleY)];
        return u < d ? roomAt(way, u, up) : roomAt(way, d, down);
      }),
      ...(body ? [roomAt('depth at the body', own.depth - (body.high.high - lies), body.high)] : []),
      ...(neck
        ? [
            roomAt('depth at the headstock', own.neckDepth - own.bed - (neck.high.high - lies), neck.high),
            roomAt('headstock below the back', neck.low.low - lies + own.bed, neck.low),
          ]
        : []),
    ];
    return { rooms, tightest: most(rooms, (r) => -r.room), tailX, middleY };
  };
  const tries = Array.from({ length: TRIES + 1 }, (_, i) => tail.x - (Math.max(0, slack) * i) / TRIES);
  // The length’s own room is shared out by the place: it counts the same in each.
  const aside = (f: CaseFit): number =>
    Math.min(...f.rooms.filter((r) => r.way !== 'length').map((r) => r.room));
  return most(tries.map(lay), aside);
}

/** Insides to begin from, mm: round numbers of usual hard cases and soft bags, none of a maker’s. */
export const CASES: readonly CaseInside[] = (
  [
    ['Straight case, six strings', 1010, 480, 355, 355, 88, 110, 25],
    ['Narrow-necked case, six strings', 1010, 480, 350, 180, 85, 105, 25],
    ['Straight case, bass', 1200, 540, 370, 370, 90, 112, 25],
    ['Soft bag, six strings', 1050, 520, 370, 200, 75, 87, 12],
    ['Soft bag, bass', 1240, 560, 380, 220, 75, 87, 12],
  ] as const
).map(([name, length, body, width, neckWidth, depth, neckDepth, bed]) => ({
  ...{ name, length, body, width, neckWidth, depth, neckDepth, bed },
}));
