/** Two places nearer to one another than this in all three directions, mm, would be one in a file: the later is set aside by twice as much. */
const ALIKE = 1e-4;
/** Places are looked for in cubes of so many mm: few are so near to the side of one that its neighbour is asked too. */
const CUBE = 1e-3;

/**
 * Places (x, y, z of each, mm) as files keep them, in the same array: no two alike, so that a reader that joins what is alike finds the same
 * triangles.
 */
export function setApart(places: Float32Array): Float32Array {
  const count = places.length / 3;
  const size = 2 ** Math.ceil(Math.log2(2 * count + 1));
  // The last place of each cube (from 1; several cubes may share a list), and the one before it.
  const last = new Int32Array(size);
  const before = new Int32Array(count + 1);
  const listOf = (x: number, y: number, z: number): number =>
    (Math.imul(x, 73856093) ^ Math.imul(y, 19349663) ^ Math.imul(z, 83492791)) & (size - 1);
  const cube = (v: number): number => Math.floor(v / CUBE);
  const isAlike = (i: number, k: number): boolean =>
    Math.abs(places[i]! - places[k]!) < ALIKE &&
    Math.abs(places[i + 1]! - places[k + 1]!) < ALIKE &&
    Math.abs(places[i + 2]! - places[k + 2]!) < ALIKE;
  const isTaken = (i: number): boolean => {
    const [px, py, pz] = [places[i]!, places[i + 1]!, places[i + 2]!];
    for (let x = cube(px - ALIKE); x <= cube(px + ALIKE); x += 1)
      for (let y = cube(py - ALIKE); y <= cube(py + ALIKE); y += 1)
        for (let z = cube(pz - ALIKE); z <= cube(pz + ALIKE); z += 1)
          for (let n = last[listOf(x, y, z)]!; n > 0; n = before[n]!)
            if (isAlike(i, 3 * (n - 1))) return true;
    return false;
  };
  for (let n = 1; n <= count; n += 1) {
    const i = 3 * (n - 1);
    while (isTaken(i)) places[i]! += 2 * ALIKE;
    const list = listOf(cube(places[i]!), cube(places[i + 1]!), cube(places[i + 2]!));
    before[n] = last[list]!;
    last[list] = n;
  }
  return places;
}
