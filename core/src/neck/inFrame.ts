import type { Shaded } from '../solid/mesh/shading.ts';
import type { Frame } from './frames.ts';

/** A shaded mesh in the frame that its own lies in. */
export function inFrame(shaded: Shaded, { tilt, x, z }: Frame): Shaded {
  const [sin, cos] = [Math.sin(tilt), Math.cos(tilt)];
  const turned = (list: Float32Array, dx: number, dz: number): Float32Array =>
    list.map((v, i) => {
      const k = i % 3;
      if (k === 1) return v;
      return k === 0 ? dx + v * cos + list[i + 2]! * sin : dz - list[i - 2]! * sin + v * cos;
    });
  return {
    ...shaded,
    places: turned(shaded.places, x, z),
    normals: turned(shaded.normals, 0, 0),
    creases: turned(shaded.creases, x, z),
  };
}
