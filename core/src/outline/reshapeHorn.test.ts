import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { designRefusals } from '../design/check.ts';
import { linkMirror } from '../design/mirrorEdits.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { distance } from '../geometry/point.ts';
import { reshapeDesign } from './reshapeDesign.ts';
import { HORN_KEYS, isHornKey } from './reshapeHorn.ts';
import { shapeMeasures } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';

const NAMES = ['windrow', 'skerry', 'fathom'] as const;
const of = (d: ReturnType<typeof demo>) => shapeMeasures(solveOutline(d.outline.nodes));

describe('a horn’s measurement', () => {
  it.each(NAMES.flatMap((name) => Object.keys(HORN_KEYS).map((key) => [name, key] as const)))(
    'of %s, %s, is had by itself: the other side does not move',
    (name, key) => {
      if (!isHornKey(key as never)) return;
      const design = demo(name);
      const before = of(design)[key as keyof typeof HORN_KEYS];
      if (before === undefined) return;
      const [side] = HORN_KEYS[key as keyof typeof HORN_KEYS];
      for (const by of [-6, -1, 2, 8]) {
        const made = reshapeDesign(design, key as keyof typeof HORN_KEYS, before + by);
        expect(made, `${by}`).toMatchObject({ ok: true });
        if (!made.ok) continue;
        expect(of(made.design)[key as keyof typeof HORN_KEYS]).toBeCloseTo(before + by, 2);
        design.outline.nodes.forEach((n, i) => {
          const now = made.design.outline.nodes[i]!;
          if (side === 'bass' ? n.y <= 0 : n.y >= 0) expect(distance(n, now)).toBe(0);
        });
        expect(designRefusals(made.design)).toEqual([]);
        expect(pathCrossings(solveOutline(made.design.outline.nodes)).crossings).toEqual([]);
        // What else moved is reported, and is no measurement of the other side.
        const other = side === 'bass' ? 'Treble' : 'Bass';
        for (const { key: also, by: moved } of made.also) {
          expect(also.endsWith(other)).toBe(false);
          expect(of(made.design)[also]! - of(design)[also]!).toBeCloseTo(moved, 9);
        }
      }
    },
  );
  it('holds all other measurements where that is wanted', () => {
    const design = demo('windrow');
    const before = of(design).hornReachBass!;
    const made = reshapeDesign(design, 'hornReachBass', before + 2, 'all measures');
    expect(made.ok && Math.max(0, ...made.also.map((m) => Math.abs(m.by)))).toBeLessThan(0.51);
  });
  it('changes both horns where the sides are linked', () => {
    const linked = linkMirror(demo('windrow'), 'bass');
    const before = of(linked).hornReachBass!;
    const made = reshapeDesign(linked, 'hornReachBass', before + 5);
    expect(made.ok && of(made.design).hornReachTreble).toBeCloseTo(before + 5, 1);
  });
});
