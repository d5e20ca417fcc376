import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import { addOnEdge } from '../outline/addOnEdge.ts';
import { largestMove, reducible } from '../outline/reduce.ts';
import { solveOutline } from '../outline/solve.ts';
import * as edits from './allEdits.ts';
import { designRefusals } from './check.ts';
import { newDesign } from './defaults.ts';
import { mirrorGap } from './mirrorEdits.ts';
import type { Design } from './schema.ts';

const linked = newDesign('Linked');
const windrow = pointed('windrow');
const at = (d: Design, id: string) => d.outline.nodes.find((n) => n.id === id)!;
const drifted = (d: Design): number => Math.max(0, ...d.outline.nodes.map((n) => mirrorGap(d, n.id)));

describe('linked nodes', () => {
  it('keep their twins in place through any row of edits', () => {
    const ids = linked.outline.nodes.map((n) => n.id);
    const id = fc.constantFrom(...ids);
    const mm = fc.double({ min: -15, max: 15, noNaN: true });
    const edit = fc.oneof(
      fc.record({ kind: fc.constant('move' as const), id, x: mm, y: mm }),
      fc.record({ kind: fc.constant('turn' as const), id, x: mm, y: mm }),
      fc.record({ kind: fc.constant('scale' as const), id, x: mm, y: mm }),
      fc.record({ kind: fc.constant('smooth' as const), id, x: mm, y: mm }),
      fc.record({ kind: fc.constant('handle' as const), id, x: mm, y: mm }),
      fc.record({ kind: fc.constant('add' as const), id, x: mm, y: mm }),
      fc.record({ kind: fc.constant('remove' as const), id, x: mm, y: mm }),
    );
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 8 }), (row) => {
        let d: Design = linked;
        for (const e of row) {
          const node = d.outline.nodes.find((n) => n.id === e.id);
          if (!node) continue;
          const several = [e.id, d.outline.nodes[0]!.id];
          if (e.kind === 'move') d = edits.moveNode(d, e.id, { x: node.x + e.x, y: node.y + e.y });
          else if (e.kind === 'turn') d = edits.turnNodes(d, several, { x: 0, y: 90 }, e.x / 50);
          else if (e.kind === 'scale')
            d = edits.scaleNodes(d, several, { x: 0, y: 60 }, 1 + e.x / 100, 1 + e.y / 100);
          else if (e.kind === 'smooth')
            d = edits.setNodeKind(d, [e.id], 'smooth', () => ({
              before: { x: -9, y: e.y },
              after: { x: 12, y: -e.y },
            }));
          else if (e.kind === 'handle' && node.kind !== 'fair')
            d = edits.setHandle(d, e.id, 'after', { x: 20 + e.x, y: e.y });
          else if (e.kind === 'add')
            d = edits.addNode(d, d.outline.nodes.indexOf(node), { x: node.x + e.x, y: node.y + e.y }).design;
          else if (e.kind === 'remove') d = edits.removeNodes(d, [e.id]);
        }
        const names = d.outline.nodes.map((n) => n.id);
        return (
          drifted(d) < 1e-9 &&
          new Set(names).size === names.length &&
          d.outline.mirror.flat().every((n) => names.includes(n))
        );
      }),
    );
  });
  it('mirror their handles the other way round', () => {
    const smooth = edits.setNodeKind(linked, ['n4'], 'smooth', () => ({
      before: { x: 20, y: 3 },
      after: { x: -30, y: -4.5 },
    }));
    const twin = at(smooth, edits.twinOf(smooth.outline, 'n4')!);
    expect(twin.kind).toBe('smooth');
    expect(twin.after!.x).toBeCloseTo(at(smooth, 'n4').before!.x, 12);
    expect(twin.after!.y).toBeCloseTo(-at(smooth, 'n4').before!.y, 12);
    expect(designRefusals(smooth)).toEqual([]);
  });
  it('on the centre line stay on it', () => {
    const tail = linked.outline.mirror.find(([a, b]) => a === b)![0];
    expect(at(edits.moveNode(linked, tail, { x: -200, y: 30 }), tail)).toMatchObject({ x: -200, y: 0 });
  });
  it('go their own ways when the link is cut', () => {
    const cut = edits.cutMirror(linked, ['n4']);
    const twin = edits.twinOf(linked.outline, 'n4')!;
    const moved = edits.moveNode(cut, 'n4', { x: 1, y: 2 });
    expect(at(moved, twin)).toEqual(at(linked, twin));
    expect(
      edits
        .moveNode(edits.cutMirror(linked), 'n3', { x: 1, y: 2 })
        .outline.nodes.filter((n, i) => n !== linked.outline.nodes[i]),
    ).toHaveLength(1);
  });
});

describe('making a mirror link', () => {
  it.each(['bass', 'treble'] as const)('draws the other side of the demo from its %s side', (side) => {
    const both = edits.linkMirror(windrow, side);
    expect(drifted(both)).toBeLessThan(1e-9);
    expect(designRefusals(both)).toEqual([]);
    const kept = (d: Design) =>
      d.outline.nodes.filter((n) => (side === 'bass' ? n.y > 0.5 : n.y < -0.5)).map((n) => [n.id, n.x, n.y]);
    expect(kept(both).sort()).toEqual(kept(windrow).sort());
    // The way round the body is the same as before.
    const area = (d: Design): number =>
      d.outline.nodes.reduce(
        (sum, p, i, all) => sum + p.x * all[(i + 1) % all.length]!.y - p.y * all[(i + 1) % all.length]!.x,
        0,
      );
    expect(Math.sign(area(both))).toBe(Math.sign(area(windrow)));
    const moved = edits.moveNode(both, kept(both)[2]![0] as string, {
      x: 40,
      y: side === 'bass' ? 140 : -140,
    });
    expect(drifted(moved)).toBeLessThan(1e-9);
  });
  it('from the tail to a node leaves the rest of the other side as it was', () => {
    const upTo = windrow.outline.nodes.find((n) => n.y > 100 && n.x > 60 && n.x < 160)!;
    const part = edits.linkMirror(windrow, 'bass', upTo.id);
    expect(designRefusals(part)).toEqual([]);
    expect(drifted(part)).toBeLessThan(1e-9);
    expect(part.outline.mirror.length).toBeGreaterThan(3);
    const horn = windrow.outline.nodes.find((n) => n.y < -100 && n.x > 280)!;
    expect(at(part, horn.id)).toEqual(horn);
    expect(edits.linkMirror(windrow, 'treble', upTo.id)).toBe(windrow);
  });
  it('from the neck to a node leaves the tail of the other side as it was', () => {
    const upTo = windrow.outline.nodes.find((n) => n.y > 100 && n.x > 60 && n.x < 160)!;
    const part = edits.linkMirror(windrow, 'bass', upTo.id, 'neck');
    expect(designRefusals(part)).toEqual([]);
    expect(drifted(part)).toBeLessThan(1e-9);
    const tail = windrow.outline.nodes.filter((n) => n.y < -20 && n.x < -40);
    expect(tail.length).toBeGreaterThan(0);
    for (const node of tail) expect(at(part, node.id)).toEqual(node);
    // The horn is the image of the other.
    const horn = part.outline.nodes.reduce((a, b) => (b.y > 50 && b.x > a.x ? b : a));
    expect(part.outline.nodes.some((n) => n.x === horn.x && n.y === -horn.y)).toBe(true);
    // From both ends to one node the whole is linked.
    const whole = edits.linkMirror(part, 'bass', upTo.id, 'tail');
    expect(drifted(whole)).toBeLessThan(1e-9);
    expect(
      whole.outline.nodes.every((n) => n.y === 0 || whole.outline.mirror.some((m) => m.includes(n.id))),
    ).toBe(true);
  });
  it('again after a cut gives the link back', () => {
    const again = edits.linkMirror(edits.cutMirror(linked), 'bass');
    expect(again.outline.nodes).toEqual(linked.outline.nodes);
    expect(again.outline.mirror.map((p) => [...p].sort().join()).sort()).toEqual(
      linked.outline.mirror.map((p) => [...p].sort().join()).sort(),
    );
  });
  it('leaves an outline beside the centre line alone', () => {
    const beside = edits.moveNodes(
      edits.cutMirror(windrow),
      windrow.outline.nodes.map((n) => n.id),
      { x: 0, y: 400 },
    );
    expect(edits.linkMirror(beside, 'bass')).toBe(beside);
  });
});

describe('several nodes', () => {
  const ids = ['n3', 'n4', 'n5'];
  const loose = edits.cutMirror(windrow);
  it('move, turn back and forth, and grow and shrink to where they were', () => {
    const there = edits.moveNodes(loose, ids, { x: 12.5, y: -3 });
    expect(at(there, 'n4').x).toBeCloseTo(at(loose, 'n4').x + 12.5, 9);
    expect(edits.moveNodes(there, ids, { x: -12.5, y: 3 }).outline.nodes).toEqual(loose.outline.nodes);
    const turned = edits.turnNodes(
      edits.turnNodes(loose, ids, { x: 50, y: 80 }, 0.7),
      ids,
      { x: 50, y: 80 },
      -0.7,
    );
    const grown = edits.scaleNodes(
      edits.scaleNodes(loose, ids, { x: 9, y: 9 }, 2, 0.5),
      ids,
      { x: 9, y: 9 },
      0.5,
      2,
    );
    for (const d of [turned, grown])
      for (const id of ids)
        expect(Math.hypot(at(d, id).x - at(loose, id).x, at(d, id).y - at(loose, id).y)).toBeLessThan(0.001);
  });
  it('come into one line', () => {
    const aligned = edits.alignNodes(loose, ids, 'y');
    expect(new Set(ids.map((id) => at(aligned, id).y)).size).toBe(1);
    expect(at(aligned, 'n3').x).toBe(at(loose, 'n3').x);
    expect(edits.alignNodes(loose, ['n3'], 'y')).toBe(loose);
  });
});

describe('a copied stretch', () => {
  const run = edits.runBetween(windrow.outline.nodes, 'n8', 'n11');
  it('laid back between its own ends is what it was', () => {
    const again = edits.layStretch(windrow, run, 'n8', 'n11', false);
    const places = (d: Design) => d.outline.nodes.map((n) => [n.x.toFixed(3), n.y.toFixed(3)].join());
    expect(places(again)).toEqual(places(windrow));
  });
  it('meets the two nodes it is laid between, turned and sized', () => {
    const laid = edits.layStretch(windrow, run, 'n13', 'n16', true);
    expect(designRefusals(laid)).toEqual([]);
    const placed = edits.runBetween(laid.outline.nodes, 'n13', 'n16');
    expect(placed).toHaveLength(run.length);
    const d = (list: readonly { x: number; y: number }[], i: number, j: number) =>
      Math.hypot(list[i]!.x - list[j]!.x, list[i]!.y - list[j]!.y);
    const mirrored = [...run].reverse();
    // Shape kept: every distance in one proportion.
    const k = d(placed, 0, 3) / d(mirrored, 0, 3);
    for (const [i, j] of [
      [0, 1],
      [1, 2],
      [1, 3],
    ] as const)
      expect(d(placed, i, j) / d(mirrored, i, j)).toBeCloseTo(k, 3);
  });
  it('too short to lay changes nothing', () =>
    expect(edits.layStretch(windrow, run.slice(0, 2), 'n13', 'n16', false)).toBe(windrow));
});

describe('nodes and the edge', () => {
  it.each(['windrow', 'skerry', 'fathom'] as const)(
    'added on the edge of %s leave it where it is',
    (name) => {
      const design = demo(name);
      const before = solveOutline(design.outline.nodes);
      before.forEach((_, i) => {
        for (const t of [0.2, 0.5, 0.85]) {
          const more = addOnEdge(design, i, t).design;
          expect(designRefusals(more)).toEqual([]);
          expect(largestMove(before, solveOutline(more.outline.nodes)), `segment ${i}`).toBeLessThan(1e-4);
        }
      });
    },
  );
  it('added one after another, on linked sides too, leave it where it is', () => {
    for (const design of [windrow, linked]) {
      let d = design;
      for (const [segment, t] of [
        [3, 0.4],
        [9, 0.7],
        [4, 0.5],
        [12, 0.3],
      ] as const)
        d = addOnEdge(d, segment, t).design;
      const before = solveOutline(design.outline.nodes);
      expect(largestMove(before, solveOutline(d.outline.nodes))).toBeLessThan(1e-4);
      expect(drifted(d)).toBeLessThan(1e-9);
      // A small move afterwards moves the edge a little, not in a jump.
      const moved = edits.moveNodes(d, ['n6'], { x: 0.1, y: 0 });
      expect(largestMove(before, solveOutline(moved.outline.nodes))).toBeLessThan(0.3);
    }
  });
  it('added and then reduced are the ones that go', () => {
    const { design: more, id } = addOnEdge(windrow, 8, 0.5);
    const { ids } = reducible(more.outline, 0.5);
    expect(ids).toContain(id);
  });
  it('reduced move the edge by no more than was allowed', () => {
    for (const tolerance of [0.05, 0.3, 1]) {
      const { ids, moved } = reducible(windrow.outline, tolerance);
      const less = edits.removeNodes(windrow, ids);
      const off = largestMove(solveOutline(windrow.outline.nodes), solveOutline(less.outline.nodes));
      expect(off).toBeLessThanOrEqual(tolerance);
      expect(moved).toBeCloseTo(off, 9);
    }
  });
  it('made smooth keep the edge’s direction; a handle pulled turns the other', () => {
    const path = solveOutline(windrow.outline.nodes);
    const i = windrow.outline.nodes.findIndex((n) => n.id === 'n8');
    const handles = () => ({
      before: { x: path[i - 1]!.p2.x - path[i - 1]!.p3.x, y: path[i - 1]!.p2.y - path[i - 1]!.p3.y },
      after: { x: path[i]!.p1.x - path[i]!.p0.x, y: path[i]!.p1.y - path[i]!.p0.y },
    });
    const smooth = edits.setNodeKind(windrow, ['n8'], 'smooth', handles);
    expect(designRefusals(smooth)).toEqual([]);
    expect(largestMove(path, solveOutline(smooth.outline.nodes))).toBeLessThan(0.1);
    const pulled = edits.setHandle(smooth, 'n8', 'after', { x: -10, y: 20 });
    const { before, after } = at(pulled, 'n8');
    expect(before!.x * after!.y - before!.y * after!.x).toBeCloseTo(0, 9);
    expect(Math.hypot(before!.x, before!.y)).toBeCloseTo(
      Math.hypot(handles().before.x, handles().before.y),
      6,
    );
    expect(edits.setHandle(pulled, 'n8', 'before', null)).toEqual(pulled);
  });
});
