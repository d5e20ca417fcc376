import type { MassItem, Weight } from '@pelkin/core';

/** A line of the table of weights: its share of the whole, and how it turns the instrument about its balance point. */
export interface Line {
  readonly item: MassItem;
  /** 0 to 1. */
  readonly share: number;
  /** N·m about the balance point, along the centre line: over 0 it turns the neck down. */
  readonly moment: number;
  /** Its share of all that turns the same way, 0 to 1. */
  readonly ofTurning: number;
}

/** g·mm to N·m. */
const NEWTON_METRES = 9.80665e-6;

/** The lines of the table, the heaviest first. */
export function linesOf({ items, total, centre }: Weight): readonly Line[] {
  const moments = items.map((i) => i.mass.likely * (i.at.x - centre.x) * NEWTON_METRES);
  const down = moments.reduce((sum, m) => sum + Math.max(0, m), 0);
  return items
    .map((item, i): Line => ({
      item,
      share: item.mass.likely / total.likely,
      moment: moments[i]!,
      ofTurning: down > 0 ? Math.abs(moments[i]!) / down : 0,
    }))
    .sort((a, b) => b.item.mass.likely - a.item.mass.likely);
}
