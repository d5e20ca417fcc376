import { describe, expect, it } from 'vitest';
import { demo, hits, limited, withNodes } from '../../../tests/findings.ts';
import { newDesign } from '../../design/defaults.ts';
import { sidesDrifted } from './sidesDrifted.ts';

describe('sides that drifted apart', () => {
  const even = newDesign('Even');
  it('are found where a node is off its twin’s image, linked or not', () => {
    const { mirror, nodes } = even.outline;
    const off = nodes.map((n) => (n.id === 'n4' ? { ...n, y: n.y + 0.8 } : n));
    for (const links of [mirror, []]) {
      const found = hits(sidesDrifted, { ...even, outline: { nodes: off, mirror: links } });
      expect(found).toHaveLength(1);
      expect(found[0]!.subject).toBe('n4');
      expect(found[0]!.measured).toBeCloseTo(0.8, 9);
    }
  });
  it('are not found where they are one another’s image, or clearly meant apart', () => {
    expect(hits(sidesDrifted, even)).toEqual([]);
    expect(
      hits(
        sidesDrifted,
        withNodes(even, (n) => (n.y > 0 ? { ...n, x: n.x + 9 } : n)),
      ),
    ).toEqual([]);
    for (const name of ['windrow', 'skerry', 'fathom'] as const)
      expect(hits(sidesDrifted, demo(name))).toEqual([]);
  });
  it('are not found where one node of an uneven body happens to lie near another’s image', () => {
    const windrow = demo('windrow');
    const at = windrow.outline.nodes.findIndex((n) => n.y < -100);
    const bass = windrow.outline.nodes.find((n) => n.y > 100)!;
    const chance = withNodes(windrow, (n, i) => (i === at ? { ...n, x: bass.x + 1, y: -bass.y } : n));
    expect(hits(sidesDrifted, chance)).toEqual([]);
  });
  it('keep to the user’s limit', () => {
    const off = withNodes(even, (n) => (n.id === 'n4' ? { ...n, y: n.y + 0.8 } : n));
    expect(hits(sidesDrifted, limited(off, 'mirrorDrift', 1))).toEqual([]);
  });
});
