import { buttonAlong } from '../balance/hornPlaces.ts';
import { densityOf } from '../balance/density.ts';
import { screwsForButton } from '../balance/strapButtons.ts';
import type { Derived } from '../derived/derive.ts';
import { designRefusals } from '../design/check.ts';
import type { Design } from '../design/schema.ts';
import { WOOD_PIECES } from '../design/sections/weight.ts';
import type { WoodPiece } from '../design/sections/weight.ts';
import type { Finding } from '../findings/finding.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import type { Point } from '../geometry/point.ts';
import { measureOf } from '../parts/kinds.ts';
import { standsOut } from '../parts/strapButton.ts';
import type { WoodUse } from '../parts/woods.ts';
import { WOODS } from '../parts/woods.ts';
import { standingAfter } from './approximate.ts';
import type { BalanceChange } from './change.ts';
import { applyChange } from './change.ts';

/** How a design balances: N on the left hand with a smooth strap (null where it does not hang so), g, mm tailward of the horn button. */
export interface Standing {
  readonly load: number | null;
  readonly mass: number;
  readonly tailward: number | null;
}

/** A change that mends the balance, and what it does. */
export interface BalanceMend {
  readonly change: BalanceChange;
  /** How much of it, mm or g; null for what is done or not. */
  readonly amount: number | null;
  readonly before: Standing;
  readonly after: Standing;
  /** Whether nothing is left to mend: no load, and no more than the wished-for weight. */
  readonly mends: boolean;
  /** How great a change it is: a mm of a button’s place is 1. Mends are offered by it. */
  readonly cost: number;
}

export type MendKind = BalanceChange['kind'];

/** What mends are looked for with. */
export interface MendsBy {
  readonly derive: (design: Design) => Derived;
  readonly look: (design: Design, derived: Derived) => readonly Finding[];
  /** Called with the share that is done; may throw to end it. */
  readonly progress?: (share: number) => void;
  /** Only these; all without. */
  readonly kinds?: readonly MendKind[];
}

/** A load that no hand feels, N; and the least that a mend must bring, N and g. */
const NO_LOAD = 0.02;
const WORTH = { load: 0.1, mass: 20 } as const;

/** What each change costs: so much at once, so much for each mm or g. A maker’s judgement, written in docs. */
const COST: Readonly<Record<MendKind, { readonly once: number; readonly each: number }>> = {
  'button along': { once: 0, each: 1 },
  'button to screw': { once: 15, each: 0 },
  'button on heel': { once: 18, each: 0 },
  'longer horn': { once: 6, each: 2 },
  'longer tail': { once: 8, each: 2 },
  'thinner body': { once: 8, each: 6 },
  'other wood': { once: 26, each: 0 },
  'lighter tuners': { once: 5, each: 1.2 },
  'shorter headstock': { once: 10, each: 2 },
  chamber: { once: 22, each: 0 },
  weight: { once: 8, each: 0.15 },
};

/** A change by how much of it; `most` in whole steps. */
interface Way {
  readonly kind: MendKind;
  readonly step: number;
  readonly most: number;
  readonly make: (amount: number) => BalanceChange | null;
}

/** A tuner does not weigh less than this, g; woods are used as people usually do. */
const LEAST_TUNER = 14;
const USES: Readonly<Record<WoodPiece, WoodUse>> = {
  body: 'body',
  front: 'front',
  neck: 'neck',
  board: 'fingerboard',
};
const MOST = { button: 90, horn: 40, tail: 40, thinner: 12, headstock: 40, weight: 400 } as const;
/** Wood between a chamber and what is beside it, over and under it, mm; and how wide it is made at most. */
const CHAMBER = { wall: 16, floor: 11, least: 24, most: 76, grid: 6 } as const;

export const standingOf = ({ weighed, hanging }: Derived): Standing => ({
  load: hanging?.loads?.smooth?.likely ?? null,
  mass: weighed?.total.likely ?? 0,
  tailward: hanging?.tailward.likely ?? null,
});

/** Where a round chamber under the front takes most from the neck’s side. */
function chamberPlace(design: Design, { layout, weighed }: Derived): BalanceChange | null {
  const front = design.body.gluedFront;
  if (!front || !weighed) return null;
  const { body, cuts } = layout;
  const deep = design.body.thickness - front.thickness - CHAMBER.floor;
  let best: { readonly at: Point; readonly across: number; readonly worth: number } | null = null;
  for (let x = weighed.centre.x + 10; x < body.box.maxX; x += CHAMBER.grid)
    for (let y = body.box.minY; y < body.box.maxY; y += CHAMBER.grid) {
      const at = { x, y };
      if (!polygonHolds(body.polygon, at)) continue;
      let room = distanceToEdge(body.polygon, at);
      for (const { area } of cuts) {
        if (room < CHAMBER.wall + CHAMBER.least / 2) break;
        room = polygonHolds(area.polygon, at) ? 0 : Math.min(room, distanceToEdge(area.polygon, at));
      }
      const across = Math.min(CHAMBER.most, 2 * (room - CHAMBER.wall));
      if (across < CHAMBER.least) continue;
      const worth = across * across * (x - weighed.centre.x);
      if (!best || worth > best.worth) best = { at, across: Math.floor(across), worth };
    }
  return best && deep > 5 ? { kind: 'chamber', at: best.at, across: best.across, deep } : null;
}

/** Where a weight lies best: in the cavity that lies furthest tailward, else a bit inside the tail. */
function weightPlace(
  design: Design,
  { layout, measures }: Derived,
): { readonly at: Point; readonly deep: number } {
  const cavity = layout.cuts
    .filter((c) => c.role === 'cavity')
    .reduce<Point | null>((tail, { area: { box } }) => {
      const at = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
      return tail && tail.x <= at.x ? tail : at;
    }, null);
  return {
    at: cavity ?? { x: measures.box.minX + 45, y: 0 },
    deep: Math.min(30, design.body.thickness / 2),
  };
}

function waysFor(design: Design, derived: Derived): readonly Way[] {
  const { hanging, outline } = { hanging: derived.hanging, outline: derived.path };
  const once = (kind: MendKind, change: BalanceChange | null): Way[] =>
    change ? [{ kind, step: 1, most: 1, make: () => change }] : [];
  const horn = hanging?.buttons.horn;
  const along = (sign: 1 | -1): Way[] =>
    horn?.part.face === 'edge'
      ? [
          {
            ...{ kind: 'button along' as const, step: 1, most: MOST.button },
            make: (mm) => {
              const [stand] = buttonAlong(outline, horn, [sign * mm]);
              return stand
                ? {
                    ...{ kind: 'button along' as const, part: horn.part.id, along: sign * mm },
                    ...{ at: stand.part.at, turn: stand.part.turn },
                  }
                : null;
            },
          },
        ]
      : [];
  const tip = derived.measures.neck?.bass.tip;
  const tail = derived.measures.box.minX;
  const lightest = Math.min(...design.headstock.tuners.map((t) => measureOf(t.spec, 'mass')));
  const place = weightPlace(design, derived);
  return [
    ...along(1),
    ...along(-1),
    ...(horn && horn.part.face === 'edge'
      ? [
          ...screwsForButton(design, derived.stringPlan, standsOut(horn.part.spec)).flatMap((s) =>
            s.taken
              ? []
              : once('button to screw', { kind: 'button to screw', part: horn.part.id, screw: s.index }),
          ),
          ...(design.neck.joint === 'screwed'
            ? []
            : once('button on heel', {
                ...{ kind: 'button on heel', part: horn.part.id },
                at: { x: derived.stringPlan.jointX - 16, y: 0 },
              })),
        ]
      : []),
    ...(tip
      ? [
          {
            ...{ kind: 'longer horn' as const, step: 1, most: MOST.horn },
            make: (by: number): BalanceChange => ({ kind: 'longer horn', tip: { x: tip.x, y: tip.y }, by }),
          },
        ]
      : []),
    {
      ...{ kind: 'longer tail', step: 1, most: MOST.tail },
      make: (by) => ({ kind: 'longer tail', tail, by }),
    },
    {
      ...{ kind: 'thinner body', step: 0.5, most: MOST.thinner },
      make: (by) => ({ kind: 'thinner body', by }),
    },
    ...(lightest > LEAST_TUNER
      ? [
          {
            ...{ kind: 'lighter tuners' as const, step: 1, most: Math.floor(lightest - LEAST_TUNER) },
            make: (by: number): BalanceChange => ({ kind: 'lighter tuners', by }),
          },
        ]
      : []),
    {
      ...{ kind: 'shorter headstock', step: 1, most: MOST.headstock },
      make: (by) => ({ kind: 'shorter headstock', by }),
    },
    ...once('chamber', chamberPlace(design, derived)),
    {
      ...{ kind: 'weight', step: 5, most: MOST.weight },
      make: (mass) => ({ kind: 'weight', mass, ...place }),
    },
  ];
}

/** Woods for a piece, nearest first to what it is made of now. */
const woodsFor = (design: Design, piece: WoodPiece): readonly string[] => {
  const now = densityOf(design.weight.woods[piece]).likely;
  return WOODS.filter((w) => w.uses.includes(USES[piece]) && w.name !== design.weight.woods[piece].name)
    .sort((a, b) => Math.abs(a.usual - now) - Math.abs(b.usual - now))
    .map((w) => w.name);
};

const keyOf = ({ rule, subject }: Finding): string => `${rule} ${subject}`;

/**
 * What would mend how a design balances, the least change first: each found by how much of it takes the load off the left hand (with a smooth strap, at
 * the playing angle) or brings the weight to what is wished for, or as near as it goes. None that opens a finding, and none that no design can hold. Empty where nothing is to be mended.
 */
export function findMends(design: Design, by: MendsBy): readonly BalanceMend[] {
  const { derive, look, progress = () => undefined, kinds } = by;
  const derived = derive(design);
  const before = standingOf(derived);
  const wish = design.player.heaviest ?? Infinity;
  const dives = before.load !== null && before.load > NO_LOAD;
  if (!dives && before.mass <= wish) return [];
  // A load first; else the weight.
  const left = (s: Standing): number =>
    dives ? Math.max(0, s.load ?? Infinity) : Math.max(0, s.mass - wish);
  const enough = dives ? NO_LOAD : 0;
  const worth = dives ? WORTH.load : WORTH.mass;
  const known = new Set(look(design, derived).map(keyOf));
  const tried = (change: BalanceChange): { readonly design: Design; readonly standing: Standing } | null => {
    const next = applyChange(design, change);
    if (next === design || designRefusals(next).length > 0) return null;
    return { design: next, standing: standingOf(derive(next)) };
  };
  const leftOf = (change: BalanceChange | null): number => {
    if (!change) return Infinity;
    const quick = standingAfter(design, derived, change);
    const standing = quick ?? tried(change)?.standing;
    return standing ? left(standing) : Infinity;
  };
  const fullLeft = (change: BalanceChange | null): number => {
    const t = change && tried(change);
    return t ? left(t.standing) : Infinity;
  };
  const begun = left(before);
  const mends: BalanceMend[] = [];
  const offer = (kind: MendKind, change: BalanceChange, amount: number | null): boolean => {
    const t = tried(change);
    if (!t || begun - left(t.standing) < worth) return false;
    // What mends the load may not make it over-heavy where it was not; its weight is told in any case.
    if (look(t.design, derive(t.design)).some((f) => !known.has(keyOf(f)))) return false;
    const { once, each } = COST[kind];
    mends.push({
      ...{ change, amount, before },
      after: t.standing,
      mends: (t.standing.load === null || t.standing.load <= NO_LOAD) && t.standing.mass <= wish,
      cost: once + each * (amount ?? 0),
    });
    return true;
  };
  const ways = waysFor(design, derived).filter((w) => !kinds || kinds.includes(w.kind));
  const pieces = kinds && !kinds.includes('other wood') ? [] : WOOD_PIECES;
  const all = ways.length + pieces.length;
  ways.forEach(({ kind, step, most, make }, i) => {
    progress(i / all);
    const of = (n: number): BalanceChange | null => make(Number((n * step).toFixed(3)));
    let n = Math.floor(most / step);
    let isEnough = false;
    if (n > 1) {
      // More of it brings more, up to a place: the first that is enough, or what brings most.
      const tries = [0.08, 0.2, 0.4, 0.65, 1].map((share) => Math.max(1, Math.round(n * share)));
      let [last, best] = [0, 0];
      let bestLeft = begun;
      for (const t of tries) {
        const l = leftOf(of(t));
        if (l < bestLeft - 1e-9) [best, bestLeft] = [t, l];
        if (l <= enough) break;
        last = t;
      }
      if (best === 0) return;
      n = best;
      isEnough = bestLeft <= enough;
      if (isEnough)
        for (let [a, b] = [last, best]; b - a > 1;) {
          const middle = Math.floor((a + b) / 2);
          if (leftOf(of(middle)) <= enough) [b, n] = [middle, middle];
          else a = middle;
        }
    }
    // What was told quickly may fall short of enough by a step or two.
    if (isEnough) for (let k = 0; k < 2 && n * step < most && fullLeft(of(n)) > enough; k += 1) n += 1;
    // One that opens a finding may not at half of it.
    for (let k = 0; k < 3 && n >= 1; k += 1) {
      const change = of(n);
      if (change && offer(kind, change, most === 1 ? null : Number((n * step).toFixed(3)))) return;
      n = Math.floor(n / 2);
    }
  });
  pieces.forEach((piece, i) => {
    progress((ways.length + i) / all);
    if (piece === 'front' && !design.body.gluedFront) return;
    const changes = woodsFor(design, piece).map((name): BalanceChange => ({
      kind: 'other wood',
      piece,
      name,
    }));
    const lefts = changes.map((c) => ({ c, l: leftOf(c) }));
    const first = lefts.find(({ l }) => l <= enough);
    const best =
      first ?? lefts.reduce<(typeof lefts)[number] | null>((a, b) => (a && a.l <= b.l ? a : b), null);
    if (best && best.l < begun) offer('other wood', best.c, null);
  });
  progress(1);
  return mends.sort((a, b) => Number(b.mends) - Number(a.mends) || a.cost - b.cost);
}
