import type { Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import { partName } from '../../parts/partNames.ts';
import { fromParallel, ringOf } from '../turnToStrings.ts';

export const ringNotSquare = rule({
  stage: 'layout',
  severity: 'look',
  unit: '°',
  id: 'ring-not-square',
  limit: { name: 'ringSquare', label: 'Ring off square', value: 0.5, unit: '°', min: 0.1, max: 10 },
  title: 'A ring is not square to its pickup',
  says: ({ measured, limit, subject }) =>
    `${subject} is turned ${measured} against its pickup; up to ${limit} goes unseen.`,
  remedy: 'Turn the ring with its pickup.',
  reads: ['layout'],
  find: ({ layout }, limit) => {
    const parts = layout.parts.map((p) => p.part);
    return layout.parts
      .filter((p) => p.form.poles)
      .flatMap(({ part }) => {
        const ring = ringOf(part, parts);
        const off = ring ? fromParallel(ring.turn, part.turn) : 0;
        return ring && Math.abs(off) > limit
          ? [
              {
                subject: ring.id,
                about: partName(parts, ring.id),
                where: ring.at,
                measured: Math.abs(off),
                mend: { kind: 'turn' as const, id: ring.id, by: -off },
              },
            ]
          : [];
      });
  },
});

export const RING_RULES: readonly Rule[] = [ringNotSquare];
