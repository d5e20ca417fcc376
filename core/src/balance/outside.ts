import type { CaseInside, Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import type { Layout } from '../layout/layOut.ts';
import type { NeckFittings } from '../neck/fittings.ts';
import { headFrame, placed, shaftFrame, within } from '../neck/frames.ts';
import type { NeckPlan, NeckSource } from '../neck/planNeck.ts';
import { partName } from '../parts/partNames.ts';
import { standsOut } from '../parts/strapButton.ts';
import { buttonOf } from './buttons.ts';
import type { CaseFit, Outside } from './caseFit.ts';
import { caseFit } from './caseFit.ts';

const CHORD = 1;

/** All that a case has to hold of an instrument: body, what stands on its faces and edge, neck, headstock and tuners. */
export function outsideOf(
  source: NeckSource,
  parts: Design['parts'],
  thickness: number,
  path: ClosedPath,
  layout: Layout,
  plan: NeckPlan,
  { fittings }: NeckFittings,
): Outside {
  const back = -thickness;
  const head = within(shaftFrame(source, plan), headFrame(plan));
  return {
    back,
    points: [
      ...flattenPath(path, CHORD).map((p) => ({ ...p, low: back, high: 0, name: 'the body' })),
      ...layout.parts.flatMap(({ part, solids, name }) =>
        part.face === 'edge'
          ? []
          : solids.flatMap(({ area, low, high }) =>
              area.polygon.map((p) => ({
                ...{ x: p.x, y: p.y, name },
                // What fills the wood does not stand over it; what stands behind the back lifts the body, or needs room under it.
                low: Math.min(back, low),
                high: Math.max(0, high),
              })),
            ),
      ),
      ...parts
        .filter((p) => p.spec.kind === 'strap-button' && p.face === 'edge')
        .map((p) => {
          const { axis } = buttonOf(p);
          const out = standsOut(p.spec);
          return {
            ...{ x: p.at.x + axis.x * out, y: p.at.y + axis.y * out },
            ...{ low: back, high: 0, name: partName(parts, p.id) },
          };
        }),
      ...flattenPath(plan.headstock.path, CHORD).map((p) => {
        const [top, under] = [0, -source.headstock.thickness].map((z) => placed(head, { ...p, z }));
        return { x: top!.x, y: top!.y, low: under!.z, high: top!.z, name: 'the headstock' };
      }),
      ...fittings
        .filter((f) => f.what === 'board' || f.what === 'nut' || f.what === 'tuner')
        .flatMap((f) =>
          f.plan.map((p) => {
            const [low, high] = [placed(f.frame, { ...p, z: f.low }), placed(f.frame, { ...p, z: f.high })];
            return {
              ...{ x: high.x, y: high.y, low: low.z, high: high.z },
              name: f.what === 'tuner' ? 'a tuner' : f.what === 'nut' ? 'the nut' : 'the fingerboard',
            };
          }),
        ),
    ],
  };
}

/** How an instrument lies in its case; null without one. */
export const fitInCase = (
  inside: CaseInside | null,
  source: NeckSource,
  parts: Design['parts'],
  thickness: number,
  path: ClosedPath,
  layout: Layout,
  plan: NeckPlan,
  fittings: NeckFittings,
): CaseFit | null =>
  inside && caseFit(outsideOf(source, parts, thickness, path, layout, plan, fittings), inside);
