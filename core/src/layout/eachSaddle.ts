import type { Facts } from '../design/rule.ts';
import type { Design, PartSpec } from '../design/schema.ts';
import { addPart } from '../design/layoutEdits.ts';
import { measureOf } from '../parts/kinds.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { saddlePlace } from '../strings/elevation.ts';
import { neckSide } from '../strings/neckSide.ts';
import { servedBy } from './saddles.ts';

/** The kind of a bridge that serves one string. */
export const SINGLE_SADDLE = 'bridge-single';

/** The single saddle that a design has, or else the shelf's. */
const singleSaddle = (parts: Design['parts']): PartSpec =>
  parts.find((p) => p.spec.kind === SINGLE_SADDLE)?.spec ??
  specOf(SHELF.find((p) => p.kind === SINGLE_SADDLE)!);

/** How many strings no saddle is left for. */
export const stringsWithoutSaddle = ({ layout, stringPlan }: Pick<Facts, 'layout' | 'stringPlan'>): number =>
  servedBy(stringPlan, layout).filter((bridge) => bridge === null).length;

/**
 * Lays a single saddle under each string that has none, from the bass side: on its string, with what the string needs in
 * the middle of the saddle's travel. Saddles of the design's own make where it has some. A design in which each string
 * has a saddle stays as it is.
 */
export function withSaddles(
  design: Design,
  { layout, stringPlan }: Pick<Facts, 'layout' | 'stringPlan'>,
): Design {
  const spec = singleSaddle(design.parts);
  const moved = saddlePlace(neckSide(design)).x;
  const middle = measureOf(spec, 'travel') / 2;
  return servedBy(stringPlan, layout).reduce((now, bridge, i) => {
    if (bridge) return now;
    const { x, y } = stringPlan.lines[i]!.saddle;
    return addPart(now, spec, 'front', { x: x + moved + middle, y }).design;
  }, design);
}
