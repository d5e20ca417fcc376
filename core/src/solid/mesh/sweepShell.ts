import type { Sweep, SweepStretch } from '../sweep.ts';
import { sweepAt, sweepHalf } from '../sweep.ts';
import type { Shell } from './withSolids.ts';

/** Places across each half of a sweep; at its edge the last but a hair, as a share. */
const ACROSS = 48;
const HAIR = 2e-4;
/** Past its edge a section rises out of the way, mm over the plane; and how wide the shell is, in half-widths. */
const RISE = 0.5;
const WIDE = 8;
/** Rows along a blend, a swell, and a section whose fullness changes, mm apart. */
const BLEND = 1;
const SWELL = 0.6;
const CHANGING = 8;
/** The top of the shell, mm. */
const APEX = 3000;

/** Shares of the half-width from the right side to the left. */
function shares(): readonly number[] {
  const half = [
    ...Array.from({ length: ACROSS }, (_, k) => Math.sin((Math.PI / 2) * (k / ACROSS))),
    1 - HAIR,
    1 + HAIR,
    WIDE,
  ];
  return [
    ...half
      .slice(1)
      .reverse()
      .map((s) => -s),
    ...half,
  ];
}

/** Rows of a stretch: so near to one another that straight lines between them are near enough. */
function rowsOf(stretch: SweepStretch, { swells }: Sweep): readonly number[] {
  const { from, to } = stretch;
  const even = (apart: number, a: number, b: number): number[] => {
    const count = Math.max(1, Math.ceil((b - a) / apart));
    return Array.from({ length: count + 1 }, (_, i) => a + ((b - a) * i) / count);
  };
  const changes =
    stretch.kind === 'section' &&
    (stretch.at[0].left !== stretch.at[1].left || stretch.at[0].right !== stretch.at[1].right);
  const own = even(stretch.kind === 'blend' ? BLEND : changes ? CHANGING : Infinity, from, to);
  const more = swells.flatMap(({ at, half }) => {
    const [lo, hi] = [Math.max(from, at - half), Math.min(to, at + half)];
    return lo < hi ? even(SWELL, lo, hi) : [];
  });
  return [...own, ...more].sort((p, q) => p - q);
}

/** A step lies between two rows so near to one another, mm. */
const STEP = 2e-3;
/** Rows nearer to one another than this, mm, are one. */
const ONE = 0.05;

/**
 * All that lies over a sweep, in its own frame, far past its sides and up: what a solid has in common with it is carved. Past the edge of a
 * section it lies over the plane, so that nothing is left there.
 */
export function sweepShell(sweep: Sweep): Shell {
  const across = shares();
  const rows: { readonly x: number; readonly rises: boolean }[] = [];
  sweep.stretches.forEach((stretch, i) => {
    const rises = stretch.kind === 'section';
    const before = sweep.stretches[i - 1];
    // A step: at the border itself it is still what was before.
    if (before?.kind === 'flat' && stretch.kind === 'flat' && before.at[1] !== stretch.at[0])
      rows.push({ x: stretch.from + STEP, rises });
    for (const x of rowsOf(stretch, sweep)) {
      const last = rows.at(-1);
      if (!last || x - last.x > ONE) rows.push({ x, rises });
      // A border belongs to the section.
      else if (x === stretch.to || rises) rows[rows.length - 1] = { x, rises: rises || last.rises };
    }
  });
  const n = across.length;
  const places = new Float32Array(3 * (rows.length * n + 1));
  rows.forEach(({ x, rises }, i) =>
    across.forEach((s, j) => {
      const side = s > 0 ? 'left' : 'right';
      const out = Math.abs(s);
      const z = rises && out > 1 ? RISE : sweepAt(sweep, x, out, side);
      places.set([x, s * sweepHalf(sweep, x, side), z], 3 * (i * n + j));
    }),
  );
  const apex = rows.length * n;
  places.set([(rows[0]!.x + rows.at(-1)!.x) / 2, 0, APEX], 3 * apex);
  const triangles: number[] = [];
  const at = (i: number, j: number): number => i * n + j;
  const last = rows.length - 1;
  for (let i = 0; i < last; i += 1) {
    for (let j = 0; j < n - 1; j += 1) {
      // Seen from below, counter-clockwise.
      triangles.push(at(i, j), at(i + 1, j + 1), at(i + 1, j));
      triangles.push(at(i, j), at(i, j + 1), at(i + 1, j + 1));
    }
    triangles.push(at(i, 0), at(i + 1, 0), apex, at(i + 1, n - 1), at(i, n - 1), apex);
  }
  for (let j = 0; j < n - 1; j += 1)
    triangles.push(at(last, j), at(last, j + 1), apex, at(0, j + 1), at(0, j), apex);
  return { places, triangles: new Uint32Array(triangles) };
}
