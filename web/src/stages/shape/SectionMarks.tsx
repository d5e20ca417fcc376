import type { CrossSection } from '@pelkin/core';
import { LIMITS, depthOf, edits } from '@pelkin/core';
import { useCallback, useRef } from 'react';
import { useDerived } from '../../design/derived.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { useFreeDrag } from '../../shared/useFreeDrag.ts';
import { useChosenInShape } from './chosen.ts';
import { useCutLine } from './cutLine.ts';
import { WORDS } from './words.ts';

/** How a section lies on the board: along it and up, in pixels. */
export interface Lie {
  readonly X: (along: number) => number;
  readonly Z: (z: number) => number;
  readonly scale: number;
}

/** Wood of one thickness over less than this, mm, has no figure. */
const RUN_FROM = 9;
const EVEN = 0.05;

interface Run {
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
}

/** Runs of a piece over which its wood has one thickness. */
function runsOf({ top, bottom }: CrossSection['pieces'][number]): readonly Run[] {
  const runs: Run[] = [];
  const wood = (i: number): number => top[i]![1] - bottom[i]![1];
  for (let i = 0; i < top.length;) {
    let k = i;
    while (k + 1 < top.length && Math.abs(wood(k + 1) - wood(i)) < EVEN) k += 1;
    const [from, to] = [top[i]![0], top[k]![0]];
    if (to - from >= RUN_FROM) runs.push({ from, to, low: bottom[i]![1], high: top[i]![1] });
    i = k + 1;
  }
  return runs;
}

/** How thick the wood is where it is even: in it, or under it where there is no room. */
export function Figures({
  cut,
  lie: { X, Z, scale },
  words,
}: {
  cut: CrossSection;
  lie: Lie;
  words: (mm: number) => string;
}) {
  return cut.pieces.flatMap((piece, i) =>
    runsOf(piece).map(({ from, to, low, high }) => {
      const text = words(high - low);
      if ((to - from) * scale < text.length * FIGURE_WIDE) return null;
      const isIn = (high - low) * scale > FIGURE_HIGH;
      return (
        <text
          key={`${i} ${from}`}
          className="figure"
          x={X((from + to) / 2)}
          y={isIn ? Z((low + high) / 2) + 4 : Z(low) + 13}
          textAnchor="middle"
        >
          {text}
        </text>
      );
    }),
  );
}
const FIGURE_WIDE = 8;
const FIGURE_HIGH = 15;

/** A carve that is shallower than this where the section ends, mm, is not pulled there. */
const LEAST_DEEP = 0.3;
/** A section is looked at this far inside the edge, mm. */
const INSIDE = 0.05;
const HOLD_PIXELS = 12;

/** The chosen carve where the section goes over the edge: how deep it is there. Null where it is not pulled by its drop. */
function useDrop(cut: CrossSection) {
  const { body } = useDesign();
  const { carved } = useDerived();
  const { from, to } = useCutLine();
  const id = useChosenInShape((s) => s.contour);
  const contour = body.contours.find((c) => c.id === id);
  if (contour?.depth.by !== 'drop') return null;
  const made = carved[contour.face].find(({ by }) => by.kind === 'contour' && by.id === id);
  if (cut.pieces.length === 0) return null;
  const first = Math.min(...cut.pieces.map((p) => p.top[0]![0]));
  const last = Math.max(...cut.pieces.map((p) => p.top.at(-1)![0]));
  if (!made) return null;
  const depth = depthOf(carved.solid.region, made.removal);
  const [a, b] = [first + INSIDE, last - INSIDE].map((along) => {
    const t = along / cut.length;
    return { along, deep: depth(from.x + (to.x - from.x) * t, from.y + (to.y - from.y) * t) };
  }) as [{ along: number; deep: number }, { along: number; deep: number }];
  const end = b.deep > a.deep ? b : a;
  return end.deep < LEAST_DEEP
    ? null
    : { ...end, contour, drop: contour.depth.drop, thickness: body.thickness };
}

/** A chosen carve’s drop, pulled up and down where the section goes over the edge. */
export function DropHandle({ cut, lie: { X, Z, scale } }: { cut: CrossSection; lie: Lie }) {
  const end = useDrop(cut);
  const gesture = useRef('');
  const { setDragging } = useDesignStore.getState();
  const putBack = useCallback((): void => {
    const { past, undo, setDragging: drag } = useDesignStore.getState();
    if (past.at(-1)?.gesture === gesture.current) undo();
    drag(false);
  }, []);
  const held = useFreeDrag(({ movementY }) => {
    if (!end) return;
    const { contour, deep, drop } = end;
    const down = (contour.face === 'front' ? movementY : -movementY) / scale;
    const { min, max } = LIMITS['contour.drop'];
    // As much deeper in all as it is there.
    const next = Math.max(min, Math.min(max, (drop * (deep + down)) / deep));
    useDesignStore
      .getState()
      .edit(
        `drop of ${contour.name}`,
        (d) =>
          edits.changeContour(d, contour.id, { depth: { by: 'drop', drop: Math.round(next * 100) / 100 } }),
        gesture.current,
      );
  }, putBack);
  if (!end) return null;
  const z = end.contour.face === 'front' ? -end.deep : end.deep - end.thickness;
  const release = (): void => {
    held.onPointerUp();
    setDragging(false);
  };
  return (
    <g
      className="node is-chosen"
      data-testid="drop-handle"
      {...held}
      onPointerDown={(event) => {
        gesture.current = `drop ${event.timeStamp}`;
        setDragging(true);
        held.onPointerDown(event);
      }}
      onPointerUp={release}
      onPointerCancel={release}
    >
      <circle className="node-area" cx={X(end.along)} cy={Z(z)} r={HOLD_PIXELS} />
      <circle className="node-mark" cx={X(end.along)} cy={Z(z)} r={5} />
      <title>{WORDS.drop}</title>
    </g>
  );
}
