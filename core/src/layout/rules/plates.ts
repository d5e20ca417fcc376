import { distanceToEdge, polygonHolds } from '../../geometry/polygons.ts';
import type { Point } from '../../geometry/point.ts';
import { isOf } from '../cut.ts';
import { edgeSwing } from '../plates.ts';
import type { Rule } from '../../design/rule.ts';
import { rule } from '../../design/rule.ts';

const BASE = { stage: 'layout', severity: 'look', unit: 'mm' } as const;

export const guardUneven = rule({
  ...BASE,
  id: 'guard-uneven',
  limit: {
    name: 'guardSwing',
    label: 'Pickguard’s distance from the edge may vary by',
    value: 1.5,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A pickguard does not follow the body',
  says: ({ measured, limit, subject }) =>
    `Along the body’s edge the distance of ${subject} varies by ${measured}; an eye sees more than ${limit}.`,
  remedy: 'Let it follow the edge at one distance, or draw it clearly away from it.',
  reads: ['guards', 'layout', 'plates'],
  find: ({ guards, layout, plates }, limit) =>
    plates
      .filter((p) => guards.some((g) => g.id === p.id && g.follow !== null))
      .flatMap((p) => {
        const swing = edgeSwing(p, layout.body.polygon);
        return swing && swing.swing > limit
          ? [{ subject: p.id, about: p.name, where: swing.at, measured: swing.swing }]
          : [];
      }),
});

export const plateScrew = rule({
  ...BASE,
  id: 'plate-screw',
  severity: 'stop',
  limit: {
    name: 'plateScrew',
    label: 'Screw inside a plate’s edge',
    value: 2.5,
    unit: 'mm',
    min: 0,
    max: 30,
  },
  title: 'A screw is too near to its plate’s edge',
  says: ({ measured, limit, subject }) =>
    `A screw of ${subject} stands ${measured} inside its edge (below zero: off it); at least ${limit} is recommended.`,
  remedy: 'Move the screw inward, or widen the ledge.',
  reads: ['plates'],
  find: ({ plates }, limit) =>
    plates.flatMap((p) =>
      p.screws
        .map((s, i) => ({
          i,
          at: s.at,
          by: (polygonHolds(p.edge, s.at) ? 1 : -1) * distanceToEdge(p.edge, s.at),
        }))
        .filter((s) => s.by < limit)
        .map((s) => ({ subject: `${p.id} ${s.i}`, about: p.name, where: s.at, measured: s.by })),
    ),
});

export const guardScrewWood = rule({
  ...BASE,
  id: 'guard-screw-wood',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'A pickguard’s screw finds no wood',
  says: ({ subject }) => `Under a screw of ${subject} there is an opening.`,
  remedy: 'Set the screws further apart or inside, or move the opening.',
  reads: ['guards', 'layout', 'plates'],
  find: ({ guards, layout, plates }) =>
    plates
      .filter((p) => guards.some((g) => g.id === p.id))
      .flatMap((p) =>
        p.screws
          .filter((s) =>
            layout.cuts.some(
              (c) => c.face === 'front' && c.role !== 'screw' && polygonHolds(c.area.polygon, s.at),
            ),
          )
          .map((s, i) => ({ subject: `${p.id} ${i}`, about: p.name, where: s.at, measured: null })),
      ),
});

/** A ledge this much narrower than it was set, mm, is narrower: rounding of its line aside. */
const NARROWER = 0.25;

export const ledgeNarrow = rule({
  ...BASE,
  id: 'ledge-narrow',
  limit: null,
  title: 'A cover’s ledge is narrower than it was set',
  says: ({ measured, limit, subject }) =>
    `Beside a deeper step ${measured} is left of the ledge of ${subject} (below zero: the step runs out of it); it was set to ${limit}.`,
  remedy: 'Make the step smaller, move it, or let the ledge follow it by making it the first step.',
  reads: ['layout', 'openings'],
  find: ({ layout, openings }) =>
    openings.flatMap((o) => {
      const ledge = layout.cuts.find((c) => c.id === `${o.id}-cover`);
      const [first] = layout.cuts.filter((c) => isOf(c, 'opening', o.id));
      if (!o.cover || !ledge) return [];
      let worst: { by: number; at: Point } | null = null;
      for (const cut of layout.cuts)
        if (cut !== first && isOf(cut, 'opening', o.id) && cut.role !== 'ledge' && cut.role !== 'screw')
          for (const at of cut.area.polygon) {
            const inside = polygonHolds(ledge.area.polygon, at) ? 1 : -1;
            const by = inside * distanceToEdge(ledge.area.polygon, at);
            if (!worst || by < worst.by) worst = { by, at };
          }
      return worst && worst.by < o.cover.ledge - NARROWER
        ? [{ subject: o.id, about: o.name, where: worst.at, measured: worst.by, limit: o.cover.ledge }]
        : [];
    }),
});

export const PLATE_RULES: readonly Rule[] = [guardUneven, plateScrew, guardScrewWood, ledgeNarrow];
