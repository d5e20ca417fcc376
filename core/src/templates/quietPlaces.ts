import type { Box } from '../geometry/box.ts';
import { boxesMeet } from '../geometry/box.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicLength } from '../geometry/cubic.ts';

/** A sheet is looked over in cells this wide, mm: places for words and bars are found to it. */
const CELL = 3;
/** Curves are followed in steps of this, mm, so that no cell that one crosses by more than a corner is missed. */
const STEP = 1;

/** How much is drawn in any rectangle of an area. */
export interface Inked {
  readonly area: Box;
  /** Number of cells with a line in a box; Infinity for one that is not all in the area. */
  readonly under: (box: Box) => number;
}

/** Looks over an area for lines: each cell once, summed so that a rectangle costs four look-ups. */
export function inkedIn(area: Box, curves: readonly Cubic[]): Inked {
  const columns = Math.max(1, Math.ceil((area.maxX - area.minX) / CELL));
  const rows = Math.max(1, Math.ceil((area.maxY - area.minY) / CELL));
  const sums = new Uint32Array((columns + 1) * (rows + 1));
  const at = (c: number, r: number): number => r * (columns + 1) + c;
  for (const curve of curves) {
    const parts = Math.max(1, Math.ceil(cubicLength(curve) / STEP));
    for (let i = 0; i <= parts; i += 1) {
      const p = cubicAt(curve, i / parts);
      const [c, r] = [Math.floor((p.x - area.minX) / CELL), Math.floor((p.y - area.minY) / CELL)];
      if (c >= 0 && r >= 0 && c < columns && r < rows) sums[at(c + 1, r + 1)] = 1;
    }
  }
  for (let r = 1; r <= rows; r += 1)
    for (let c = 1; c <= columns; c += 1)
      sums[at(c, r)]! += sums[at(c - 1, r)]! + sums[at(c, r - 1)]! - sums[at(c - 1, r - 1)]!;
  return {
    area,
    under: ({ minX, minY, maxX, maxY }) => {
      if (minX < area.minX || minY < area.minY || maxX > area.maxX || maxY > area.maxY) return Infinity;
      const [c0, r0] = [Math.floor((minX - area.minX) / CELL), Math.floor((minY - area.minY) / CELL)];
      const [c1, r1] = [
        Math.min(columns, Math.ceil((maxX - area.minX) / CELL)),
        Math.min(rows, Math.ceil((maxY - area.minY) / CELL)),
      ];
      return sums[at(c1, r1)]! - sums[at(c0, r1)]! - sums[at(c1, r0)]! + sums[at(c0, r0)]!;
    },
  };
}

/**
 * Where a block of a size is over the fewest lines, beside what is taken already: of places that are alike the nearest to a corner of the area. Null where it has
 * no room at all.
 */
export function quietPlace(
  { area, under }: Inked,
  width: number,
  height: number,
  taken: readonly Box[],
): Box | null {
  let [best, least, nearest]: [Box | null, number, number] = [null, Infinity, Infinity];
  for (let minY = area.minY; minY + height <= area.maxY; minY += CELL)
    for (let minX = area.minX; minX + width <= area.maxX; minX += CELL) {
      const box = { minX, minY, maxX: minX + width, maxY: minY + height };
      const lines = under(box);
      if (lines > least || taken.some((t) => boxesMeet(t, box))) continue;
      const aside =
        Math.min(minX - area.minX, area.maxX - box.maxX) + Math.min(minY - area.minY, area.maxY - box.maxY);
      if (lines < least || aside < nearest) [best, least, nearest] = [box, lines, aside];
    }
  return best;
}

/** The orders of so many things. */
const ordersOf = (items: readonly number[]): readonly (readonly number[])[] =>
  items.length < 2
    ? [items]
    : items.flatMap((first) => ordersOf(items.filter((i) => i !== first)).map((rest) => [first, ...rest]));

/**
 * Where some blocks are over the fewest lines together: each order of giving them a place is tried, since what is long has fewer places than
 * what is small. In the order in which they were given; null where one has no room.
 */
export function quietPlaces(
  inked: Inked,
  blocks: readonly { readonly width: number; readonly height: number }[],
): readonly Box[] | null {
  let [best, least]: [readonly Box[] | null, number] = [null, Infinity];
  for (const order of ordersOf(blocks.map((_, i) => i))) {
    const places: Box[] = [];
    let lines = 0;
    for (const i of order) {
      const { width, height } = blocks[i]!;
      const place = quietPlace(inked, width, height, Object.values(places));
      if (!place) {
        lines = Infinity;
        break;
      }
      places[i] = place;
      lines += inked.under(place);
    }
    if (lines < least) [best, least] = [places, lines];
    if (least === 0) break;
  }
  return best;
}
