import type { Design } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { polygonArea, polygonMiddle } from '../geometry/polygons.ts';
import { massCentre } from '../layout/massCentre.ts';
import type { Layout } from '../layout/layOut.ts';
import type { Plate } from '../layout/plates.ts';
import type { Wired } from '../layout/wiring.ts';
import type { Fitting, NeckFittings } from '../neck/fittings.ts';
import { headFrame, placed, shaftFrame, within } from '../neck/frames.ts';
import type { NeckPlan } from '../neck/planNeck.ts';
import { winderOf } from '../neck/headstockPlan.ts';
import type { TunerPlan } from '../neck/headstockPlan.ts';
import { kindOf, measureOf } from '../parts/kinds.ts';
import type { Mass } from '../solid/mass.ts';
import { centreScale } from '../strings/frets.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { remember } from '../geometry/remember.ts';
import { boardMass } from './boardMass.ts';
import { densityOf } from './density.ts';
import type { MassItem, MassRange, Place3, Weight } from './masses.ts';
import { sure, weigh, woodMass } from './masses.ts';
import type { BodyWood, NeckWood } from './woodMasses.ts';

/** What of a design says what it weighs, beside what follows from it. */
export interface WeightSource extends Pick<Design, 'weight' | 'neck' | 'shaft' | 'headstock' | 'strings'> {
  /** Of the body, mm. */
  readonly thickness: number;
}

/** Everything that tells what an instrument weighs, and where. */
export interface WeighedFrom {
  readonly design: WeightSource;
  readonly bodyWood: BodyWood;
  readonly neckWood: NeckWood;
  readonly neckPlan: NeckPlan;
  readonly stringPlan: StringPlan;
  readonly layout: Layout;
  readonly plates: readonly Plate[];
  readonly wired: readonly Wired[];
  readonly neckFittings: NeckFittings;
}

/** g/mm³: steel, nickel silver of frets, the stuff of nuts, sheet plastic of guards and covers. Usual handbook values. */
const STEEL = 7.85e-3;
const FRET_WIRE = 8.7e-3;
const NUT = 1.9e-3;
const SHEET = 1.35e-3;
/** A fret’s crown and tang, mm²; a truss rod’s steel as if round, mm across. Usual sizes: what is not usual is weighed. */
const FRET_SECTION = 4.7;
const ROD_ACROSS = 6;
/** A wound string’s windings are round: so much of its gauge is metal. */
const WOUND = 0.87;
/** A screw’s steel as a share of a rod of its thread’s diameter, and the plate under the screws past them, mm. */
const SCREW_SHARE = 0.75;
const PLATE_PAST = 9;
/** A tuner’s mass lies over its housing more than over its post. */
const AT_HOUSING = 0.7;

/** How far a mass may be off, as a share: a part nobody measured, one whose mass was typed, what is worked out from usual sizes, an allowance. */
const OFF = { shelf: 0.2, typed: 0.03, usual: 0.2, allowance: 0.5 } as const;
/** What a kitchen scale may be off by, g and as a share. */
const SCALE_ERROR = 1;
const SCALE_SHARE = 0.001;

const about = (mass: number, off: number): MassRange => ({
  likely: mass,
  from: mass * (1 - off),
  to: mass * (1 + off),
});

/** A weighed mass with what the scale may be off by, g. */
export const weighedMass = (mass: number): MassRange => {
  const off = SCALE_ERROR + SCALE_SHARE * mass;
  return { likely: mass, from: Math.max(0, mass - off), to: mass + off };
};

const mean = (points: readonly Place3[]): Place3 => {
  const sum = points.reduce((s, p) => ({ x: s.x + p.x, y: s.y + p.y, z: s.z + p.z }), { x: 0, y: 0, z: 0 });
  const n = Math.max(1, points.length);
  return { x: sum.x / n, y: sum.y / n, z: sum.z / n };
};

const area = (points: readonly Point[]): number => Math.abs(polygonArea(points));

/** Fittings of a kind, as one mass by the stuff they are made of: half of what of a fret’s wire is its crown stands over the board. */
function fittingsMass(
  all: readonly Fitting[],
  massOf: (f: Fitting) => number,
): { readonly mass: number; readonly at: Place3 } | null {
  const each = all.map((f): MassItem => ({
    ...{ key: '', name: '', kind: 'part' as const, mass: sure(massOf(f)) },
    at: placed(f.frame, { ...polygonMiddle(f.plan), z: (f.low + f.high) / 2 }),
  }));
  const total = weigh(each);
  return total && { mass: total.total.likely, at: total.centre };
}

const wood = (key: string, name: string, mass: Mass, of: MassRange, at: Place3 = mass.centre): MassItem => ({
  ...{ key, name, kind: 'wood' },
  mass: woodMass(mass.volume, of),
  at,
  volume: mass.volume,
});

/** The body’s wood. */
function bodyItems({ design, bodyWood }: WeighedFrom): readonly MassItem[] {
  const { woods } = design.weight;
  const { body, front, through } = bodyWood;
  return [
    wood('body-wood', front ? 'Core of the body' : 'Body', body, densityOf(woods.body)),
    ...(front ? [wood('front', 'Glued-on front', front, densityOf(woods.front))] : []),
    ...(through ? [wood('through', 'Neck through the body', through, densityOf(woods.neck))] : []),
  ];
}

/** The same board weighs the same. */
const boardOf = remember(boardMass);

/** Neck, headstock, fingerboard, and what is let into them. */
function neckItems({
  design,
  neckWood,
  neckPlan,
  stringPlan,
  neckFittings,
}: WeighedFrom): readonly MassItem[] {
  const { weight, neck, shaft, strings } = design;
  const frame = shaftFrame(design, neckPlan);
  const head = within(frame, headFrame(neckPlan));
  const scale = centreScale(strings);
  const board = boardOf(stringPlan.board, neck.board, strings.boardRadius);
  const neckDensity = densityOf(weight.woods.neck);
  const of = (what: Fitting['what']) => neckFittings.fittings.filter((f) => f.what === what);
  const frets = fittingsMass(of('fret'), (f) => distance(f.plan[0]!, f.plan[1]!) * FRET_SECTION * FRET_WIRE);
  const nut = fittingsMass(of('nut'), (f) => area(f.plan) * (f.high - f.low) * NUT);
  const { rod } = shaft;
  const steel = rod ? (Math.PI / 4) * ROD_ACROSS ** 2 * (rod.to - rod.from) * STEEL : 0;
  return [
    wood('neck-wood', 'Neck', neckWood.shaft, neckDensity, placed(frame, neckWood.shaft.centre)),
    wood('headstock', 'Headstock', neckWood.head, neckDensity, placed(head, neckWood.head.centre)),
    wood(
      'board',
      'Fingerboard',
      board,
      densityOf(weight.woods.board),
      placed(frame, { ...board.centre, x: board.centre.x - scale }),
    ),
    ...(rod
      ? [
          {
            ...{
              key: 'rod',
              name: 'Truss rod',
              kind: 'allowance' as const,
              mass: about(steel, OFF.usual * 2),
            },
            at: placed(frame, { x: -(rod.from + rod.to) / 2, y: 0, z: -rod.depth / 2 }),
          },
        ]
      : []),
    ...(frets
      ? [
          {
            key: 'frets',
            name: 'Frets',
            kind: 'allowance' as const,
            mass: about(frets.mass, OFF.usual),
            at: frets.at,
          },
        ]
      : []),
    ...(nut
      ? [
          {
            key: 'nut',
            name: 'Nut',
            kind: 'allowance' as const,
            mass: about(nut.mass, OFF.usual),
            at: nut.at,
          },
        ]
      : []),
  ];
}

const partMass = (spec: Parameters<typeof measureOf>[0]): MassRange => {
  const mass = measureOf(spec, 'mass');
  const shelf = kindOf(spec)?.measures.find((m) => m.key === 'mass')?.value;
  const isTyped = spec.measures['mass'] !== undefined && !spec.assumed.includes('mass') && mass !== shelf;
  return about(mass, isTyped ? OFF.typed : OFF.shelf);
};

function tunerItems({ design, neckPlan }: WeighedFrom): readonly MassItem[] {
  const head = within(shaftFrame(design, neckPlan), headFrame(neckPlan));
  return neckPlan.headstock.tuners.map(({ tuner, housing }: TunerPlan, i): MassItem => {
    const { housing: box } = winderOf(tuner);
    const middle = box.deep > 0 ? polygonMiddle(housing) : tuner.at;
    const at = (key: 'x' | 'y'): number => tuner.at[key] * (1 - AT_HOUSING) + middle[key] * AT_HOUSING;
    return {
      ...{ key: `tuner:${tuner.id}`, name: `${tuner.spec.name} ${i + 1}`, kind: 'part' },
      mass: partMass(tuner.spec),
      at: placed(head, { x: at('x'), y: at('y'), z: -design.headstock.thickness / 2 }),
    };
  });
}

/** What strings weigh, each over the way that it goes. */
function stringsItem({ design: { strings }, neckFittings }: WeighedFrom): MassItem | null {
  const each = neckFittings.strings.flatMap((way, i): readonly MassItem[] => {
    const gauge = strings.gauges[i]!;
    const isWound = strings.types[strings.typeOf[i]!]!.core < 100;
    const perMm = (Math.PI / 4) * gauge * gauge * STEEL * (isWound ? WOUND : 1);
    return way.slice(1).map((to, k): MassItem => {
      const from = way[k]!;
      return {
        ...{ key: '', name: '', kind: 'strings' as const },
        mass: sure(perMm * Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)),
        at: mean([from, to]),
      };
    });
  });
  const all = weigh(each);
  return (
    all && {
      key: 'strings',
      name: 'Strings',
      kind: 'strings',
      mass: about(all.total.likely, OFF.usual / 2),
      at: all.centre,
    }
  );
}

/** Screws and plate that hold a neck on. */
function joinItem({ design, neckPlan, stringPlan }: WeighedFrom): MassItem | null {
  const { neck, thickness } = design;
  const { screws } = neck;
  if (neck.joint !== 'screwed' || screws.count === 0 || neckPlan.jointU <= 0) return null;
  const each = (Math.PI / 4) * screws.thread ** 2 * SCREW_SHARE * screws.length * STEEL;
  const plate = (screws.along + 2 * PLATE_PAST) * (screws.across + 2 * PLATE_PAST) * screws.plate * STEEL;
  return {
    ...{ key: 'screws', name: screws.plate > 0 ? 'Neck screws and plate' : 'Neck screws', kind: 'allowance' },
    mass: about(each * screws.count + plate, OFF.usual),
    at: { x: stringPlan.jointX - screws.from, y: 0, z: -thickness * (plate > 0 ? 0.85 : 0.6) },
  };
}

function layoutItems({ design, layout, plates, wired, bodyWood }: WeighedFrom): readonly MassItem[] {
  const { weight } = design;
  const middle = bodyWood.body.centre;
  const wiredAt = wired.map(({ part }) => massCentre(part));
  return [
    ...layout.parts.map((p): MassItem => ({
      ...{ key: `part:${p.part.id}`, name: p.part.spec.name, kind: 'part' },
      mass: partMass(p.part.spec),
      at: massCentre(p),
    })),
    ...plates.map((p): MassItem => {
      const through = p.cutouts.reduce((sum, c) => sum + area(c.polygon), 0);
      return {
        ...{ key: `plate:${p.id}`, name: p.name, kind: 'allowance' },
        mass: about(Math.max(0, area(p.edge) - through) * p.thickness * SHEET, OFF.usual),
        at: { ...polygonMiddle(p.edge), z: p.face === 'front' ? 0 : -design.thickness },
      };
    }),
    ...(weight.wiring > 0
      ? [
          {
            ...{ key: 'wiring', name: 'Wire and solder', kind: 'allowance' as const },
            mass: about(weight.wiring, OFF.allowance),
            at: wiredAt.length > 0 ? mean(wiredAt) : middle,
          },
        ]
      : []),
    ...(weight.finish > 0
      ? [
          {
            ...{ key: 'finish', name: 'Finish', kind: 'allowance' as const },
            mass: about(weight.finish, OFF.allowance),
            at: middle,
          },
        ]
      : []),
    ...weight.added.map((a): MassItem => ({
      ...{ key: `added:${a.id}`, name: a.name, kind: 'part' },
      mass: weighedMass(a.mass),
      at: { ...a.at, z: -a.deep },
    })),
  ];
}

/** What is weighed together: a finished body and a finished neck, each with what is on it then. */
const TOGETHER: Readonly<
  Record<'body' | 'neck', { readonly name: string; readonly keys: ReadonlySet<string> }>
> = {
  body: { name: 'Body, as weighed', keys: new Set(['body-wood', 'front', 'through', 'finish']) },
  neck: {
    name: 'Neck, as weighed',
    keys: new Set(['neck-wood', 'headstock', 'board', 'rod', 'frets', 'nut']),
  },
};

/** What is weighed in one piece. */
export type Together = keyof typeof TOGETHER;

/** A finished body or neck of an instrument’s items, estimated or as it was weighed; null where there is nothing of it. */
export const estimateOf = (of: Together, items: readonly MassItem[]): Weight | null =>
  weigh(items.filter((i) => i.key === of || TOGETHER[of].keys.has(i.key)));

/** What was weighed in place of what was estimated, at its measured balance point where that was found. */
function asWeighed(items: readonly MassItem[], { design }: WeighedFrom): readonly MassItem[] {
  const scale = centreScale(design.strings);
  const by = new Map(design.weight.weighed.map((w) => [w.of, w]));
  const found = (of: string, at: Place3): Pick<MassItem, 'mass' | 'at'> | null => {
    const own = by.get(of);
    if (!own) return null;
    const x = own.at && of === 'neck' ? scale - own.at.x : own.at?.x;
    return { mass: weighedMass(own.mass), at: own.at ? { x: x!, y: own.at.y, z: at.z } : at };
  };
  let all = items;
  for (const of of ['body', 'neck'] as const) {
    const { name, keys } = TOGETHER[of];
    const estimate = weigh(all.filter((i) => keys.has(i.key)));
    const own = estimate && found(of, estimate.centre);
    if (own) all = [{ key: of, name, kind: 'wood', ...own }, ...all.filter((i) => !keys.has(i.key))];
  }
  return all.map((item) => ({
    ...item,
    ...(item.key === 'body' || item.key === 'neck' ? null : found(item.key, item.at)),
  }));
}

/** Everything of an instrument that weighs, instrument frame: what was weighed as it was weighed, the rest as it is estimated. */
export function itemsOf(from: WeighedFrom): readonly MassItem[] {
  const [strings, join] = [stringsItem(from), joinItem(from)];
  return asWeighed(
    [
      ...bodyItems(from),
      ...neckItems(from),
      ...tunerItems(from),
      ...layoutItems(from),
      ...(join ? [join] : []),
      ...(strings ? [strings] : []),
    ].filter((i) => i.mass.to > 0),
    from,
  );
}

/** The whole instrument weighed; null without any wood. */
export const weighAll = (
  design: WeightSource,
  bodyWood: BodyWood,
  neckWood: NeckWood,
  neckPlan: NeckPlan,
  stringPlan: StringPlan,
  layout: Layout,
  plates: readonly Plate[],
  wired: readonly Wired[],
  neckFittings: NeckFittings,
): Weight | null =>
  weigh(itemsOf({ design, bodyWood, neckWood, neckPlan, stringPlan, layout, plates, wired, neckFittings }));
