import { describe, expect, it } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import { designRefusals } from '../design/check.ts';
import { setOutline } from '../design/nodeEdits.ts';
import type { OutlineNode } from '../design/schema.ts';
import { flattenPath, nearestOnPath } from '../geometry/closedPath.ts';
import { cubicAt, cubicCurvature, cubicFirst } from '../geometry/cubic.ts';
import { distance } from '../geometry/point.ts';
import { createDeriver } from '../derived/derive.ts';
import { artworkCrosses, artworkSheet } from '../templates/artwork.ts';
import { CURVE_TEMPLATES, snapToTemplate, templateEdge } from './curveTemplates.ts';
import { turnAt } from './hollow.ts';
import { matchOtherSide, smoothJoin } from './smoothJoin.ts';
import { solveOutline } from './solve.ts';
import { mapBy } from './tracing/homography.ts';
import { noBow } from './tracing/lens.ts';
import { uprightOf } from './tracing/rectify.ts';

const windrow = pointed('windrow');
const plate = setOutline(windrow, {
  nodes: (
    [
      [200, 100],
      [-200, 100],
      [-200, -100],
      [200, -100],
    ] as const
  ).map(([x, y], i): OutlineNode => ({ id: `n${i + 1}`, x, y, kind: 'corner' })),
  mirror: [],
});

describe('a smooth join', () => {
  it('rounds a corner of a plate: straight sides stay, the edge is tangent where it leaves them', () => {
    const made = smoothJoin(plate, 'n1', 30);
    expect(designRefusals(made)).toEqual([]);
    const path = solveOutline(made.outline.nodes);
    expect(path.length).toBe(6);
    path.forEach((_, i) => {
      const node = made.outline.nodes[i]!;
      if (node.kind !== 'corner') expect(Math.abs(turnAt(path, i))).toBeLessThan(1e-3);
    });
    for (const p of flattenPath(path, 0.01)) {
      const inside = p.x < 170 - 1e-3 || p.y < 70 - 1e-3;
      if (inside && p.y > 99) expect(Math.abs(p.y - 100)).toBeLessThan(1e-3);
      expect(p.x).toBeLessThan(200.001);
      expect(p.y).toBeLessThan(100.001);
    }
    // A rounding between the arc that fits and the corner itself.
    const corner = nearestOnPath(path, { x: 200, y: 100 })!.distance;
    expect(corner).toBeGreaterThan(5);
    expect(corner).toBeLessThan(16);
  });
  it('goes on with the bend of fair arms, and takes less where an arm is short', () => {
    const id = windrow.outline.nodes.find((n) => n.kind === 'corner' && n.x > 300)!.id;
    const made = smoothJoin(windrow, id, 25);
    expect(designRefusals(made)).toEqual([]);
    const path = solveOutline(made.outline.nodes);
    made.outline.nodes.forEach((node, i) => {
      if (node.kind !== 'fair') return;
      const before = path[(i + path.length - 1) % path.length]!;
      expect(cubicCurvature(before, 1)! - cubicCurvature(path[i]!, 0)!).toBeCloseTo(0, 6);
    });
    expect(smoothJoin(plate, 'n1', 1e6).outline.nodes).toHaveLength(6);
  });
  it('leaves what is no corner', () => {
    const fair = windrow.outline.nodes.find((n) => n.kind === 'fair')!.id;
    expect(smoothJoin(windrow, fair, 20)).toBe(windrow);
    expect(smoothJoin(windrow, 'gone', 20)).toBe(windrow);
  });
});

describe('matching the other side', () => {
  it('puts nodes on the mirror image of the other edge, and only them', () => {
    const skerry = demo('skerry');
    const ids = skerry.outline.nodes
      .filter((n) => n.y > 60 && n.x < 200 && n.kind === 'fair')
      .map((n) => n.id);
    const made = matchOtherSide(skerry, ids);
    const other = solveOutline(skerry.outline.nodes).map(({ p0, p1, p2, p3 }) => ({
      p0: { x: p0.x, y: -p0.y },
      p1: { x: p1.x, y: -p1.y },
      p2: { x: p2.x, y: -p2.y },
      p3: { x: p3.x, y: -p3.y },
    }));
    made.outline.nodes.forEach((node, i) => {
      if (ids.includes(node.id)) expect(nearestOnPath(other, node)!.distance).toBeLessThan(1e-3);
      else expect(node).toEqual(skerry.outline.nodes[i]);
    });
    expect(designRefusals(made)).toEqual([]);
  });
});

describe('curve templates', () => {
  it.each(CURVE_TEMPLATES.map((t) => [t.key, t] as const))('%s tightens evenly from end to end', (_, t) => {
    const edge = templateEdge(t, { at: { x: 10, y: 20 }, turn: 0.4, flipped: false });
    const long = edge.slice(1).reduce((s, p, i) => s + distance(p, edge[i]!), 0);
    expect(long).toBeCloseTo(t.length, 1);
    const radius = (i: number): number => {
      const [a, b, c] = [edge[i - 1]!, edge[i]!, edge[i + 1]!];
      const area = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
      return (distance(a, b) * distance(b, c) * distance(c, a)) / (2 * area);
    };
    expect(radius(1) / t.slack).toBeCloseTo(1, 0);
    expect(radius(edge.length - 2) / t.tight).toBeCloseTo(1, 0);
    for (let i = 2; i < edge.length - 1; i += 1) expect(radius(i)).toBeLessThan(radius(i - 1) + 1e-3);
    // Half-way along, it lies where it was laid and runs as it was turned.
    const half = Math.round((edge.length - 1) / 2);
    expect(distance(edge[half]!, { x: 10, y: 20 })).toBeLessThan(1e-9);
    const [p, q] = [edge[half - 1]!, edge[half + 1]!];
    expect(Math.atan2(q.y - p.y, q.x - p.x)).toBeCloseTo(0.4, 2);
  });
  it('a stretch snaps to one that lies against it, and not to one far off', () => {
    const { nodes } = plate.outline;
    const long = setOutline(plate, {
      nodes: [
        nodes[0]!,
        { id: 'a', x: 60, y: 97, kind: 'fair' },
        { id: 'm', x: 10, y: 104, kind: 'fair' },
        { id: 'b', x: -60, y: 97, kind: 'fair' },
        ...nodes.slice(1),
      ],
    });
    const edge = templateEdge(CURVE_TEMPLATES[2]!, { at: { x: 0, y: 103 }, turn: 0, flipped: true });
    const made = snapToTemplate(long, 'a', 'b', edge)!;
    expect(designRefusals(made)).toEqual([]);
    expect(made.outline.nodes.some((n) => n.id === 'm')).toBe(false);
    const path = solveOutline(made.outline.nodes);
    const from = made.outline.nodes.findIndex((n) => n.id === 'a');
    const to = made.outline.nodes.findIndex((n) => n.id === 'b');
    for (let i = from; i < to; i += 1)
      for (const t of [0, 0.25, 0.5, 0.75]) {
        const p = cubicAt(path[i]!, t);
        expect(Math.min(...edge.map((q) => distance(p, q)))).toBeLessThan(0.55);
      }
    expect(cubicFirst(path[from]!, 0)).toBeDefined();
    expect(
      snapToTemplate(
        long,
        'a',
        'b',
        edge.map((p) => ({ x: p.x, y: p.y + 60 })),
      ),
    ).toBeNull();
    expect(snapToTemplate(long, 'a', 'a', edge)).toBeNull();
  });
});

describe('the artwork sheet', () => {
  const derive = createDeriver();
  it('scanned at an angle, is laid back at full size by its four crosses', () => {
    const { sheet, crosses, scale } = artworkSheet(windrow, derive(windrow), 'a4');
    // The scan: 8 pixels to a mm of paper, turned a little, y down.
    const [c, s] = [Math.cos(0.05), Math.sin(0.05)];
    const scan = (p: { x: number; y: number }) => ({
      x: 300 + 8 * (c * p.x - s * (sheet.size.height - p.y)),
      y: 200 + 8 * (s * p.x + c * (sheet.size.height - p.y)),
    });
    const onPaper = sheet.drawing
      .filter((m) => m.id.startsWith('cross') && m.id.endsWith('along'))
      .map((m) => (m.kind === 'path' ? { x: (m.start.x + m.steps[0]!.to.x) / 2, y: m.start.y } : m.at));
    const upright = uprightOf(
      onPaper.map((p, i) => ({ pixel: scan(p), truth: crosses[i]! })),
      3200,
      2400,
      noBow(3200, 2400),
    )!;
    const outline = sheet.drawing.find((m) => m.id === 'artwork-outline')!;
    const path = derive(windrow).path;
    for (const step of outline.kind === 'path' ? outline.steps : []) {
      const seen = scan(step.to);
      const truth = path.reduce((a, b) =>
        distance(mapBy(upright.toPhoto, b.p3), seen) < distance(mapBy(upright.toPhoto, a.p3), seen) ? b : a,
      );
      expect(distance(mapBy(upright.toPhoto, truth.p3), seen)).toBeLessThan(1e-3);
    }
    expect(scale).toBeLessThan(1);
  });
  it.each([
    ['windrow', 'a4', 'right'],
    ['skerry', 'letter', 'right'],
    ['fathom', 'a3', 'left'],
  ] as const)(
    '%s on %s, %s-handed, lies within the page at the scale it tells',
    (name, paper, handedness) => {
      const design = { ...demo(name), handedness };
      const derived = derive(design);
      const { sheet, scale, crosses } = artworkSheet(design, derived, paper);
      const ends = sheet.drawing.flatMap((m) =>
        m.kind === 'path' ? [m.start, ...m.steps.map((s) => s.to)] : [],
      );
      for (const p of ends) {
        expect(p.x).toBeGreaterThan(9);
        expect(p.x).toBeLessThan(sheet.size.width - 9);
        expect(p.y).toBeGreaterThan(9);
        expect(p.y).toBeLessThan(sheet.size.height - 9);
      }
      const outline = sheet.drawing.find((m) => m.id === 'artwork-outline')!;
      const xs = outline.kind === 'path' ? outline.steps.map((s) => s.to.x) : [];
      const nodes = derived.path.map((c) => c.p3.x);
      expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(
        (Math.max(...nodes) - Math.min(...nodes)) * scale,
        6,
      );
      expect(crosses).toEqual(artworkCrosses(derived.measures.box));
      const words = sheet.guides[0]!;
      expect(words.kind === 'text' && words.text).toContain(`1 : ${(1 / scale).toFixed(3)}`);
    },
  );
});
