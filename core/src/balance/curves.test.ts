import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { measureOf } from '../parts/kinds.ts';
import { buttonAlong, hornPlaces } from './hornPlaces.ts';
import { hornCurve, loadCurve } from './curves.ts';
import { onStrapOf } from './hangingState.ts';

const derive = createDeriver();

describe.each(['windrow', 'skerry', 'fathom'] as const)('curves of %s', (name) => {
  const design = demo(name);
  const { hanging, weighed, path } = derive(design);
  const { buttons, hand, angle, loads, strap } = hanging!;
  const on = onStrapOf(hanging!, weighed!);
  const mass = measureOf(buttons.horn.part.spec, 'mass');

  it('of the load pass through what is told at the playing angle, and more friction never asks more of the hand', () => {
    const curve = loadCurve(on, hand);
    const at = (degrees: number) => curve.find((c) => c.angle === degrees)!;
    const degrees = design.player.angle;
    if (degrees % 2.5 === 0)
      for (const kind of ['slippery', 'smooth', 'grippy'] as const)
        expect(at(degrees)[kind]).toBeCloseTo(loads![kind]!.likely, 6);
    for (const { slippery, smooth, grippy } of curve) {
      if (slippery === null || smooth === null || grippy === null) continue;
      expect(Math.abs(smooth)).toBeLessThanOrEqual(Math.abs(slippery) + 1e-6);
      expect(Math.abs(grippy)).toBeLessThanOrEqual(Math.abs(smooth) + 1e-6);
    }
    expect(curve[0]!.angle).toBe(-20);
    expect(curve.at(-1)!.angle).toBe(70);
  });
  it('of the horn button begin where it is, and are what a design with it there says', () => {
    const places = hornPlaces(path, buttons.horn).map(({ along, at }) => ({ along, at }));
    const curve = hornCurve(on, hand, angle, mass, places);
    expect(curve.find((c) => c.along === 0)!.smooth).toBeCloseTo(loads!.smooth!.likely, 6);
    const moved = curve.find((c) => c.along === 15)!;
    const [stand] = buttonAlong(path, buttons.horn, [15]);
    const there = derive({
      ...design,
      parts: design.parts.map((p) => (p.id === buttons.horn.part.id ? stand!.part : p)),
    }).hanging!.loads!.smooth!.likely;
    // The hole that its screw leaves and the one that it gets are all that differ.
    expect(Math.abs(moved.smooth! - there)).toBeLessThan(0.02);
  });
  it('tell nothing of a place that the strap does not reach round, and end when they are told to', () => {
    const far = { along: 5, at: { x: buttons.tail.at.x + strap + 1, y: buttons.tail.at.y } };
    expect(hornCurve(on, hand, angle, mass, [far])).toEqual([
      { ...far, smooth: null, slippery: null, rest: null },
    ]);
    const shares: number[] = [];
    const stop = (share: number): void => {
      shares.push(share);
      if (share > 0.4) throw new Error('stopped');
    };
    expect(() => loadCurve(on, hand, stop)).toThrow('stopped');
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  });
});

it('a button walked along the edge comes back as it went', () => {
  const { hanging, path } = derive(demo('windrow'));
  const { horn } = hanging!.buttons;
  for (const mm of [5, 20, 45]) {
    const [there] = buttonAlong(path, horn, [mm]);
    const [back] = buttonAlong(path, { ...horn, part: there!.part, at: there!.at }, [-mm]);
    // Past the tip the nut’s end is the other way: then it is walked on.
    const [on] = buttonAlong(path, { ...horn, part: there!.part, at: there!.at }, [mm]);
    const off = [back!, on!].map((s) =>
      Math.hypot(s.part.at.x - horn.part.at.x, s.part.at.y - horn.part.at.y),
    );
    expect(Math.min(...off)).toBeLessThan(0.1);
  }
  expect(buttonAlong([], horn, [5])).toEqual([]);
  const point = { x: 1, y: 1 };
  const dot = [{ p0: point, p1: point, p2: point, p3: point }];
  expect(buttonAlong([...dot, ...dot, ...dot], horn, [5])).toEqual([]);
});
