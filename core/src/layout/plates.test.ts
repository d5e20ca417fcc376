import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { randomFrom } from '../../tests/random.ts';
import * as edits from '../design/allEdits.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design } from '../design/schema.ts';
import type { Mark } from '../drawing/drawing.ts';
import { findAll } from '../findings/run.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { polygonPath } from '../geometry/figures.ts';
import { offsetPath } from '../geometry/offset.ts';
import {
  boxed,
  distanceToEdge,
  edgeGap,
  polygonArea,
  polygonHolds,
  polygonMiddle,
} from '../geometry/polygons.ts';
import { solveOutline } from '../outline/solve.ts';
import { artworkSheet } from '../templates/artwork.ts';
import { plateDrawing } from '../templates/plateSheets.ts';
import { createDeriver } from '../derived/derive.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { PLAIN_COVER, canBeCovered } from './cover.ts';
import { placesAlong } from './placesAlong.ts';
import type { Plate } from './plates.ts';
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

const bareBox = edits.addOpening(newDesign('x', 6, 628), {
  name: 'Box',
  face: 'back',
  at: { x: -60, y: 0 },
  turn: 0,
  steps: [edits.plainStep('box', { kind: 'rect', long: 80, wide: 50, radius: 8 }, 20)],
}).design;

describe('covers', () => {
  it('lie in their ledge with the gap all round, held by the screws of the ledge', () => {
    const cover = platesIn(skerry).find((p) => p.name === 'Cover of Control cavity')!;
    const ledge = derive(skerry).layout.cuts.find((c) => c.role === 'ledge')!;
    for (const p of cover.edge) expect(distanceToEdge(ledge.area.polygon, p)).toBeCloseTo(0.3, 1);
    expect(cover.face).toBe('back');
    expect(cover.thickness).toBe(2);
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
      const cover = { ...PLAIN_COVER, ledge: 7, apart: 60 };
      const covered = edits.changeOpening(design, id, { cover });
      const { layout } = derive(covered);
      const [inner, ledge] = layout.cuts.filter((c) => isOf(c, 'opening', id));
      const gap = edgeGap(inner!.area, ledge!.area, 25)!;
      expect(gap.distance).toBeGreaterThan(6.7);
      expect(gap.distance).toBeLessThan(7.05);
      const screws = layout.cuts.filter((c) => c.role === 'screw');
      expect(screws.length).toBeGreaterThanOrEqual(3);
      for (const { round } of screws)
        expect(distanceToEdge(inner!.area.polygon, round!.at)).toBeCloseTo(3.5, 0);
    }
    const rows = with_({ kind: 'grid', diameter: 5, columns: 3, rows: 2, alongApart: 9, acrossApart: 9 });
    expect(canBeCovered(rows.design.openings[0]!)).toBe(false);
    expect(platesIn(edits.changeOpening(rows.design, rows.id, { cover: PLAIN_COVER }))).toEqual([]);
  });
  it('have plates of their own thickness and gap, let in deeper by what the user says', () => {
    for (const [thickness, gap, deeper] of [
      [2, 0.2, 0],
      [3.2, 0.5, 0.3],
    ] as const) {
      const cover = { ...PLAIN_COVER, thickness, gap, deeper };
      const covered = edits.changeOpening(bareBox, 'o1', { cover });
      const { layout } = derive(covered);
      const ledge = layout.cuts.find((c) => c.role === 'ledge')!;
      const [plate] = platesIn(covered);
      expect(plate!.thickness).toBe(thickness);
      expect(ledge.top + layout.thickness).toBeCloseTo(thickness + deeper, 9);
      for (const p of plate!.edge) expect(distanceToEdge(ledge.area.polygon, p)).toBeCloseTo(gap, 1);
    }
  });
  it('are one thing with their opening: moved, turned, resized and removed with it, never stacked', () => {
    const covered = edits.changeOpening(bareBox, 'o1', { cover: PLAIN_COVER });
    const again = edits.changeOpening(covered, 'o1', { cover: { ...PLAIN_COVER, ledge: 9 } });
    const ofCover = (d: Design) => derive(d).layout.cuts.filter((c) => c.id.startsWith('o1-cover'));
    expect(ofCover(again)).toHaveLength(ofCover(covered).length);
    const moved = edits.changeOpening(covered, 'o1', { at: { x: -30, y: -40 }, turn: 90 });
    const middle = (d: Design) => polygonMiddle(ofCover(d)[0]!.area.polygon);
    expect(middle(moved).x).toBeCloseTo(-30, 6);
    expect(middle(moved).y).toBeCloseTo(-40, 6);
    const wider = edits.changeStep(covered, 'o1', 0, {
      shape: { kind: 'rect', long: 110, wide: 50, radius: 8 },
    });
    const long = (d: Design) => ofCover(d)[0]!.area.box.maxX - ofCover(d)[0]!.area.box.minX;
    expect(long(wider) - long(covered)).toBeCloseTo(30, 6);
    expect(derive(edits.removeOpening(covered, 'o1')).layout.cuts).toEqual([]);
  });
  it('with a step that swallows their ledge are found, with what is left of it', () => {
    const covered = edits.changeOpening(bareBox, 'o1', { cover: PLAIN_COVER });
    const step = (long: number) =>
      edits.addStep(
        covered,
        'o1',
        edits.plainStep('deeper', { kind: 'rect', long, wide: 20, radius: 4 }, 26),
      );
    expect(found(step(70), 'ledge-narrow')).toEqual([]);
    expect(found(step(88), 'ledge-narrow')[0]!.measured).toBeCloseTo(4, 1);
    expect(found(step(104), 'ledge-narrow')[0]!.measured).toBeCloseTo(-4, 1);
    expect(found(step(104), 'ledge-narrow')[0]!.limit).toBe(8);
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
    const cover = platesIn(skerry).find((p) => p.name === 'Cover of Control cavity')!;
    // Out to a corner of the plate, a mm inside it.
    const corner = cover.edge.reduce((a, b) => (b.x > a.x ? b : a));
    const screw = specOf(SHELF.find((s) => s.key === 'screw')!);
    const near = edits.addPart(skerry, screw, 'back', { x: corner.x - 1, y: corner.y }).design;
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

describe('a plate’s own sheet', () => {
  const covers = platesIn(skerry).filter((p) => p.name.startsWith('Cover'));
  const outline = (plate: Plate, from?: 'front' | 'back', hand: 'right' | 'left' = 'right') =>
    plateDrawing(plate, hand, from).layers[0]!.marks[0]!;
  const startOf = (m: Mark) => (m.kind === 'path' ? m.start : m.at);
  it('is seen from its own face: a back cover from the back, turned over about the centre line', () => {
    const back = covers.find((p) => p.face === 'back')!;
    const [own, front] = [startOf(outline(back)), startOf(outline(back, 'front'))];
    expect([own.x, own.y]).toEqual([front.x, -front.y]);
    const words = plateDrawing(back, 'right').layers.at(-1)!.marks[0]!;
    expect(words.kind === 'text' && words.text).toContain('seen from the back');
    const left = startOf(outline(back, 'back', 'left'));
    expect([left.x, left.y]).toEqual([-own.x, own.y]);
  });
});
