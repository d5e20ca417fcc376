import type { Contour, Point } from '@pelkin/core';
import { contourCurve, edits, nearestOnPath } from '@pelkin/core';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { derive } from '../../design/derived.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { useDrag } from '../../design/useDrag.ts';
import { useChosenInShape, useCut } from './chosen.ts';
import { cutThrough } from './cutLine.ts';

const HOLD_PIXELS = 12;
/** The ends of a start line go to the edge from so near, pixels. */
const SNAP_PIXELS = 10;

const tidy = (v: number): number => Math.round(v * 10) / 10;

/** The ends stand on the edge where they come near to it; the line runs on from there in any case. */
function snapped(
  line: readonly Point[],
  i: number,
  to: Point,
  within: number,
  path: Parameters<typeof nearestOnPath>[0],
): Point {
  const isEnd = i === 0 || i === line.length - 1;
  const near = isEnd ? nearestOnPath(path, to) : null;
  return near && near.distance < within ? near.at : to;
}

/** The section goes with the place that is moved, square to its line. */
function follow(id: string, index: number): void {
  const { design } = useDesignStore.getState();
  const contour = design?.body.contours.find((c) => c.id === id);
  const line = design && contour && cutThrough(derive(design).path, contour.line, index);
  if (line) useCut.getState().setLine(line);
}

function Place({ contour, index }: { contour: Contour; index: number }) {
  const { screen, view } = useBoardFrame();
  const at = contour.line[index]!;
  const { x, y } = screen(at);
  const chosen = useChosenInShape((s) => s.contour === contour.id && s.place === index);
  const drag = useDrag(() => ({
    at,
    take: () => {
      useChosenInShape.getState().choose(contour.id, index);
      follow(contour.id, index);
    },
    move: (to, gesture, { altKey }) => {
      useDesignStore.getState().edit(
        `moved the start line of ${contour.name}`,
        (d) => {
          const now = d.body.contours.find((c) => c.id === contour.id);
          if (!now) return d;
          const place = altKey ? to : snapped(now.line, index, to, SNAP_PIXELS / view.scale, derive(d).path);
          return edits.changeContour(d, contour.id, {
            line: now.line.map((p, k) => (k === index ? { x: tidy(place.x), y: tidy(place.y) } : p)),
          });
        },
        gesture,
      );
      follow(contour.id, index);
    },
  }));
  return (
    <g
      className={`node${chosen ? ' is-chosen' : ''}`}
      data-contour-place={`${contour.id} ${index}`}
      {...drag}
    >
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <circle className="node-mark" cx={x} cy={y} r={5} />
    </g>
  );
}

/** Start lines of contours on the board: the chosen one with its places, the others to be chosen; the carved side is hatched. */
export function ContourTools() {
  const { body } = useDesign();
  const { matrix, screen } = useBoardFrame();
  const chosen = useChosenInShape((s) => s.contour);
  return (
    <g data-testid="contour-tools">
      {body.contours.map((c) => {
        const curve = contourCurve(c.line);
        const d = `M${curve[0]!.p0.x} ${curve[0]!.p0.y}${curve
          .map(({ p1, p2, p3 }) => `C${p1.x} ${p1.y} ${p2.x} ${p2.y} ${p3.x} ${p3.y}`)
          .join('')}`;
        const middle = curve[curve.length >> 1]!;
        const at = screen(middle.p0);
        return (
          <g key={c.id}>
            <path
              className="edge-target"
              d={d}
              transform={matrix}
              vectorEffect="non-scaling-stroke"
              onPointerDown={(event) => {
                event.stopPropagation();
                useChosenInShape.getState().choose(c.id);
              }}
            />
            {c.id === chosen && (
              <path className="carve-chosen" d={d} transform={matrix} vectorEffect="non-scaling-stroke" />
            )}
            <text className="figure quiet" x={at.x + 8} y={at.y - 8} pointerEvents="none">
              {c.name}
              {c.face === 'back' ? ', back' : ''}
            </text>
          </g>
        );
      })}
      {body.contours
        .filter((c) => c.id === chosen)
        .map((c) => c.line.map((_, i) => <Place key={`${c.id} ${i}`} contour={c} index={i} />))}
    </g>
  );
}
