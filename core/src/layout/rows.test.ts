import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { nearestOnPath } from '../geometry/closedPath.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import { edgeSeat } from './onEdge.ts';
import { lastInLine, rowAlongEdge, rowAlongGuard, rowInLine, rowOnArc, rowReading } from './rows.ts';

const derive = createDeriver();
const DEMOS = ['windrow', 'skerry', 'fathom'] as const;
const bare: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
const pot = specOf(SHELF.find((p) => p.key === 'pot-24')!);
const withPots = (places: readonly (readonly [number, number])[]): Design =>
  places.reduce((d, [x, y]) => edits.addPart(d, pot, 'front', { x, y }).design, bare);
const ids = (d: Design) => d.parts.map((p) => p.id);
const places = (d: Design) => d.parts.map((p) => [p.at.x, p.at.y]);

describe('rows of controls', () => {
  it('in line stand on the line of the first and the last', () => {
    const d = withPots([
      [0, -80],
      [-25, -95],
      [-60, -110],
    ]);
    const lined = rowInLine(d, ids(d))!;
    expect(rowReading(lined, ids(lined), derive(lined))!.off).toBeLessThan(0.01);
    expect(places(lined)[0]).toEqual([0, -80]);
    expect(places(lined)[2]).toEqual([-60, -110]);
    expect(rowInLine(d, ids(d).slice(0, 2))).toBeNull();
    const same = withPots([
      [0, 0],
      [5, 5],
      [0, 0],
    ]);
    expect(rowInLine(same, ids(same))).toBeNull();
  });
  it('the last comes onto the line of the others, which stay', () => {
    const d = withPots([
      [0, -80],
      [-25, -95],
      [-60, -110],
    ]);
    const lined = lastInLine(d, ids(d), derive(d).path)!;
    expect(places(lined).slice(0, 2)).toEqual(places(d).slice(0, 2));
    // The foot of its own place on the line through the two: 3 down for 5 back.
    const [x, y] = places(lined)[2] as [number, number];
    expect(y + 80).toBeCloseTo((3 / 5) * x, 1);
    expect((x + 60) * 5 + (y + 110) * 3).toBeCloseTo(0, 0);
    expect(lastInLine(d, ids(d).slice(0, 2), derive(d).path)).toBeNull();
  });
  it('a part in the edge slides to where the line meets the edge, square into the wood', () => {
    const two = withPots([
      [0, -80],
      [-40, -100],
    ]);
    const jack = specOf(SHELF.find((p) => p.key === 'jack-barrel')!);
    const d = edits.addPart(two, jack, 'edge', { x: -60, y: -150 }).design;
    const lined = lastInLine(d, ids(d), derive(d).path)!;
    const part = lined.parts[2]!;
    expect(nearestOnPath(derive(d).path, part.at)!.distance).toBeLessThan(0.01);
    expect(part.at.y + 80).toBeCloseTo((20 / 40) * part.at.x, 1);
    expect(Math.abs(edgeSeat(derive(d).path, part).fromSquare)).toBeLessThan(0.02);
  });
  it('along a pickguard stand inside its edge', () => {
    const d = { ...demo('fathom') };
    const guarded = DEMOS.map((n) => demo(n)).find((x) => x.guards.length > 0) ?? d;
    const some = guarded.parts.filter((p) => p.spec.kind === 'pot').map((p) => p.id);
    const { plates } = derive(guarded);
    const guard = plates.find((p) => guarded.guards.some((g) => g.id === p.id))!;
    const along = rowAlongGuard(guarded, some, 5, plates)!;
    for (const id of some) {
      const at = along.parts.find((p) => p.id === id)!.at;
      // Beside a corner of the edge the nearest place is round it.
      expect(distanceToEdge(guard.edge, at)).toBeLessThan(5.02);
      expect(distanceToEdge(guard.edge, at)).toBeGreaterThan(3);
      expect(polygonHolds(guard.edge, at)).toBe(true);
    }
    expect(rowAlongGuard(bare, some, 14, [])).toBeNull();
  });
  it('on an arc keep one distance from its middle, evenly', () => {
    const d = withPots([
      [0, -80],
      [-20, -95],
      [-32, -101],
      [-70, -100],
    ]);
    const arc = rowOnArc(d, ids(d))!;
    const p = places(arc) as [number, number][];
    const gaps = p.slice(1).map(([x, y], i) => Math.hypot(x - p[i]![0], y - p[i]![1]));
    expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThan(0.05);
    expect(p[0]).toEqual([0, -80]);
    expect(p[3]).toEqual([-70, -100]);
    // Three in one line have no arc: they are spread on it.
    const straight = withPots([
      [0, -80],
      [-10, -90],
      [-40, -120],
    ]);
    expect(places(rowOnArc(straight, ids(straight))!)[1]).toEqual([-20, -100]);
  });
  it('along the edge stand square inside it, all as far', () => {
    const d = withPots([
      [0, -120],
      [-40, -130],
      [-80, -125],
    ]);
    const { path } = derive(d);
    for (const { at } of rowAlongEdge(d, ids(d), 30, path).parts)
      expect(nearestOnPath(path, at)!.distance).toBeCloseTo(30, 1);
  });
  it('tell their angle to centre line, string and edge', () => {
    const d = withPots([
      [0, -80],
      [-40, -80],
    ]);
    const row = rowReading(d, ids(d), derive(d))!;
    expect(row.toCentre).toBeCloseTo(0, 9);
    expect(Math.abs(row.toString)).toBeGreaterThan(0.1);
    expect(Math.abs(row.toString)).toBeLessThan(1);
    expect(row.toEdge).not.toBeNull();
    expect(rowReading(d, ['p1'], derive(d))).toBeNull();
  });
  it('are reported against the pickguard’s edge where there is one', () => {
    const d = withPots([
      [0, -80],
      [-40, -80],
    ]);
    expect(rowReading(d, ids(d), derive(d))!.toGuard).toBeNull();
    const corner = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' as const });
    // Its nearest edge rises 10 mm over 100.
    const guarded = edits.addGuard(d, {
      name: 'Guard',
      nodes: [corner('a', 40, -60), corner('b', 40, 40), corner('c', -60, 40), corner('d', -60, -70)],
      follow: null,
      thickness: 2.5,
      bevel: 45,
      gap: 0.5,
      apart: 0,
      screwInset: 5,
      screws: null,
    }).design;
    const { toGuard, toCentre } = rowReading(guarded, ids(guarded), derive(guarded))!;
    expect(toCentre).toBeCloseTo(0, 9);
    expect(Math.abs(toGuard!)).toBeCloseTo((Math.atan2(10, 100) * 180) / Math.PI, 1);
  });
});
