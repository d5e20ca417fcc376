import type { DesignNumber } from '../../design/mend.ts';
import type { Facts } from '../../design/rule.ts';
import type { Design, PartSpec } from '../../design/schema.ts';
import { measureOf } from '../../parts/kinds.ts';
import { SHELF } from '../../parts/shelf.ts';
import { LEAST_UNDER_BOARD, depthFor } from '../../strings/elevation.ts';
import { centreScale } from '../../strings/frets.ts';
import { neckSide } from '../../strings/neckSide.ts';
import { PLAIN_COVER } from '../cover.ts';
import { isOf } from '../cut.ts';
import { cavityOfControl } from '../layOut.ts';
import type { PartInPlace } from '../partInPlace.ts';
import { biteOfNeckScrew, neckScrew, neckScrewPlaces } from '../pocket.ts';
import { depthBehindFace } from '../roundControls.ts';
import { bridgePlaceFor, bridgeReach, middleHeight } from '../saddles.ts';
import { LEAST_UNDER_TIP, screwTips } from '../screws.ts';
import { SCREW_LENGTH, numberKey, stepOfCut } from './numbers.ts';
import { longestScrew, nearestScrew } from './screwSizes.ts';

/** Facts needed to find the dependent numbers of a design. */
export type CarryFacts = Pick<Facts, 'layout' | 'stringPlan'>;

/** A number of a design that depends on thickness, scale, fingerboard or joint; mm. */
export interface Dependent {
  readonly number: DesignNumber;
  readonly value: number;
  /** What the usual rule gives for this design; `null` where no rule does. */
  readonly rule: number | null;
  /** The value that keeps what an earlier state of the design had: the same wood, the same share of the scale. */
  readonly keeping: (earlier: Dependent) => number;
  /** What {@link keeping} compares between two states: a thickness, a scale, a greatest length. */
  readonly reference: number;
}

const hundredth = (v: number): number => Math.round(v * 100) / 100;

type Keeping = (earlier: Dependent, reference: number) => number;
/** The same distance to the reference: the wood that is left stays. */
const sameDistance: Keeping = (earlier, reference) => earlier.value + reference - earlier.reference;
/** The same distance to the nearer face; the reference is the thickness, the value a height below 0. */
const toNearerFace: Keeping = (earlier, reference) =>
  earlier.value - (earlier.value < -earlier.reference / 2 ? reference - earlier.reference : 0);
/** The same share of the reference. */
const sameShare: Keeping = (earlier, reference) => (earlier.value * reference) / earlier.reference;
/** A usual screw whose tip is where the earlier one's was. */
const sameTip: Keeping = (earlier, reference) => nearestScrew(sameDistance(earlier, reference));
/** The earlier screw, or the longest usual one that is left enough wood. One that was too long before stays. */
const noLonger: Keeping = (earlier, reference) =>
  earlier.value > earlier.reference ? earlier.value : Math.min(earlier.value, reference);

const dependent = (
  number: DesignNumber,
  value: number,
  rule: number | null,
  reference: number,
  keeping: Keeping,
): Dependent => ({
  number,
  value,
  rule: rule === null ? null : hundredth(rule),
  reference,
  keeping: (earlier) => hundredth(keeping(earlier, reference)),
});

/** Floors of openings: over controls by their rule, of other deep steps by the wood that they leave. */
function floors(design: Design, { layout }: CarryFacts): readonly Dependent[] {
  const { thickness } = design.body;
  const over = new Map<string, PartInPlace[]>();
  for (const part of layout.parts) {
    if (!part.form.bush || part.mounted || part.part.face === 'edge') continue;
    const cavity = cavityOfControl(part, layout.cuts);
    const step = cavity && stepOfCut(design.openings, cavity);
    if (!step) continue;
    const key = numberKey(step);
    over.set(key, [...(over.get(key) ?? []), part]);
  }
  return design.openings.flatMap((opening) =>
    opening.steps.flatMap((step, i) => {
      const number = { kind: 'step depth', id: opening.id, step: i } as const;
      const controls = over.get(numberKey(number));
      // A shallow step goes by the part in it, not by the wood under it.
      const goesByWood = controls !== undefined || step.role === 'chamber' || step.depth > thickness / 2;
      if (step.through || !goesByWood) return [];
      const rule = controls ? depthBehindFace(thickness, controls) : null;
      return [dependent(number, step.depth, rule, thickness, sameDistance)];
    }),
  );
}

/** Heights of what is bored into the edge or drilled inside: in the middle of the wood unless it was typed. */
function heights({ body: { thickness }, parts, runs }: Design): readonly Dependent[] {
  const middle = -thickness / 2;
  return [
    ...parts
      .filter((p) => p.face === 'edge')
      .map((p) => dependent({ kind: 'edge height', id: p.id }, p.z, middle, thickness, toNearerFace)),
    ...runs.flatMap((run) =>
      (['from', 'to'] as const).map((end) =>
        dependent(
          { kind: 'run height', id: run.id, end },
          run[end].z,
          Math.round(middle),
          thickness,
          toNearerFace,
        ),
      ),
    ),
  ];
}

/** The longest usual screw that leaves `least` mm of wood over the tips of the neck's screws, of all or of `indices`; `null` where none does. */
export function longestNeckScrew(
  design: Pick<Design, 'neck' | 'strings' | 'body' | 'parts'>,
  stringPlan: Facts['stringPlan'],
  least: number,
  indices?: readonly number[],
): number | null {
  const side = neckSide(design);
  const rooms = neckScrewPlaces(design.neck, stringPlan).flatMap((at, i) =>
    indices && !indices.includes(i)
      ? []
      : [neckScrew(design.neck, i).length + biteOfNeckScrew(design, side, at, i).left - least],
  );
  return rooms.length > 0 ? longestScrew(Math.min(...rooms)) : null;
}

/** Heel, pocket and neck screws. */
function joint(design: Design, { layout, stringPlan }: CarryFacts): readonly Dependent[] {
  const { neck, body } = design;
  if (neck.joint === 'undecided') return [];
  const [bridge] = bridgeReach(design, stringPlan, layout);
  const side = neckSide(design);
  const heel = dependent({ kind: 'heel' }, neck.heel, null, neck.board, sameDistance);
  const depth = dependent(
    { kind: 'pocket depth' },
    neck.depth,
    bridge ? depthFor(side, middleHeight(bridge)) : null,
    depthFor(side, 0),
    sameDistance,
  );
  if (neck.joint !== 'screwed' || neck.screws.count === 0) return [heel, depth];
  const passed = body.thickness - neck.depth - neck.carve;
  const least = design.findings.limits['neckUnderBoard'] ?? LEAST_UNDER_BOARD;
  const own = neck.screws.own.map((s) => s.screw - 1).filter((i) => i < neck.screws.count);
  const others = Array.from({ length: neck.screws.count }, (_, i) => i).filter((i) => !own.includes(i));
  return [
    heel,
    depth,
    ...(others.length > 0
      ? [
          dependent(
            { kind: 'neck screws' },
            neck.screws.length,
            longestNeckScrew(design, stringPlan, least, others),
            passed,
            sameTip,
          ),
        ]
      : []),
    ...own.map((i) =>
      dependent(
        { kind: 'neck screw', index: i },
        neckScrew(neck, i).length,
        longestNeckScrew(design, stringPlan, least, [i]),
        passed,
        sameTip,
      ),
    ),
  ];
}

/** Returns the assumed screw length of a part, mm: the length of its shelf model, or else the default of its kind. */
function usualScrew(spec: PartSpec): number {
  const model = SHELF.find((p) => p.kind === spec.kind && p.name === spec.name);
  return measureOf({ ...spec, measures: model?.measures ?? {} }, SCREW_LENGTH);
}

/** Screws of parts and covers, where their tips come near the other face. */
function screws(design: Design, { layout }: CarryFacts): readonly Dependent[] {
  const least = design.findings.limits['screwTip'] ?? LEAST_UNDER_TIP;
  const tips = screwTips(layout);
  const longest = (owner: 'part' | 'opening', ids: readonly string[], length: number): number | null => {
    const own = tips.filter((t) => ids.some((id) => isOf(t.screw, owner, id)));
    return own.length > 0 ? longestScrew(length + Math.min(...own.map((t) => t.left)) - least) : null;
  };
  const makes = new Map<string, string[]>();
  for (const { id, spec } of design.parts) {
    const make = `${spec.kind} ${spec.name}`;
    makes.set(make, [...(makes.get(make) ?? []), id]);
  }
  return [
    ...[...makes.values()].flatMap((ids) => {
      const { id, spec } = design.parts.find((p) => p.id === ids[0])!;
      const length = measureOf(spec, SCREW_LENGTH);
      const most = longest('part', ids, length);
      if (most === null || length === 0) return [];
      const rule = spec.assumed.includes(SCREW_LENGTH) ? Math.min(usualScrew(spec), most) : null;
      return [dependent({ kind: 'part screws', id }, length, rule, most, noLonger)];
    }),
    ...design.openings.flatMap(({ id, cover }) => {
      const most = cover ? longest('opening', [id], cover.screw.length) : null;
      if (!cover || most === null) return [];
      const rule = Math.min(PLAIN_COVER.screw.length, most);
      return [dependent({ kind: 'cover screws', id }, cover.screw.length, rule, most, noLonger)];
    }),
  ];
}

/** Bridges by their saddles; pickups at their share of the scale. */
function alongStrings(design: Design, { layout, stringPlan }: CarryFacts): readonly Dependent[] {
  return [
    ...bridgeReach(design, stringPlan, layout)
      .filter((reach) => reach.needs.length > 0)
      .map((reach) => {
        const { id, at } = reach.part.part;
        const place = bridgePlaceFor(reach);
        return dependent({ kind: 'place along', id }, at.x, place, place, sameDistance);
      }),
    ...layout.parts
      .filter((p) => p.form.poles !== undefined)
      .map(({ part: { id, at } }) =>
        dependent({ kind: 'place along', id }, at.x, null, centreScale(design.strings), sameShare),
      ),
  ];
}

/** Everything of a design that depends on thickness, scale, fingerboard or joint, in the order in which it is decided. */
export const dependentsOf = (design: Design, facts: CarryFacts): readonly Dependent[] => [
  ...joint(design, facts),
  ...alongStrings(design, facts),
  ...floors(design, facts),
  ...heights(design),
  ...screws(design, facts),
];
