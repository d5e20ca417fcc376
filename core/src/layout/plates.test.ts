import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { randomFrom } from '../../tests/random.ts';
import * as edits from '../design/allEdits.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design } from '../design/schema.ts';
import { findAll } from '../findings/run.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { polygonPath } from '../geometry/figures.ts';
import { offsetPath } from '../geometry/offset.ts';
import { boxed, distanceToEdge, edgeGap, polygonArea, polygonHolds } from '../geometry/polygons.ts';
import { solveOutline } from '../outline/solve.ts';
import { artworkSheet } from '../templates/artwork.ts';
import { createDeriver } from '../derived/derive.ts';
import { coverLedge, placesAlong } from './cover.ts';
import { edgeSwing, plateProfiles, platesOf } from './plates.ts';
import { isOf } from './cut.ts';

const derive = createDeriver();
const skerry = demo('skerry');
const platesIn = (design: Design) => {
  const { layout, path } = derive(design);
  return platesOf(design.guards, design.openings, path, layout);
};
const found = (design: Design, rule: string) =>
  findAll(design, derive(design)).filter((f) => f.rule === rule);

describe('covers', () => {
  it('lie in their ledge with the gap all round, held by the screws of the ledge', () => {
    const cover = platesIn(skerry).find((p) => p.name === 'Cover of Control cavity')!;
    const ledge = derive(skerry).layout.cuts.find((c) => c.role === 'ledge')!;
    for (const p of cover.edge) expect(distanceToEdge(ledge.area.polygon, p)).toBeCloseTo(0.3, 1);
    expect(cover.face).toBe('back');
    expect(cover.thickness).toBeCloseTo(2.2, 9);
    expect(cover.screws.length).toBeGreaterThanOrEqual(3);
  });
  it('are laid by rule over any shape of opening; over a line that is none, not at all', () => {
    const plain = newDesign('x', 6, 628);
    const with_ = (shape: Design['openings'][number]['steps'][number]['shape']) =>
      edits.addOpening(plain, {
        name: 'o',
        face: 'back',
        at: { x: -60, y: 0 },
        turn: 30,
        steps: [edits.plainStep('o', shape, 20)],
      });
    for (const shape of [
      { kind: 'rect', long: 80, wide: 50, radius: 8 },
      { kind: 'slot', long: 80, wide: 30 },
      { kind: 'circle', diameter: 60 },
      { kind: 'free', nodes: skerry.outline.nodes.map((n) => ({ ...n, x: n.x / 6, y: n.y / 6 })) },
    ] as const) {
      const { design, id } = with_(shape);
      const covered = coverLedge(design, id, { ledge: 7, thickness: 2, apart: 60 })!;
      expect(covered.openings[0]!.steps[1]!.role).toBe('ledge');
      const { layout } = derive(covered);
      const [inner, ledge] = layout.cuts.filter((c) => isOf(c, 'opening', id));
      const gap = edgeGap(inner!.area, ledge!.area, 25)!;
      expect(gap.distance).toBeGreaterThan(6.7);
      expect(gap.distance).toBeLessThan(7.05);
      for (const part of covered.parts)
        expect(distanceToEdge(inner!.area.polygon, part.at)).toBeCloseTo(3.5, 0);
    }
    expect(coverLedge(plain, 'none', { ledge: 7, thickness: 2, apart: 60 })).toBeNull();
  });
  it('screws stand evenly along the line, never fewer than three', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
      { x: 40, y: 40 },
      { x: 0, y: 40 },
    ];
    expect(placesAlong(square, 500)).toHaveLength(3);
    const eight = placesAlong(square, 20);
    expect(eight).toHaveLength(8);
    expect(eight[0]).toEqual({ x: 10, y: 0 });
    expect(eight[1]).toEqual({ x: 30, y: 0 });
  });
  it('offsets of 500 random openings are closed and do not cross themselves', () => {
    for (let seed = 1; seed <= 500; seed += 1) {
      const random = randomFrom(seed);
      const count = 4 + Math.floor(random() * 8);
      const nodes = Array.from({ length: count }, (_, i) => {
        const angle = ((i + 0.3 + 0.4 * random()) / count) * 2 * Math.PI;
        const r = 20 + 40 * random();
        return {
          id: `n${i}`,
          x: r * Math.cos(angle),
          y: r * Math.sin(angle),
          kind: random() < 0.5 ? ('corner' as const) : ('fair' as const),
        };
      });
      const line = solveOutline(nodes);
      for (const by of [7, -0.3])
        for (const polygon of offsetPath(line, by)) {
          expect(Math.abs(polygonArea(polygon))).toBeGreaterThan(0);
          const thin = polygon.filter((p, i) => {
            const q = polygon[(i + 1) % polygon.length]!;
            return Math.hypot(p.x - q.x, p.y - q.y) > 1e-4;
          });
          expect(pathCrossings(polygonPath(thin)).crossings, `seed ${seed}, by ${by}`).toEqual([]);
        }
    }
  });
});

describe('pickguards', () => {
  const guard = platesIn(skerry).find((p) => p.id === skerry.guards[0]!.id)!;
  it('keep their distance from the body’s edge where they follow it', () => {
    const { polygon } = derive(skerry).layout.body;
    for (const p of guard.edge) {
      expect(polygonHolds(polygon, p)).toBe(true);
      expect(distanceToEdge(polygon, p)).toBeGreaterThan(12 - 0.02);
    }
    expect(edgeSwing(guard, polygon)!.swing).toBeLessThan(0.1);
    expect(found(skerry, 'guard-uneven')).toEqual([]);
  });
  it('that come near the edge unevenly are found', () => {
    const slanted = edits.changeGuard(skerry, skerry.guards[0]!.id, {
      nodes: [
        [280, 30],
        [-60, 30],
        [-60, -122],
        [70, -96],
      ].map(([x, y], i) => ({ id: `n${i}`, x: x!, y: y!, kind: 'corner' as const })),
    });
    expect(found(slanted, 'guard-uneven')[0]!.measured).toBeGreaterThan(1.5);
  });
  it('are cut out for what comes up through them, with its room, and no screw stands in a cut-out', () => {
    const names = new Set(guard.cutouts.map((c) => c.name));
    expect(names).toContain('Bridge pickup');
    expect(names).toContain('Split pickup');
    const { layout } = derive(skerry);
    const pickup = layout.parts.find((p) => p.part.spec.name === 'Bridge pickup')!;
    const cutout = guard.cutouts.find((c) => c.name === 'Bridge pickup')!;
    const [foot] = pickup.footprint;
    const gap = edgeGap(boxed(cutout.polygon), boxed(foot!.map((c) => c.p0)), 5)!;
    expect(gap.distance).toBeCloseTo(0.4, 1);
    for (const s of guard.screws)
      for (const c of guard.cutouts) expect(polygonHolds(c.polygon, s.at)).toBe(false);
    expect(guard.screws.length).toBeGreaterThan(4);
    expect(found(skerry, 'guard-screw-wood')).toEqual([]);
  });
  it('lose what runs out at their edge, and keep what lies inside', () => {
    const { edges, inside } = plateProfiles(guard);
    const area = edges.reduce((s, p) => s + polygonArea(p), 0);
    expect(area).toBeLessThan(polygonArea(guard.edge));
    expect(edges.length + inside.length).toBeGreaterThan(1);
  });
  it('a screw over an opening, and a cover’s screw off its plate, are found', () => {
    const over = edits.addOpening(skerry, {
      name: 'Hole',
      face: 'front',
      at: { x: guard.screws[0]!.at.x, y: guard.screws[0]!.at.y },
      turn: 0,
      steps: [edits.plainStep('hole', { kind: 'circle', diameter: 12 }, 10)],
    }).design;
    expect(found(over, 'guard-screw-wood').length).toBeGreaterThan(0);
    const screw = skerry.parts.find((p) => p.spec.name === 'Cover screw')!;
    const cover = platesIn(skerry).find((p) => p.name === 'Cover of Control cavity')!;
    // Out to a corner of the plate, a mm inside it.
    const corner = cover.edge.reduce((a, b) => (b.x > a.x ? b : a));
    const near = edits.changePart(skerry, screw.id, { at: { x: corner.x - 1, y: corner.y } });
    expect(found(near, 'plate-screw')[0]!.measured).toBeLessThan(2.5);
    expect(found(skerry, 'plate-screw')).toEqual([]);
  });
});

describe('an artwork sheet', () => {
  it('shows hardware, what is routed from the front, and the pickguard: what a drawing would be lost to', () => {
    const { sheet } = artworkSheet(skerry, derive(skerry), 'a4');
    const ids = sheet.drawing.map((m) => m.id);
    const has = (start: string): boolean => ids.some((id) => id.startsWith(start));
    expect(has(`part-${skerry.parts[0]!.id}-`)).toBe(true);
    expect(has('cut-neck-pocket')).toBe(true);
    expect(has(`${skerry.guards[0]!.id}-e`)).toBe(true);
    // What is cut from the back is not seen, and costs a drawing nothing.
    expect(has('cut-o1-')).toBe(false);
    expect(has('cover-')).toBe(false);
  });
});
