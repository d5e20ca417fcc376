import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { forearmEdge } from '../../balance/playerFit.ts';
import { createDeriver } from '../../derived/derive.ts';
import * as edits from '../../design/allEdits.ts';
import type { Contour, Design } from '../../design/schema.ts';
import { alikeTogether } from '../../findings/alike.ts';
import type { Finding } from '../../findings/finding.ts';
import { RULES } from '../../findings/rules.ts';
import { findAll, severityOf } from '../../findings/run.ts';
import { wordsOfFinding } from '../../findings/words.ts';
import { SHELF, specOf } from '../../parts/shelf.ts';
import { crossSection } from '../../shape/section.ts';
import { runCover } from '../wiring.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const found = (design: Design, rule: string) =>
  findAll(design, derive(design)).filter((f) => f.rule === rule);
const shelf = (key: string) => specOf(SHELF.find((p) => p.key === key)!);
const ruleOf = (id: string) => RULES.find((r) => r.id === id)!;

describe('a drilled run', () => {
  it('of two openings near one another is in the wood between them, however short', () => {
    const box = (x: number) => ({
      ...{ name: 'Box', face: 'back' as const, at: { x, y: 60 }, turn: 0 },
      steps: [edits.plainStep('box', { kind: 'rect', long: 40, wide: 40, radius: 3 }, 30)],
    });
    const bare: Design = { ...windrow, parts: [], openings: [], runs: [] };
    // 9 mm of wood between two boxes; a 12 mm bit is never further than 9 from what it joins.
    const two = edits.addOpening(edits.addOpening(bare, box(-60)).design, box(-11)).design;
    const run = {
      ...{ id: 'r1', name: 'Between', diameter: 12 },
      from: { x: -60, y: 60, z: -30 },
      to: { x: -11, y: 60, z: -30 },
    };
    const design = { ...two, runs: [run] };
    const cover = runCover(run, derive(design).layout);
    expect(cover.least).toBeCloseTo(windrow.body.thickness - 30 - 6, 6);
    const joined = { ...run, from: { ...run.from, x: -40 }, to: { ...run.to, x: -45 } };
    expect(runCover(joined, derive({ ...two, runs: [joined] }).layout).least).toBeNull();
  });
});

describe('a section', () => {
  it('shows a round bore square to it as a circle of its own size, along it as its own length', () => {
    const run = {
      ...{ id: 'r1', name: 'Run', diameter: 8 },
      from: { x: 20, y: 100, z: -20 },
      to: { x: 20, y: 20, z: -20 },
    };
    const design: Design = { ...windrow, parts: [], openings: [], runs: [run] };
    const { carved, layout } = derive(design);
    const extent = (a: { x: number; y: number }, b: { x: number; y: number }) => {
      const [hole] = crossSection(carved, layout, a, b).bores;
      const [along, z] = [hole!.outline.map((p) => p[0]), hole!.outline.map((p) => p[1])];
      return [Math.max(...along) - Math.min(...along), Math.max(...z) - Math.min(...z)];
    };
    const [wide, high] = extent({ x: -200, y: 60 }, { x: 300, y: 60 });
    expect(wide).toBeCloseTo(8, 1);
    expect(high).toBeCloseTo(8, 1);
    const [long, tall] = extent({ x: 20, y: -220 }, { x: 20, y: 220 });
    expect(long).toBeGreaterThan(79);
    expect(long).toBeLessThan(81);
    expect(tall).toBeCloseTo(8, 1);
    // Sloping down by 45° it is an ellipse, taller than it is wide.
    const steep = { ...run, from: { x: 20, y: 60, z: -4 }, to: { x: 20, y: 30, z: -34 } };
    const sloped = derive({ ...design, runs: [steep] });
    const [hole] = crossSection(sloped.carved, sloped.layout, { x: -200, y: 45 }, { x: 300, y: 45 }).bores;
    const z = hole!.outline.map((p) => p[1]);
    expect(Math.max(...z) - Math.min(...z)).toBeCloseTo(8 * Math.SQRT2, 1);
  });
});

describe('a carve over an opening of its own face', () => {
  const cavity = windrow.openings.find((o) => o.face === 'back')!;
  const belly = (y: number): Contour => ({
    ...{ id: 'c9', name: 'Belly cut', kind: 'belly', face: 'back' },
    line: [
      { x: 300, y },
      { x: -300, y },
    ],
    ...{ form: 'flat', soft: 0 },
    depth: { by: 'angle', angle: 6 },
  });
  it('is a stop for the cavity and for its cover’s ledge, and none beside them', () => {
    const carved = (y: number): Design => ({
      ...windrow,
      body: { ...windrow.body, contours: [belly(y)] },
    });
    const into = found(carved(cavity.at.y + 10), 'carve-over-opening');
    expect(into.map((f) => f.severity)).toContain('stop');
    expect(into.some((f) => /ledge/.test(f.about))).toBe(true);
    expect(into.every((f) => f.measured! > 0.3)).toBe(true);
    expect(found(carved(-400), 'carve-over-opening')).toEqual([]);
  });
});

describe('a pocket and the body’s edge', () => {
  it('that a new scale takes apart are found', () => {
    expect(found(windrow, 'pocket-off-edge')).toEqual([]);
    const longer: Design = { ...windrow, strings: { ...windrow.strings, scaleLength: 680 } };
    const [past] = found(longer, 'pocket-off-edge');
    const { stringPlan, measures } = derive(longer);
    expect(past!.measured).toBeCloseTo(stringPlan.jointX - measures.neck!.heelX!, 6);
    expect(past!.severity).toBe('stop');
    const shorter: Design = { ...windrow, strings: { ...windrow.strings, scaleLength: 560 } };
    expect(found(shorter, 'pocket-off-edge')[0]!.about).toContain('inside the body');
  });
});

describe('saddles for one string', () => {
  it('serve one string each; the others are named', () => {
    const bare = { ...windrow, parts: windrow.parts.filter((p) => !p.spec.kind.startsWith('bridge')) };
    const y = derive(bare).stringPlan.lines.map((l) => l.saddle.y);
    const on = (count: number): Design =>
      y
        .slice(0, count)
        .reduce<Design>(
          (d, at) => edits.addPart(d, shelf('bridge-single'), 'front', { x: 12, y: at }).design,
          bare,
        );
    expect(found(on(1), 'string-no-saddle').map((f) => f.about)).toEqual(['strings 1 to 5']);
    expect(found(on(1), 'saddle-travel').every((f) => f.subject.endsWith('string 6'))).toBe(true);
    expect(found(on(5), 'string-no-saddle').map((f) => f.about)).toEqual(['string 1']);
    expect(found(on(6), 'string-no-saddle')).toEqual([]);
    expect(found(windrow, 'string-no-saddle')).toEqual([]);
  });
});

describe('severity and lists', () => {
  it('a recommendation missed by little is a look, by much or down to nothing a stop', () => {
    const wall = ruleOf('wall-thin');
    expect(severityOf(wall, 11.4, 12)).toBe('look');
    expect(severityOf(wall, 6, 12)).toBe('stop');
    expect(severityOf(ruleOf('floor-thin'), 3.4, 4)).toBe('look');
    expect(severityOf(ruleOf('floor-thin'), 0, 4)).toBe('stop');
    expect(severityOf(ruleOf('under-strings'), -0.1, 1.2)).toBe('stop');
    // What its user may not set is no recommendation.
    expect(severityOf(ruleOf('parts-meet'), null, null)).toBe('stop');
  });
  it('findings that read the same of one thing are one line', () => {
    const long = windrow.parts.find((p) => p.spec.kind === 'bridge-plate')!;
    const design = edits.measurePart(windrow, long.id, 'screwLength', 43);
    const tips = found(design, 'screw-through');
    expect(tips.length).toBeGreaterThan(2);
    expect(alikeTogether(tips)).toHaveLength(1);
    const other = { ...tips[0]!, measured: tips[0]!.measured! + 1 };
    expect(alikeTogether([...tips, other])).toHaveLength(2);
  });
  it('what a figure below zero means is told where there is one; no mark is left of a name', () => {
    const says = (measured: number): string =>
      wordsOfFinding(
        {
          ...{ rule: 'under-strings', severity: 'stop', stage: 'layout', subject: 'p1' },
          ...{ about: 'Pickup', where: null, measured, limit: 1.2, unit: 'mm', mend: null },
        } as Finding,
        'mm',
      ).says;
    expect(says(0.79)).not.toContain('below zero');
    expect(says(-0.79)).toContain('below zero');
    for (const name of ['windrow', 'skerry', 'fathom'] as const)
      for (const f of findAll(demo(name), derive(demo(name)))) expect(f.about).not.toMatch(/,$| stands?$/);
  });
});

it('a bevel under the forearm is no sharp edge, a square edge is one', () => {
  const radius = (design: Design): number => {
    const { carved, layout, measures } = derive(design);
    return forearmEdge(carved, layout, measures)!.radius;
  };
  const rounded: Design = {
    ...windrow,
    body: {
      ...windrow.body,
      contours: [],
      edges: {
        ...windrow.body.edges,
        front: { ...windrow.body.edges.front, profile: { kind: 'round', radius: 5 }, stretches: [] },
      },
    },
  };
  const { x, y } = derive(windrow).measures.bass.lowerBout!;
  const bevelled: Design = {
    ...rounded,
    body: {
      ...rounded.body,
      contours: [
        {
          ...{ id: 'c1', name: 'Forearm', kind: 'forearm', face: 'front', form: 'flat', soft: 5 },
          line: [
            { x: x + 150, y: y - 40 },
            { x: x - 150, y: y - 40 },
          ],
          depth: { by: 'drop', drop: 12 },
        } as Contour,
      ],
    },
  };
  const turned: Design = {
    ...bevelled,
    body: {
      ...bevelled.body,
      contours: bevelled.body.contours.map((c) => ({ ...c, line: [...c.line].reverse() })),
    },
  };
  const carved = [bevelled, turned].find((d) => derive(d).carved.bent.front.depth(x, y - 1) > 2)!;
  const square: Design = {
    ...rounded,
    body: {
      ...rounded.body,
      edges: {
        ...rounded.body.edges,
        front: { ...rounded.body.edges.front, profile: { kind: 'square' } },
      },
    },
  };
  expect(Math.abs(radius(rounded) - 5)).toBeLessThan(1);
  expect(radius(carved)).toBeGreaterThan(5);
  expect(radius(square)).toBe(0);
});
