import { describe, expect, it } from 'vitest';
import { demo, hits, limited } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { editHeadstock } from '../design/allEdits.ts';
import { polygonPath } from '../geometry/figures.ts';
import { roundedPolygon } from '../geometry/roundedPolygon.ts';
import { earsOf } from './ears.ts';
import { headstockEar } from './rules/ears.ts';

/** A plain headstock 160 long and 60 wide, with what stands out of its bass side between two places, so far. */
const withEar = (from: number, to: number, out: number) => [
  { x: 0, y: -21 },
  { x: 160, y: -30 },
  { x: 160, y: 30 },
  { x: to, y: 30 },
  { x: to, y: 30 + out },
  { x: from, y: 30 + out },
  { x: from, y: 30 },
  { x: 0, y: 21 },
];

describe('parts that stand out of a headstock across its grain', () => {
  it('are as long in the grain as they are drawn, and where they are', () => {
    const [ear, ...more] = earsOf(polygonPath(withEar(70, 95, 14)), 40);
    expect(more).toEqual([]);
    expect(ear!.length).toBeCloseTo(25, 9);
    expect(ear!.at.x).toBeCloseTo(82.5, 9);
    expect(ear!.at.y).toBeGreaterThan(30);
  });
  it('are none that are long, that hardly stand out, or that end at the nut', () => {
    expect(earsOf(polygonPath(withEar(60, 110, 14)), 40)).toEqual([]);
    expect(earsOf(polygonPath(withEar(70, 95, 1.5)), 40)).toEqual([]);
    // Shorter than the limit all over, and its fibres go on into the shaft.
    expect(
      earsOf(
        polygonPath([
          { x: 0, y: -21 },
          { x: 30, y: -21 },
          { x: 30, y: 21 },
          { x: 0, y: 21 },
        ]),
        40,
      ),
    ).toEqual([]);
  });
  it('a taper to a point has one long side along the grain, however short its last fibres', () => {
    const tapered = [
      { x: 0, y: 21 },
      { x: 0, y: -21 },
      { x: 150, y: -40 },
      { x: 170, y: -38 },
    ];
    expect(earsOf(polygonPath(tapered), 40)).toEqual([]);
  });
  it('two of them are two, and round ones count by their longest fibre', () => {
    const both = [
      ...withEar(70, 95, 14).slice(2),
      { x: 0, y: -21 },
      { x: 100, y: -30 },
      { x: 100, y: -48 },
      { x: 118, y: -48 },
      { x: 118, y: -30 },
      { x: 160, y: -30 },
    ];
    const ears = earsOf(
      roundedPolygon(
        both,
        both.map(() => 3),
      ),
      40,
    );
    expect(ears.map((e) => Math.round(e.length)).sort((a, b) => a - b)).toEqual([18, 25]);
  });
});

describe('a design’s headstock', () => {
  const windrow = demo('windrow');
  it('of the demo has none', () => {
    for (const name of ['windrow', 'skerry', 'fathom'] as const)
      expect(hits(headstockEar, demo(name))).toEqual([]);
  });
  it('with an ear has a finding at its place, until the user allows as little', () => {
    const nodes = withEar(70, 95, 14).map((p, i) => ({ id: `h${i}`, ...p, kind: 'corner' as const }));
    const eared = editHeadstock(windrow, {
      outline: { ...windrow.headstock.outline, nodes, mirror: [] },
      tuners: [],
    });
    const found = hits(headstockEar, eared);
    expect(found).toHaveLength(1);
    expect(found[0]!.measured).toBeCloseTo(25, 6);
    const { centreScale } = createDeriver()(eared).stringPlan;
    expect(found[0]!.where!.x).toBeCloseTo(centreScale + 82.5, 6);
    expect(hits(headstockEar, limited(eared, 'headstockEar', 20))).toEqual([]);
  });
});
