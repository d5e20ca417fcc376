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

/** How an instrument lies best in a case’s inside, straight in it and on its back: so that the least room beside it is the most. */
export function caseFit({ points, back }: Outside, own: CaseInside): CaseFit | null {
  if (points.length === 0) return null;
  const [tail, head] = [most(points, (p) => -p.x), most(points, (p) => p.x)];
  const slack = own.length - (head.x - tail.x);
  const lay = (tailX: number): CaseFit => {
    const [body, neck] = [
      points.filter((p) => p.x - tailX <= own.body),
      points.filter((p) => p.x - tailX > own.body),
    ];
    const sides = [
      ...(body.length ? [{ way: 'width at the body' as const, half: own.width / 2, list: body }] : []),
      ...(neck.length ? [{ way: 'width at the neck' as const, half: own.neckWidth / 2, list: neck }] : []),
    ].map(({ way, half, list }) => ({
      way,
      half,
      up: most(list, (p) => p.y),
      down: most(list, (p) => -p.y),
    }));
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
    const lifted = body.length ? Math.max(0, back - most(body, (p) => -p.low).low) : 0;
    const lies = back - lifted;
    const rooms: Room[] = [
      { way: 'length', room: slack, at: head, name: head.name },
      ...sides.map(({ way, half, up, down }): Room => {
        const [u, d] = [half - (up.y - middleY), half + (down.y - middleY)];
        return u < d ? { way, room: u, at: up, name: up.name } : { way, room: d, at: down, name: down.name };
      }),
      ...(body.length
        ? [
            ((high): Room => ({
              way: 'depth at the body',
              room: own.depth - (high.high - lies),
              at: high,
              name: high.name,
            }))(most(body, (p) => p.high)),
          ]
        : []),
      ...(neck.length
        ? [
            ((high): Room => ({
              way: 'depth at the headstock',
              room: own.neckDepth - own.bed - (high.high - lies),
              at: high,
              name: high.name,
            }))(most(neck, (p) => p.high)),
            ((low): Room => ({
              way: 'headstock below the back',
              room: low.low - lies + own.bed,
              at: low,
              name: low.name,
            }))(most(neck, (p) => -p.low)),
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
