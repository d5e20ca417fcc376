import { reversePath, signedArea } from '../../geometry/closedPath.ts';
import { nearestOnPath } from '../../geometry/closedPath.ts';
import { hollowsUnder } from '../hollow.ts';
import { heldNodes } from '../reshape.ts';
import { rule } from '../../design/rule.ts';

export const hollowBit = rule({
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
  reads: ['outline', 'path', 'tools'],
  find: ({ outline, path, tools }, limit) => {
    // Where tools are listed, the smallest of them is what there is.
    const owned = tools.flatMap(({ diameter }) => (diameter === null ? [] : [diameter]));
    const bit = owned.length ? Math.min(...owned) : limit;
    const isForward = signedArea(path) >= 0;
    const found = hollowsUnder(isForward ? path : reversePath(path), bit / 2).map(({ at, radius }) => {
      const place = nearestOnPath(path, at)!;
      const index = place.t > 0.5 ? (place.segment + 1) % path.length : place.segment;
      return { subject: outline.nodes[index]!.id, where: at, measured: radius };
    });
    // At the ends of the neck’s seat the neck stands in the corner.
    const seat = heldNodes(outline.nodes);
    const seen = found.filter((h) => h.measured > 0 || !seat.has(h.subject));
    // Beside one node the tightest is reported: what widens it widens the others.
    return seen.filter((h) =>
      seen.every((o) => o === h || o.subject !== h.subject || o.measured > h.measured),
    );
  },
});
