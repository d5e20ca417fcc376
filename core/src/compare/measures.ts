import { massHeld } from '../balance/hanging.ts';
import type { Facts } from '../design/rule.ts';
import type { Design } from '../design/schema.ts';

/** A state to compare: the design and the facts derived from it. */
export interface State {
  readonly design: Design;
  readonly facts: Pick<Facts, 'measures' | 'layout' | 'weighed' | 'hanging'>;
}

/** A number of two states; null where a state has none. */
export interface MeasureChange {
  readonly key: string;
  readonly label: string;
  readonly unit: 'mm' | 'g';
  readonly before: number | null;
  readonly after: number | null;
}

interface Measure {
  readonly key: string;
  readonly label: string;
  readonly unit: MeasureChange['unit'];
  readonly of: (state: State) => number | null;
}
const measure = (key: string, label: string, unit: MeasureChange['unit'], of: Measure['of']): Measure => ({
  key,
  label,
  unit,
  of,
});

const MEASURES: readonly Measure[] = [
  measure('length', 'Body length', 'mm', ({ facts }) => facts.measures.length),
  measure('lower-bout', 'Lower bout', 'mm', ({ facts }) => facts.measures.lowerBout),
  measure('waist', 'Waist', 'mm', ({ facts }) => facts.measures.waist),
  measure('upper-bout', 'Upper bout', 'mm', ({ facts }) => facts.measures.upperBout),
  measure('waist-offset', 'Waist offset', 'mm', ({ facts }) => facts.measures.waistOffset),
  measure('hollow', 'Tightest hollow', 'mm', ({ facts }) => facts.measures.hollow?.radius ?? null),
  measure('thickness', 'Body thickness', 'mm', ({ design }) => design.body.thickness),
  measure('nut', 'Nut width', 'mm', ({ design }) => design.strings.nutWidth),
  measure('spread', 'Spread at the bridge', 'mm', ({ design }) => design.strings.bridgeSpread),
  measure('weight', 'Weight', 'g', ({ facts }) => facts.weighed?.total.likely ?? null),
  measure('balance-point', 'Balance point', 'mm', ({ facts }) => facts.hanging?.tailward.likely ?? null),
  measure('neck-dive', 'Neck dive at the hand', 'g', ({ facts }) => {
    const load = facts.hanging?.loads?.smooth;
    return load ? Math.sign(load.likely) * massHeld(load.likely) : null;
  }),
];

/** The measures of two states side by side, without those that neither has. */
export const measureChanges = (before: State, after: State): readonly MeasureChange[] =>
  MEASURES.map(({ of, ...about }) => ({ ...about, before: of(before), after: of(after) })).filter(
    (m) => m.before !== null || m.after !== null,
  );
