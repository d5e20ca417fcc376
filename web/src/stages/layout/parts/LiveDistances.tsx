import type { Point } from '@pelkin/core';
import { edgeGap, formatLength, isOf, nearestOnPath } from '@pelkin/core';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';

/** Neighbours further than this are not told, mm. */
const SIGHT = 60;

interface Line {
  readonly key: string;
  readonly from: Point;
  readonly to: Point;
  readonly mm: number;
}

/** A figure's room on the screen, px: so wide a letter, so high a line. */
const LETTER = 7;
const LINE = 14;

/** Where a figure beside a line's middle stands clear of those that stand already: moved down, line by line. */
function clearPlace(a: Point, b: Point, words: string, taken: (Point & { readonly wide: number })[]): Point {
  const place = { x: (a.x + b.x) / 2 + 6, y: (a.y + b.y) / 2 - 4, wide: words.length * LETTER };
  const meets = (t: Point & { readonly wide: number }): boolean =>
    Math.abs(t.y - place.y) < LINE && t.x < place.x + place.wide && place.x < t.x + t.wide;
  for (let hit = taken.find(meets); hit; hit = taken.find(meets)) place.y = hit.y + LINE;
  taken.push(place);
  return place;
}

/** How far the chosen part is from bridge line, centre line, edge and its nearest neighbour, drawn while it moves. */
export function LiveDistances({ id }: { id: string }) {
  const design = useDesign();
  const { layout, path } = useDerived();
  const { screen } = useBoardFrame();
  const mine = layout.parts.find((p) => p.part.id === id);
  if (!mine) return null;
  const { at } = mine.part;
  const lines: Line[] = [];
  if (Math.abs(at.y) > 0.5)
    lines.push({ key: 'centre', from: at, to: { x: at.x, y: 0 }, mm: Math.abs(at.y) });
  if (Math.abs(at.x) > 0.5)
    lines.push({ key: 'bridge', from: at, to: { x: 0, y: at.y }, mm: Math.abs(at.x) });
  const edge = nearestOnPath(path, at);
  if (edge && mine.part.face !== 'edge')
    lines.push({ key: 'edge', from: at, to: edge.at, mm: edge.distance });
  let best: Line | null = null;
  const own = mine.cuts.filter((c) => c.role !== 'screw');
  for (const cut of layout.cuts) {
    if (isOf(cut, 'part', id) || cut.role === 'screw' || cut.role === 'drilled') continue;
    for (const c of own) {
      const gap = edgeGap(c.area, cut.area, best?.mm ?? SIGHT);
      if (gap && gap.distance > 0 && (!best || gap.distance < best.mm))
        best = { key: 'neighbour', from: gap.from, to: gap.to, mm: gap.distance };
    }
  }
  if (best) lines.push(best);
  const taken: (Point & { readonly wide: number })[] = [];
  return (
    <g pointerEvents="none" data-testid="live-distances">
      {lines.map(({ key, from, to, mm }) => {
        const [a, b] = [screen(from), screen(to)];
        const words = formatLength(mm, design.units);
        const { x, y } = clearPlace(a, b, words, taken);
        return (
          <g key={key} className="live-distance" data-distance={key}>
            <path d={`M${a.x} ${a.y}L${b.x} ${b.y}`} />
            <text className="figure" x={x} y={y}>
              {words}
            </text>
          </g>
        );
      })}
    </g>
  );
}
