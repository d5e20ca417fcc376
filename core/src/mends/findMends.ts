import { buttonAlong } from '../balance/hornPlaces.ts';
import { densityOf } from '../balance/density.ts';
import { screwsForButton } from '../balance/strapButtons.ts';
import type { Derived } from '../derived/derive.ts';
import { designRefusals } from '../design/check.ts';
import type { Design } from '../design/schema.ts';
import { WOOD_PIECES } from '../design/sections/weight.ts';
import type { WoodPiece } from '../design/sections/weight.ts';
import { LONG_SCALE } from '../design/sections/neck.ts';
import type { Finding } from '../findings/finding.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import type { Point } from '../geometry/point.ts';
import { measureOf } from '../parts/kinds.ts';
import { standsOut } from '../parts/strapButton.ts';
import type { WoodUse } from '../parts/woods.ts';
import { WOODS } from '../parts/woods.ts';
import { standingAfter } from './approximate.ts';
import type { BalanceChange, OneChange } from './change.ts';
import { applyChange } from './change.ts';
import type { Costs } from './costs.ts';
import { costsOf, wholeCost } from './costs.ts';
import { slugAt, slugMass, weightPlaces } from './weightPlaces.ts';

/** How a design balances: N on the fretting hand with a smooth strap (null where it does not hang so), g, mm tailward of the horn button. */
export interface Standing {
  readonly load: number | null;
  readonly mass: number;
  readonly tailward: number | null;
}

/** A change that mends the balance, and what it does. */
export interface BalanceMend {
  readonly change: BalanceChange;
  /** How much of it, mm or g; null for what is done or not, and for two together. */
  readonly amount: number | null;
  readonly before: Standing;
  readonly after: Standing;
  /** Whether nothing is left to mend: no load, and no more than the target weight. */
  readonly mends: boolean;
  /** What it asks for besides its weight, in points. */
  readonly costs: Costs;
  /** With its weight: mends are offered by it. */
  readonly cost: number;
}

export type MendKind = OneChange['kind'];

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

/** A change by how much of it; `most` in whole steps. */
interface Way {
  readonly kind: MendKind;
  readonly step: number;
  readonly most: number;
  /** Done or not: there is no more or less of it. */
  readonly single?: true;
  readonly make: (amount: number) => OneChange | null;
}

/** The lightest tuners that are made for guitars and for basses, g; woods are used as people usually do. */
const LIGHTEST_TUNER = { guitar: 24, bass: 50 } as const;
const USES: Readonly<Record<WoodPiece, WoodUse>> = {
  body: 'body',
  front: 'front',
  neck: 'neck',
  board: 'fingerboard',
};
const MOST = { button: 90, horn: 40, tail: 40, thinner: 12, headstock: 40 } as const;
/** Wood between a chamber and what is beside it, over and under it, mm; and how wide it is made at most. */
const CHAMBER = { wall: 16, floor: 11, least: 24, most: 76, grid: 6 } as const;

export const standingOf = ({ weighed, hanging }: Derived): Standing => ({
  load: hanging?.loads?.smooth?.likely ?? null,
  mass: weighed?.total.likely ?? 0,
  tailward: hanging?.tailward.likely ?? null,
});

/** Where a round chamber under the front takes most from the neck’s side. */
function chamberPlace(design: Design, { layout, weighed }: Derived): OneChange | null {
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

/** Distance of a button behind the horn from the edge, mm. */
const BEHIND_EDGE = 11;

/** Where a button on the back is furthest towards the nut behind the horn; null without a horn. */
function placeBehindHorn({ measures, layout }: Derived): Point | null {
  const tip = measures.neck?.bass.tip;
  if (!tip) return null;
  let best: Point | null = null;
  for (let x = Math.floor(tip.x); x > tip.x - 45 && !best; x -= 1)
    for (let y = tip.y - 30; y <= tip.y + 30; y += 1) {
      const at = { x, y: Math.round(y) };
      if (polygonHolds(layout.body.polygon, at) && distanceToEdge(layout.body.polygon, at) >= BEHIND_EDGE) {
        best = at;
        break;
      }
    }
  return best;
}

/** An added weight in each place that has room for one. */
const weightWays = (design: Design, derived: Derived): readonly Way[] =>
  weightPlaces(design, derived).map((place) => ({
    ...{
      kind: 'weight',
      step: 5,
      most: Math.floor(slugMass({ across: place.across, high: place.most }) / 5) * 5,
    },
    make: (mass) => {
      const slug = slugAt(place, mass);
      return (
        slug && {
          ...{ kind: 'weight', mass, slug, place: place.name },
          hole: place.kind === 'hole' ? { across: place.across, deep: place.holeDeep(slug.high) } : null,
        }
      );
    },
  }));

function waysFor(design: Design, derived: Derived): readonly Way[] {
  const { hanging, outline } = { hanging: derived.hanging, outline: derived.path };
  const once = (kind: MendKind, change: OneChange | null): Way[] =>
    change ? [{ kind, step: 1, most: 1, single: true, make: () => change }] : [];
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
  const lightestMade = design.strings.scaleLength > LONG_SCALE ? LIGHTEST_TUNER.bass : LIGHTEST_TUNER.guitar;
  const behind = placeBehindHorn(derived);
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
          ...once(
            'button behind horn',
            behind && { kind: 'button behind horn', part: horn.part.id, at: behind },
          ),
        ]
      : []),
    ...(tip
      ? [
          {
            ...{ kind: 'longer horn' as const, step: 1, most: MOST.horn },
            make: (by: number): OneChange => ({ kind: 'longer horn', tip: { x: tip.x, y: tip.y }, by }),
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
    ...(lightest > lightestMade
      ? [
          {
            ...{ kind: 'lighter tuners' as const, step: 1, most: Math.floor(lightest - lightestMade) },
            make: (by: number): OneChange => ({ kind: 'lighter tuners', by }),
          },
        ]
      : []),
    {
      ...{ kind: 'shorter headstock', step: 1, most: MOST.headstock },
      make: (by) => ({ kind: 'shorter headstock', by }),
    },
    ...once('chamber', chamberPlace(design, derived)),
    ...weightWays(design, derived),
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

/** A goal of a mend: how much is left of it (0 when reached), and how much a change must bring. */
interface Goal {
  readonly left: (s: Standing) => number;
  readonly worth: number;
}

/** A newton weighs so many grams where a load and a weight are mended together. */
const GRAMS_A_NEWTON = 100;

/** The goals of a design, the one that mends everything first. */
function goalsFor(before: Standing, wish: number): readonly Goal[] {
  const load = (s: Standing): number => {
    const n = s.load ?? Infinity;
    return n <= NO_LOAD ? 0 : n;
  };
  const mass = (s: Standing): number => Math.max(0, s.mass - wish);
  const ofLoad: Goal = { left: load, worth: WORTH.load };
  const ofMass: Goal = { left: mass, worth: WORTH.mass };
  const dives = before.load !== null && before.load > NO_LOAD;
  if (!dives) return mass(before) > 0 ? [ofMass] : [];
  if (mass(before) === 0) return [ofLoad];
  return [{ left: (s) => load(s) * GRAMS_A_NEWTON + mass(s), worth: WORTH.mass }, ofLoad, ofMass];
}

/**
 * Whether a change may be offered beside what it mends: it makes nothing too heavy, or heavier that is too heavy; and no neck dive, or a worse one
 * than there is (a load that no hand feels apart).
 */
const isFair = (before: Standing, after: Standing, wish: number): boolean =>
  after.mass <= Math.max(wish, before.mass) + 0.5 &&
  (before.load === null || (after.load !== null && after.load <= Math.max(NO_LOAD, before.load)));

/** A change that was found for a design, and the design with it. */
interface Tried {
  readonly design: Design;
  readonly standing: Standing;
}
interface Found extends Tried {
  readonly change: OneChange;
  readonly amount: number | null;
  /** Whether it may be offered alone; what may not be may still be one of two. */
  readonly isFair: boolean;
}

/** The search of one design: computes what its changes bring. */
interface Search {
  readonly design: Design;
  readonly derived: Derived;
  readonly wish: number;
  /** Standing of the design that is mended, which two changes together begin from. */
  readonly first: Standing;
  readonly derive: MendsBy['derive'];
  /** Whether a design opens no finding that was not open before. */
  readonly isClean: (design: Design) => boolean;
}

function trial({ design, derive }: Search, change: OneChange): Tried | null {
  const next = applyChange(design, change);
  if (next === design || designRefusals(next).length > 0) return null;
  return { design: next, standing: standingOf(derive(next)) };
}

/** What is left of a goal after a change, by the quick estimate where there is one. */
function leftAfter(search: Search, change: OneChange | null, { left }: Goal): number {
  if (!change) return Infinity;
  const standing = standingAfter(search.design, search.derived, change) ?? trial(search, change)?.standing;
  return standing ? left(standing) : Infinity;
}

/** A change derived in full that is worth it and opens no finding; null for one that does. */
function accepted(search: Search, change: OneChange, amount: number | null, goal: Goal): Found | null {
  const t = trial(search, change);
  const begun = goal.left(standingOf(search.derived));
  if (!t || begun - goal.left(t.standing) < goal.worth) return null;
  if (!search.isClean(t.design)) return null;
  return { ...t, change, amount, isFair: isFair(search.first, t.standing, search.wish) };
}

/** The least of a way that is enough for a goal, or else what brings most; null where none is acceptable. */
function alongWay(search: Search, { step, most, single, make }: Way, goal: Goal): Found | null {
  const of = (n: number): OneChange | null => make(Number((n * step).toFixed(3)));
  const begun = goal.left(standingOf(search.derived));
  let n = Math.floor(most / step);
  if (n < 1) return null;
  let isEnough = false;
  if (n > 1) {
    // More of it brings more, up to a place: the first that is enough, or what brings most.
    const tries = [...new Set([0.08, 0.2, 0.4, 0.65, 1].map((share) => Math.max(1, Math.round(n * share))))];
    let [last, best] = [0, 0];
    let bestLeft = begun;
    for (const t of tries) {
      const l = leftAfter(search, of(t), goal);
      if (l < bestLeft - 1e-9) [best, bestLeft] = [t, l];
      if (l <= 0) break;
      last = t;
    }
    if (best === 0) return null;
    n = best;
    isEnough = bestLeft <= 0;
    if (isEnough)
      for (let [a, b] = [last, best]; b - a > 1;) {
        const middle = Math.floor((a + b) / 2);
        if (leftAfter(search, of(middle), goal) <= 0) [b, n] = [middle, middle];
        else a = middle;
      }
  }
  // The quick estimate may fall short by a step or two.
  const fullLeft = (change: OneChange | null): number => {
    const t = change && trial(search, change);
    return t ? goal.left(t.standing) : Infinity;
  };
  if (isEnough) for (let k = 0; k < 2 && n * step < most && fullLeft(of(n)) > 0; k += 1) n += 1;
  // Of what opens a finding, half may not.
  let unfair: Found | null = null;
  for (let k = 0; k < 3 && n >= 1; k += 1) {
    const change = of(n);
    const found = change && accepted(search, change, single ? null : Number((n * step).toFixed(3)), goal);
    if (found?.isFair) return found;
    unfair ??= found;
    n = Math.floor(n / 2);
  }
  return unfair;
}

/** Another wood for a piece: the nearest that is enough and acceptable, else the one that brings most of those that are. */
function otherWood(search: Search, piece: WoodPiece, goal: Goal): Found | null {
  const { design } = search;
  if (piece === 'front' && !design.body.gluedFront) return null;
  const all = woodsFor(design, piece).map((name) => {
    const change: OneChange = { kind: 'other wood', piece, name };
    return { change, left: leftAfter(search, change, goal) };
  });
  // The sort is stable: of those that are enough, the nearest to the wood that it is now comes first.
  const begun = goal.left(standingOf(search.derived));
  let unfair: Found | null = null;
  for (const { change } of all.filter((w) => w.left < begun).sort((a, b) => a.left - b.left)) {
    const found = accepted(search, change, null, goal);
    if (found?.isFair) return found;
    unfair ??= found;
  }
  return unfair;
}

/** Two together are looked for from so many first changes, and so many are offered. */
const FIRST_OF_TWO = 3;
const MOST_PAIRS = 3;

/**
 * What would mend how a design balances, the least cost first: each found by how much of it takes the load off the fretting hand (with a smooth strap, at
 * the playing angle) and brings the weight to the target, or as near as it goes; two together where none alone does. None that opens a finding, none
 * that makes it too heavy or dive, and none that no design can hold. Empty where nothing is to be mended.
 */
export function findMends(design: Design, by: MendsBy): readonly BalanceMend[] {
  const { derive, look, progress = () => undefined, kinds } = by;
  const derived = derive(design);
  const before = standingOf(derived);
  const wish = design.player.heaviest ?? Infinity;
  const goals = goalsFor(before, wish);
  if (goals.length === 0) return [];
  const known = new Set(look(design, derived).map(keyOf));
  const search: Search = {
    ...{ design, derived, wish, first: before, derive },
    isClean: (next) => look(next, derive(next)).every((f) => known.has(keyOf(f))),
  };
  const isMended = (s: Standing): boolean => goals[0]!.left(s) === 0;
  const waysOf = (s: Search): readonly ((goal: Goal) => Found | null)[] => [
    ...waysFor(s.design, s.derived)
      .filter((w) => !kinds || kinds.includes(w.kind))
      .map((way) => (goal: Goal) => alongWay(s, way, goal)),
    ...(kinds && !kinds.includes('other wood') ? [] : WOOD_PIECES).map(
      (piece) => (goal: Goal) => otherWood(s, piece, goal),
    ),
  ];
  const ways = waysOf(search);
  // Of each way what mends everything; else what mends the load; else the weight.
  const singles = ways.flatMap((way, i): readonly Found[] => {
    progress((0.7 * i) / ways.length);
    const whole = way(goals[0]!);
    if (whole && ((whole.isFair && isMended(whole.standing)) || goals.length === 1)) return [whole];
    const parts = [whole, ...goals.slice(1).map((goal) => way(goal))].flatMap((f) => f ?? []);
    const [found] = [...parts.filter((f) => f.isFair), ...parts];
    return found ? [found] : [];
  });
  const offered = ({ standing }: Tried, change: BalanceChange, amount: number | null): BalanceMend => {
    const costs = costsOf(change, amount);
    return {
      ...{ change, amount, before, after: standing, mends: isMended(standing), costs },
      cost: wholeCost(costs, standing.mass - before.mass),
    };
  };
  const mends = singles.filter((f) => f.isFair).map((f) => offered(f, f.change, f.amount));
  if (!mends.some((m) => m.mends) && singles.length > 1) {
    // First what brings most for its cost.
    const left = (s: Standing): number => goals[0]!.left(s);
    const worth = (f: Found): number =>
      (left(before) - left(f.standing)) / (1 + offered(f, f.change, f.amount).cost);
    const firsts = [...singles].sort((a, b) => worth(b) - worth(a)).slice(0, FIRST_OF_TWO);
    const pairs: BalanceMend[] = [];
    firsts.forEach((first, i) => {
      progress(0.7 + (0.3 * i) / firsts.length);
      if (pairs.length >= MOST_PAIRS) return;
      const second: Search = { ...search, design: first.design, derived: derive(first.design) };
      for (const way of waysOf(second)) {
        const found = pairs.length < MOST_PAIRS ? way(goals[0]!) : null;
        if (!found?.isFair || !isMended(found.standing) || found.change.kind === first.change.kind) continue;
        const change = {
          ...{ kind: 'two' as const, first: first.change, second: found.change },
          amounts: [first.amount, found.amount] as const,
        };
        pairs.push(offered(found, change, null));
      }
    });
    mends.push(...pairs);
  }
  progress(1);
  // Of those that leave something, first what brings most for its cost.
  const worthOf = ({ after, cost }: BalanceMend): number =>
    (goals[0]!.left(before) - goals[0]!.left(after)) / (1 + cost);
  return mends.sort(
    (a, b) => Number(b.mends) - Number(a.mends) || (a.mends ? a.cost - b.cost : worthOf(b) - worthOf(a)),
  );
}
