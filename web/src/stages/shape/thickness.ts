import type { ThicknessMap } from '@pelkin/core';

/** From no wood to the full thickness: dark and red where it is thin, so that it reads without its colour too. */
const STOPS: readonly (readonly [share: number, r: number, g: number, b: number])[] = [
  [0, 110, 24, 30],
  [0.12, 158, 50, 40],
  [0.3, 197, 106, 58],
  [0.55, 222, 168, 100],
  [0.8, 236, 208, 160],
  [1, 246, 234, 210],
];

/** The colour of a thickness, as a share of the body's own. */
export function colourOf(share: number): readonly [number, number, number] {
  const s = Math.max(0, Math.min(1, share));
  const k = Math.max(
    1,
    STOPS.findIndex(([at]) => at >= s),
  );
  const [a, b] = [STOPS[k - 1]!, STOPS[k]!];
  const t = (s - a[0]) / (b[0] - a[0]);
  return [a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t, a[3] + (b[3] - a[3]) * t];
}

const SHADES = 512;
let table: Uint32Array | null = null;
/** The colours as pixels, from none to full. */
function shades(): Uint32Array {
  table ??= Uint32Array.from({ length: SHADES + 1 }, (_, i) => {
    const [r, g, b] = colourOf(i / SHADES);
    return (255 << 24) | (Math.round(b) << 16) | (Math.round(g) << 8) | Math.round(r);
  });
  return table;
}

/** A map as a picture, a pixel for each cell; clear outside the body. */
export function pictureOf(map: ThicknessMap, thickness: number): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = map.columns;
  canvas.height = map.rows;
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(map.columns, map.rows);
  const pixels = new Uint32Array(image.data.buffer);
  const of = shades();
  const { wood } = map;
  // Cells round the edge too, in their neighbour's colour: the body's own line cuts them off.
  for (let i = 0; i < wood.length; i += 1) {
    const t = wood[i]! >= 0 ? wood[i]! : besideOf(map, i);
    if (t >= 0) pixels[i] = of[Math.round((Math.min(t, thickness) / thickness) * SHADES)]!;
  }
  context.putImageData(image, 0, 0);
  return canvas;
}

function besideOf({ wood, columns }: ThicknessMap, i: number): number {
  return Math.max(wood[i - 1] ?? -1, wood[i + 1] ?? -1, wood[i - columns] ?? -1, wood[i + columns] ?? -1);
}
