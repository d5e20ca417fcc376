import { boxOfPoints } from '../geometry/box.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { spansAt } from '../geometry/spans.ts';
import type { Mass } from '../solid/mass.ts';
import { radiusDrop } from '../strings/elevation.ts';
import { coneRadius } from '../strings/fretboard.ts';

/** Slices along the board are so wide, mm; each crossing of one with the board is looked at in so many parts. */
const SLICE = 1;
const PARTS = 48;

/**
 * Volume and middle of a fingerboard, z from its glue plane: as thick as it is on the centre line, and lower beside it by its radius, which changes from the
 * nut’s end of its plan to the other (formulas sections 3 and 4). `radius` null: flat.
 */
export function boardMass(
  plan: Polygon,
  thickness: number,
  radius: { readonly nut: number; readonly end: number } | null,
): Mass {
  const box = boxOfPoints(plan);
  let [volume, mx, my, mz] = [0, 0, 0, 0];
  const long = box ? box.maxX - box.minX : 0;
  const slices = Math.max(1, Math.ceil(long / SLICE));
  const dx = long / slices;
  for (let i = 0; box && i < slices; i += 1) {
    const x = box.minX + (i + 0.5) * dx;
    const r = radius && coneRadius(radius, (box.maxX - x) / long);
    for (const [from, to] of spansAt(plan, x)) {
      const dy = (to - from) / PARTS;
      for (let k = 0; k < PARTS; k += 1) {
        const y = from + (k + 0.5) * dy;
        const high = Math.max(0, thickness - radiusDrop(r, y));
        const v = high * dx * dy;
        volume += v;
        mx += v * x;
        my += v * y;
        mz += (v * high) / 2;
      }
    }
  }
  return {
    volume,
    centre: volume > 0 ? { x: mx / volume, y: my / volume, z: mz / volume } : { x: 0, y: 0, z: 0 },
  };
}
