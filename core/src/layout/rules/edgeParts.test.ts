import { describe, expect, it } from 'vitest';
import { demo, hits } from '../../../tests/findings.ts';
import * as edits from '../../design/allEdits.ts';
import type { Design } from '../../design/schema.ts';
import { createDeriver } from '../../derived/derive.ts';
import { SHELF, specOf } from '../../parts/shelf.ts';
import { depthWords } from '../drawing.ts';
import { slideOnEdge, squareOnEdge } from '../onEdge.ts';
import { jackNoCavity, notFlat, offEdge } from './edgeParts.ts';
import { routTooRound } from './routs.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const { path } = derive(windrow);
const shelf = (key: string) => specOf(SHELF.find((p) => p.key === key)!);
const put = (key: string, at: { x: number; y: number }, turn: number, more = {}) =>
  edits.addPart(windrow, shelf(key), 'edge', at, turn, more);
const key = (kind: string): string => SHELF.find((s) => specOf(s).kind === kind)!.key;

describe('parts in the edge', () => {
  const seat = squareOnEdge(path, { x: -120, y: -160 })!;
  it('of the demo designs stand on it, square', () => {
    for (const name of ['windrow', 'skerry', 'fathom'] as const)
      for (const rule of [offEdge, notFlat, jackNoCavity]) expect(hits(rule, demo(name))).toEqual([]);
  });
  it('that float are found with how far they are off', () => {
    const button = key('strap-button');
    expect(hits(offEdge, put(button, seat.at, seat.turn).design)).toEqual([]);
    const inward = (seat.turn * Math.PI) / 180;
    const at = { x: seat.at.x + 13 * Math.cos(inward), y: seat.at.y + 13 * Math.sin(inward) };
    const { design, id } = put(button, at, seat.turn);
    const [hit] = hits(offEdge, design);
    expect(hit!.subject).toBe(id);
    expect(hit!.measured).toBeCloseTo(13, 0);
  });
  it('that do not seat flat are found with their angle', () => {
    const { design, id } = put(key('jack-plate'), seat.at, seat.turn + 43);
    const hit = hits(notFlat, design).find((h) => h.subject === id);
    expect(hit!.measured).toBeCloseTo(43, 0);
    expect(hits(notFlat, put(key('jack-plate'), seat.at, seat.turn + 3).design)).toEqual([]);
  });
  it('a jack whose bore ends in solid wood is found; one beside its cavity is not', () => {
    // At the tail, far from the controls.
    const tail = slideOnEdge(path, { x: -200, y: 40 }, 'y', 60)!;
    const { design, id } = put(key('jack-barrel'), tail.at, tail.turn);
    expect(hits(jackNoCavity, design).map((h) => h.subject)).toContain(id);
  });
  it('have bores that read their own diameter and length, tilted or not', () => {
    const words = (design: Design, id: string) =>
      depthWords(
        derive(design).layout.cuts.find((c) => c.owner.id === id && c.role === 'bore')!,
        design.body.thickness,
      );
    for (const tilt of [0, 20]) {
      const placed = put(key('jack-barrel'), seat.at, seat.turn, { tilt });
      const long = edits.measurePart(placed.design, placed.id, 'deep', 32);
      expect(words(long, placed.id)).toBe('⌀ 13 × 40 deep');
    }
  });
  it('are drawn from the side, outside the body', () => {
    const { design, id } = put(key('strap-button'), seat.at, seat.turn);
    const drawn = derive(design).layout.parts.find((p) => p.part.id === id)!;
    expect(drawn.footprint).toHaveLength(2);
    const tail = derive(windrow).measures.box.minY;
    for (const line of drawn.footprint)
      for (const c of line) expect(c.p0.y).toBeLessThan(Math.max(seat.at.y, tail) + 8);
  });
});

describe('a rout', () => {
  const pickup = windrow.parts.find((p) => p.spec.kind === 'pickup')!;
  const set = (measures: Readonly<Record<string, number>>) =>
    Object.entries(measures).reduce((d, [k, v]) => edits.measurePart(d, pickup.id, k, v), windrow);
  it('with corners too round for its pickup is found, with the largest radius that gets in', () => {
    const [hit] = hits(routTooRound, set({ radius: 4, fit: 0, bit: 12 }));
    expect([hit!.measured, hit!.limit]).toEqual([12, 4]);
    expect(hits(routTooRound, set({ radius: 4, fit: 0, bit: 4 }))).toEqual([]);
  });
  it('may be rounder by (2 + √2) of the fit: the cover’s corner then just touches the rout’s', () => {
    const fit = 0.5;
    const largest = 4 + (2 + Math.SQRT2) * fit;
    expect(hits(routTooRound, set({ radius: 4, fit, bit: largest }))).toEqual([]);
    expect(hits(routTooRound, set({ radius: 4, fit, bit: largest + 0.05 }))).toHaveLength(1);
    // A second way: the corner arcs at 45°, from the rout's corner.
    const reach = (radius: number, off: number): number => Math.SQRT2 * (off + radius) - radius;
    expect(reach(4, fit)).toBeCloseTo(reach(largest, 0), 9);
  });
});
