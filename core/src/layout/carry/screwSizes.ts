/** Lengths in which wood screws are usually sold, mm. */
const SCREW_LENGTHS = [6, 8, 10, 12, 14, 16, 18, 20, 25, 30, 35, 40, 45, 50, 55, 60, 70, 80, 90, 100, 120];

/** Lengths that differ by less than this, mm, are the same: rounding. */
const SAME_LENGTH = 1e-6;

/** The longest usual screw of at most `most` mm; `null` where even the shortest is longer. */
export const longestScrew = (most: number): number | null =>
  SCREW_LENGTHS.findLast((length) => length <= most + SAME_LENGTH) ?? null;

/** The usual screw length nearest to `wanted`, mm; the shorter of two that are equally near. */
export const nearestScrew = (wanted: number): number =>
  SCREW_LENGTHS.reduce((best, length) =>
    Math.abs(length - wanted) < Math.abs(best - wanted) - SAME_LENGTH ? length : best,
  );
