import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { checkDesign } from '../design/check.ts';
import * as edits from '../design/allEdits.ts';
import type { Contour, Design } from '../design/schema.ts';
import { findAll } from '../findings/run.ts';
import { polygonArea } from '../geometry/polygons.ts';
import { deepest } from '../solid/depths.ts';
import { createSampler, fieldsOf } from '../solid/field.ts';
import { massOf } from '../solid/mass.ts';
import { depthLines, thicknessLines } from './depthLines.ts';
import { newContour } from './newContour.ts';
import { crossSection } from './section.ts';
import { COARSE_STEP } from './shaped.ts';
import { walkAlong, without } from './stretches.ts';
import { thinnestPlaces, woodAt } from './thicknessMap.ts';

const derive = createDeriver();
const plainly = (name: 'windrow' | 'skerry' | 'fathom'): Design => {
  const design = demo(name);
  const edge = {
    ...design.body.edges.front,
    profile: { kind: 'square' as const },
    stretches: [],
    binding: [],
  };
  return {
    ...design,
    body: {
      ...design.body,
      edges: { front: edge, back: edge },
      contours: [],
      arch: { front: null, back: null },
    },
  };
};
const KINDS: readonly Contour['kind'][] = ['forearm', 'belly', 'thigh', 'heel', 'scoop', 'bevel'];
const begun = (design: Design, kind: Contour['kind'], change: Partial<edits.ContourStart> = {}): Design => {
  const { path, measures, stringPlan } = derive(design);
  return edits.addContour(design, {
    ...newContour(kind, design, path, measures, stringPlan.jointX),
    ...change,
  }).design;
};
const rules = (design: Design): readonly string[] =>
  findAll(design, derive(design))
    .filter((f) => f.stage === 'shape')
    .map((f) => f.rule);

describe('a body’s solid', () => {
  it('without carves is the slab less its openings: the layout’s own floors and the map agree', () => {
    for (const name of ['windrow', 'skerry', 'fathom'] as const) {
      const design = plainly(name);
      const derived = derive(design);
      const { floors, shaped } = derived;
      if (shaped.state !== 'ready') throw new Error('not measured');
      // What is bored into the edge or drilled within the wood is open to neither face.
      const seen = floors.filter((x) => [x.a, x.b].every((c) => c?.role !== 'drilled' && c?.face !== 'edge'));
      const least = Math.min(...seen.map((f) => f.thickness));
      expect(shaped.value.least.thickness, name).toBeLessThanOrEqual(least + 1e-6);
      for (const f of seen) {
        // The floor of what lies closed under a front is the core's.
        const { glued } = derived.carved;
        const solid =
          glued && [f.a, f.b].some((c) => c?.closed) ? glued.whole.core.solid : derived.carved.solid;
        const there = deepest(solid.region, solid.front)(f.at.x, f.at.y);
        const under = deepest(solid.region, solid.back)(f.at.x, f.at.y);
        expect(design.body.thickness - there - under, `${name} ${f.a.name}`).toBeLessThanOrEqual(
          f.thickness + 0.05,
        );
      }
      expect(shaped.value.brokenThrough).toBe(0);
    }
  });
  it('loses just the corner to a round, all round', () => {
    const base = plainly('windrow');
    const open: Design = {
      ...base,
      parts: [],
      openings: [],
      runs: [],
      guards: [],
      neck: { ...base.neck, joint: 'undecided' },
    };
    const rounded = edits.setEdge(open, 'front', {
      profile: { kind: 'round', radius: 6 },
      squareAtNeck: false,
      squareAtParts: false,
    });
    const [before, after] = [open, rounded].map((d) => massOf(fieldsOf(derive(d).carved.solid, 0.5)).volume);
    const { outer } = derive(open).carved.solid.region;
    const round = walkAlong(outer).length;
    // r² (1 − π/4) along the edge, its middle 0.2234 r inside: 2 π of turn shorten the way.
    const corner = 36 * (1 - Math.PI / 4);
    expect((before! - after!) / (corner * (round - 2 * Math.PI * 0.2233804 * 6))).toBeCloseTo(1, 1);
    expect(before! / (polygonArea(outer) * base.body.thickness)).toBeCloseTo(1, 4);
  });
  it('is square where the neck is joined and where parts sit in the edge', () => {
    const design = edits.setEdge(plainly('windrow'), 'front', { profile: { kind: 'round', radius: 6 } });
    const { carved, layout } = derive(design);
    const deep = deepest(
      carved.solid.region,
      carved.front.filter((c) => c.by.kind === 'edge').map((c) => c.removal),
    );
    const button = layout.parts.find((p) => p.part.face === 'edge')!.part;
    expect(deep(button.at.x + 0.2, button.at.y)).toBe(0);
    expect(carved.front.filter((c) => c.by.kind === 'edge').length).toBeGreaterThan(2);
    const all = edits.setEdge(design, 'front', { squareAtNeck: false, squareAtParts: false });
    expect(derive(all).carved.front.filter((c) => c.by.kind === 'edge')).toHaveLength(1);
  });
  it('is sampled again only where it changed, with the same result', () => {
    const sampler = createSampler();
    let design = demo('windrow');
    for (const step of [0, 1, 2, 3]) {
      const id = design.body.contours[step % design.body.contours.length]!.id;
      design = edits.changeContour(design, id, { depth: { by: 'drop', drop: 8 + step } });
      if (step === 2) {
        const [node] = design.outline.nodes;
        design = edits.moveNode(design, node!.id, { x: node!.x + 1.5, y: node!.y });
      }
      const { solid } = derive(design).carved;
      const [kept, fresh] = [sampler.fields(solid, 1), fieldsOf(solid, 1)];
      expect(massOf(kept)).toEqual(massOf(fresh));
    }
  });
});

describe('spans of an edge', () => {
  it('that are left make up the whole with those taken', () => {
    const span = fc.tuple(
      fc.double({ min: 0, max: 99, noNaN: true }),
      fc.double({ min: 2, max: 60, noNaN: true }),
    );
    fc.assert(
      fc.property(fc.array(span, { minLength: 1, maxLength: 5 }), (list) => {
        const taken = list.map(([from, long]) => ({ from, to: (from + long) % 100 }));
        const left = without(100, taken)!;
        const holds = (spans: readonly { from: number; to: number }[], s: number): boolean =>
          spans.some(({ from, to }) => (to >= from ? s >= from && s <= to : s >= from || s <= to));
        for (let s = 0.5; s < 100; s += 1)
          if (holds(left, s))
            expect(
              taken.some((t) => holds([t], s) && Math.min(Math.abs(s - t.from), Math.abs(s - t.to)) > 0.01),
            ).toBe(false);
      }),
    );
    expect(without(100, [])).toBeNull();
  });
});

describe('contours in their usual place', () => {
  it.each(KINDS)('%s cuts each demo body, on its own side, without a fault', (kind) => {
    for (const name of ['windrow', 'skerry', 'fathom'] as const) {
      const design = begun(plainly(name), kind);
      const { carved } = derive(design);
      expect(carved.refused, name).toEqual([]);
      const [contour] = design.body.contours;
      const deep = carved.bent[contour!.face].depth;
      const carvedPlaces = carved.solid.region.outer.filter((p) => deep(p.x, p.y) > 0.5);
      expect(carvedPlaces.length, name).toBeGreaterThan(3);
      expect(carvedPlaces.length / carved.solid.region.outer.length, name).toBeLessThan(0.5);
      expect(checkDesign(structuredClone(design)).ok).toBe(true);
    }
  });
  it('are mirrored to the other side, carved outward there too', () => {
    const design = begun(plainly('windrow'), 'forearm');
    const [own] = design.body.contours;
    const both = edits.addContour(design, { ...edits.mirroredContour(own!), name: 'other' }).design;
    const { carved } = derive({ ...both, body: { ...both.body, contours: both.body.contours.slice(1) } });
    const deep = carved.bent.front.depth;
    expect(carved.solid.region.outer.filter((p) => deep(p.x, p.y) > 1).every((p) => p.y < 0)).toBe(true);
  });
});

describe('findings of a shape', () => {
  it('a belly cut that runs over the control cavity is found with its number, and mended by less', () => {
    const base = demo('windrow');
    const line = [
      { x: -120, y: -60 },
      { x: -40, y: -40 },
      { x: 60, y: -60 },
    ].reverse();
    const over = (drop: number): Design =>
      begun(base, 'forearm', { name: 'Too far', line, form: 'flat', soft: 5, depth: { by: 'drop', drop } });
    const found = findAll(over(16), derive(over(16))).filter((f) => f.rule === 'carve-into-opening');
    expect(found.length).toBeGreaterThan(0);
    expect(found[0]!.measured!).toBeLessThan(3);
    expect(found[0]!.where).not.toBeNull();
    expect(rules(over(1))).not.toContain('carve-into-opening');
  });
  it('a thicker body has more wood under the same carve', () => {
    const carved = begun(plainly('windrow'), 'belly', {
      face: 'back',
      line: [
        { x: -100, y: -20 },
        { x: 150, y: -20 },
      ],
      soft: 0,
      depth: { by: 'angle', angle: 12 },
    });
    const own = edits.setLimit(carved, 'carveCover', 30);
    const least = (thickness: number): number => {
      const design = edits.setThickness(own, thickness);
      const found = findAll(design, derive(design)).filter((f) => f.rule === 'carve-into-opening');
      return Math.min(...found.map((f) => f.measured!));
    };
    const [before, after] = [least(44), least(46)];
    expect(before).toBeLessThan(30);
    expect(after - before).toBeCloseTo(2, 6);
  });
  it('rounds that meet, binding that is rounded away, a plate on a carve, a thin body', () => {
    const base = plainly('windrow');
    const both = (['front', 'back'] as const).reduce(
      (d, face) => edits.setEdge(d, face, { profile: { kind: 'round', radius: 22 } }),
      base,
    );
    expect(rules(both)).toContain('edges-meet');
    const bound = edits.setEdge(base, 'front', {
      profile: { kind: 'round', radius: 6 },
      binding: [{ width: 2, depth: 5 }],
    });
    expect(rules(bound)).toContain('binding-rounded');
    expect(rules(edits.setEdge(base, 'front', { profile: { kind: 'round', radius: 6 } }))).toEqual([]);
    const deep = begun(base, 'belly', { depth: { by: 'drop', drop: 38 } });
    expect(rules(deep)).toContain('carved-thin');
    const arched = edits.setArch(base, 'front', [
      { inward: 0, depth: 8 },
      { inward: 150, depth: 0 },
    ]);
    expect(rules(arched)).toEqual(expect.arrayContaining(['part-on-carve', 'carve-at-neck']));
    const round = edits.setEdge(base, 'back', {
      profile: { kind: 'round', radius: 20 },
      squareAtParts: false,
    });
    expect(rules(round)).toContain('edge-part-on-round');
  });
  it('a contour that cuts nothing, crosses itself or stands upright says so; the body is whole all the same', () => {
    const base = plainly('windrow');
    const faulty: readonly [Partial<edits.ContourStart>, RegExp][] = [
      [
        {
          line: [
            { x: 900, y: 900 },
            { x: 950, y: 900 },
          ],
        },
        /carved side|side of its line/,
      ],
      [
        {
          line: [
            { x: -100, y: 0 },
            { x: 100, y: 40 },
            { x: 100, y: -40 },
            { x: -60, y: 60 },
          ],
        },
        /crosses itself/,
      ],
      [{ form: 'arc', depth: { by: 'radius', radius: 10 } }, /upright/],
    ];
    for (const [change, words] of faulty) {
      const design = begun(base, 'forearm', change);
      const { carved, shaped } = derive(design);
      expect(carved.refused[0]?.why).toMatch(words);
      expect(rules(design)).toContain('contour-fault');
      expect(shaped.state).toBe('ready');
    }
  });
  it('whatever contours are typed, every depth is a number and nothing hangs', () => {
    const place = fc.record({
      x: fc.double({ min: -600, max: 600, noNaN: true }),
      y: fc.double({ min: -600, max: 600, noNaN: true }),
    });
    const depth = fc.oneof(
      fc.record({ by: fc.constant('drop' as const), drop: fc.double({ min: 0.1, max: 120, noNaN: true }) }),
      fc.record({ by: fc.constant('angle' as const), angle: fc.double({ min: 0.5, max: 60, noNaN: true }) }),
      fc.record({
        by: fc.constant('radius' as const),
        radius: fc.double({ min: 5, max: 5000, noNaN: true }),
      }),
    );
    const base = plainly('windrow');
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            line: fc.array(place, { minLength: 2, maxLength: 6 }),
            face: fc.constantFrom('front' as const, 'back' as const),
            soft: fc.double({ min: 0, max: 200, noNaN: true }),
            depth,
          }),
          { minLength: 1, maxLength: 5 },
        ),
        (list) => {
          let design = base;
          for (const { depth: by, ...c } of list)
            design = edits.addContour(design, {
              ...c,
              name: 'any',
              kind: 'bevel',
              form: by.by === 'radius' ? 'arc' : 'flat',
              depth: by,
            }).design;
          const { coarseMap } = derive(design);
          expect(coarseMap.wood.every((t) => Number.isFinite(t) && t >= -1)).toBe(true);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('sections and depth lines', () => {
  it('a section has the wood that the map has, cut by cut', () => {
    const design = demo('windrow');
    const { carved, layout, shaped } = derive(design);
    if (shaped.state !== 'ready') throw new Error('not measured');
    for (const x of [-60, 12, 118]) {
      const cut = crossSection(carved, layout, { x, y: 250 }, { x, y: -250 });
      expect(cut.pieces.length).toBeGreaterThan(0);
      let seen = 0;
      for (let s = 0; s < cut.length; s += 3.7) {
        const [own, map] = [cut.woodAt(s), woodAt(shaped.value.map, x, 250 - s)];
        if (own === null || map === null) continue;
        seen += 1;
        // Beside an opening’s edge a cell of the map is half in it.
        const beside = [-0.6, 0.6].map((d) => cut.woodAt(s + d) ?? own);
        if (beside.every((t) => Math.abs(t - own) < 0.5)) expect(Math.abs(own - map)).toBeLessThan(0.3);
      }
      expect(seen).toBeGreaterThan(40);
      const area = cut.pieces.reduce((sum, { top, bottom }) => {
        let piece = 0;
        for (let i = 1; i < top.length; i += 1)
          piece +=
            ((top[i]![0] - top[i - 1]![0]) *
              (top[i]![1] - bottom[i]![1] + top[i - 1]![1] - bottom[i - 1]![1])) /
            2;
        return sum + piece;
      }, 0);
      let summed = 0;
      for (let s = 0; s < cut.length; s += 0.05) summed += 0.05 * (cut.woodAt(s) ?? 0);
      expect(area / summed).toBeCloseTo(1, 2);
    }
  });
  it('thin places are the thinnest of the map, well apart and off the edge; lines of equal wood lie on it', () => {
    const map = derive(demo('windrow')).coarseMap;
    const thin = thinnestPlaces(map, 4, 20);
    expect(thin.length).toBeGreaterThan(0);
    thin.forEach((p, i) => {
      expect(woodAt(map, p.x, p.y)).toBe(p.wood);
      expect(p.wood).toBeLessThanOrEqual(20);
      for (const q of thin.slice(0, i)) {
        expect(q.wood).toBeLessThanOrEqual(p.wood);
        expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeGreaterThanOrEqual(30);
      }
    });
    // The floor of the control cavity: 44 less 36 mm.
    expect(thin[0]!.wood).toBeCloseTo(8, 1);
    const lines = thicknessLines(map, 5);
    expect(lines.length).toBeGreaterThan(3);
    for (const { depth, points } of lines)
      for (const p of points) expect(Math.abs(woodAt(map, p.x, p.y)! - depth)).toBeLessThan(2);
  });
  it('a depth line lies where the carve is that deep', () => {
    const design = begun(plainly('windrow'), 'belly');
    const { carved } = derive(design);
    const removals = carved.back.filter((c) => c.by.kind === 'contour').map((c) => c.removal);
    const fields = fieldsOf({ ...carved.solid, front: [], back: removals }, COARSE_STEP);
    const deep = carved.bent.back.depth;
    const lines = depthLines(fields, fields.back, 2);
    expect(lines.map((l) => l.depth)).toEqual(expect.arrayContaining([2, 4, 6, 8]));
    for (const { depth, points } of lines)
      for (const p of points) expect(Math.abs(deep(p.x, p.y) - depth)).toBeLessThan(0.1);
  });
});
