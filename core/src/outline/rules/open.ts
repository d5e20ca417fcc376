import { distance } from '../../geometry/point.ts';
import { rule } from '../../design/rule.ts';

/** Ends further apart than this, mm, are a gap to any cutter’s path: a hundredth of a router’s step. */
const JOINED = 1e-4;

export const open = rule({
  id: 'outline-open',
  stage: 'outline',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'The edge is open',
  says: ({ measured }) => `The outline has a gap of ${measured}: a closed edge is needed to cut it out.`,
  remedy: 'Move the nodes on both sides of the gap, or remove one and add it again.',
  reads: ['outline', 'path'],
  find: ({ outline, path }) =>
    path.flatMap((c, i) => {
      const next = path[(i + 1) % path.length]!;
      const gap = distance(c.p3, next.p0);
      // A gap that is no number is a gap.
      if (gap <= JOINED) return [];
      const node = outline.nodes[(i + 1) % path.length];
      return [{ subject: node?.id ?? `segment ${i + 1}`, where: c.p3, measured: gap }];
    }),
});
