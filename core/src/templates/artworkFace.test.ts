import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { editPrint, setHandedness } from '../design/edits.ts';
import type { Design, Underlay } from '../design/schema.ts';
import { pixelMap } from '../design/underlayPlace.ts';
import { createDeriver } from '../derived/derive.ts';
import { sheetsPdf } from '../files/pdf.ts';
import type { Point } from '../geometry/point.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import { artworkSheet } from './artwork.ts';
import { artworkFace, artworkSheets, artworkSvg, coveredAreas, facing } from './artworkFace.ts';

const derive = createDeriver();
const skerry = demo('skerry');
/** A picture of the whole body: left half red, right half blue, upper rows lighter: told apart wherever it is turned. */
const [WIDE, HIGH] = [600, 420];
const colourAt = (u: number, v: number): readonly [number, number, number] =>
  u < WIDE / 2
    ? v < HIGH / 2
      ? [255, 120, 120]
      : [180, 0, 0]
    : v < HIGH / 2
      ? [120, 120, 255]
      : [0, 0, 160];
async function picture(): Promise<Buffer> {
  const data = Buffer.alloc(WIDE * HIGH * 3);
  for (let v = 0; v < HIGH; v += 1)
    for (let u = 0; u < WIDE; u += 1) data.set(colourAt(u, v), 3 * (v * WIDE + u));
  return sharp(data, { raw: { width: WIDE, height: HIGH, channels: 3 } })
    .png()
    .toBuffer();
}
const underlay = (artwork: Underlay['artwork'], mirrored = false): Underlay => ({
  id: 'u1',
  name: 'Artwork',
  picture: '5f0c1a52-7a39-4b7e-9a0e-3f1f0a6f6f01',
  width: WIDE,
  height: HIGH,
  at: { x: 60, y: 5 },
  turn: 12,
  scale: 1,
  mirrored,
  opacity: 1,
  locked: false,
  hidden: false,
  scaled: 'instrument',
  goodTo: null,
  focal: null,
  camera: null,
  artwork,
});
/** Places of the face: bare wood, what a pickup or the pickguard covers, and off the body; instrument frame. */
function placesOf(design: Design, from: 'front' | 'back'): { bare: Point[]; covered: Point[] } {
  const derived = derive(design);
  const covered = coveredAreas(derived, from);
  const bare: Point[] = [];
  const under: Point[] = [];
  const { polygon } = derived.layout.body;
  for (let x = -150; x <= 240; x += 26)
    for (let y = -130; y <= 130; y += 26) {
      const p = { x, y };
      // Clear of the edge, whose line is drawn over it.
      if (!polygonHolds(polygon, p) || distanceToEdge(polygon, p) < 4) continue;
      const near = [
        [4, 0],
        [-4, 0],
        [0, 4],
        [0, -4],
      ].map(([dx, dy]) => covered.some((c) => polygonHolds(c, { x: x + dx!, y: y + dy! })));
      if (near.every(Boolean)) under.push(p);
      else if (!near.some(Boolean) && Math.abs(y - 5) > 12 && Math.abs(x - 60) > 12) bare.push(p);
    }
  return { bare, covered: under };
}

describe.each([
  ['right', 'front'],
  ['right', 'back'],
  ['left', 'front'],
  ['left', 'back'],
] as const)('artwork of a %s-handed instrument, its %s', (handedness, from) => {
  const design = setHandedness(skerry, handedness);
  const u = underlay(from);
  const derived = derive(design);
  const face = artworkFace(design, derived, u)!;
  const see = facing(handedness, from);
  const toPixel = (() => {
    const map = pixelMap(u);
    const [o, a, b] = [map({ x: 0, y: 0 }), map({ x: 1, y: 0 }), map({ x: 0, y: 1 })];
    const [p, q] = [
      { x: a.x - o.x, y: a.y - o.y },
      { x: b.x - o.x, y: b.y - o.y },
    ];
    const det = p.x * q.y - p.y * q.x;
    return ({ x, y }: Point): Point => {
      const [dx, dy] = [x - o.x, y - o.y];
      return { x: (dx * q.y - dy * q.x) / det, y: (p.x * dy - p.y * dx) / det };
    };
  })();
  const expectColours = (rgb: (p: Point) => readonly [number, number, number]): void => {
    const { bare, covered } = placesOf(design, from);
    expect(bare.length).toBeGreaterThan(20);
    expect(covered.length).toBeGreaterThan(2);
    for (const p of bare) {
      const { x, y } = toPixel(p);
      if (x < 8 || y < 8 || x > WIDE - 8 || y > HIGH - 8) continue;
      if (Math.abs(x - WIDE / 2) < 8 || Math.abs(y - HIGH / 2) < 8) continue;
      const [want, got] = [colourAt(x, y), rgb(p)];
      for (const k of [0, 1, 2] as const)
        expect(Math.abs(got[k] - want[k]), `${p.x} ${p.y}`).toBeLessThan(40);
    }
    for (const p of covered) for (const v of rgb(p)) expect(v).toBeGreaterThan(235);
  };

  it('as SVG lies at full size, cut off at the edge, with what is covered filled', async () => {
    const href = `data:image/png;base64,${(await picture()).toString('base64')}`;
    const svg = artworkSvg(face, href, design.name);
    const { data, info } = await sharp(Buffer.from(svg), { density: 72 })
      .resize({ width: Math.round((face.box.maxX - face.box.minX) * 2) })
      .flatten({ background: '#00ff00' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = ({ x, y }: Point): readonly [number, number, number] => {
      const i =
        info.channels *
        (Math.round((face.box.maxY - y) * 2) * info.width + Math.round((x - face.box.minX) * 2));
      return [data[i]!, data[i + 1]!, data[i + 2]!];
    };
    expectColours((p) => at(see(p)));
    // Off the body there is nothing.
    expect(at({ x: face.box.minX + 1, y: face.box.maxY - 1 })).toEqual([0, 255, 0]);
  });

  it('on paper lies where the sheet’s outline is, true to size', async () => {
    const roll = editPrint(design, { paper: 'roll', margins: { left: 6, right: 6, top: 6, bottom: 6 } });
    const notes = { name: 'Skerry', revision: 'r', date: 'd' };
    const sheets = artworkSheets(roll, derived, face, new Uint8Array(await picture()), notes);
    expect(sheets).toHaveLength(1);
    const require = createRequire(import.meta.url);
    const font = new Uint8Array(
      readFileSync(require.resolve('@fontsource/commissioner/files/commissioner-latin-400-normal.woff')),
    );
    const folder = mkdtempSync(join(tmpdir(), 'artwork-'));
    try {
      writeFileSync(
        join(folder, 'a.pdf'),
        await sheetsPdf(sheets, { title: 'a', font, madeAt: new Date(0) }),
      );
      execFileSync('pdftoppm', ['-r', '50.8', '-png', join(folder, 'a.pdf'), join(folder, 'p')]);
      const [page] = readdirSync(folder).filter((f) => f.endsWith('.png'));
      const { data, info } = await sharp(join(folder, page!)).raw().toBuffer({ resolveWithObject: true });
      const [sheet] = sheets;
      // Two pixels to the mm; the drawing lies in the sheet as its picture does.
      const [a, b, c, d, e, f] = sheet!.picture!.matrix;
      expectColours((p) => {
        const { x, y } = toPixel(p);
        const [sx, sy] = [a * x + c * y + e, b * x + d * y + f];
        const i =
          info.channels * (Math.round((sheet!.size.height - sy) * 2) * info.width + Math.round(sx * 2));
        return [data[i]!, data[i + 1]!, data[i + 2]!];
      });
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});

it('a picture that is no artwork has no face; the sheet of the back shows what lies on the back', () => {
  expect(artworkFace(skerry, derive(skerry), underlay(null))).toBeNull();
  const front = artworkSheet(skerry, derive(skerry), 'a4').sheet.drawing.map((m) => m.id);
  const back = artworkSheet(skerry, derive(skerry), 'a4', 'back').sheet.drawing.map((m) => m.id);
  expect(front.some((id) => id.startsWith('artwork-board'))).toBe(true);
  expect(back.some((id) => id.startsWith('artwork-board'))).toBe(false);
  const onBack = derive(skerry).layout.cuts.find((c) => c.face === 'back' && c.role === 'cavity')!;
  expect(back.some((id) => id.includes(onBack.id))).toBe(true);
  expect(front.some((id) => id === `cut-${onBack.id}`)).toBe(false);
});
