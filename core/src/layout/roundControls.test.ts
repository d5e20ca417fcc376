import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createDeriver } from '../derived/derive.ts';
import { edits } from '../design/index.ts';
import type { Design, PartSpec } from '../design/schema.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { demo } from '../../tests/findings.ts';
import { PLAIN_COVER } from './cover.ts';
import { placesFromCorners } from './coverCorners.ts';
import { controlFits, hangingArea } from './controls.ts';
import { deeperStep } from './deeperStep.ts';
import { placesAlong } from './placesAlong.ts';
import { cavityRoundControls } from './roundControls.ts';
import type { Layout } from './layOut.ts';

const windrow = demo('windrow');
const derive = createDeriver();
const layoutOf = (d: Design): Layout => derive(d).layout;
const shelf = (key: string): PartSpec => specOf(SHELF.find((p) => p.key === key)!);
const bare: Design = { ...windrow, parts: [], openings: [], runs: [] };
const withControls = (places: readonly (readonly [string, number, number])[]): Design =>
  places.reduce((d, [key, x, y]) => edits.addPart(d, shelf(key), 'front', { x, y }).design, bare);

describe('a cavity round the controls', () => {
  it('is not begun where there are none, or where all hang in one already', () => {
    expect(cavityRoundControls(layoutOf(bare))).toBeNull();
    expect(cavityRoundControls(layoutOf(windrow))).toBeNull();
  });
  it('lets every control hang free with room round it, wherever they are', () => {
    const place = fc.tuple(
      fc.constantFrom('pot-24', 'pot-16', 'toggle', 'toggle-mini'),
      fc.integer({ min: -80, max: -20 }),
      fc.integer({ min: -90, max: -30 }),
    );
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 4 }), (places) => {
        const controls = withControls(places);
        const begun = cavityRoundControls(layoutOf(controls))!;
        expect(begun.face).toBe('back');
        const layout = layoutOf(edits.addOpening(controls, begun).design);
        for (const fit of controlFits(layout)) {
          expect(fit.cavity).not.toBeNull();
          expect(fit.bodyOut).toBe(0);
          const wall = fit.cavity!.area.polygon;
          for (const p of hangingArea(fit.part).polygon) {
            expect(polygonHolds(wall, p)).toBe(true);
            expect(distanceToEdge(wall, p)).toBeGreaterThan(3.4);
          }
          // Its thread comes through with the nut on, unless less than 3 mm of wood would be left.
          expect(fit.spare >= 0 || fit.wood <= 3.5).toBe(true);
        }
        expect(cavityRoundControls(layout)).toBeNull();
      }),
      { numRuns: 60 },
    );
  });
  it('turns with a row of controls, and leaves one that is far away for itself', () => {
    const row = withControls([
      ['pot-24', -80, -100],
      ['pot-24', -45, -80],
      ['pot-24', -10, -60],
      ['toggle', 160, 90],
    ]);
    const begun = cavityRoundControls(layoutOf(row))!;
    expect(begun.turn).toBeCloseTo((Math.atan2(40, 70) * 180) / Math.PI, -0.5);
    expect(begun.at).toEqual({ x: expect.closeTo(-45, 0) as number, y: expect.closeTo(-80, 0) as number });
    const next = cavityRoundControls(layoutOf(edits.addOpening(row, begun).design))!;
    expect(next.at.x).toBeCloseTo(160, 0);
  });
});

describe('a cover’s screws', () => {
  const cavity = {
    name: 'Cavity',
    face: 'back' as const,
    at: { x: -50, y: -75 },
    turn: 20,
    steps: [edits.plainStep('cavity', { kind: 'rect', long: 110, wide: 52, radius: 10 }, 36)],
    cover: PLAIN_COVER,
  };
  const screwsOf = (d: Design) =>
    layoutOf(d).cuts.filter(
      (c) => c.owner.kind === 'opening' && c.role === 'screw' && c.name.startsWith('cover'),
    );
  it('are in the corners and evenly between', () => {
    const d = edits.addOpening(bare, cavity).design;
    const [c, s] = [Math.cos((20 * Math.PI) / 180), Math.sin((20 * Math.PI) / 180)];
    const own = screwsOf(d).map(({ round }) => {
      const [x, y] = [round!.at.x + 50, round!.at.y + 75];
      return { x: x * c + y * s, y: -x * s + y * c };
    });
    expect(own).toHaveLength(6);
    // Four in the corners, on the ledge’s middle; two in the middles of the long sides.
    expect(own.filter((p) => Math.abs(p.x) > 50 && Math.abs(p.y) > 22)).toHaveLength(4);
    expect(own.filter((p) => Math.abs(p.x) < 3 && Math.abs(Math.abs(p.y) - 30) < 0.1)).toHaveLength(2);
  });
  it('are in the four corners of covers of any usual size', () => {
    for (const [long, wide, radius] of [
      [100, 33, 10],
      [60, 30, 8],
      [140, 90, 20],
      [45, 40, 5],
    ] as const) {
      const steps = [edits.plainStep('cavity', { kind: 'rect', long, wide, radius }, 36)];
      const places = screwsOf(edits.addOpening(bare, { ...cavity, turn: 0, steps }).design).map((sc) => ({
        x: Math.abs(sc.round!.at.x + 50),
        y: Math.abs(sc.round!.at.y + 75),
      }));
      // On the diagonal of a corner: as far in from the end as from the side.
      const inCorner = places.filter(
        (p) =>
          Math.abs(long / 2 + 4 - p.x - (wide / 2 + 4 - p.y)) < 2 &&
          p.x > long / 2 - radius &&
          p.y > wide / 2 - radius,
      );
      expect(inCorner, `${long} × ${wide}`).toHaveLength(4);
    }
  });
  it('are three or more, evenly, round a round opening', () => {
    const ring = Array.from({ length: 90 }, (_, i) => {
      const a = (2 * Math.PI * i) / 90;
      return { x: 20 * Math.cos(a), y: 20 * Math.sin(a) };
    });
    expect(placesFromCorners(ring, 70)).toEqual(placesAlong(ring, 70));
    expect(placesFromCorners(ring, 70)).toHaveLength(3);
  });
  it('go aside from a drilled run under them, and stay where nothing is in the way', () => {
    const before = edits.addOpening(bare, cavity).design;
    const [at] = screwsOf(before).map((sc) => sc.round!.at);
    const run = {
      name: 'Wire',
      from: { x: at!.x, y: at!.y - 40, z: -38 },
      to: { x: at!.x, y: at!.y + 40, z: -38 },
      diameter: 8,
    };
    const after = edits.addRun(before, run).design;
    const [moved, ...others] = screwsOf(after).map((sc) => sc.round!.at);
    expect(Math.abs(moved!.x - at!.x)).toBeGreaterThan(4 + 1.5 + 1.9);
    expect(others.length).toBe(5);
    // Of an opening whose screws were spread before there were corners, none moves.
    const even = { ...cavity, cover: { ...PLAIN_COVER, screws: 'even' as const } };
    const evenly = edits.addOpening(bare, even).design;
    expect(screwsOf(edits.addRun(evenly, run).design).map((sc) => sc.round!.at)).toEqual(
      screwsOf(evenly).map((sc) => sc.round!.at),
    );
  });
});

describe('a new step of a stack', () => {
  it('is smaller and deeper than the last one, and leaves a floor', () => {
    const steps = [edits.plainStep('rout', { kind: 'rect', long: 60, wide: 30, radius: 5 }, 18)];
    const step = deeperStep({ steps }, 44);
    expect(step.shape).toMatchObject({ kind: 'rect', long: 52, wide: 22 });
    expect(step.depth).toBe(24);
    const deep = deeperStep({ steps: [{ ...steps[0]!, depth: 38 }] }, 44);
    expect(deep.depth).toBe(41);
    const small = deeperStep({ steps: [edits.plainStep('bore', { kind: 'circle', diameter: 10 }, 20)] }, 44);
    expect(small.shape).toEqual({ kind: 'circle', diameter: 8 });
  });
});
