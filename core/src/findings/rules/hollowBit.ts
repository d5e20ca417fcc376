import { reversePath, signedArea } from '../../geometry/closedPath.ts';
import { nearestOnPath } from '../../geometry/closedPath.ts';
import { hollowsUnder } from '../../outline/hollow.ts';
import type { Rule } from '../finding.ts';

export const hollowBit: Rule = {
  id: 'hollow-bit',
  stage: 'outline',
  severity: 'look',
  unit: 'mm',
  limit: { name: 'smallestBit', label: 'Smallest bit you own', value: 6, unit: 'mm', min: 0.5, max: 50 },
  title: 'A hollow is tighter than your smallest bit',
  says: ({ measured, limit }) =>
    `The edge bends inward with a radius of ${measured}; a bit of ${limit} leaves wood standing there.`,
  remedy:
    'Widen the hollow, take a smaller bit, or finish the place by hand. Where your tools are listed, the smallest of them counts.',
  reads: ({ design, derived }) => [derived.path, design.outline, design.tools],
  find: ({ design, derived: { path } }, limit) => {
    // Where tools are listed, the smallest of them is what there is.
    const owned = design.tools.flatMap(({ diameter }) => (diameter === null ? [] : [diameter]));
    const bit = owned.length ? Math.min(...owned) : limit;
    const isForward = signedArea(path) >= 0;
    const found = hollowsUnder(isForward ? path : reversePath(path), bit / 2).map(({ at, radius }) => {
      const place = nearestOnPath(path, at)!;
      const index = place.t > 0.5 ? (place.segment + 1) % path.length : place.segment;
      return { subject: design.outline.nodes[index]!.id, where: at, measured: radius };
    });
    // Beside one node the tightest is told: what widens it widens the others.
    return found.filter((h) =>
      found.every((o) => o === h || o.subject !== h.subject || o.measured > h.measured),
    );
  },
};
