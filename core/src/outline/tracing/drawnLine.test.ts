import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { randomFrom } from '../../../tests/random.ts';
import { closedPathMark } from '../../drawing/drawing.ts';
import { pathData } from '../../drawing/pathData.ts';
import { polygonPath } from '../../geometry/figures.ts';
import { nearestOnPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { solveOutline } from '../solve.ts';
import { traceDrawnLine } from './drawnLine.ts';
import type { Raster } from './raster.ts';
import type { Steering } from './traceEdge.ts';

const STEERING: Steering = { body: [], bench: [], threshold: 0.5, strokes: [], bridges: [] };
const path = solveOutline(demo('windrow').outline.nodes);
/** Pixels to the mm, and where the paper’s upper left corner lies on the instrument. */
const DPMM = 2.5;
const CORNER = { x: -230, y: 210 };
const [WIDE, HIGH] = [640 * DPMM, 420 * DPMM];
const pixel = ({ x, y }: Point): Point => ({ x: (x - CORNER.x) * DPMM, y: (CORNER.y - y) * DPMM });
const truth = ({ x, y }: Point): Point => ({ x: CORNER.x + x / DPMM, y: CORNER.y - y / DPMM });

/** A scan of a drawing: a pen’s line on paper that darkens to one side, with a scanner’s noise. */
const DRAWN = pathData(closedPathMark('o', 'outline', path), pixel);
async function scanOf(more = '', dashes = '', d = DRAWN): Promise<Raster> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}" height="${HIGH}">
    <defs><linearGradient id="g"><stop offset="0" stop-color="#f4efe2"/><stop offset="1" stop-color="#c9c2b2"/></linearGradient></defs>
    <rect width="100%" height="100%" fill="url(#g)"/>
    <path d="${d}" fill="none" stroke="#3a3630" stroke-width="${0.6 * DPMM}" ${dashes}/>${more}</svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .blur(0.8)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const noise = randomFrom(7);
  const out = new Uint8ClampedArray(data);
  for (let i = 0; i < out.length; i += 1) if (i % 4 !== 3) out[i] = out[i]! + (noise() - 0.5) * 14;
  return { width: info.width, height: info.height, data: out };
}
const line = (a: Point, b: Point, width = 0.3): string => {
  const [p, q] = [pixel(a), pixel(b)];
  return `<path d="M${p.x} ${p.y}L${q.x} ${q.y}" stroke="#444" stroke-width="${width * DPMM}"/>`;
};
const offOf = (edge: readonly Point[]): readonly number[] =>
  edge.map((p) => nearestOnPath(path, truth(p))!.distance).sort((a, b) => a - b);

describe('the line of a drawing in a scan', () => {
  it('is followed along its middle, whatever is drawn within and hangs on it; the frame is no body', async () => {
    const [a, b] = [pixel({ x: -222, y: 204 }), pixel({ x: 402, y: -202 })];
    const more =
      line({ x: -220, y: 0 }, { x: 390, y: 0 }) +
      line({ x: -171, y: 0 }, { x: -171, y: -195 }) +
      line({ x: 60, y: 40 }, { x: 60, y: -40 }, 0.5) +
      `<rect x="${a.x}" y="${a.y}" width="${b.x - a.x}" height="${b.y - a.y}" fill="none" stroke="#222" stroke-width="3"/>`;
    const traced = traceDrawnLine(await scanOf(more), STEERING);
    if (!traced.ok) throw new Error(traced.message);
    const off = offOf(traced.edge);
    expect(off[off.length >> 1]).toBeLessThan(0.08);
    // Where a line crosses it, its ink is wider: there alone it is further off.
    expect(off[Math.floor(off.length * 0.98)]).toBeLessThan(0.4);
  });
  it('is closed over its gaps where they are small; a larger one is bridged by hand', async () => {
    const dashed = traceDrawnLine(
      await scanOf('', `stroke-dasharray="${12 * DPMM} ${1.2 * DPMM}"`),
      STEERING,
    );
    if (!dashed.ok) throw new Error(dashed.message);
    expect(offOf(dashed.edge)[dashed.edge.length >> 1]).toBeLessThan(0.08);
    // A rubbed-out stretch at the tail.
    const gap = pixel({ x: -171, y: 0 });
    const rubbed = `<rect x="${gap.x - 40}" y="${gap.y - 50}" width="80" height="100" fill="#f2ede0"/>`;
    const scan = await scanOf(rubbed);
    expect(traceDrawnLine(scan, STEERING)).toMatchObject({ ok: false });
    const ends = [
      { x: gap.x, y: gap.y - 53 },
      { x: gap.x, y: gap.y + 53 },
    ] as const;
    expect(traceDrawnLine(scan, { ...STEERING, bridges: [ends] })).toMatchObject({ ok: true });
  });
  it('runs into the pointed tips of horns', async () => {
    const pointed = solveOutline(
      demo('windrow').outline.nodes.map((n) =>
        n.id === 'n4' || n.id === 'n15' ? { ...n, kind: 'corner' as const } : n,
      ),
    );
    const d = pathData(closedPathMark('o', 'outline', pointed), pixel);
    const more = line({ x: -220, y: 0 }, { x: 390, y: 0 });
    const traced = traceDrawnLine(await scanOf(more, '', d), STEERING);
    if (!traced.ok) throw new Error(traced.message);
    // The furthest that a place of the truth is from the found edge: a tip that is cut off shows there.
    const found = polygonPath(traced.edge.map(truth));
    const lost = pointed.map((c) => nearestOnPath(found, c.p0)!.distance);
    expect(Math.max(...lost)).toBeLessThan(1.2);
  });
  it('white paper holds none, and says so', () => {
    const data = new Uint8ClampedArray(400 * 300 * 4).fill(240);
    expect(traceDrawnLine({ width: 400, height: 300, data }, STEERING)).toMatchObject({ ok: false });
  });
});
