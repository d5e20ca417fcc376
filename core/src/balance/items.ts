import type { Design, PartSpec } from '../design/schema.ts';
import type { WoodPiece } from '../design/sections/weight.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { polygonArea, polygonMiddle } from '../geometry/polygons.ts';
import { massCentre } from '../layout/massCentre.ts';
import type { Layout } from '../layout/layOut.ts';
import { biteOfNeckScrew, neckScrewPlaces } from '../layout/pocket.ts';
import type { Plate } from '../layout/plates.ts';
import { plateProfiles } from '../layout/plates.ts';
import type { Wired } from '../layout/wiring.ts';
import type { Fitting, NeckFittings } from '../neck/fittings.ts';
import { headFrame, placed, shaftFrame, within } from '../neck/frames.ts';
import type { NeckPlan } from '../neck/planNeck.ts';
import { winderOf } from '../neck/headstockPlan.ts';
import type { TunerPlan } from '../neck/headstockPlan.ts';
import { kindOf, measureOf } from '../parts/kinds.ts';
import type { Mass } from '../solid/mass.ts';
import { pocketDepthAt } from '../strings/elevation.ts';
import { centreScale } from '../strings/frets.ts';
import { neckSide } from '../strings/neckSide.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { remember } from '../geometry/remember.ts';
import { boardMass } from './boardMass.ts';
import { densityOf } from './density.ts';
import type { MassError, MassItem, MassRange, Place3, Weighed, Weight } from './masses.ts';
import { errorOf, errorsOf, rangeOf, sure, weigh, woodMass } from './masses.ts';
import type { BodyWood, NeckWood } from './woodMasses.ts';
import { without } from './woodMasses.ts';

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
/** g/mm³: of plastic binding, from styrene to celluloid; wooden strips are lighter and are weighed. */
const BINDING = 1.25e-3;
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

/** The same by its sources: the scale’s own share, which all has that is weighed on it, and the reading. */
const scaleErrors = (key: string, mass: number): readonly MassError[] => [
  { source: 'scale', less: SCALE_SHARE * mass, more: SCALE_SHARE * mass },
  { source: `reading:${key}`, less: SCALE_ERROR, more: SCALE_ERROR },
];

/** The source of errors of all that is made of one board. */
const boardSource = (piece: WoodPiece): string => `wood:${piece}`;
/** The source of errors of all parts of one model: of one kind, by one figure for their mass. */
const modelSource = (spec: PartSpec): string => `model:${spec.kind} ${measureOf(spec, 'mass')}`;
/** And of all sheet plastic. */
const SHEET_SOURCE = 'sheet';

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

/** A piece of wood by its volume and the density of its board. */
function wood(
  key: string,
  name: string,
  { volume, centre }: Pick<Mass, 'volume' | 'centre'>,
  woods: WeightSource['weight']['woods'],
  piece: WoodPiece,
  at: Place3 = centre,
): MassItem {
  const mass = woodMass(volume, densityOf(woods[piece]));
  return { key, name, kind: 'wood', mass, errors: errorOf(boardSource(piece), mass), at, volume };
}

/** The body’s wood, and what fills the channels along its edge. */
function bodyItems({ design, bodyWood }: WeighedFrom): readonly MassItem[] {
  const { woods } = design.weight;
  const { body, front, through, fills } = bodyWood;
  return [
    ...fills.map(({ face, strip, volume, centre }): MassItem => {
      const mass = about(volume * BINDING, OFF.usual);
      return {
        ...{ key: `binding:${face}-${strip + 1}`, name: `Binding, ${face}, strip ${strip + 1}` },
        ...{ kind: 'allowance', mass, errors: errorOf('binding', mass), at: centre },
      };
    }),
    wood('body-wood', front ? 'Core of the body' : 'Body', body, woods, 'body'),
    ...(front ? [wood('front', 'Glued-on front', front, woods, 'front')] : []),
    ...(through ? [wood('through', 'Neck through the body', through, woods, 'neck')] : []),
  ];
}

/** The same board weighs the same. */
const boardOf = remember(boardMass);

/** The volume of a fingerboard less that of its fret slots. */
function withoutSlots(
  board: Mass,
  { frets }: Pick<StringPlan, 'frets'>,
  { neck, shaft: { slots } }: WeightSource,
): Mass {
  const depth = Math.min(slots.depth, neck.board);
  return frets.reduce((left, { slot, bass, treble }) => {
    const volume = Math.max(0, slot - 2 * slots.stop) * slots.width * depth;
    const centre = {
      x: (bass.x + treble.x) / 2,
      y: (bass.y + treble.y) / 2,
      z: neck.board - depth / 2,
    };
    return without(left, { volume, centre });
  }, board);
}

/** A neck’s shaft, instrument frame, without the pilot holes of the screws that hold it. */
function withoutPilots(shaft: Mass, { design, layout, stringPlan }: WeighedFrom): Mass {
  const { neck, thickness } = design;
  if (neck.joint !== 'screwed') return shaft;
  const side = neckSide(design);
  const body = { neck, body: { thickness }, parts: layout.parts.map((p) => p.part) };
  return neckScrewPlaces(neck, stringPlan).reduce((left, at, i) => {
    const bite = Math.max(0, biteOfNeckScrew(body, side, at, i).bite);
    const volume = (Math.PI / 4) * neck.screws.root ** 2 * bite;
    return without(left, { volume, centre: { ...at, z: bite / 2 - pocketDepthAt(side, at.x) } });
  }, shaft);
}

/** Neck, headstock, fingerboard, and what is let into them. */
function neckItems(from: WeighedFrom): readonly MassItem[] {
  const { design, neckWood, neckPlan, stringPlan, neckFittings } = from;
  const { neck, shaft, strings } = design;
  const { woods } = design.weight;
  const frame = shaftFrame(design, neckPlan);
  const head = within(frame, headFrame(neckPlan));
  const scale = centreScale(strings);
  const board = withoutSlots(boardOf(stringPlan.board, neck.board, strings.boardRadius), stringPlan, design);
  const of = (what: Fitting['what']) => neckFittings.fittings.filter((f) => f.what === what);
  const frets = fittingsMass(of('fret'), (f) => distance(f.plan[0]!, f.plan[1]!) * FRET_SECTION * FRET_WIRE);
  const nut = fittingsMass(of('nut'), (f) => area(f.plan) * (f.high - f.low) * NUT);
  const { rod } = shaft;
  const steel = rod ? (Math.PI / 4) * ROD_ACROSS ** 2 * (rod.to - rod.from) * STEEL : 0;
  return [
    wood(
      'neck-wood',
      'Neck',
      withoutPilots({ ...neckWood.shaft, centre: placed(frame, neckWood.shaft.centre) }, from),
      woods,
      'neck',
    ),
    wood('headstock', 'Headstock', neckWood.head, woods, 'neck', placed(head, neckWood.head.centre)),
    wood(
      'board',
      'Fingerboard',
      board,
      woods,
      'board',
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

/** A part’s mass with its errors, which all of its model share. */
const partMass = (spec: PartSpec): Required<Pick<MassItem, 'mass' | 'errors'>> => {
  const likely = measureOf(spec, 'mass');
  const shelf = kindOf(spec)?.measures.find((m) => m.key === 'mass')?.value;
  const isTyped = spec.measures['mass'] !== undefined && !spec.assumed.includes('mass') && likely !== shelf;
  const mass = about(likely, isTyped ? OFF.typed : OFF.shelf);
  return { mass, errors: errorOf(modelSource(spec), mass) };
};

function tunerItems({ design, neckPlan }: WeighedFrom): readonly MassItem[] {
  const head = within(shaftFrame(design, neckPlan), headFrame(neckPlan));
  return neckPlan.headstock.tuners.map(({ tuner, housing }: TunerPlan, i): MassItem => {
    const { housing: box } = winderOf(tuner);
    const middle = box.deep > 0 ? polygonMiddle(housing) : tuner.at;
    const at = (key: 'x' | 'y'): number => tuner.at[key] * (1 - AT_HOUSING) + middle[key] * AT_HOUSING;
    return {
      ...{ key: `tuner:${tuner.id}`, name: `${tuner.spec.name} ${i + 1}`, kind: 'part' },
      ...partMass(tuner.spec),
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
      ...{ key: `part:${p.part.id}`, name: p.name, kind: 'part' },
      ...partMass(p.part.spec),
      at: massCentre(p),
    })),
    // A plate part is weighed with the parts.
    ...plates
      .filter((p) => !layout.parts.some((o) => o.part.id === p.id))
      .map((p): MassItem => {
        const { edges, inside } = plateProfiles(p);
        const [sheet, through] = [edges, inside].map((list) => list.reduce((sum, e) => sum + area(e), 0));
        const mass = about(Math.max(0, sheet! - through!) * p.thickness * SHEET, OFF.usual);
        return {
          ...{ key: `plate:${p.id}`, name: p.name, kind: 'allowance', mass },
          errors: errorOf(SHEET_SOURCE, mass),
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
      errors: scaleErrors(`added:${a.id}`, a.mass),
      at: { ...a.at, z: -a.deep },
    })),
  ];
}

/** What is weighed together: a finished body and a finished neck, each with what is on it then. */
const TOGETHER: Readonly<
  Record<'body' | 'neck', { readonly name: string; readonly keys: (key: string) => boolean }>
> = {
  body: {
    name: 'Body, as weighed',
    keys: (key) => /^(body-wood|front|through|finish|binding:.*)$/.test(key),
  },
  neck: {
    name: 'Neck, as weighed',
    keys: (key) => /^(neck-wood|headstock|board|rod|frets|nut)$/.test(key),
  },
};

/** What is weighed in one piece. */
export type Together = keyof typeof TOGETHER;

/** A finished body or neck of an instrument’s items, estimated or as it was weighed; null where there is nothing of it. */
export const estimateOf = (of: Together, items: readonly MassItem[]): Weight | null =>
  weigh(items.filter((i) => i.key === of || TOGETHER[of].keys(i.key)));

/** A thing whose estimate moved by less than this since it was weighed has not changed: g, and mm of its balance point. */
const SAME_MASS = 1;
const SAME_PLACE = 0.5;

type Measured = WeightSource['weight']['weighed'][number];

/**
 * What was weighed in place of an estimate, at its measured balance point where that was found. Where the thing has changed since, which its estimate
 * tells, it is corrected by the difference of the two estimates (formulas section 5). `toFrame` is between the frame of what was typed and the instrument’s.
 */
function weighedAs(
  own: Measured,
  estimate: Pick<MassItem, 'errors'> & { readonly mass: number; readonly at: Place3 },
  toFrame: (x: number) => number,
): Pick<MassItem, 'mass' | 'errors' | 'at' | 'weighed'> {
  const at = (p: Point): Place3 => ({ x: toFrame(p.x), y: p.y, z: estimate.at.z });
  const then = own.estimate && { mass: own.estimate.mass, at: at(own.estimate.at) };
  const more = then ? estimate.mass - then.mass : 0;
  const isChanged =
    then !== null && (Math.abs(more) > SAME_MASS || distance(estimate.at, then.at) > SAME_PLACE);
  const measured = own.at ? at(own.at) : estimate.at;
  const record = {
    mass: own.mass,
    estimate: { mass: estimate.mass, at: estimate.at },
    changed: isChanged ? more : null,
  };
  if (!then || !isChanged)
    return {
      mass: weighedMass(own.mass),
      errors: scaleErrors(own.of, own.mass),
      at: measured,
      weighed: record,
    };
  const mass = Math.max(LEAST_MASS, own.mass + more);
  const share = Math.min(1, Math.abs(more) / Math.max(LEAST_MASS, estimate.mass));
  const errors = [
    ...scaleErrors(own.of, own.mass),
    ...(estimate.errors ?? []).map((e) => ({ ...e, less: e.less * share, more: e.more * share })),
  ];
  const off = (of: 'less' | 'more'): number => Math.hypot(...errors.map((e) => e[of]));
  const place = (axis: 'x' | 'y'): number =>
    (own.mass * measured[axis] + estimate.mass * estimate.at[axis] - then.mass * then.at[axis]) / mass;
  return {
    mass: { likely: mass, from: Math.max(0, mass - off('less')), to: mass + off('more') },
    errors,
    at: own.at ? { x: place('x'), y: place('y'), z: estimate.at.z } : estimate.at,
    weighed: record,
  };
}
/** A thing weighs at least so much, g, however much was cut off it since. */
const LEAST_MASS = 0.1;

/** Errors of several items as those of one, by their sources. */
const together = (items: readonly MassItem[]): readonly MassError[] => [
  ...rangeOf(items, () => 1).sources.values(),
];

/** What was weighed in place of what was estimated. */
function asWeighed(items: readonly MassItem[], { design }: WeighedFrom): readonly MassItem[] {
  const scale = centreScale(design.strings);
  const by = new Map(design.weight.weighed.map((w) => [w.of, w]));
  let all = items;
  for (const of of ['body', 'neck'] as const) {
    const { name, keys } = TOGETHER[of];
    const own = by.get(of);
    const parts = all.filter((i) => keys(i.key));
    const estimate = own && weigh(parts);
    if (!own || !estimate) continue;
    const weighed = weighedAs(
      own,
      { mass: estimate.total.likely, at: estimate.centre, errors: together(parts) },
      (x) => (of === 'neck' ? scale - x : x),
    );
    all = [{ key: of, name, kind: 'wood', ...weighed }, ...all.filter((i) => !keys(i.key))];
  }
  return all.map((item) => {
    const own = item.key === 'body' || item.key === 'neck' ? undefined : by.get(item.key);
    return own
      ? {
          ...item,
          ...weighedAs(own, { mass: item.mass.likely, at: item.at, errors: errorsOf(item) }, (x) => x),
        }
      : item;
  });
}

/**
 * What is kept with something that is weighed now: its estimate, by which a later change is noticed. `item`: its line of the table of weights, or what is
 * weighed together; of the neck, x from the nut towards the bridge. Null without any wood.
 */
export function estimateToKeep(
  of: string,
  items: readonly MassItem[],
  strings: WeightSource['strings'],
): Measured['estimate'] {
  const item = items.find((i) => i.key === of);
  const estimate =
    item?.weighed?.estimate ??
    (item && { mass: item.mass.likely, at: item.at }) ??
    (of === 'body' || of === 'neck' ? centreOf(estimateOf(of, items)) : null);
  if (!estimate) return null;
  const { x, y } = estimate.at;
  const round = (v: number): number => Number(v.toFixed(3));
  return {
    mass: round(estimate.mass),
    at: { x: round(of === 'neck' ? centreScale(strings) - x : x), y: round(y) },
  };
}
const centreOf = (weight: Weight | null): Weighed['estimate'] | null =>
  weight && { mass: weight.total.likely, at: weight.centre };

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
