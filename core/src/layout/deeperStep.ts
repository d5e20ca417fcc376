import { plainStep } from '../design/layoutEdits.ts';
import type { Opening, OpeningStep, Shape } from '../design/schema.ts';
import { ledgeShape } from './cover.ts';

/** A new step begins this much inside the last one’s wall and this much deeper, mm. */
const INSIDE = 4;
const DEEPER = 6;
/** A step is not begun smaller than this, mm across. */
const LEAST_SIDE = 8;
/** Wood that a new step leaves under it, mm. */
const LEAST_FLOOR = 3;

const sidesOf = (shape: Shape): readonly number[] =>
  shape.kind === 'rect' || shape.kind === 'slot'
    ? [shape.long, shape.wide]
    : shape.kind === 'circle'
      ? [shape.diameter]
      : [];

/** The next step of a stack: smaller and deeper than the last one, in its middle. `thickness`: of the body, mm. */
export function deeperStep({ steps }: Pick<Opening, 'steps'>, thickness: number): OpeningStep {
  const last = steps.at(-1);
  if (!last) return plainStep('deeper', { kind: 'rect', long: 30, wide: 20, radius: 4 }, 10);
  const inside = Math.min(INSIDE, ...sidesOf(last.shape).map((side) => Math.max(0, (side - LEAST_SIDE) / 2)));
  // Patterns and free lines have no smaller shape of their own kind.
  const shape = ledgeShape(last, -inside) ?? ({ kind: 'rect', long: 20, wide: 14, radius: 4 } as const);
  const depth = last.through
    ? last.depth
    : Math.max(last.depth, Math.min(last.depth + DEEPER, thickness - LEAST_FLOOR));
  return { ...plainStep('deeper', shape, depth), at: last.at, bit: last.bit ?? null };
}
