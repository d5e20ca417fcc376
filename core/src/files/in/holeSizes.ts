import type { LayerPlan, PlanLine, PlanUse } from './plan.ts';

/** Round holes whose diameters agree to this, mm, are drilled with one drill: exporters round, and draw chords. */
const SAME_DRILL = 0.05;

/** What round holes of one size are brought in as, where that differs from their layer; a missing value is the layer's. */
export interface HoleSizePlan {
  readonly use?: PlanUse;
  /** Below the face, mm. */
  readonly depth?: number;
  readonly through?: boolean;
}

/** The round holes of one size in a layer. `diameter`: mm, of the first of them. */
export interface HoleSize<L extends PlanLine = PlanLine> {
  readonly key: string;
  readonly diameter: number;
  readonly lines: readonly L[];
}

/** Text that is the same for round holes of one drill. */
export const holeSizeKey = (diameter: number): string =>
  (Math.round(diameter / SAME_DRILL) * SAME_DRILL).toFixed(2);

/** The round holes of a layer by size, the smallest first. */
export function holeSizes<L extends PlanLine>(lines: readonly L[]): readonly HoleSize<L>[] {
  const sizes = new Map<string, L[]>();
  for (const line of lines) {
    if (!line.circle) continue;
    const key = holeSizeKey(line.circle.diameter);
    sizes.set(key, [...(sizes.get(key) ?? []), line]);
  }
  return [...sizes]
    .map(([key, own]) => ({ key, diameter: own[0]!.circle!.diameter, lines: own }))
    .sort((a, b) => a.diameter - b.diameter);
}

/** Returns what a layer's plan sets for the hole size of a line; an empty object if the line is no circle or its size has no setting. */
export const holeSizePlan = (plan: LayerPlan, line: Pick<PlanLine, 'circle'>): HoleSizePlan =>
  (line.circle && plan.sizes.get(holeSizeKey(line.circle.diameter))) ?? {};
