import type { Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';
import type { Laid, PartForm } from '../../parts/part.ts';

/** A corner this much rounder than fits is rounding of the figures, mm. */
const SNUG = 0.02;

interface Rout {
  readonly radius: number;
  /** The largest radius at which what goes into it still gets in. */
  readonly largest: number;
  readonly corner: Laid['at'];
}

/**
 * Routs of a part with corners rounder than what goes into them. A corner of radius r, so much room f beside both its
 * sides, gets into a rout's corner of radius R while the way between the two arcs' middles, √2 (R − f − r), and r come to
 * no more than R: `R ≤ r + (2 + √2) f`.
 */
export function tightRouts({ cuts, solids }: PartForm): readonly Rout[] {
  return solids
    .filter((s) => s.low < 0 && s.shape.kind === 'rect')
    .flatMap(({ shape: inside, at }) =>
      cuts.flatMap(({ shape, at: middle, face, name }) => {
        if (name !== 'rout' || face !== 'own' || shape.kind !== 'rect' || inside.kind !== 'rect') return [];
        if (middle.x !== at.x || middle.y !== at.y) return [];
        const fit = Math.min(shape.long - inside.long, shape.wide - inside.wide) / 2;
        const largest = Math.max(0, inside.radius + (2 + Math.SQRT2) * fit);
        return shape.radius > largest + SNUG
          ? [
              {
                radius: shape.radius,
                largest,
                corner: { x: at.x + inside.long / 2, y: at.y + inside.wide / 2 },
              },
            ]
          : [];
      }),
    );
}

export const routTooRound = rule({
  stage: 'layout',
  severity: 'stop',
  unit: 'mm',
  id: 'rout-too-round',
  limit: null,
  title: 'A part does not get into its rout',
  says: ({ measured, limit, subject }) =>
    `The rout of ${subject} has corners of radius ${measured}; it gets in up to ${limit}.`,
  remedy: 'Use a smaller bit in the corners, or give it more fit.',
  reads: ['layout'],
  find: ({ layout }) =>
    layout.parts.flatMap(({ part, form, place, name }) =>
      tightRouts(form)
        .slice(0, 1)
        .map(({ radius, largest, corner }) => ({
          subject: part.id,
          about: name,
          where: place(corner),
          measured: radius,
          limit: Number(largest.toFixed(2)),
        })),
    ),
});

export const ROUT_RULES: readonly Rule[] = [routTooRound];
