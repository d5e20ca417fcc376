import { closedPathMark } from '../../src/drawing/drawing.ts';
import { measureOutline } from '../../src/outline/measures.ts';
import { correctionFrom, correctionQuestioned } from '../../src/templates/correction.ts';
import { tileGrid, tilesWithLines } from '../../src/templates/tiles.ts';
import { pathOfSegments } from './outline.ts';
import type { Adapter, Check } from './vector.ts';

type Pair = readonly [number, number];
interface Tiled {
  readonly sheet_mm: Pair;
  readonly margins_left_right_top_bottom_mm: readonly [number, number, number, number];
  readonly overlap_mm: number;
  readonly drawing_mm?: Pair;
  readonly lower_left_corner_of_tile_0_0_mm?: Pair;
  readonly closed_cubic_bezier_segments_mm?: readonly (readonly Pair[])[];
}

/** Tiles of a drawing, and which of them carry no line. */
const tiled = (kind: string): Adapter => ({
  topic: 'tiling',
  kind,
  run: ({ input, expect }, { abs_mm }): readonly Check[] => {
    const n = input as unknown as Tiled;
    const want = expect as Readonly<Record<string, unknown>>;
    const path = n.closed_cubic_bezier_segments_mm && pathOfSegments(n.closed_cubic_bezier_segments_mm);
    const box = path && measureOutline(path).box;
    const [width, height] = box ? [box.maxX - box.minX, box.maxY - box.minY] : n.drawing_mm!;
    const [minX, minY] = n.lower_left_corner_of_tile_0_0_mm ?? [0, 0];
    const [left, right, top, bottom] = n.margins_left_right_top_bottom_mm;
    const grid = tileGrid(
      { minX, minY, maxX: minX + width, maxY: minY + height },
      { width: n.sheet_mm[0], height: n.sheet_mm[1] },
      { left, right, top, bottom },
      n.overlap_mm,
    );
    const check = (key: string, got: unknown, within = 0): Check => ({
      key,
      got,
      expected: want[key],
      within,
    });
    const size = [
      check('tile_mm', [grid.tileWidth, grid.tileHeight], Number(abs_mm)),
      check('columns', grid.columns),
      check('rows', grid.rows),
    ];
    if (!path) return size;
    const inked = tilesWithLines(grid, {
      layers: [{ name: 'outline', marks: [closedPathMark('outline', 'outline', path)] }],
    });
    const empty = Array.from({ length: grid.rows * grid.columns }, (_, i): Pair => [
      i % grid.columns,
      Math.floor(i / grid.columns),
    ]).filter(([column, row]) => !inked(column, row));
    return [...size, check('empty_column_row', empty)];
  },
});

/** Full-size printing: tiles, empty sheets, correction. */
export const tiling: readonly Adapter[] = [
  tiled('columns and rows'),
  tiled('empty sheets'),
  {
    topic: 'tiling',
    kind: 'correction',
    run: ({ input, expect }, { k_abs }): readonly Check[] => {
      const n = input as unknown as { readonly nominal_mm: Pair; readonly measured_mm: Pair };
      const want = expect as Readonly<Record<string, unknown>>;
      const k = [0, 1].map((i) => correctionFrom(n.nominal_mm[i]!, n.measured_mm[i]!));
      return [
        { key: 'k_x', got: k[0], expected: want['k_x'], within: Number(k_abs) },
        { key: 'k_y', got: k[1], expected: want['k_y'], within: Number(k_abs) },
        { key: 'questioned', got: k.some(correctionQuestioned), expected: want['questioned'], within: 0 },
      ];
    },
  },
];
