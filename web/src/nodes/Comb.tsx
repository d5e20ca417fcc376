import type { Point } from '@pelkin/core';
import { curvatureComb } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../board/BoardContext.ts';
import { toScreen } from '../board/view.ts';
import { useDerived } from './drawn.ts';

/** Comb: a tooth every so many mm, and the height, mm, of a tooth where the radius is 1 mm. */
const COMB_SPACING = 6;
const COMB_GAIN = 1500;
const COMB_LONGEST = 42;

export function Comb() {
  const { path } = useDerived();
  const { view, size, flip } = useBoardFrame();
  const runs = useMemo(() => curvatureComb(path, COMB_SPACING, COMB_GAIN, COMB_LONGEST), [path]);
  // In the board's own pixels: lines need no help there to keep their width.
  const drawn = useMemo(() => {
    const tenth = (n: number): number => Math.round(n * 10) / 10;
    const at = (p: Point): string => {
      const q = toScreen(view, size, flip, p);
      return `${tenth(q.x)} ${tenth(q.y)}`;
    };
    const teeth = runs.flat().map(({ foot, tip }) => `M${at(foot)}L${at(tip)}`);
    const edge = runs.map((run) => `M${run.map(({ tip }) => at(tip)).join('L')}`);
    return { teeth: teeth.join(''), edge: edge.join('') };
  }, [runs, view, size, flip]);
  return (
    <g pointerEvents="none" data-testid="comb">
      <path className="comb" d={drawn.teeth} />
      <path className="comb-edge" d={drawn.edge} />
    </g>
  );
}
