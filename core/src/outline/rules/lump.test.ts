import { describe, expect, it } from 'vitest';
import { demo, hits, limited, pointed, withNodes } from '../../../tests/findings.ts';
import { addNode } from '../../design/nodeEdits.ts';
import type { Design } from '../../design/schema.ts';
import { cubicAt, cubicFirst } from '../../geometry/cubic.ts';
import { solveOutline } from '../../outline/solve.ts';
import { lump } from './lump.ts';

/** Three nodes put close together on a smooth stretch, the middle one lifted off the edge. */
function lumpy(design: Design, segment: number, lift: number): Design {
  const c = solveOutline(design.outline.nodes)[segment]!;
  let next = design;
  for (const t of [0.65, 0.5, 0.35]) {
    const at = cubicAt(c, t);
    const way = cubicFirst(c, t);
    const k = t === 0.5 ? lift / Math.hypot(way.x, way.y) : 0;
    next = addNode(next, segment, { x: at.x - way.y * k, y: at.y + way.x * k }).design;
  }
  return next;
}

describe('a lump', () => {
  it.each(['windrow', 'skerry', 'fathom'] as const)('is not found in %s', (name) =>
    expect(hits(lump, demo(name))).toEqual([]),
  );
  it.each([
    ['windrow', 8, 0.6],
    ['windrow', 9, -0.6],
    ['skerry', 14, 0.8],
    ['fathom', 5, 0.7],
  ] as const)('is found in %s, segment %i lifted by %f mm', (name, segment, lift) => {
    const design = lumpy(pointed(name), segment, lift);
    const found = hits(lump, design);
    expect(found.length).toBeGreaterThan(0);
    expect(found[0]!.measured).toBeGreaterThan(Math.abs(lift) / 3);
    expect(found[0]!.measured).toBeLessThan(Math.abs(lift) * 2.5);
    const middle = design.outline.nodes[segment + 2]!;
    expect(Math.hypot(found[0]!.where!.x - middle.x, found[0]!.where!.y - middle.y)).toBeLessThan(30);
  });
  it('is let be where it is lower than the user’s limit', () => {
    const design = lumpy(demo('windrow'), 8, 0.5);
    expect(hits(lump, limited(design, 'lumpHeight', 2))).toEqual([]);
  });
  it('is no fault of a body moved or mirrored', () => {
    const moved = withNodes(demo('windrow'), (n) => ({ ...n, x: n.x + 11.7, y: -n.y }));
    expect(hits(lump, moved)).toEqual([]);
  });
});
