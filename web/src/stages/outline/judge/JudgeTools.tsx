import type { Box, Point } from '@pelkin/core';
import { ratioFigure } from '@pelkin/core';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { OutlineGhost } from '../../../board/OutlineGhost.tsx';
import { usePicked } from '../../../design/derived.ts';
import { useOverlay } from './overlay.ts';
import { useToolShares } from './Tools.tsx';
import { useDifference } from './WhatChanged.tsx';

const line = (points: readonly Point[]): string =>
  points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');

/** Distances from the shape that lies over this one are drawn so many times as long at most, and up to so many mm. */
const MOST_DRAWN = 8;
const LONGEST = 36;

/** The shape that lies over this one, and the distance to it along the edge. */
function Difference() {
  const difference = useDifference();
  const { screen } = useBoardFrame();
  if (!difference) return null;
  const most = difference.moved.reduce((m, { by }) => Math.max(m, Math.abs(by)), 0);
  const times = Math.min(MOST_DRAWN, LONGEST / most);
  // Small moves are drawn larger, the way the edge went; large ones as they are, back to where it was.
  const gain = times > 1 ? times : -1;
  const teeth = difference.moved
    .filter(({ by }) => Math.abs(by) > 0.05)
    .map(({ at, outward, by }) =>
      line([screen(at), screen({ x: at.x + outward.x * by * gain, y: at.y + outward.y * by * gain })]),
    );
  return (
    <g data-testid="difference">
      <OutlineGhost path={difference.path} words={difference.other.name} />
      <path className="difference" d={teeth.join('')} />
    </g>
  );
}

/** The figure of a ratio. */
function Figure() {
  const { figure, ratio, fit, shift, turned } = useOverlay();
  const { screen } = useBoardFrame();
  const box = usePicked((_, { measures }) => measures.box);
  const lower = usePicked((_, { measures }) => measures.lowerBout ?? measures.widest);
  if (figure === 'none') return null;
  const length = fit === 'body' ? box.maxX - box.minX : fit === 'bridge' ? -box.minX : lower;
  const fitted: Box = {
    minX: box.minX,
    maxX: box.minX + Math.max(20, length),
    minY: fit === 'lower' ? -lower / 2 : box.minY,
    maxY: fit === 'lower' ? lower / 2 : box.maxY,
  };
  const middle = (fitted.minX + fitted.maxX) / 2;
  const lines = ratioFigure(figure, ratio, fitted).map((points) =>
    points.map((p) => screen({ x: (turned ? 2 * middle - p.x : p.x) + shift.x, y: p.y + shift.y })),
  );
  return (
    <g pointerEvents="none" data-testid="ratio-figure">
      {lines.map((points, i) => (
        <path key={i} className="ratio-line" d={line(points)} />
      ))}
    </g>
  );
}

/** Shades and dashes of the tools, largest first: told apart by both. */
const DASHES = ['', '10 3', '4 3', '2 2', '12 3 2 3', '1 3'];

/** The edge by the largest owned tool that follows it. */
function ByTool() {
  const shares = useToolShares();
  const { screen } = useBoardFrame();
  if (!shares) return null;
  const runs: { readonly tool: number; readonly points: Point[] }[] = [];
  const order = shares.shares.map((s) => s.tool);
  shares.reached.forEach((r, i) => {
    const tool = order.indexOf(shares.byPlace[i] ?? null);
    const last = runs.at(-1);
    if (last?.tool === tool) last.points.push(screen(r.at));
    else runs.push({ tool, points: [...(last ? [last.points.at(-1)!] : []), screen(r.at)] });
  });
  return (
    <g pointerEvents="none" data-testid="edge-by-tool">
      {runs.map(({ tool, points }, i) => (
        <path
          key={i}
          className={order[tool] === null ? 'by-tool by-none' : 'by-tool'}
          strokeDasharray={order[tool] === null ? undefined : DASHES[tool % DASHES.length]}
          strokeOpacity={order[tool] === null ? 1 : 1 - 0.12 * (tool % DASHES.length)}
          d={line(points)}
        />
      ))}
    </g>
  );
}

/** The place of the edge that is pointed at in a chart. */
function Pointed() {
  const pointed = useOverlay((s) => s.pointed);
  const { screen } = useBoardFrame();
  if (!pointed) return null;
  const { x, y } = screen(pointed);
  return <circle className="pointed" data-testid="pointed" cx={x} cy={y} r={6} />;
}

/** What lies on the board while the outline is judged. */
export function JudgeTools() {
  const tools = useOverlay((s) => s.tools);
  return (
    <>
      <Figure />
      <Difference />
      {tools && <ByTool />}
      <Pointed />
    </>
  );
}
