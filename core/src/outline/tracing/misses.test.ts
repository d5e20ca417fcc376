import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { flattenPath } from '../../geometry/closedPath.ts';
import { distance } from '../../geometry/point.ts';
import { solveOutline } from '../solve.ts';
import { follows, missesOf } from './misses.ts';

const { nodes } = demo('windrow').outline;
const edge = flattenPath(solveOutline(nodes), 0.05);

describe('an outline of a traced edge', () => {
  it('that follows it misses nowhere', () => expect(missesOf(edge, nodes, 0.3)).toEqual([]));
  it('that leaves it shows where, one place for each stretch, the worst first', () => {
    const moved = nodes.map((n) =>
      n.id === 'n4' ? { ...n, y: n.y + 9 } : n.id === 'n13' ? { ...n, x: n.x - 4 } : n,
    );
    const misses = missesOf(edge, moved, 0.3);
    expect(misses.length).toBeGreaterThanOrEqual(2);
    expect(misses.map((m) => m.by)).toEqual([...misses.map((m) => m.by)].sort((a, b) => b - a));
    const n4 = nodes.find((n) => n.id === 'n4')!;
    expect(Math.min(...misses.map((m) => distance(m.at, n4)))).toBeLessThan(40);
    expect(misses[0]!.by).toBeLessThan(10);
  });
  it('is one within its tolerance alone', () => {
    expect(follows(0.31, 0.3)).toBe(true);
    expect(follows(257, 0.3)).toBe(false);
  });
});
