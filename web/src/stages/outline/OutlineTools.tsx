import type { OutlineNode, Point } from '@pelkin/core';
import {
  LIMITS,
  closedPathMark,
  curvatureComb,
  edits,
  formatLength,
  nearestOnPath,
  pathData,
} from '@pelkin/core';
import type { KeyboardEvent, MouseEvent, PointerEvent } from 'react';
import { useMemo, useState } from 'react';
import { boardPixels, useBoardFrame } from '../../board/BoardContext.ts';
import { useDerived } from '../../design/derived.ts';
import { nudgeGesture } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { useShown } from '../../shared/shown.ts';
import { useChosen } from './chosen.ts';
import { placeWords, nodeName } from './placeWords.ts';
import { useDrag } from './useDrag.ts';

/** Comb: a tooth every so many mm, and the height, mm, of a tooth where the radius is 1 mm. */
const COMB_SPACING = 4;
const COMB_GAIN = 1500;
const COMB_LONGEST = 42;
/** Within so many pixels of the centre line a dragged node takes its place on it. */
const SNAP_PIXELS = 6;
/** Half the width of the area that takes hold of a node: 24 px across, whatever the zoom. */
const HOLD_PIXELS = 12;

/** A dragged place in figures that can be read back: tenths of a mm, hundredths when the board is near. */
function tidy(p: Point, scale: number): Point {
  const per = scale > 8 ? 100 : 10;
  const within = (v: number, { min, max }: { min: number; max: number }): number =>
    Math.min(max, Math.max(min, Math.round(v * per) / per));
  return { x: within(p.x, LIMITS['outline.x']), y: within(p.y, LIMITS['outline.y']) };
}

function Comb() {
  const { path } = useDerived();
  const { matrix } = useBoardFrame();
  const drawn = useMemo(() => {
    const runs = curvatureComb(path, COMB_SPACING, COMB_GAIN, COMB_LONGEST);
    // Hundredths of a mm; rounding a number is several times quicker than formatting it.
    const figure = (n: number): number => Math.round(n * 100) / 100;
    const teeth = runs
      .flat()
      .map(({ foot, tip }) => `M${figure(foot.x)} ${figure(foot.y)}L${figure(tip.x)} ${figure(tip.y)}`);
    const edge = runs.map((run) => `M${run.map(({ tip }) => `${figure(tip.x)} ${figure(tip.y)}`).join('L')}`);
    return { teeth: teeth.join(''), edge: edge.join('') };
  }, [path]);
  return (
    <g transform={matrix} pointerEvents="none" data-testid="comb">
      <path className="comb" d={drawn.teeth} vectorEffect="non-scaling-stroke" />
      <path className="comb-edge" d={drawn.edge} vectorEffect="non-scaling-stroke" />
    </g>
  );
}

/** The edge itself: shows where a node would go, and puts one there on a double press. */
function Edge() {
  const { path } = useDerived();
  const { matrix, board, screen } = useBoardFrame();
  const edit = useDesignStore((s) => s.edit);
  const choose = useChosen((s) => s.choose);
  const [at, setAt] = useState<Point | null>(null);
  const d = useMemo(() => pathData(closedPathMark('edge', 'outline', path)), [path]);
  const add = (event: MouseEvent<SVGElement>): void => {
    const place = nearestOnPath(path, board(boardPixels(event, event.currentTarget)));
    if (!place) return;
    let made = '';
    edit('added a node', (design) => {
      const added = edits.addNode(design, place.segment, place.at);
      made = added.id;
      return added.design;
    });
    if (made) choose(made);
    setAt(null);
  };
  const follow = (event: PointerEvent<SVGElement>): void => {
    if (event.buttons) return;
    const place = nearestOnPath(path, board(boardPixels(event, event.currentTarget)));
    setAt(place?.at ?? null);
  };
  const dot = at && screen(at);
  return (
    <>
      <path
        className="edge-target"
        transform={matrix}
        d={d}
        vectorEffect="non-scaling-stroke"
        data-testid="edge"
        onPointerDown={(event) => event.button === 0 && event.stopPropagation()}
        onDoubleClick={add}
        onPointerMove={follow}
        onPointerLeave={() => setAt(null)}
      />
      {dot && <circle className="new-node" cx={dot.x} cy={dot.y} r="3" />}
    </>
  );
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

function Nodes() {
  const { outline, units } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const dragging = useDesignStore((s) => s.dragging);
  const { screen, view, flip } = useBoardFrame();
  const { id: chosen, choose } = useChosen();
  const drag = useDrag();
  const nodes = outline.nodes;

  const onKeyDown = (event: KeyboardEvent, node: OutlineNode, index: number): void => {
    const arrow = ARROWS[event.key];
    if (arrow) {
      event.preventDefault();
      const by = event.shiftKey ? 1 : event.altKey ? 0.01 : 0.1;
      const to = {
        x: Number((node.x + flip * arrow[0] * by).toFixed(4)),
        y: Number((node.y + arrow[1] * by).toFixed(4)),
      };
      choose(node.id);
      edit(
        `nudged ${nodeName(index)}`,
        (d) => edits.moveNode(d, node.id, to),
        nudgeGesture(`node ${node.id}`),
      );
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      edit(`removed ${nodeName(index)}`, (d) => edits.removeNode(d, node.id));
      choose(null);
    } else if (event.key === 'Escape') choose(null);
    else if (event.key === 'Enter' || event.key === ' ') choose(node.id);
  };

  return (
    <>
      {nodes.map((node, index) => {
        const p = screen(node);
        const isChosen = node.id === chosen;
        const grips = drag(
          node,
          (to, gesture, { altKey }) => {
            const near = !altKey && Math.abs(to.y) * view.scale < SNAP_PIXELS;
            edit(
              `moved ${nodeName(index)}`,
              (d) => edits.moveNode(d, node.id, tidy(near ? { x: to.x, y: 0 } : to, view.scale)),
              gesture,
            );
          },
          () => choose(node.id),
        );
        return (
          <g
            key={node.id}
            className={`node${isChosen ? ' is-chosen' : ''}`}
            data-node={node.id}
            tabIndex={0}
            role="button"
            aria-pressed={isChosen}
            aria-label={`${nodeName(index)}, ${node.kind}, ${placeWords(node, units)}`}
            onFocus={() => choose(node.id)}
            onKeyDown={(event) => onKeyDown(event, node, index)}
            onDoubleClick={(event) => event.stopPropagation()}
            {...grips}
          >
            <circle className="node-area" cx={p.x} cy={p.y} r={HOLD_PIXELS} />
            <circle className="node-ring" cx={p.x} cy={p.y} r={9} />
            {node.kind === 'corner' ? (
              <rect className="node-mark" x={p.x - 4.5} y={p.y - 4.5} width={9} height={9} />
            ) : (
              <circle className="node-mark" cx={p.x} cy={p.y} r={4.8} />
            )}
            {isChosen && dragging && (
              <text className="figure" x={p.x + 14} y={p.y - 12} pointerEvents="none">
                {formatLength(Math.abs(node.x), units)} {node.x < 0 ? 'tailward' : 'nutward'},{' '}
                {formatLength(Math.abs(node.y), units)} {node.y < 0 ? 'treble' : 'bass'}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}

/** The handles of the chosen corner, pulled like nodes. */
function Handles() {
  const { outline } = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const { screen, view } = useBoardFrame();
  const chosen = useChosen((s) => s.id);
  const drag = useDrag();
  const node = outline.nodes.find((n) => n.id === chosen);
  if (node?.kind !== 'corner') return null;
  const from = screen(node);
  return (
    <>
      {(['before', 'after'] as const).map((side) => {
        const handle = node[side];
        if (!handle) return null;
        const tip = { x: node.x + handle.x, y: node.y + handle.y };
        const p = screen(tip);
        return (
          <g
            key={side}
            className="node"
            data-handle={side}
            {...drag(
              tip,
              (to, gesture) => {
                const at = tidy(to, view.scale);
                edit(
                  'pulled a handle',
                  (d) => edits.setHandle(d, node.id, side, { x: at.x - node.x, y: at.y - node.y }),
                  gesture,
                );
              },
              () => undefined,
            )}
          >
            <line className="handle-arm" x1={from.x} y1={from.y} x2={p.x} y2={p.y} />
            <circle className="node-area" cx={p.x} cy={p.y} r={HOLD_PIXELS} />
            <path className="node-mark" d={`M${p.x} ${p.y - 5.5}l5.5 5.5l-5.5 5.5l-5.5 -5.5z`} />
          </g>
        );
      })}
    </>
  );
}

/** What is drawn and pulled in the Outline stage. */
export function OutlineTools() {
  const comb = useShown((s) => s.comb);
  return (
    <>
      {comb && <Comb />}
      <Edge />
      <Handles />
      <Nodes />
    </>
  );
}
