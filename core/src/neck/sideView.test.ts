import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { hypot } from '../geometry/point.ts';
import { saddlePlace } from '../strings/elevation.ts';
import type { SidePlace } from './sideView.ts';
import { sideView } from './sideView.ts';

const derive = createDeriver();
const viewOf = (design: Design) => {
  const { neckPlan, measures } = derive(design);
  return sideView(design, neckPlan, design.body.thickness, measures.box);
};
const turn = (a: SidePlace, b: SidePlace): number => Math.atan2(b.z - a.z, b.x - a.x);
const tilted = (angle: number): Design => {
  const windrow = demo('windrow');
  return { ...windrow, neck: { ...windrow.neck, angle } };
};

describe.each([0, 2.5, -1])('the neck at %f°, from the side', (angle) => {
  const design = tilted(angle);
  const view = viewOf(design);
  it('has nut and saddle where the formulas of the pocket put them', () => {
    const { neck, strings } = design;
    const place = saddlePlace({
      ...neck,
      angle: (angle * Math.PI) / 180,
      scaleLength: strings.scaleLength,
      jointFret: strings.jointFret,
    });
    expect([view.saddle.x, view.saddle.z]).toEqual([place.x, place.z]);
    expect(view.nut.z).toBeCloseTo(place.nutZ, 9);
  });
  it('tilts its headstock against the fingerboard, and its strings break down over the nut as they are told to', () => {
    const { neckPlan } = derive(design);
    const [atNut, end] = view.face;
    const [tail, nutEnd] = [view.board[1]!, view.board[2]!];
    expect(turn(tail, nutEnd) - turn(atNut, end)).toBeCloseTo(neckPlan.headstock.side.tilt, 9);
    expect(hypot(end.x - atNut.x, end.z - atNut.z)).toBeCloseTo(neckPlan.headstock.length, 9);
    view.strings.forEach(([, nut, post], i) => {
      const down = turn(tail, nutEnd) - turn(nut!, post!);
      expect(down).toBeCloseTo(neckPlan.headstock.tuners[i]!.breakAngle!, 2);
    });
  });
  it('says where its transitions begin and end, on its back', () => {
    const { heel, headstock } = view.transitions;
    for (const p of [heel, headstock])
      expect(Math.min(...view.neck.map((q) => hypot(p.x - q.x, p.z - q.z)))).toBeLessThan(1e-9);
    const { stringPlan, neckPlan } = derive(design);
    expect(Math.abs(heel.x - (stringPlan.centreScale - neckPlan.heel.shaftEnd))).toBeLessThan(2);
    expect(headstock.x).toBeGreaterThan(stringPlan.centreScale);
  });
  it('has the heel’s typed thickness along z at the joint, in a pocket of its depth', () => {
    // Where the line of the back crosses the joint, below the board's face there.
    const { stringPlan } = derive(design);
    const x = stringPlan.jointX;
    const cut = view.neck.flatMap((p, i) => {
      const q = view.neck[(i + 1) % view.neck.length]!;
      return p.x < x !== q.x < x ? [p.z + ((q.z - p.z) * (x - p.x)) / (q.x - p.x)] : [];
    });
    expect(Math.min(...cut)).toBeCloseTo(-design.neck.depth, 6);
  });
});

it('the back runs on without a step from shaft to headstock', () => {
  const { neck } = viewOf(edits.editHeadstock(demo('windrow'), { tilt: 14, blend: 60 }));
  const back = neck.slice(1, -5);
  for (let i = 1; i < back.length; i += 1) expect(Math.abs(back[i]!.z - back[i - 1]!.z)).toBeLessThan(3);
});
